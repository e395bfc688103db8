// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/compared.h"

#include <algorithm>
#include <cmath>

#include "files/kept_pictures.h"
#include "raster/blur.h"
#include "raster/reframe.h"
#include "render/readings.h"
#include "render/view.h"

namespace underpaint {
namespace {

Size compared_size(Size painting) {
    const int longest = std::max(painting.width, painting.height);
    if (longest <= kComparedSide) return painting;
    const auto side = [&](int length) {
        return std::max(1, static_cast<int>(
                               std::lround(static_cast<double>(length) * kComparedSide / longest)));
    };
    return {side(painting.width), side(painting.height)};
}

}  // namespace

RgbBlock small_copy(const Picture& picture, Size size) {
    const Picture small = picture.size() == size ? picture : scaled(picture, size);
    return rgb_of(small, rect_of(size));
}

Pyramid::Level at_kept_scale(const Pyramid& picture) {
    return picture.level(level_for(picture.size(), kKeptSave.side));
}

ComparedGround compared_ground(const Painting& painting, Reader reader) {
    ComparedGround ground;
    ground.size = compared_size(painting.size());
    ground.colours = small_copy(*at_kept_scale(*painting.ground()), ground.size);
    ground.sealed = steps_of(ground.colours, reader);
    const std::size_t count = ground.sealed.samples().size();
    ground.part.assign(count, 0);
    std::vector<float> most(count, 0.5F);
    for (std::size_t p = 0; p < painting.parts.size(); ++p) {
        const Pyramid& mask = *painting.parts[p].mask;
        // The small halvings of a mask take next to no memory.
        const Picture small =
            scaled(*mask.level(level_for(mask.size(), kComparedSide)), ground.size);
        const FloatBlock cover = coverage_of(small, rect_of(ground.size));
        for (std::size_t i = 0; i < count; ++i)
            if (cover.samples()[i] >= most[i])
                most[i] = cover.samples()[i], ground.part[i] = static_cast<std::uint32_t>(p + 1);
    }
    return ground;
}

StatePair state_pair(const ComparedGround& ground, RgbBlock before, RgbBlock now, Reader reader) {
    FloatBlock was = steps_of(before, reader), is = steps_of(now, reader);
    return {ground, std::move(before), std::move(now), std::move(was), std::move(is)};
}

FloatBlock seen_change(const StatePair& pair) {
    constexpr double kSigma = 2;
    FloatBlock change(pair.is.area());
    for (std::size_t i = 0; i < change.samples().size(); ++i)
        change.samples()[i] = pair.is.samples()[i] - pair.was.samples()[i];
    blur(change, kSigma);
    return change;
}

double at_share(std::vector<float> values, double share) {
    if (values.empty()) return 0;
    const auto rank =
        static_cast<std::ptrdiff_t>(std::ceil(share * static_cast<double>(values.size())) - 1);
    const auto at = values.begin() + std::clamp<std::ptrdiff_t>(
                                         rank, 0, static_cast<std::ptrdiff_t>(values.size()) - 1);
    std::ranges::nth_element(values, at);
    return static_cast<double>(*at);
}

}  // namespace underpaint
