// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/tube_reach.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <map>
#include <numeric>
#include <opencv2/imgproc.hpp>
#include <tuple>

#include "colour/ciede2000.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

/// CIE94 squared, from a colour to some: three multiplications each, near enough to CIEDE2000 to
/// say which of them are worth measuring by that.
class NearBy94 {
public:
    explicit NearBy94(const Lab& from)
        : l_(static_cast<float>(from.l)),
          a_(static_cast<float>(from.a)),
          b_(static_cast<float>(from.b)),
          chroma_(std::hypot(a_, b_)),
          by_chroma_(1 / square(1 + 0.045F * chroma_)),
          by_hue_(1 / square(1 + 0.015F * chroma_)),
          near_(a_ > b_ && b_ < 0 ? kNearBlue : kNear) {}

    /// Within this may lie what CIEDE2000 has within reach.
    float near() const { return near_ * near_; }

    float squared(float l, float a, float b) const {
        const float chroma = std::sqrt(a * a + b * b) - chroma_;
        const float all = square(a - a_) + square(b - b_);
        const float hue = std::max(0.0F, all - chroma * chroma);
        return square(l - l_) + chroma * chroma * by_chroma_ + hue * by_hue_;
    }

private:
    static float square(float v) { return v * v; }
    // Largest OKLab-based distance found among 300,000 pairs that CIEDE2000 puts within
    // kWithinReach: 4.6, and 6.4 between blues, whose hues it rotates.
    static constexpr float kNear = 5.5F, kNearBlue = 8;
    float l_, a_, b_, chroma_, by_chroma_, by_hue_, near_;
};

using Bits = std::vector<std::uint64_t>;

/// Which colours of the picture the mixtures of one choice of tubes reach.
class Covering {
public:
    explicit Covering(const PictureColours& picture) : picture_(picture) {
        for (const Lab& colour : picture.colours) from_.emplace_back(colour);
    }

    Bits none() const { return Bits((picture_.colours.size() + 63) / 64); }

    void add(LinearRgb mixture, Bits& reached) const {
        const Lab is = lab(encode(mixture));
        const auto l = static_cast<float>(is.l), a = static_cast<float>(is.a),
                   b = static_cast<float>(is.b);
        for (std::size_t i = 0; i < from_.size(); ++i)
            if (from_[i].squared(l, a, b) < from_[i].near() &&
                (reached[i / 64] >> i % 64 & 1) == 0 &&
                ciede2000(picture_.colours[i], is) <= kWithinReach)
                reached[i / 64] |= std::uint64_t{1} << i % 64;
    }

    double missed(const Bits& reached) const {
        double share = 0;
        for (std::size_t i = 0; i < from_.size(); ++i)
            if ((reached[i / 64] >> i % 64 & 1) == 0) share += picture_.shares[i];
        return share;
    }

private:
    const PictureColours& picture_;
    std::vector<NearBy94> from_;
};

/// Calls `each` for all ways to take `count` of `of`, in order.
template <class Each>
void for_each_set(std::size_t of, std::size_t count, Each each) {
    std::vector<std::size_t> set(count);
    std::iota(set.begin(), set.end(), 0);
    for (;;) {
        each(set);
        std::size_t last = count;
        while (last > 0 && set[last - 1] == of - count + last - 1) --last;
        if (last == 0) return;
        ++set[last - 1];
        for (std::size_t i = last; i < count; ++i) set[i] = set[i - 1] + 1;
    }
}

}  // namespace

PictureColours colours_of(const RgbBlock& pixels, std::size_t most) {
    struct Sum {
        double l = 0, a = 0, b = 0, count = 0;
    };
    using Cell = std::tuple<int, int, int>;
    const ConstRgbRow all = pixels.all();
    std::vector<Lab> labs;
    for (std::size_t i = 0; i < all.r.size(); ++i) labs.push_back(lab(all[i]));
    std::map<Cell, Sum> cells;
    for (double side = 2; labs.size() > 0; side *= 1.25) {
        cells.clear();
        const auto at = [side](double v) { return static_cast<int>(std::floor(v / side)); };
        for (const Lab& c : labs) {
            Sum& sum = cells[{at(c.l), at(c.a), at(c.b)}];
            sum.l += c.l, sum.a += c.a, sum.b += c.b, ++sum.count;
            if (cells.size() > most) break;
        }
        if (cells.size() <= most) break;
    }
    std::vector<Sum> sums;
    for (const auto& [cell, sum] : cells) sums.push_back(sum);
    std::ranges::stable_sort(sums, std::greater(), &Sum::count);
    PictureColours made;
    for (const Sum& sum : sums) {
        made.colours.push_back({sum.l / sum.count, sum.a / sum.count, sum.b / sum.count});
        made.shares.push_back(sum.count / static_cast<double>(labs.size()));
    }
    return made;
}

TubeReach::TubeReach(const TubeSet& set, const std::stop_token& stop) {
    const PaintBox box(set);
    const auto add = [&](const Parts& parts) {
        const Rgb colour = encode(box.mixed(parts));
        mixtures_.push_back(colour);
        const Lab is = lab(colour);
        l_.push_back(static_cast<float>(is.l));
        a_.push_back(static_cast<float>(is.a));
        b_.push_back(static_cast<float>(is.b));
        return !stop.stop_requested();
    };
    if (box.has_white()) {
        Parts white(box.tubes() + 1);
        white.back() = kMostParts;
        add(white);
    }
    for (const auto& which : choices_of(box.tubes())) {
        box.for_each(which, kMostParts, add);
        if (stop.stop_requested()) return;
    }
}

bool TubeReach::reaches(const Lab& colour) const {
    const NearBy94 from(colour);
    for (std::size_t i = 0; i < l_.size(); ++i)
        if (from.squared(l_[i], a_[i], b_[i]) < from.near() &&
            ciede2000(colour, lab(mixtures_[i])) <= kWithinReach)
            return true;
    return false;
}

std::vector<OkLab> TubeReach::hull_at(double step) const {
    std::vector<cv::Point2f> near, hull;
    for (std::size_t i = 0; i < mixtures_.size(); ++i) {
        if (std::abs(static_cast<double>(step_of(l_[i])) - step) > kHullSteps) continue;
        const OkLab is = oklab(decode(mixtures_[i]));
        near.emplace_back(is.a, is.b);
    }
    if (near.empty()) return {};
    cv::convexHull(near, hull);
    std::vector<OkLab> corners;
    for (const cv::Point2f& corner : hull)
        corners.push_back({lightness_of_step(static_cast<float>(step)) / 100, corner.x, corner.y});
    return corners;
}

std::optional<FewestTubes> fewest_tubes(const PictureColours& picture, std::span<const Tube> tubes,
                                        const std::optional<Tube>& white, double misses,
                                        const std::stop_token& stop) {
    if (tubes.empty()) return std::nullopt;
    const PaintBox box({{tubes.begin(), tubes.end()}, white});
    const auto choices = choices_of(tubes.size());
    const Covering covering(picture);
    std::vector<Bits> reached(choices.size(), covering.none());
    in_parallel(std::size_t{0}, choices.size(), [&](std::size_t i) {
        if (stop.stop_requested()) return;
        box.for_each(choices[i], kMostParts, [&](const Parts& parts) {
            covering.add(box.mixed(parts), reached[i]);
            return true;
        });
    });
    if (stop.stop_requested()) return std::nullopt;
    Bits always = covering.none();
    if (white) {
        Parts pure(tubes.size() + 1);
        pure.back() = 1;
        covering.add(box.mixed(pure), always);
    }
    std::map<std::vector<std::size_t>, std::size_t> place;
    for (std::size_t i = 0; i < choices.size(); ++i) place[choices[i]] = i;

    std::optional<FewestTubes> best;
    for (std::size_t count = 1; count <= std::min(kMostChosenTubes, tubes.size()); ++count) {
        for_each_set(tubes.size(), count, [&](const std::vector<std::size_t>& set) {
            Bits all = always;
            for (std::size_t some = 1; some <= std::min(kMostTubes, count); ++some)
                for_each_set(count, some, [&](const std::vector<std::size_t>& places) {
                    std::vector<std::size_t> choice;
                    for (const std::size_t p : places) choice.push_back(set[p]);
                    const Bits& more = reached[place.at(choice)];
                    for (std::size_t w = 0; w < all.size(); ++w) all[w] |= more[w];
                });
            const double missed = covering.missed(all);
            if (!best || missed < best->missed - 1e-12) best = FewestTubes{set, missed};
        });
        if (best->missed <= misses || stop.stop_requested()) break;
    }
    return stop.stop_requested() ? std::nullopt : best;
}

}  // namespace underpaint
