// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/marked_pixels.h"

#include <cmath>
#include <utility>

#include "audit/extremes.h"
#include "colour/intensity.h"
#include "render/readings.h"
#include "render/render.h"

namespace underpaint {
namespace {

constexpr float kLeastWarmth = 1;  // that a pixel has to have lost to belong to them

SharedPicture marked(const Painting& painting, std::size_t pass, int level, bool everywhere,
                     const MarkPixels& mark, const std::stop_token& stop) {
    const Recipe recipe(painting, shrink_of_level(level));
    Picture mask(recipe.size(), Channels::grey, Depth::bits8);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            const RgbBlock sealed = walk.state();
            walk.lay_all(0, pass);
            const RgbBlock before = walk.state();
            FloatBlock cover(before.area());
            if (walk.lay(pass) || everywhere)
                mark({sealed, before, walk.state(), recipe.shrink()}, cover);
            mask.write_channel(0, cover.area(), std::as_const(cover).samples());
        },
        stop);
    if (!whole) return nullptr;
    mask.settle();
    return share(std::move(mask));
}

/// Marks the pixels for which `is(index)` says so.
template <class Is>
void mark_where(FloatBlock& cover, Is is) {
    const auto marks = cover.samples();
    for (std::size_t i = 0; i < marks.size(); ++i) marks[i] = is(i) ? 1.0F : 0.0F;
}

/// Takes away what lies inside a focus.
void leave_foci(const PassStates& states, const std::vector<Focus>& foci, FloatBlock& cover) {
    const Rect area = cover.area();
    if (foci.empty()) return;
    for (int y = 0; y < area.height; ++y) {
        const auto row = cover.row(y);
        for (int x = 0; x < area.width; ++x)
            if (in_focus(foci,
                         {(area.x + x + 0.5) * states.shrink, (area.y + y + 0.5) * states.shrink}))
                row[static_cast<std::size_t>(x)] = 0;
    }
}

}  // namespace

SharedPicture marked_by_pass(const Painting& painting, std::size_t pass, int level,
                             const MarkPixels& mark, const std::stop_token& stop) {
    return marked(painting, pass, level, false, mark, stop);
}

SharedPicture marked_after(const Painting& painting, std::size_t pass, int level,
                           const MarkPixels& mark, const std::stop_token& stop) {
    return marked(painting, pass, level, true, mark, stop);
}

MarkPixels moved_values(Reader reader) {
    return [=](const PassStates& states, FloatBlock& cover) {
        const FloatBlock was = steps_of(states.before, reader), is = steps_of(states.after, reader);
        mark_where(cover, [&](std::size_t i) {
            return std::fabs(is.samples()[i] - was.samples()[i]) > kQuarterStep;
        });
    };
}

MarkPixels anything_changed() {
    return [](const PassStates& states, FloatBlock& cover) {
        const auto was = states.before.all(), is = states.after.all();
        mark_where(cover, [&](std::size_t i) { return !(was[i] == is[i]); });
    };
}

MarkPixels drawn_together(const Audit& figures, std::size_t pass) {
    // Which way the lights went.
    const float lights = figures.passes[pass].swing.own < 0 ? -1.0F : 1.0F;
    return [lights, split = figures.split, reader = figures.reader](const PassStates& states,
                                                                    FloatBlock& cover) {
        const FloatBlock steps = steps_of(states.sealed, reader), was = warmth_of(states.before),
                         is = warmth_of(states.after);
        mark_where(cover, [&](std::size_t i) {
            const double step = static_cast<double>(steps.samples()[i]);
            const float way = step >= split.lights_from    ? lights
                              : step < split.shadows_below ? -lights
                                                           : 0;
            return way * (is.samples()[i] - was.samples()[i]) > kLeastWarmth;
        });
    };
}

MarkPixels strongest_colours(const Audit& figures, std::size_t pass, std::vector<Focus> outside) {
    const auto from = static_cast<float>(kAccentShown * figures.passes[pass].intensity.strongest);
    return [from, outside = std::move(outside)](const PassStates& states, FloatBlock& cover) {
        const auto pixels = states.after.all();
        mark_where(cover, [&](std::size_t i) { return strength(pixels[i]) >= from; });
        leave_foci(states, outside, cover);
    };
}

MarkPixels beyond_range(const Audit& figures, std::size_t pass) {
    const Range now = figures.passes[pass].range.range;
    return [now, reader = figures.reader](const PassStates& states, FloatBlock& cover) {
        const FloatBlock steps = steps_of(states.sealed, reader);
        mark_where(cover, [&](std::size_t i) {
            const double step = static_cast<double>(steps.samples()[i]);
            return step < now.darkest || step > now.lightest;
        });
    };
}

MarkPixels extremes_outside(std::vector<Focus> foci) {
    return [foci = std::move(foci)](const PassStates& states, FloatBlock& cover) {
        const auto pixels = states.after.all();
        mark_where(cover, [&](std::size_t i) { return extreme_of(pixels[i]) != Extreme::none; });
        leave_foci(states, foci, cover);
    };
}

MarkPixels sealed_below(double below, Reader reader) {
    return [=](const PassStates& states, FloatBlock& cover) {
        const FloatBlock steps = steps_of(states.sealed, reader);
        mark_where(cover,
                   [&](std::size_t i) { return static_cast<double>(steps.samples()[i]) < below; });
    };
}

}  // namespace underpaint
