// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens.h"

namespace underpaint {

const LensRecord kColourLens{
    .lens = Lens::colour,
    .id = "colour",
    .label = "Colour",
    .about = "The painting as it is",
    .on_values = true,
    .on_colour = true,
    .label_on_values = "Painting",
};

}  // namespace underpaint
