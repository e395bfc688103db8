// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/rivals.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <map>

#include "audit/disc_steps.h"
#include "audit/discs.h"
#include "raster/in_parallel.h"
#include "render/cores.h"

namespace underpaint {
namespace {

constexpr std::int64_t kSmallPicture = 64 * 64;  // viewing pixels

/// Evenly spread places for discs along one side, from border to border.
struct Places {
    double first, spacing;
    int count;

    Places(int length, double radius) : first(length / 2.0), spacing(1), count(1) {
        const double free = length - 2 * radius;
        if (free <= 0) return;
        const double widest = std::max(radius / 2, 1.0);
        count = static_cast<int>(std::ceil(free / widest - 1e-9)) + 1;
        first = radius;
        spacing = free / (count - 1);
    }
};

bool clear_of(const Point& centre, double radius, double scale, std::span<const Focus> foci) {
    return std::ranges::all_of(foci, [&](const Focus& focus) {
        return distance(centre, {focus.centre.x * scale, focus.centre.y * scale}) >= 2 * radius;
    });
}

/// Whether a disc may compete: wholly on the picture where it fits, and clear of the foci. In
/// viewing pixels.
class Ground {
public:
    Ground(const ContrastGrid& grid, double scale, std::span<const Focus> foci)
        : grid_(grid), scale_(scale), foci_(foci) {}

    bool allows(const Point& at) const {
        constexpr double rounding = 1e-6;
        const double right = grid_.left + (grid_.columns - 1) * grid_.across;
        const double bottom = grid_.top + (grid_.rows - 1) * grid_.down;
        return at.x >= grid_.left - rounding && at.x <= right + rounding &&
               at.y >= grid_.top - rounding && at.y <= bottom + rounding &&
               clear_of(at, grid_.radius, scale_, foci_);
    }

private:
    const ContrastGrid& grid_;
    double scale_;
    std::span<const Focus> foci_;
};

/// The strongest first; of those that are as strong the first.
void keep_strongest(std::vector<Rival>& places, std::size_t most) {
    std::ranges::stable_sort(places, std::greater(), &Rival::contrast);
    if (places.size() > most) places.resize(most), places.shrink_to_fit();
}

/// Steps in 256 bins and every so many rows only: a quick look at many more discs than the grid
/// has.
class QuickLook {
public:
    explicit QuickLook(const FloatBlock& steps)
        : size_(steps.area().size()), bins_(steps.samples().size()) {
        std::ranges::transform(steps.samples(), bins_.begin(), [](float step) {
            return static_cast<std::uint8_t>(std::clamp((step - 1) * 31.875F, 0.0F, 255.0F));
        });
    }

    /// The places of an even grid that may have most contrast, the likeliest first.
    std::vector<Point> likeliest(const ContrastGrid& grid, const Ground& ground,
                                 std::size_t most) const {
        const int columns = (grid.columns - 1) * kFiner + 1, rows = (grid.rows - 1) * kFiner + 1;
        std::vector<std::vector<Rival>> found(static_cast<std::size_t>(rows));
        in_parallel(0, rows, [&](int row) {
            Sliding disc(*this, grid.radius);
            for (int column = 0; column < columns; ++column) {
                const Point at{grid.left + column * grid.across / kFiner,
                               grid.top + row * grid.down / kFiner};
                if (!ground.allows(at)) continue;
                disc.move_to(at);
                found[static_cast<std::size_t>(row)].push_back({at, disc.hoped()});
            }
            // A small disc has millions of places: each row keeps only those that may count.
            keep_strongest(found[static_cast<std::size_t>(row)], most);
        });
        std::vector<Rival> all;
        for (const auto& some : found) all.insert(all.end(), some.begin(), some.end());
        keep_strongest(all, most);
        std::vector<Point> places;
        for (const Rival& each : all) places.push_back(each.centre);
        return places;
    }

private:
    static constexpr int kFiner = 4;

    /// A disc that goes along a row of places: only what it leaves and what it comes over is
    /// counted.
    class Sliding {
    public:
        Sliding(const QuickLook& look, double radius)
            : look_(look),
              radius_(radius),
              rows_apart_(std::clamp(static_cast<int>(radius / 12), 1, 6)),
              runs_(static_cast<std::size_t>(look.size_.height)) {}

        /// To a place beside the last one, in the same row.
        void move_to(const Point& at) {
            for_disc_rows(look_.size_, at, radius_,
                          [&](int y, std::size_t left, std::size_t count) {
                              if (y % rows_apart_ != 0) return;
                              Run& run = runs_[static_cast<std::size_t>(y)];
                              const std::size_t end = left + count;
                              add(y, run.left, std::min(run.end, left), -1);
                              add(y, std::max(run.left, end), run.end, -1);
                              add(y, left, std::min(run.left, end), 1);
                              add(y, std::max(run.end, left), end, 1);
                              run = {left, end};
                          });
        }

        /// Between percentiles a little wider than those that count: what a disc nearby may have.
        /// One that is moved by an eighth of its radius changes a few per cent of its pixels.
        double hoped() const {
            constexpr double low = 0.035;
            const auto bin_at = [&](double share) {
                double left = share * count_;
                std::size_t coarse = 0;
                while (coarse + 1 < sums_.size() && left >= sums_[coarse]) left -= sums_[coarse++];
                std::size_t bin = coarse * kPerSum;
                while (bin + 1 < bins_.size() && (left -= bins_[bin]) >= 0) ++bin;
                return static_cast<double>(bin);
            };
            return bin_at(1 - low) - bin_at(low);
        }

    private:
        struct Run {
            std::size_t left = 0, end = 0;
        };

        void add(int y, std::size_t from, std::size_t to, int by) {
            if (from >= to) return;
            const std::size_t row =
                static_cast<std::size_t>(y) * static_cast<std::size_t>(look_.size_.width);
            for (std::size_t i = row + from; i < row + to; ++i) {
                const std::size_t bin = look_.bins_[i];
                bins_[bin] += by;
                sums_[bin / kPerSum] += by;
            }
            count_ += by * static_cast<int>(to - from);
        }

        const QuickLook& look_;
        double radius_;
        int rows_apart_;
        std::vector<Run> runs_;
        static constexpr std::size_t kPerSum = 16;
        std::array<int, 256> bins_{};
        std::array<int, 256 / kPerSum> sums_{};  ///< of so many bins each, to find a share faster
        int count_ = 0;
    };

    Size size_;
    std::vector<std::uint8_t> bins_;
};

/// Looks between the places of the grid for better ones: around the strongest at half its spacing,
/// around the strongest of all those at half of that, and so on. Adds what it looks at.
void refine(std::vector<Rival>& places, const BinnedSteps& steps, Size size,
            const ContrastGrid& grid, const Ground& ground) {
    // Of the strongest contrast. A better place is at most half a spacing from one with this much.
    constexpr double worth_it = 0.87;
    constexpr std::size_t most[] = {32, 10, 6, 4};
    constexpr double least = 0.75;
    double across = grid.across / 4, down = grid.down / 4;
    for (std::size_t round = 0; std::max(across, down) >= least; ++round) {
        if (places.empty()) return;
        std::ranges::stable_sort(places, std::greater(), &Rival::contrast);
        const double enough = worth_it * places.front().contrast;
        std::vector<Point> around;
        const std::size_t count = std::min(most[std::min<std::size_t>(round, 3)], places.size());
        for (std::size_t i = 0; i < count && places[i].contrast >= enough; ++i)
            for (const int dy : {-1, 0, 1})
                for (const int dx : {-1, 0, 1}) {
                    const Point at{places[i].centre.x + dx * across,
                                   places[i].centre.y + dy * down};
                    if ((dx != 0 || dy != 0) && ground.allows(at)) around.push_back(at);
                }
        const std::size_t known = places.size();
        places.resize(known + around.size());
        in_parallel(std::size_t{0}, around.size(), [&](std::size_t i) {
            places[known + i] = {around[i],
                                 contrast_in(steps, size, around[i], grid.radius).value_or(0)};
        });
        across /= 2, down /= 2;
    }
}

}  // namespace

namespace {

/// The grid without its contrasts.
ContrastGrid laid_out(const ViewingSteps& viewing, double radius) {
    const Rect& area = viewing.steps.area();
    ContrastGrid grid;
    grid.radius = radius * viewing.scale;
    const Places across(area.width, grid.radius), down(area.height, grid.radius);
    grid.left = across.first, grid.across = across.spacing, grid.columns = across.count;
    grid.top = down.first, grid.down = down.spacing, grid.rows = down.count;
    return grid;
}

/// Contrasts of some places.
std::vector<Rival> measured_at(const std::vector<Point>& places, const BinnedSteps& steps,
                               Size size, double radius) {
    std::vector<Rival> measured(places.size());
    in_parallel(std::size_t{0}, places.size(), [&](std::size_t i) {
        measured[i] = {places[i], contrast_in(steps, size, places[i], radius).value_or(0)};
    });
    return measured;
}

/// The places that are likeliest to have most contrast, between those of the grid too, and what is
/// better around them.
std::vector<Rival> looked_for(const ViewingSteps& viewing, const BinnedSteps& steps,
                              const ContrastGrid& grid, const Ground& ground,
                              std::vector<Rival> known = {}) {
    constexpr std::size_t hopes = 128;
    const Size size = viewing.steps.area().size();
    const auto places = measured_at(QuickLook(viewing.steps).likeliest(grid, ground, hopes), steps,
                                    size, grid.radius);
    known.insert(known.end(), places.begin(), places.end());
    // One pixel is a large share of a small disc, so in small pictures every place is measured.
    if (size.area() <= kSmallPicture) {
        std::vector<Point> all;
        for (double y = 0; y <= size.height; y += 0.25)
            for (double x = 0; x <= size.width; x += 0.25)
                if (const Point at{x, y}; ground.allows(at)) all.push_back(at);
        const auto everywhere = measured_at(all, steps, size, grid.radius);
        known.insert(known.end(), everywhere.begin(), everywhere.end());
    }
    refine(known, steps, size, grid, ground);
    return known;
}

}  // namespace

ContrastGrid contrast_grid(const ViewingSteps& viewing, double radius) {
    ContrastGrid grid = laid_out(viewing, radius);
    const Size size = viewing.steps.area().size();
    grid.contrast.resize(static_cast<std::size_t>(grid.columns) * grid.rows);
    const BinnedSteps steps(viewing.steps);
    in_parallel(0, grid.rows, [&](int row) {
        for (int column = 0; column < grid.columns; ++column)
            grid.contrast[grid.index(column, row)] =
                contrast_in(steps, size, grid.centre(column, row), grid.radius).value_or(0);
    });
    return grid;
}

std::vector<Rival> competitors(const ContrastGrid& grid, double scale,
                               std::span<const Focus> foci) {
    std::vector<Rival> places;
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column) {
            const Point c = grid.centre(column, row);
            if (clear_of(c, grid.radius, scale, foci))
                places.push_back(
                    {{c.x / scale, c.y / scale}, grid.contrast[grid.index(column, row)]});
        }
    return places;
}

namespace {

Point in_picture(const Point& viewing_pixels, const ViewingSteps& viewing) {
    return {viewing_pixels.x / viewing.scale, viewing_pixels.y / viewing.scale};
}

/// Of those around the strongest that are as strong the one in their middle.
Rival middle_of_best(const std::vector<Rival>& places, double radius) {
    const Rival best = *std::ranges::max_element(places, {}, &Rival::contrast);
    const auto is_as_strong = [&](const Rival& place) {
        return place.contrast == best.contrast && distance(place.centre, best.centre) <= 2 * radius;
    };
    Point sum;
    double count = 0;
    for (const Rival& place : places)
        if (is_as_strong(place)) sum = {sum.x + place.centre.x, sum.y + place.centre.y}, ++count;
    const Point middle{sum.x / count, sum.y / count};
    Rival nearest = best;
    for (const Rival& place : places)
        if (is_as_strong(place) &&
            distance(place.centre, middle) < distance(nearest.centre, middle))
            nearest = place;
    return nearest;
}

/// The strongest, then the strongest of those that don't overlap it by half or more, and so on.
std::vector<Rival> apart(std::vector<Rival> places, double radius) {
    std::ranges::stable_sort(places, std::greater(), &Rival::contrast);
    std::vector<Rival> kept;
    // Found places are sorted into squares as wide as the radius: only neighbouring squares can
    // hold a place that is too close.
    std::map<std::pair<int, int>, std::vector<Point>> by_square;
    const auto square_of = [&](double at) { return static_cast<int>(std::floor(at / radius)); };
    for (const Rival& place : places) {
        const int column = square_of(place.centre.x), row = square_of(place.centre.y);
        bool clear = true;
        for (int r = row - 1; r <= row + 1 && clear; ++r)
            for (int c = column - 1; c <= column + 1 && clear; ++c)
                if (const auto square = by_square.find({r, c}); square != by_square.end())
                    clear = std::ranges::all_of(square->second, [&](const Point& other) {
                        return distance(place.centre, other) > radius;
                    });
        if (!clear) continue;
        by_square[{row, column}].push_back(place.centre);
        kept.push_back(place);
    }
    return kept;
}

}  // namespace

std::vector<Rival> find_rivals(const ViewingSteps& viewing, const ContrastGrid& grid,
                               std::span<const Focus> foci, Search search) {
    const Ground ground(grid, viewing.scale, foci);
    std::vector<Rival> places;
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column)
            if (const Point at = grid.centre(column, row); ground.allows(at))
                places.push_back({at, grid.contrast[grid.index(column, row)]});
    if (search == Search::thorough)
        places = looked_for(viewing, BinnedSteps(viewing.steps), grid, ground, std::move(places));
    if (places.empty()) return {};
    const Rival best = middle_of_best(places, grid.radius);
    places.insert(places.begin(), best);
    std::vector<Rival> rivals = apart(std::move(places), grid.radius);
    for (Rival& rival : rivals) rival.centre = in_picture(rival.centre, viewing);
    return rivals;
}

std::optional<Rival> best_rival(const ViewingSteps& viewing, std::span<const Focus> foci,
                                double radius, Search search) {
    give_way_to_frames();
    if (search == Search::quick) {
        const auto rivals = find_rivals(viewing, contrast_grid(viewing, radius), foci, search);
        return rivals.empty() ? std::nullopt : std::optional(rivals.front());
    }
    const ContrastGrid grid = laid_out(viewing, radius);
    const Ground ground(grid, viewing.scale, foci);
    const auto places = looked_for(viewing, BinnedSteps(viewing.steps), grid, ground);
    if (places.empty()) return std::nullopt;
    Rival best = middle_of_best(places, grid.radius);
    best.centre = in_picture(best.centre, viewing);
    return best;
}

std::vector<Rival> find_rivals(const ViewingSteps& viewing, std::span<const Focus> foci,
                               double radius) {
    return find_rivals(viewing, contrast_grid(viewing, radius), foci);
}

}  // namespace underpaint
