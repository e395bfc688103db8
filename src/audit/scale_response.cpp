// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/scale_response.h"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <cmath>

#include "render/readings.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kResponseSide = 600;        // long side of the copy that is measured on
constexpr float kTouched = 0.05F;         // coverage above which a pixel counts
constexpr std::size_t kLeastPixels = 12;  // of one grey; with fewer nothing is said about it

float place_of(int point, int points) {
    return 1 + 8 * static_cast<float>(point) / static_cast<float>(points - 1);
}

std::vector<ScalePoint> by_formula(const Painting& painting, const Pass& pass, Reader reader,
                                   int points) {
    std::vector<ScalePoint> curve;
    const auto reached = [&](float step) {
        const float share = coverage(pass.reach.band, step);
        const bool by_value = pass.reach.inverted && !pass.reach.band.whole_scale();
        return by_value ? 1 - share : share;
    };
    for (int i = 0; i < points; ++i) {
        const float step = place_of(i, points);
        const Rgb found = grey(encoded_grey_of(lightness_of_step(step)));
        const float alpha = painting.lays(pass) ? pass.strength * reached(step) : 0;
        const Rgb now = lay({pass.blend, pass.hold}, found, *pass.lays_over(found), alpha);
        const float drift = step_of(read(reader, now)) - step_of(read(reader, found));
        curve.push_back({step, drift, drift, drift});
    }
    return curve;
}

/// The drifts of the pixels nearest to each of the points.
using Drifts = std::vector<std::vector<float>>;

float quantile(std::vector<float>& values, double share) {
    const auto at = values.begin() +
                    static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size() - 1));
    std::ranges::nth_element(values, at);
    return *at;
}

std::optional<std::vector<ScalePoint>> measured(const Painting& painting, std::size_t pass,
                                                Reader reader, int points,
                                                const std::stop_token& stop) {
    tbb::enumerable_thread_specific<Drifts> each(
        [&] { return Drifts(static_cast<std::size_t>(points)); });
    const Recipe recipe(painting, shrink_of_level(level_for(painting.size(), kResponseSide)));
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            walk.lay_all(0, pass);
            const FloatBlock found = steps_of(walk.state(), reader);
            if (!walk.lay(pass)) return;
            const FloatBlock now = steps_of(walk.state(), reader);
            const auto cover = walk.coverage().samples();
            Drifts& drifts = each.local();
            for (std::size_t i = 0; i < cover.size(); ++i) {
                if (cover[i] < kTouched) continue;
                const float step = found.samples()[i];
                const auto at = static_cast<std::size_t>(
                    std::clamp((step - 1) / 8, 0.0F, 1.0F) * static_cast<float>(points - 1) + 0.5F);
                drifts[at].push_back(now.samples()[i] - step);
            }
        },
        stop);
    if (!whole) return std::nullopt;
    std::vector<ScalePoint> curve;
    for (int i = 0; i < points; ++i) {
        std::vector<float> all;
        for (const Drifts& drifts : each) {
            const auto& some = drifts[static_cast<std::size_t>(i)];
            all.insert(all.end(), some.begin(), some.end());
        }
        if (all.size() >= kLeastPixels)
            curve.push_back(
                {place_of(i, points), quantile(all, 0.5), quantile(all, 0.1), quantile(all, 0.9)});
    }
    return curve;
}

}  // namespace

bool is_same_everywhere(const Painting& painting, std::size_t index) {
    const Pass& pass = painting.passes[index];
    if (!painting.lays(pass)) return true;
    if (const Group* group = painting.group(pass.group); group != nullptr && group->mixes())
        return false;
    const bool holds = pass.hold > 0 || pass.blend == BlendMode::true_colour;
    if (holds && pass.hold_to == HoldTo::sealed) return false;
    return laid_over(pass.source, grey(0.5F)).has_value();
}

std::optional<std::vector<ScalePoint>> scale_response(const Painting& painting, std::size_t pass,
                                                      Reader reader, int points,
                                                      const std::stop_token& stop) {
    if (is_same_everywhere(painting, pass))
        return by_formula(painting, painting.passes[pass], reader, points);
    return measured(painting, pass, reader, points, stop);
}

}  // namespace underpaint
