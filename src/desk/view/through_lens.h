// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <optional>
#include <stop_token>

#include "desk/view/lens.h"
#include "icc/display_transform.h"
#include "render/live_render.h"

namespace underpaint {

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

}  // namespace underpaint
