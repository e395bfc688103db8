// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/part_tones.h"

#include "audit/step_histogram.h"
#include "render/readings.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kTonesSide = 300;     // long side of the copy
constexpr float kInside = 0.5F;     // coverage above which a pixel counts as the part's
constexpr std::size_t kLeast = 24;  // pixels that a part needs

struct Mean {
    double r = 0, g = 0, b = 0, count = 0;
    void add(Rgb c) { r += c.r, g += c.g, b += c.b, ++count; }
    Rgb colour() const {
        const double n = count > 0 ? count : 1;
        return {static_cast<float>(r / n), static_cast<float>(g / n), static_cast<float>(b / n)};
    }
};

}  // namespace

std::optional<std::vector<PartTones>> part_tones(const Painting& painting, std::size_t upto,
                                                 const std::stop_token& stop) {
    const int level = level_for(painting.size(), kTonesSide);
    const View view = whole_at(painting.size(), shrink_of_level(level));
    const auto sealed = render_view(painting, 0, view, stop);
    const auto now = sealed ? render_view(painting, upto, view, stop) : std::nullopt;
    if (!now) return std::nullopt;
    const FloatBlock steps = steps_of(*sealed, Reader::lightness);
    const ConstRgbRow colours = now->all();
    std::vector<PartTones> tones;
    std::vector<float> mask(steps.samples().size());
    for (const Part& part : painting.parts) {
        if (part.hidden) continue;
        part.mask->level(level)->read_channel(0, view.area, mask);
        std::vector<float> inside;
        for (std::size_t i = 0; i < mask.size(); ++i)
            if (mask[i] >= kInside) inside.push_back(steps.samples()[i]);
        if (inside.size() < kLeast) continue;
        StepHistogram histogram;
        histogram.add(inside);
        const auto split = static_cast<float>(histogram.otsu_split());
        Mean shadows, lights;
        for (std::size_t i = 0; i < mask.size(); ++i)
            if (mask[i] >= kInside) (steps.samples()[i] < split ? shadows : lights).add(colours[i]);
        if (shadows.count > 0 && lights.count > 0)
            tones.push_back({part.id, shadows.colour(), lights.colour()});
    }
    return tones;
}

}  // namespace underpaint
