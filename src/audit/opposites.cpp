// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/opposites.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <optional>

#include "colour/intensity.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

struct Direction {
    double x, y;
};

std::array<Direction, 32> directions() {
    std::array<Direction, 32> made{};
    for (std::size_t i = 0; i < made.size(); ++i) {
        const double angle = 2 * std::numbers::pi * static_cast<double>(i) / made.size();
        made[i] = {std::cos(angle), std::sin(angle)};
    }
    return made;
}

/// The colours of a picture as far as they matter here.
class Field {
public:
    explicit Field(const ColourBlocks& colours)
        : size_(colours.a.area().size()), a_(colours.a.samples()), b_(colours.b.samples()) {
        const auto intensities = colours.intensity.samples();
        strengths_.resize(intensities.size());
        for (std::size_t i = 0; i < strengths_.size(); ++i)
            strengths_[i] = strength(intensities[i], std::hypot(a_[i], b_[i]));
    }
    Size size() const { return size_; }
    bool has(int x, int y) const { return x >= 0 && y >= 0 && x < size_.width && y < size_.height; }
    bool strong(int x, int y) const { return strengths_[index(x, y)] >= kStrongOpposite; }
    bool grey(int x, int y) const { return strengths_[index(x, y)] < kGreyBetween; }
    /// More than 90 degrees of hue apart.
    bool opposite(int x, int y, int other_x, int other_y) const {
        const std::size_t i = index(x, y), k = index(other_x, other_y);
        return a_[i] * a_[k] + b_[i] * b_[k] < 0;
    }
    /// It is strong, and something beside it is not, or is its opposite.
    bool at_border(int x, int y) const {
        if (!strong(x, y)) return false;
        constexpr std::array<std::array<int, 2>, 4> beside{{{1, 0}, {-1, 0}, {0, 1}, {0, -1}}};
        return std::ranges::any_of(beside, [&](const auto& to) {
            const int bx = x + to[0], by = y + to[1];
            return has(bx, by) && (!strong(bx, by) || opposite(x, y, bx, by));
        });
    }

private:
    std::size_t index(int x, int y) const {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.width) +
               static_cast<std::size_t>(x);
    }
    Size size_;
    std::span<const float> a_, b_;
    std::vector<float> strengths_;
};

/// The opposite that a pixel meets along a way, and how many steps off; a step is as long as a
/// pixel.
struct Met {
    int x, y, steps;
};
std::optional<Met> met_along(const Field& field, int x, int y, const Direction& to, double pixel) {
    const int most = std::max(1, static_cast<int>(std::ceil(kFarthestMeeting / pixel)));
    double greys = 0;
    for (int step = 1; step <= most && greys < kLeastBridge; ++step) {
        const int at_x = x + static_cast<int>(std::lround(step * to.x));
        const int at_y = y + static_cast<int>(std::lround(step * to.y));
        if (!field.has(at_x, at_y)) return std::nullopt;
        if (field.strong(at_x, at_y)) {
            if (!field.opposite(x, y, at_x, at_y)) return std::nullopt;
            return Met{at_x, at_y, step};
        }
        if (field.grey(at_x, at_y)) greys += pixel;
    }
    return std::nullopt;
}

/// The nearest opposite that a pixel meets. The border lies across the mean of all ways to one,
/// where short ones count more; a straight border has one pixel a row or a column, whichever it
/// crosses more of.
std::optional<MeetingPixel> meeting_at(const Field& field, int x, int y, double pixel) {
    static const auto kDirections = directions();
    std::optional<Met> nearest;
    Direction across{0, 0};
    for (const Direction& to : kDirections) {
        const auto met = met_along(field, x, y, to, pixel);
        if (!met) continue;
        if (!nearest || met->steps < nearest->steps) nearest = met;
        const double weight = 1 / (static_cast<double>(met->steps) * met->steps);
        across.x += weight * to.x, across.y += weight * to.y;
    }
    if (!nearest) return std::nullopt;
    const double size = std::hypot(across.x, across.y);
    const double most = std::max(std::fabs(across.x), std::fabs(across.y));
    return MeetingPixel{x, y, nearest->x, nearest->y, most > 0 ? pixel * size / most : pixel};
}

}  // namespace

std::vector<MeetingPixel> meetings_of_opposites(const ColourBlocks& colours, double pixel) {
    const Field field(colours);
    std::vector<std::vector<MeetingPixel>> rows(static_cast<std::size_t>(field.size().height));
    in_parallel(0, field.size().height, [&](int y) {
        for (int x = 0; x < field.size().width; ++x)
            if (field.at_border(x, y))
                if (const auto meeting = meeting_at(field, x, y, pixel))
                    rows[static_cast<std::size_t>(y)].push_back(*meeting);
    });
    std::vector<MeetingPixel> all;
    for (const auto& row : rows) all.insert(all.end(), row.begin(), row.end());
    return all;
}

double length_of(const std::vector<MeetingPixel>& meetings) {
    double both = 0;
    for (const MeetingPixel& meeting : meetings) both += meeting.length;
    return both / 2;
}

}  // namespace underpaint
