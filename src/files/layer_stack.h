// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "blend/mode.h"
#include "files/result.h"
#include "raster/geometry.h"

namespace underpaint {

/// One layer as stack.xml describes it, nested stacks already unfolded.
struct LayerEntry {
    std::string name, src;
    int x = 0, y = 0;
    float opacity = 1;
    bool visible = true;
    BlendMode blend = BlendMode::normal;
};

struct LayerStack {
    Size size;
    std::vector<LayerEntry> layers;  ///< lowest first
};

/// Reads stack.xml of OpenRaster 0.0.6. Plain nested stacks are unfolded; one with a blend or an
/// opacity of its own can't be said as passes and is trouble.
[[nodiscard]] Result<LayerStack> parse_stack(const std::string& file, std::string_view xml);

std::string write_stack(const LayerStack& stack);

}  // namespace underpaint
