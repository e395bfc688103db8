// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/another_underpaint.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "painting/reframed.h"
#include "raster/blur.h"
#include "render/readings.h"
#include "render/shaped.h"

namespace underpaint {
namespace {

constexpr int kMatchedSide = 480;  // long side of the copies that are compared
// Sigma in pixels of the copy: a border that moved by one pixel is no change.
constexpr double kSoftened = 1.5;

Size small_size(Size size) {
    const double by =
        std::min(1.0, static_cast<double>(kMatchedSide) / std::max(size.width, size.height));
    const auto side = [&](int v) { return std::max(1, static_cast<int>(std::lround(v * by))); };
    return {side(size.width), side(size.height)};
}

FloatBlock small_steps(const Picture& picture, Reader reader) {
    return steps_of(scaled(picture, small_size(picture.size())), reader);
}

double mean_apart(const FloatBlock& a, const FloatBlock& b) {
    double sum = 0;
    const auto one = a.samples(), other = b.samples();
    for (std::size_t i = 0; i < one.size(); ++i)
        sum += std::abs(static_cast<double>(one[i] - other[i]));
    return sum / static_cast<double>(std::max<std::size_t>(one.size(), 1));
}

/// Where two planes differ, and all that lies outside what was there before.
Picture changes_between(FloatBlock was, FloatBlock is, const Rect& known) {
    blur(was, kSoftened);
    blur(is, kSoftened);
    Picture mask(is.area().size(), Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(is.area().width));
    for (int y = 0; y < is.area().height; ++y) {
        for (std::size_t x = 0; x < row.size(); ++x) {
            const bool there =
                pixel_at(known.size(), {static_cast<double>(x) - known.x + 0.5, y - known.y + 0.5})
                    .has_value();
            const float apart = std::abs(is.row(y)[x] - was.row(y)[x]);
            row[x] = !there || static_cast<double>(apart) >= kChangedBy ? 1.0F : 0.0F;
        }
        mask.write_channel(0, 0, y, row);
    }
    return mask;
}

/// What the plan says of parts, beside what they read now.
void tell_plan(const Painting& painting, const FloatBlock& steps, std::vector<Touched>& touched) {
    for (Touched& thing : touched) {
        if (thing.kind != Touched::Kind::plan) continue;
        for (const Part& part : painting.parts) {
            const auto planned = painting.plan.steps.find(part.id);
            if (planned == painting.plan.steps.end() || thing.what != "Step of " + part.name)
                continue;
            const FloatBlock cover =
                coverage_of(scaled(part.mask->base(), steps.area().size()), steps.area());
            double sum = 0, all = 0;
            for (std::size_t i = 0; i < cover.samples().size(); ++i) {
                const auto weight = static_cast<double>(cover.samples()[i]);
                sum += weight * static_cast<double>(steps.samples()[i]);
                all += weight;
            }
            if (all > 0)
                thing.how = fmt::format("its mean is {:.1f} now, {:.1f} is planned", sum / all,
                                        planned->second);
        }
    }
}

}  // namespace

std::optional<AnotherUnderpaint> with_another_underpaint(const Painting& painting, Picture next,
                                                         Reader reader,
                                                         const std::stop_token& stop) {
    AnotherUnderpaint made;
    const SharedPicture shaped =
        painting.sealed() ? painting.ground() : shaped_underpaint(painting, stop);
    if (!shaped) return std::nullopt;
    const FloatBlock was = steps_of(shaped->base(), reader);
    auto found = aligned(was, steps_of(next, reader), stop);
    if (found && found->turned() && found->certainty >= kPerhapsAligned) {
        next = turned_back(std::move(next), *found);
        made.turned = true;
        found = aligned(was, steps_of(next, reader), stop);
    }
    if (!found) return std::nullopt;
    made.where = *found;
    const Size size = next.size();
    const Reframe frame = found->certainty < kPerhapsAligned || found->turned()
                              ? resized(painting.size(), size, OtherShape::added)
                              : frame_of(*found, painting.size(), size);
    auto framed = reframed(painting, frame, stop);
    if (!framed) return std::nullopt;
    made.painting = std::move(*framed);
    const SharedPicture old = made.painting.underpaint;
    made.painting.underpaint = share(std::move(next));

    const FloatBlock is = small_steps(made.painting.underpaint->base(), reader);
    const FloatBlock before = small_steps(reframed(shaped->base(), frame), reader);
    if (std::ranges::any_of(painting.values, &Pass::on) &&
        mean_apart(is, before) < mean_apart(is, small_steps(old->base(), reader))) {
        made.values_off = true;
        for (Pass& pass : made.painting.values) pass.on = false;
    }
    const double by = static_cast<double>(is.area().width) / size.width;
    const auto at = [&](int v) { return static_cast<int>(std::lround(v * by)); };
    const Rect known{at(frame.x), at(frame.y), at(frame.scaled.width), at(frame.scaled.height)};
    Picture mask = changes_between(before, is, known);
    const FloatBlock cover = coverage_of(mask, rect_of(mask.size()));
    double sum = 0;
    for (const float v : cover.samples()) sum += static_cast<double>(v);
    made.changed = sum / static_cast<double>(mask.size().area());
    made.changes = share(std::move(mask));
    LateChange change;
    change.changed = made.changes;
    made.touched = what_would_change(made.painting, change, stop);
    tell_plan(made.painting, is, made.touched);
    if (stop.stop_requested()) return std::nullopt;
    return made;
}

}  // namespace underpaint
