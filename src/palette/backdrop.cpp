// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/backdrop.h"

#include <array>
#include <cmath>
#include <unordered_map>

namespace underpaint {
namespace {

constexpr std::uint32_t kLevels = 1 << 16;  // neighbouring 8-bit levels are 257 apart

std::uint32_t level_of(float v) {
    return static_cast<std::uint32_t>(std::lround(v * (kLevels - 1)));
}
float of_level(std::uint32_t level) {
    return static_cast<float>(level) / (kLevels - 1);
}

class GreyCounts {
public:
    void add(float grey, float coverage) {
        if (coverage >= 1) {
            ++whole_[level_of(grey)];
        } else if (coverage > 0) {
            ++border_[level_of(grey) * kLevels + level_of(coverage)];
        }
    }
    void take_into(Backdrop& to) const {
        for (std::uint32_t level = 0; level < kLevels; ++level)
            if (whole_[level] > 0) add_to(to, of_level(level), 1, whole_[level]);
        for (const auto& [key, count] : border_)
            add_to(to, of_level(key / kLevels), of_level(key % kLevels), count);
    }

private:
    static void add_to(Backdrop& to, float grey, float coverage, std::uint64_t count) {
        for (auto* channel : {&to.r, &to.g, &to.b}) channel->push_back(grey);
        to.coverage.push_back(coverage);
        to.pixels.push_back(count);
    }

    std::vector<std::uint64_t> whole_ = std::vector<std::uint64_t>(kLevels);
    std::unordered_map<std::uint32_t, std::uint64_t> border_;
};

}  // namespace

std::optional<Backdrop> backdrop_of(const Picture& seal, const Picture* part,
                                    const std::stop_token& stop) {
    const auto [width, height] = seal.size();
    Backdrop made;
    made.picture = static_cast<std::uint64_t>(seal.size().area());
    made.grey = is_neutral(seal);
    GreyCounts counts;
    std::vector<float> coverage(static_cast<std::size_t>(width), 1.0F);
    RgbBlock row;
    for (int y = 0; y < height; ++y) {
        if (stop.stop_requested()) return std::nullopt;
        if (part != nullptr) part->read_channel(0, 0, y, coverage);
        if (made.grey) {
            row.reshape({0, y, width, 1});
            const auto greys = row.all().r;
            seal.read_channel(0, 0, y, greys);
            for (std::size_t x = 0; x < greys.size(); ++x) counts.add(greys[x], coverage[x]);
            continue;
        }
        row.reshape({0, y, width, 1});
        seal.read_rgb(row);
        const ConstRgbRow pixels = std::as_const(row).all();
        for (std::size_t x = 0; x < coverage.size(); ++x) {
            if (!(coverage[x] > 0)) continue;
            made.r.push_back(pixels.r[x]), made.g.push_back(pixels.g[x]),
                made.b.push_back(pixels.b[x]);
            made.coverage.push_back(coverage[x]);
            made.pixels.push_back(1);
        }
    }
    if (made.grey) counts.take_into(made);
    return made;
}

Backdrop backdrop_of(const RgbBlock& pixels, const FloatBlock& part) {
    Backdrop made;
    made.picture = static_cast<std::uint64_t>(pixels.area().size().area());
    made.grey = false;
    const ConstRgbRow all = pixels.all();
    const auto covered = part.samples();
    for (std::size_t i = 0; i < all.r.size(); ++i) {
        const float coverage = covered.empty() ? 1 : covered[i];
        if (!(coverage > 0)) continue;
        made.r.push_back(all.r[i]), made.g.push_back(all.g[i]), made.b.push_back(all.b[i]);
        made.coverage.push_back(coverage);
        made.pixels.push_back(1);
    }
    return made;
}

}  // namespace underpaint
