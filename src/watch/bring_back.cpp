// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/bring_back.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numeric>

#include "blend/lay.h"
#include "colour/intensity.h"
#include "palette/hex.h"
#include "render/readings.h"
#include "terms/verdict.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostTried = 20'000;  // pixels that a correction is fitted to
constexpr std::size_t kMostPoints = 5;      // points of a curve, between its ends
constexpr double kHelps = 0.8;
/// From this share of the whole change on a part is mended by itself.
constexpr double kMostOfIt = 0.6;

float whole_level(double v) {
    return static_cast<float>(std::round(255 * std::clamp(v, 0.0, 1.0)) / 255);
}

/// Some pixels of the place, evenly spread over it.
struct Tried {
    RgbBlock before, now;
    std::vector<float> was, is;
};

Tried some_of(const StatePair& pair, const FloatBlock& place) {
    std::vector<std::size_t> inside;
    for (std::size_t i = 0; i < place.samples().size(); ++i)
        if (place.samples()[i] > 0.5F) inside.push_back(i);
    const std::size_t every = std::max<std::size_t>(1, inside.size() / kMostTried);
    const auto count = static_cast<int>((inside.size() + every - 1) / every);
    Tried tried{RgbBlock({0, 0, count, 1}), RgbBlock({0, 0, count, 1}), {}, {}};
    for (std::size_t n = 0; n < inside.size(); n += every) {
        const std::size_t i = inside[n], at = n / every;
        for (const auto& [from, to] :
             {std::pair(&pair.before, &tried.before), std::pair(&pair.now, &tried.now)}) {
            to->all().r[at] = from->all().r[i];
            to->all().g[at] = from->all().g[i];
            to->all().b[at] = from->all().b[i];
        }
        tried.was.push_back(pair.was.samples()[i]);
        tried.is.push_back(pair.is.samples()[i]);
    }
    return tried;
}

Rgb colour_at(const RgbBlock& block, std::size_t i) {
    return {block.all().r[i], block.all().g[i], block.all().b[i]};
}

/// A way as what it makes of a pixel, without the mask.
Rgb tried_on(const CurveWay& way, Rgb, Rgb now) {
    const auto channel = [&](float v) {
        return static_cast<float>(curve_at(way.points, static_cast<double>(v)));
    };
    return {channel(now.r), channel(now.g), channel(now.b)};
}
Rgb tried_on(const StrengthWay& way, Rgb before, Rgb now) {
    const auto mixed = [&](float from, float to) {
        return from + static_cast<float>(way.strength) * (to - from);
    };
    return {mixed(before.r, now.r), mixed(before.g, now.g), mixed(before.b, now.b)};
}
Rgb tried_on(const LaidWay& way, Rgb, Rgb now) {
    return blend(way.blend, now, way.colour);
}

/// The steps of pixels after a way. \param place null: all of them are inside
template <class What>
FloatBlock steps_after(const What& what, const RgbBlock& before, const RgbBlock& now,
                       const FloatBlock* place, Reader reader) {
    RgbBlock made(now.area());
    const std::size_t count = now.all().r.size();
    for (std::size_t i = 0; i < count; ++i) {
        const Rgb from = colour_at(now, i);
        const float share = place == nullptr ? 1 : place->samples()[i];
        const Rgb to = share > 0 ? tried_on(what, colour_at(before, i), from) : from;
        made.all().r[i] = from.r + share * (to.r - from.r);
        made.all().g[i] = from.g + share * (to.g - from.g);
        made.all().b[i] = from.b + share * (to.b - from.b);
    }
    return steps_of(made, reader);
}

/// 95 % of what two sets of steps differ by, inside a place.
double differs(std::span<const float> a, std::span<const float> b,
               const FloatBlock* place = nullptr) {
    std::vector<float> apart;
    for (std::size_t i = 0; i < a.size(); ++i)
        if (place == nullptr || place->samples()[i] > 0.5F) apart.push_back(std::abs(a[i] - b[i]));
    return at_share(std::move(apart), 0.95);
}

/// Values that never fall, as near as can be to some: pool adjacent violators.
void make_rising(std::vector<double>& values) {
    struct Block {
        double sum;
        std::size_t count;
        double mean() const { return sum / static_cast<double>(count); }
    };
    std::vector<Block> blocks;
    for (const double each : values) {
        blocks.push_back({each, 1});
        while (blocks.size() > 1 && blocks[blocks.size() - 2].mean() > blocks.back().mean()) {
            const Block last = blocks.back();
            blocks.pop_back();
            blocks.back() = {blocks.back().sum + last.sum, blocks.back().count + last.count};
        }
    }
    values.clear();
    for (const Block& each : blocks) values.insert(values.end(), each.count, each.mean());
}

/// Pixels of one stretch of values.
struct Stretch {
    double in = 0, out = 0;
    std::vector<std::size_t> pixels;
};

double grey_of(float step) {
    return static_cast<double>(encoded_grey_of(lightness_of_step(step)));
}

std::vector<Stretch> stretches_of(const Tried& tried) {
    std::vector<std::size_t> order(tried.is.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::ranges::stable_sort(order, {}, [&](std::size_t i) { return tried.is[i]; });
    std::vector<Stretch> stretches;
    for (std::size_t n = 0; n < kMostPoints; ++n) {
        Stretch made;
        for (std::size_t i = n * order.size() / kMostPoints;
             i < (n + 1) * order.size() / kMostPoints; ++i)
            made.pixels.push_back(order[i]);
        if (made.pixels.empty()) continue;
        for (const std::size_t i : made.pixels) {
            made.in += grey_of(tried.is[i]);
            made.out += grey_of(tried.was[i]);
        }
        const auto count = static_cast<double>(made.pixels.size());
        made.in /= count, made.out /= count;
        // Of points that lie close together one is enough.
        if (!stretches.empty() && made.in - stretches.back().in < 8.0 / 255) continue;
        stretches.push_back(std::move(made));
    }
    return stretches;
}

CurveWay curve_through(const std::vector<Stretch>& stretches) {
    std::vector<double> outs;
    for (const Stretch& each : stretches) outs.push_back(each.out);
    make_rising(outs);
    CurvePoints points{{0, 0}};
    for (std::size_t i = 0; i < outs.size(); ++i)
        points.push_back({whole_level(stretches[i].in), whole_level(outs[i])});
    points.push_back({1, 1});
    std::erase_if(points, [&](const CurvePoint& each) {
        return &each != &points.front() && &each != &points.back() &&
               (each.in < 2.0F / 255 || each.in > 253.0F / 255);
    });
    return {std::move(points)};
}

/// Of greys a curve does exactly what its points say; of colours their channels bend each for
/// itself, so that it is corrected by what it was seen to do.
CurveWay fitted_curve(const Tried& tried, Reader reader) {
    constexpr int kRounds = 3;
    std::vector<Stretch> stretches = stretches_of(tried);
    CurveWay way = curve_through(stretches);
    for (int round = 0; round < kRounds; ++round) {
        const FloatBlock made = steps_after(way, tried.before, tried.now, nullptr, reader);
        for (Stretch& each : stretches) {
            double off = 0;
            for (const std::size_t i : each.pixels)
                off += static_cast<double>(made.samples()[i] - tried.was[i]);
            off /= static_cast<double>(each.pixels.size());
            const Rgb out = grey(static_cast<float>(each.out));
            const double step = static_cast<double>(step_of(read(Reader::lightness, out))) - off;
            each.out = grey_of(static_cast<float>(std::clamp(step, 1.0, 9.0)));
        }
        way = curve_through(stretches);
    }
    return way;
}

StrengthWay fitted_strength(const Tried& tried, double differs_now, Reader reader) {
    const double wanted = std::min(kHeldDrift, differs_now / 2);
    for (int twentieths = 19; twentieths > 0; --twentieths) {
        const StrengthWay way{twentieths / 20.0};
        const FloatBlock made = steps_after(way, tried.before, tried.now, nullptr, reader);
        if (differs(made.samples(), tried.was) <= wanted) return way;
    }
    return {0};
}

/// Multiply takes back what became lighter, screen what became darker: the grey that does it on the
/// whole, in whole levels.
LaidWay fitted_colour(const Tried& tried, Reader reader) {
    const auto mean = [](std::span<const float> steps) {
        return std::accumulate(steps.begin(), steps.end(), 0.0) /
               static_cast<double>(std::max<std::size_t>(1, steps.size()));
    };
    const double wanted = mean(tried.was);
    LaidWay way{mean(tried.is) > wanted ? BlendMode::multiply : BlendMode::screen, {}};
    int low = 0, high = 255;
    while (low < high) {
        const int middle = (low + high) / 2;
        way.colour = grey(static_cast<float>(middle) / 255);
        const FloatBlock made = steps_after(way, tried.before, tried.now, nullptr, reader);
        if (mean(made.samples()) < wanted)
            low = middle + 1;
        else
            high = middle;
    }
    way.colour = grey(static_cast<float>(low) / 255);
    return way;
}

std::optional<BringBack> brought_back(const StatePair& pair, std::optional<PartChange> part,
                                      FloatBlock place, Reader reader,
                                      const std::stop_token& stop) {
    BringBack found{std::move(part), std::move(place), 0, 0, {}};
    found.differs = differs(pair.is.samples(), pair.was.samples(), &found.place);
    found.value = differs(pair.is.samples(), pair.ground.sealed.samples());
    const Tried tried = some_of(pair, found.place);
    if (tried.is.empty()) return std::nullopt;
    const auto add = [&](auto what) {
        const FloatBlock made = steps_after(what, pair.before, pair.now, &found.place, reader);
        const double left = differs(made.samples(), pair.was.samples(), &found.place);
        if (left <= kHelps * found.differs)
            found.ways.push_back(
                {what, left, differs(made.samples(), pair.ground.sealed.samples())});
    };
    add(fitted_curve(tried, reader));
    if (stop.stop_requested()) return std::nullopt;
    add(fitted_colour(tried, reader));
    if (stop.stop_requested()) return std::nullopt;
    std::ranges::stable_sort(found.ways, {}, &Way::left);
    // A lower strength always helps, but also takes back what was wanted: it comes last.
    add(fitted_strength(tried, found.differs, reader));
    return found;
}

FloatBlock inside_part(FloatBlock place, const ComparedGround& ground, std::uint32_t part) {
    for (std::size_t i = 0; i < place.samples().size(); ++i)
        if (ground.part[i] != part) place.samples()[i] = 0;
    return place;
}

}  // namespace

FloatBlock changed_place(const StatePair& pair) {
    FloatBlock place = seen_change(pair);
    constexpr auto seen = static_cast<float>(kSeenChange);
    for (float& each : place.samples()) each = smoothstep(seen / 2, seen, std::abs(each));
    return place;
}

std::optional<BringBack> bring_back(const StatePair& pair, const std::vector<PartChange>& changes,
                                    const Painting& painting, Reader reader,
                                    const std::stop_token& stop) {
    if (changes.empty()) return std::nullopt;
    const FloatBlock all = changed_place(pair);
    const PartChange& most = changes.front();
    double whole = 0;
    for (const PartChange& each : changes) whole += weight_of(each);
    if (weight_of(most) < kMostOfIt * whole)
        return brought_back(pair, std::nullopt, all, reader, stop);
    const auto at = std::ranges::find(painting.parts, most.part, &Part::id);
    const std::ptrdiff_t place = at == painting.parts.end() ? 0 : at - painting.parts.begin() + 1;
    return brought_back(
        pair, most, inside_part(all, pair.ground, static_cast<std::uint32_t>(place)), reader, stop);
}

std::string in_words(const Way& way, const BringBack& found, const Painting& painting) {
    const std::string place = found.part ? place_of(*found.part, painting) : "all that changed";
    struct Words {
        const std::string& place;
        std::string operator()(const CurveWay& curve) const {
            std::string points;
            for (const CurvePoint& each : curve.points)
                if (each != curve.points.front() && each != curve.points.back())
                    points += fmt::format("{}{:.0f} to {:.0f}", points.empty() ? "" : ", ",
                                          255 * each.in, 255 * each.out);
            return fmt::format("A curve on {} through {}", place, points);
        }
        std::string operator()(const StrengthWay& strength) const {
            return strength.strength == 0
                       ? "What was laid on " + place + " taken back"
                       : fmt::format("What was laid on {} at {:.0f}% of its strength", place,
                                     100 * strength.strength);
        }
        std::string operator()(const LaidWay& laid) const {
            return fmt::format("{} laid on {} in {}", hex(laid.colour), place,
                               text_of(laid.blend).label);
        }
    };
    return std::visit(Words{place}, way.what);
}

}  // namespace underpaint
