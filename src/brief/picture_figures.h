// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "audit/step_histogram.h"
#include "colour/reader.h"
#include "painting/brief.h"
#include "palette/extraction.h"

namespace underpaint {

/// The place of the strongest colour: pixels at or above 0.8 of the 99.5th percentile of intensity.
struct StrongestColour {
    double area = 0;  ///< share 0..1 of the picture
    Point middle;     ///< of its largest piece, in shares 0..1 of the picture's width and height
    Rgb colour;       ///< mean of that piece
    StrongestAt at = StrongestAt::lights;  ///< lights, halftones or shadows: where most of it lies
    double in_foci = 0;                    ///< share 0..1 of it that lies in the foci
};

/// Figures of a picture that a brief can ask for.
struct PictureFigures {
    StepHistogram steps;
    Range range;
    Key key = Key::middle;
    bool grey = false;            ///< no pixel has colour worth speaking of
    double swing = 0;             ///< mean warmth of lights minus that of shadows, parted by Otsu
    Rgb mean;                     ///< of all pixels, mixed as light
    std::vector<Swatch> colours;  ///< see palette_of()
    std::optional<StrongestColour> strongest;  ///< nothing in a grey one
};

inline constexpr int kReferenceColours = 5;
/// Under this intensity everywhere, a picture counts as grey.
inline constexpr float kGreyIntensity = 0.04F;

/// `foci` in pixels of the block. The same on every run and any number of threads. Nothing when
/// stopped.
std::optional<PictureFigures> measure_picture(const RgbBlock& pixels, Reader reader,
                                              std::span<const Focus> foci = {},
                                              const std::stop_token& stop = {});

/// How far a picture lies toward a mother colour; see share_of_mother().
double mother_share(const PictureFigures& figures, Rgb mother);

/// A grey picture read as if it were made in one colour: the tint at the luminance of each pixel
/// (true colour).
void tint(RgbBlock& pixels, Rgb colour);

}  // namespace underpaint
