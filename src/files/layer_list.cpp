// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layer_list.h"

#include "files/layer_stack.h"
#include "files/opened_stack.h"
#include "files/openraster.h"
#include "files/picture_loader.h"

namespace underpaint {
namespace {

/// A layer's alpha, laid where the layer lies.
Picture mask_of(const Picture& pixels, int x, int y, Size size) {
    Picture mask(size, Channels::grey, Depth::bits8);
    const Rect place =
        intersection({x, y, pixels.size().width, pixels.size().height}, rect_of(size));
    std::vector<float> row(static_cast<std::size_t>(std::max(0, place.width)));
    for (int line = place.y; line < place.bottom(); ++line) {
        pixels.read_alpha(place.x - x, line - y, row);
        mask.write_channel(0, place.x, line, row);
    }
    mask.settle();
    return mask;
}

void list(const std::vector<LayerEntry>& entries, const LayerStack& stack, bool shown,
          const ZipReader& zip, std::vector<ListedLayer>& layers) {
    for (const LayerEntry& each : entries) {
        const bool visible = shown && stack.shows(each);
        layers.push_back({each.name, each.src, each.x, each.y, each.opacity, visible, each.blend,
                          each.group.empty() ? zip.crc(each.src) : 0});
        list(each.group, stack, visible, zip, layers);
    }
}

}  // namespace

Result<LayerList> list_layers(const std::filesystem::path& path) {
    const auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    const auto stack = parse_stack(opened->zip.file(), opened->xml);
    if (!stack) return tl::unexpected(stack.error());
    LayerList found{stack->size, {}};
    list(stack->layers, *stack, true, opened->zip, found.layers);
    return found;
}

Result<Picture> layer_mask(const std::filesystem::path& path, const ListedLayer& layer, Size size,
                           const std::stop_token& stop) {
    const auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    PictureLoader loader(opened->zip, stop);
    return loader.load(layer.src).map([&](const SharedPicture& pixels) {
        return mask_of(pixels->base(), layer.x, layer.y, size);
    });
}

Result<std::vector<NamedMask>> read_layer_masks(const std::filesystem::path& path, Size size,
                                                const std::stop_token& stop) {
    const auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    const std::string& file = opened->zip.file();
    const auto stack = parse_stack(file, opened->xml);
    if (!stack) return tl::unexpected(stack.error());
    if (stack->size != size)
        return trouble(file, "it is " + std::to_string(stack->size.width) + " x " +
                                 std::to_string(stack->size.height) + ", the painting " +
                                 std::to_string(size.width) + " x " + std::to_string(size.height) +
                                 ": its layers can't be parts of it.");
    PictureLoader loader(opened->zip, stop);
    std::vector<NamedMask> masks;
    for (const LayerEntry& entry : stack->layers) {
        if (!entry.group.empty()) continue;  // a composited group has no outline of its own
        const auto pixels = loader.load(entry.src);
        if (!pixels) return tl::unexpected(pixels.error());
        const Picture mask = mask_of((*pixels)->base(), entry.x, entry.y, size);
        const Rect all = rect_of(size);
        if (mask.surely_all(0, all, 0) || mask.surely_all(0, all, 1)) continue;
        masks.push_back({entry.name, share(mask)});
    }
    if (masks.empty())
        return trouble(file, "none of its layers covers only a part of the picture.");
    return masks;
}

}  // namespace underpaint
