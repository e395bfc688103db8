// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/other_eyes.h"

#include "desk/view/lens.h"

namespace underpaint {
namespace {

template <Eyes eyes>
RgbBlock seen(const LensTile& tile) {
    RgbBlock pixels = tile.now;
    const RgbRow all = pixels.all();
    for (std::size_t i = 0; i < all.r.size(); ++i)
        all.set(i, seen_by(eyes, ConstRgbRow(all)[i], tile.severity));
    return pixels;
}

constexpr const char* kAbout =
    "As somebody sees it who lacks one kind of cones. One man in twelve sees red and green "
    "otherwise";

}  // namespace

const LensRecord kRedBlindLens{
    .lens = Lens::red_blind,
    .id = "red_blind",
    .label = "Red-blind eyes",
    .about = kAbout,
    .on_colour = true,
    .note = "As red-blind eyes see it",
    .pixels = seen<Eyes::red_blind>,
    .has_severity = true,
};
const LensRecord kGreenBlindLens{
    .lens = Lens::green_blind,
    .id = "green_blind",
    .label = "Green-blind eyes",
    .about = kAbout,
    .on_colour = true,
    .note = "As green-blind eyes see it",
    .pixels = seen<Eyes::green_blind>,
    .has_severity = true,
};
const LensRecord kBlueBlindLens{
    .lens = Lens::blue_blind,
    .id = "blue_blind",
    .label = "Blue-blind eyes",
    .about = kAbout,
    .on_colour = true,
    .note = "As blue-blind eyes see it",
    .pixels = seen<Eyes::blue_blind>,
    .has_severity = true,
};

}  // namespace underpaint
