// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/pyramid.h"
#include "raster/in_parallel.h"

#include <tbb/task_arena.h>

#include <array>

namespace underpaint {
namespace {

/// Of a stroke there are as many pictures as the pen was told of; few of them are shown.
constexpr std::size_t kMostAncestors = 16;

/// Sums neighbours in twos; an odd last sample stands for both.
void add_pairs(std::span<const float> in, std::span<float> out) {
    const std::size_t pairs = in.size() / 2;
    for (std::size_t i = 0; i < pairs; ++i) out[i] += in[2 * i] + in[2 * i + 1];
    if (pairs < out.size()) out[pairs] += in.back() + in.back();
}

/// Where there is alpha a clear pixel has no say in the colour of the mean.
void halve_with_alpha(const Picture& picture, Picture& result, const Rect& area) {
    const Size from = picture.size();
    const int colours = count_of(picture.channels()) - 1;
    const int left = 2 * area.x, right = std::min(2 * area.right(), from.width);
    std::vector<float> in(static_cast<std::size_t>(right - left));
    std::array<std::vector<float>, 2> alphas{in, in};
    std::vector<float> sum(static_cast<std::size_t>(area.width)), weights(sum.size());
    for (int y = area.y; y < area.bottom(); ++y) {
        const int rows[] = {2 * y, std::min(2 * y + 1, from.height - 1)};
        std::ranges::fill(weights, 0.0F);
        for (std::size_t row = 0; row < alphas.size(); ++row) {
            picture.read_alpha(left, rows[row], alphas[row]);
            add_pairs(alphas[row], weights);
        }
        for (int c = 0; c < colours; ++c) {
            std::ranges::fill(sum, 0.0F);
            for (std::size_t row = 0; row < alphas.size(); ++row) {
                picture.read_channel(c, left, rows[row], in);
                for (std::size_t i = 0; i < in.size(); ++i) in[i] *= alphas[row][i];
                add_pairs(in, sum);
            }
            for (std::size_t i = 0; i < sum.size(); ++i)
                sum[i] = weights[i] > 0 ? sum[i] / weights[i] : 0.0F;
            result.write_channel(c, area.x, y, sum);
        }
        for (float& w : weights) w /= 4;
        result.write_channel(colours, area.x, y, weights);
    }
}

void halve_band(const Picture& picture, Picture& result, const Rect& area) {
    if (has_alpha(picture.channels())) return halve_with_alpha(picture, result, area);
    for (int y = area.y; y < area.bottom(); ++y)
        result.write_halved(picture, area.x, y, area.width);
}

/// `area` of `result` as the halving of `picture`.
void halve(const Picture& picture, Picture& result, const Rect& area) {
    if (area.empty()) return;
    // One thread writes a whole row of tiles, so that no tile has two writers.
    in_parallel(area.y / kTileSide, (area.bottom() - 1) / kTileSide + 1, [&](int band) {
        const Rect rows = intersection(area, {area.x, band * kTileSide, area.width, kTileSide});
        halve_band(picture, result, rows);
        result.settle(rows);
    });
}

}  // namespace

Pyramid::Pyramid(Picture base) : base_(std::make_shared<const Picture>(std::move(base))) {}

Pyramid::Pyramid(Picture base, const std::shared_ptr<const Pyramid>& before, const Rect& changed)
    : base_(std::make_shared<const Picture>(std::move(base))) {
    Rect area = intersection(changed, rect_of(size()));
    ancestors_.push_back({before, area});
    for (const Ancestor& older : before->ancestors_)
        if (ancestors_.size() < kMostAncestors && !older.picture.expired())
            ancestors_.push_back({older.picture, united(older.changed, area)});
    {
        const std::scoped_lock lock(before->mutex_);
        halvings_ = before->halvings_;
    }
    const Picture* from = base_.get();
    for (Level& level : halvings_) {
        if (level == nullptr) break;
        area = {area.x / 2, area.y / 2, (area.right() + 1) / 2 - area.x / 2,
                (area.bottom() + 1) / 2 - area.y / 2};
        Picture halving = *level;
        halve(*from, halving, area);
        level = std::make_shared<const Picture>(std::move(halving));
        halving_bytes_ += level->bytes();
        from = level.get();
    }
    // Levels above a missing one can't be made from what is here.
    const auto gap = std::ranges::find(halvings_, nullptr);
    halvings_.erase(gap, halvings_.end());
}

std::optional<Rect> Pyramid::changed_since(const Pyramid& other) const {
    for (const Ancestor& ancestor : ancestors_)
        if (ancestor.picture.lock().get() == &other) return ancestor.changed;
    return std::nullopt;
}

Pyramid::Level Pyramid::level(int n) const {
    if (n == 0) return base_;
    const std::scoped_lock lock(mutex_);
    const auto wanted = static_cast<std::size_t>(n);
    if (halvings_.size() < wanted) halvings_.resize(wanted);
    std::size_t made = wanted;
    while (made > 0 && !halvings_[made - 1]) --made;
    // Isolated, so that this thread does not run another task that waits for the lock held here.
    tbb::this_task_arena::isolate([&] {
        for (; made < wanted; ++made) {
            halvings_[made] =
                std::make_shared<const Picture>(halved(made == 0 ? *base_ : *halvings_[made - 1]));
            halving_bytes_ += halvings_[made]->bytes();
        }
    });
    return halvings_[wanted - 1];
}

std::size_t Pyramid::level_bytes() const {
    const std::scoped_lock lock(mutex_);
    return halving_bytes_;
}

void Pyramid::forget_levels() const {
    const std::scoped_lock lock(mutex_);
    for (Level& level : halvings_)
        if (level.use_count() == 1) {
            halving_bytes_ -= level->bytes();
            level.reset();
        }
}

SharedPicture share(Picture picture) {
    return std::make_shared<const Pyramid>(std::move(picture));
}

SharedPicture share(Picture picture, const SharedPicture& before, const Rect& changed) {
    return std::make_shared<const Pyramid>(std::move(picture), before, changed);
}

Picture halved(const Picture& picture) {
    const Size to = halved(picture.size(), 1);
    Picture result(to, picture.channels(), picture.depth());
    halve(picture, result, rect_of(to));
    return result;
}

Rgb mean_of(const Pyramid& picture) {
    int level = 0;
    while (halved(picture.size(), level).area() > 1) ++level;
    const RgbBlock one = rgb_of(*picture.level(level), {0, 0, 1, 1});
    return one.row(0)[0];
}

}  // namespace underpaint
