// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/slivers.h"

#include <algorithm>
#include <map>

#include "painting/changes.h"
#include "raster/masks.h"
#include "raster/regions.h"

namespace underpaint {
namespace {

/// For each pixel the part that covers it by half or more, the later one where there are several;
/// 0 where there is none. One byte a pixel: an index into the painting's parts, counted from 1.
std::vector<std::uint8_t> owners_of(const Painting& painting, const std::stop_token& stop) {
    const Size size = painting.size();
    const auto width = static_cast<std::size_t>(size.width);
    std::vector<std::uint8_t> owners(static_cast<std::size_t>(size.area()));
    std::vector<float> cover(width);
    const std::size_t most = std::min<std::size_t>(painting.parts.size(), 255);
    for (std::size_t part = 0; part < most && !stop.stop_requested(); ++part) {
        if (painting.parts[part].hidden) continue;
        const Picture& mask = painting.parts[part].mask->base();
        for (int y = 0; y < size.height; ++y) {
            if (mask.surely_all(0, {0, y, size.width, 1}, 0)) continue;
            mask.read_channel(0, 0, y, cover);
            const std::size_t begin = static_cast<std::size_t>(y) * width;
            for (std::size_t x = 0; x < width; ++x)
                if (cover[x] >= 0.5F) owners[begin + x] = static_cast<std::uint8_t>(part + 1);
        }
    }
    return owners;
}

/// Calls `visit` for each pixel of a region.
template <class Visit>
void for_each_pixel(const Regions& regions, const Region& region, Visit visit) {
    const Rect& b = region.bounds;
    for (int y = b.y; y < b.bottom(); ++y)
        for (int x = b.x; x < b.right(); ++x)
            if (regions.labels[static_cast<std::size_t>(y) *
                                   static_cast<std::size_t>(regions.size.width) +
                               static_cast<std::size_t>(x)] == region.label)
                visit(x, y);
}

}  // namespace

Slivers find_slivers(const Painting& painting, const std::stop_token& stop) {
    Slivers result;
    if (painting.parts.empty()) return result;
    const Size size = painting.size();
    const std::vector<std::uint8_t> owners = owners_of(painting, stop);
    std::vector<std::uint8_t> free(owners.size());
    std::ranges::transform(owners, free.begin(), [](std::uint8_t owner) { return owner == 0; });
    if (stop.stop_requested()) return result;
    const Regions regions = find_regions(size, free);

    std::map<PartId, Picture> given;
    const auto most = static_cast<std::int64_t>(kMostSliver * static_cast<double>(size.area()));
    const auto owner_at = [&](int x, int y) -> std::size_t {
        if (x < 0 || y < 0 || x >= size.width || y >= size.height) return 0;
        return owners[static_cast<std::size_t>(y) * static_cast<std::size_t>(size.width) +
                      static_cast<std::size_t>(x)];
    };
    for (const Region& region : regions.regions) {
        if (region.area > most) continue;
        if (stop.stop_requested()) return {};
        std::vector<std::int64_t> touches(painting.parts.size() + 1);
        for_each_pixel(regions, region, [&](int x, int y) {
            for (const auto& [dx, dy] : {std::pair(-1, 0), {1, 0}, {0, -1}, {0, 1}})
                ++touches[owner_at(x + dx, y + dy)];
        });
        touches[0] = 0;
        const auto nearest = std::ranges::max_element(touches);
        if (*nearest == 0) continue;
        const auto index = static_cast<std::size_t>(nearest - touches.begin()) - 1;
        const PartId to = painting.parts[index].id;
        result.slivers.push_back({region.bounds, region.area, to});
        result.share += static_cast<double>(region.area) / static_cast<double>(size.area());
        Picture& mask =
            given.try_emplace(to, Picture(size, Channels::grey, Depth::bits8)).first->second;
        constexpr float whole = 1;
        for_each_pixel(regions, region,
                       [&](int x, int y) { mask.write_channel(0, x, y, std::span(&whole, 1)); });
    }
    for (auto& [part, mask] : given) {
        result.to.push_back(part);
        result.masks.push_back(share(std::move(mask)));
    }
    return result;
}

Painting with_slivers_given(Painting painting, const Slivers& slivers) {
    for (std::size_t i = 0; i < slivers.to.size(); ++i)
        if (const Part* part = painting.part(slivers.to[i])) {
            Picture mask = combined(part->mask->base(), slivers.masks[i]->base(), Combine::add);
            painting = with_part_mask(std::move(painting), slivers.to[i], share(std::move(mask)));
        }
    return painting;
}

Picture mask_of(const Slivers& slivers, Size size) {
    Picture all(size, Channels::grey, Depth::bits8);
    for (const SharedPicture& mask : slivers.masks) all = combined(all, mask->base(), Combine::add);
    return all;
}

}  // namespace underpaint
