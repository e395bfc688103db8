// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens.h"
#include "render/printed.h"

namespace underpaint {
namespace {

/// Until the paper's profile is read, the picture as it is.
RgbBlock as_printed(const LensTile& tile) {
    return tile.paper != nullptr ? printed(tile.now, *tile.paper) : tile.now;
}

}  // namespace

const LensRecord kOnPaperLens{
    .lens = Lens::on_paper,
    .id = "on_paper",
    .label = "On paper",
    .about = "As a printer puts it on paper, by the printer's profile",
    .on_colour = true,
    .note = "As printed",
    .pixels = as_printed,
    .heeds_paper = true,
};

}  // namespace underpaint
