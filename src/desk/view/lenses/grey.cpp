// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/grey.h"
#include "desk/view/lens_pixels.h"

namespace underpaint {

// The values as they are now, and as they were sealed.

RgbBlock in_grey(const LensTile& tile) {
    RgbBlock pixels = tile.now;
    turn_grey(pixels, tile.reader);
    return pixels;
}

const LensRecord kGreyLens{
    .lens = Lens::grey,
    .id = "grey",
    .label = "Grey",
    .about = "Only its values, as the chosen reader sees them. Held down: G",
    .on_colour = true,
    .pixels = in_grey,
};

const LensRecord kSealLens{
    .lens = Lens::seal,
    .id = "seal",
    .label = "Seal",
    .about = "The values as they were sealed. Held down: S",
    .on_colour = true,
    .of = LensRecord::Of::seal,
    .pixels = in_grey,
};

}  // namespace underpaint
