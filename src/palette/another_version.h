// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>

#include "colour/reader.h"
#include "palette/extraction.h"
#include "palette/plan_passes.h"
#include "terms/parameter.h"

namespace underpaint {

// What one version takes over from another.

/// A part's colours as another version has them: laid last as a group, which makes the part grey,
/// lays what the other lays on it, and relights it to the seal. Passes of a part that overlaps it
/// are not among them; groups of the other that mix count by their strength. The painting as it was
/// where there is no such version or part, or when stopped.
Painting with_part_from(Painting painting, VersionId other, PartId part,
                        const std::stop_token& stop = {});
/// A pass of another version once more, laid last. The painting as it was where there is none.
Painting with_pass_from(Painting painting, VersionId other, std::size_t pass);

// Other colourings of a painting, computed from the chosen one. Values stay: whatever is laid is
// relit to the seal in the end, by a last pass that holds to it. The same on every run.

/// The name of that last pass.
inline constexpr std::string_view kRelitName = "Values as sealed";

// What a painter sets of them; the usual value changes nothing.
inline constexpr Parameter kVersionHue{
    "version_hue", "Hue", "Turns all hues of what is laid", -180, 180, 0, Unit::degrees};
inline constexpr Parameter kVersionIntensity{
    "version_intensity", "Intensity", "Times the intensity of all that is laid", 0, 1, 1};
inline constexpr Parameter kVersionMother{
    "version_mother", "Mother", "How much of it is mixed over all that is laid", 0, kMostMother, 0};

/// All hues of what is laid turned by degrees, and those of the palette and the plan with them.
Colouring hues_turned(const Painting& painting, float degrees);
/// The intensity of all that is laid times a factor, 0..1.
Colouring quieter(const Painting& painting, float factor);
/// A mother colour mixed over all of it, as a share 0..kMostMother; the palette has it as mother.
Colouring with_mother_over(const Painting& painting, Rgb mother, float share,
                           const std::string& name);
/// Lights and shadows of each part exchange hue and chroma, by their mean colours on a small copy:
/// shadows are what is sealed darker than half-way between the 10th and the 50th percentile of the
/// part, lights what is lighter than half-way from there to the 90th. Laid as a colour plan. Where
/// there are no parts, of the whole picture. Nothing when stopped.
std::optional<Colouring> light_reversed(const Painting& painting, const PlanPlaces& places,
                                        const std::stop_token& stop = {});
/// The colours of a reference as the palette, planned for the parts by the rules of
/// suggest_plan() and laid.
Colouring by_reference(const Painting& painting, std::span<const Swatch> reference,
                       const std::string& name, const PlanPlaces& places, Reader reader);
/// The colour plan as it is, laid and nothing else.
Colouring by_colour_plan(const Painting& painting, const PlanPlaces& places);

}  // namespace underpaint
