// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "blend/mode.h"
#include "painting/foreign.h"
#include "raster/geometry.h"
#include "terms/result.h"

namespace underpaint {

/// One layer as stack.xml describes it, or a group that is composited by itself before it is laid.
struct LayerEntry {
    std::string name, src;
    int x = 0, y = 0;
    float opacity = 1;
    bool visible = true;
    BlendMode blend = BlendMode::normal;
    std::vector<LayerEntry> group;  ///< its layers, lowest first; empty for a layer
    SharedForeign foreign = nullptr;
    /// The one of LayerStack::folders that it lies in; -1 for none.
    int folder = -1;
};

/// A group that leaves its layers as they are: it only has a name, and may be hidden.
struct Folder {
    std::string name;
    bool visible = true;
    SharedForeign foreign = nullptr;
};

struct LayerStack {
    Size size;
    std::vector<LayerEntry> layers;  ///< lowest first
    /// Layers that can't be shown, each named in a sentence; they are not among `layers`.
    std::vector<std::string> left_out;
    /// A group that doesn't say whether it is isolated would come out otherwise if it said so.
    bool ambiguous = false;
    std::vector<Folder> folders = {};
    /// Every entry that it names, also those of layers that were left out.
    std::vector<std::string> sources = {};
    SharedForeign image = nullptr, stack = nullptr;  ///< what others said of them

    /// Whether a layer is seen, as far as it and its folder say.
    bool shows(const LayerEntry& layer) const {
        return layer.visible &&
               (layer.folder < 0 || folders[static_cast<std::size_t>(layer.folder)].visible);
    }
};

/// How a group without the attribute `isolation` is read. OpenRaster 0.0.6 means `isolate`.
enum class IsolationDefault { isolate, automatic };

/// Reads stack.xml of OpenRaster 0.0.6. Groups whose layers look the same by themselves as one
/// after the other become folders, of nested ones the outermost; those with a blend, an opacity or
/// an isolation that matters stay groups.
[[nodiscard]] Result<LayerStack> parse_stack(
    const std::string& file, std::string_view xml,
    IsolationDefault by_default = IsolationDefault::isolate);

/// Its groups are written as not isolated.
std::string write_stack(const LayerStack& stack);

}  // namespace underpaint
