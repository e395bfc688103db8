// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <array>
#include <optional>
#include <stop_token>

#include "colour/reader.h"
#include "files/display_transform.h"
#include "painting/painting.h"
#include "render/live_render.h"

namespace underpaint {

/// A way of looking at the canvas.
enum class Lens { colour, grey, seal, twin, drift };
struct LensText {
    Lens lens;
    const char* label;
    const char* about;
};
inline constexpr std::array<LensText, 5> kLenses{{
    {Lens::colour, "Colour", "The painting as it is"},
    {Lens::grey, "Grey", "Only its values, as the chosen reader sees them. Held down: G"},
    {Lens::seal, "Seal", "The values as they were sealed. Held down: S"},
    {Lens::twin, "Twin", "Two states beside a seam that you drag"},
    {Lens::drift, "Drift",
     "Tinted: what reads lighter than sealed turns amber, what reads darker turns blue"},
}};

/// What is to be seen.
struct Sight {
    Lens lens = Lens::colour;
    std::size_t upto = 0;  ///< after how many passes
    Reader reader = Reader::lightness;
    /// The two sides of the twin lens; neither is itself a twin.
    Lens left = Lens::seal, right = Lens::colour;
    /// Counted from 0: dim all but the pixels that this pass moved beyond the held budget.
    std::optional<std::size_t> shown_pass;
    friend bool operator==(const Sight&, const Sight&) = default;
};

/// The pixels of one view, ready for the screen. Twin gives two, all others one.
struct Seen {
    QImage image, right;
    View view;
};

/// Nothing when stopped. One thread at a time with one LiveRender. `display` may be null: an sRGB
/// screen.
std::optional<Seen> look(LiveRender& live, const Painting& painting, const Sight& sight,
                         const View& view, const DisplayTransform* display,
                         const std::stop_token& stop);

/// The moments that the lens needs of the painting.
std::vector<std::size_t> moments_of(const Sight& sight);

/// The drift lens's tint for a drift in steps over a grey 0..1: full at one step.
Rgb drift_tint(float drift, float grey);

/// 8-bit pixels for the screen, rounded.
QImage image_of(const RgbBlock& pixels);

}  // namespace underpaint
