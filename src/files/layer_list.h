// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <filesystem>
#include <stop_token>
#include <string>
#include <vector>

#include "blend/mode.h"
#include "raster/picture.h"
#include "terms/result.h"

namespace underpaint {

/// A layer of an OpenRaster file as far as it is known without its pixels.
struct ListedLayer {
    std::string name, src;
    int x = 0, y = 0;
    float opacity = 1;
    bool visible = true;
    BlendMode blend = BlendMode::normal;
    std::uint32_t pixels = 0;  ///< check sum of its entry; 0: a group, which has none
};
struct LayerList {
    Size size;
    std::vector<ListedLayer> layers;  ///< lowest first; a group stands below its layers
};
/// Trouble where the file is no OpenRaster file.
[[nodiscard]] Result<LayerList> list_layers(const std::filesystem::path& path);

/// A layer's alpha as a mask of the picture's size.
[[nodiscard]] Result<Picture> layer_mask(const std::filesystem::path& path,
                                         const ListedLayer& layer, Size size,
                                         const std::stop_token& stop = {});

}  // namespace underpaint
