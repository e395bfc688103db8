// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens.h"

namespace underpaint {

// Two lenses beside a seam. The sight says which two, see through_lens.cpp.
const LensRecord kTwinLens{
    .lens = Lens::twin,
    .id = "twin",
    .label = "Twin",
    .about = "Two states beside a seam that you drag",
    .on_colour = true,
    .heeds_foci = true,
    .heeds_splits = true,
    .heeds_tubes = true,
};

}  // namespace underpaint
