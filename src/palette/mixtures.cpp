// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/mixtures.h"

#include <cmath>

#include "palette/mixing.h"

namespace underpaint {

PaintBox::PaintBox(const TubeSet& set) : tubes_(set.tubes.size()) {
    const auto add = [&](const Tube& tube) {
        Paint paint{};
        paint.strength = static_cast<float>(tube.strength);
        const Reflectance surface = solved_reflectance(tube.colour);
        for (std::size_t i = 0; i < kBands; ++i)
            paint.absorption[i] = static_cast<float>(tube.strength * absorption_of(surface[i]));
        paints_.push_back(paint);
    };
    for (const Tube& tube : set.tubes) add(tube);
    if (set.white) add(*set.white);
}

LinearRgb PaintBox::mixed(std::span<const int> parts) const {
    std::array<float, kBands> sum{};
    float whole = 0;
    for (std::size_t p = 0; p < parts.size(); ++p) {
        if (parts[p] == 0) continue;
        const auto amount = static_cast<float>(parts[p]);
        for (std::size_t i = 0; i < kBands; ++i) sum[i] += amount * paints_[p].absorption[i];
        whole += amount * paints_[p].strength;
    }
    if (whole <= 0) return {};
    std::array<float, kBands> surface;
    for (std::size_t i = 0; i < kBands; ++i) {
        const float k = sum[i] / whole;
        surface[i] = 1 / (1 + k + std::sqrt(k * k + 2 * k));
    }
    const LinearRgb colour = colour_of(surface);
    return {unit(colour.r), unit(colour.g), unit(colour.b)};
}

void PaintBox::for_each(std::span<const std::size_t> which, int whole,
                        const std::function<bool(const Parts&)>& each) const {
    Parts parts(paints_.size());
    const auto last = [&](std::size_t tube, int left) {
        // The last tube takes the rest, or leaves some of it to the white.
        for (int part = has_white() ? 1 : left; part <= left; ++part) {
            parts[tube] = part;
            if (has_white()) parts.back() = left - part;
            if (!each(parts)) return false;
        }
        return true;
    };
    const auto n = static_cast<int>(which.size());
    if (n < 1 || n > static_cast<int>(kMostTubes) || whole < n) return;
    if (n == 1) {
        last(which[0], whole);
        return;
    }
    for (int first = 1; first <= whole - n + 1; ++first) {
        parts[which[0]] = first;
        if (n == 2) {
            if (!last(which[1], whole - first)) return;
            continue;
        }
        for (int second = 1; second <= whole - first - 1; ++second) {
            parts[which[1]] = second;
            if (!last(which[2], whole - first - second)) return;
        }
    }
}

std::vector<std::vector<std::size_t>> choices_of(std::size_t tubes) {
    std::vector<std::vector<std::size_t>> choices;
    for (std::size_t a = 0; a < tubes; ++a) choices.push_back({a});
    for (std::size_t a = 0; a < tubes; ++a)
        for (std::size_t b = a + 1; b < tubes; ++b) choices.push_back({a, b});
    for (std::size_t a = 0; a < tubes; ++a)
        for (std::size_t b = a + 1; b < tubes; ++b)
            for (std::size_t c = b + 1; c < tubes; ++c) choices.push_back({a, b, c});
    return choices;
}

}  // namespace underpaint
