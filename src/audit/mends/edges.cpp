// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/mends/laying.h"
#include "audit/value_mends.h"
#include "terms/parameter.h"

namespace underpaint {

double median_width(std::vector<EdgePoint> edges) {
    if (edges.empty()) return 0;
    const auto middle = edges.begin() + static_cast<std::ptrdiff_t>(edges.size() / 2);
    std::ranges::nth_element(edges, middle, {}, &EdgePoint::width);
    return middle->width;
}

std::optional<Mend> mend_edges(const Painting& painting, const ValuesAudit& figures,
                               const std::vector<EdgePoint>& edges, const std::string& whose,
                               double wanted) {
    const double width = median_width(edges);
    if (edges.empty() || width >= wanted) return std::nullopt;
    // Variances of blurs add up; an edge blurred by sigma is 2.5 sigma wide (see EdgeMap).
    const double scale = figures.viewing.scale, viewing_pixels = scale * figures.viewing.pixel;
    const double sigma = std::hypot(std::sqrt(wanted * wanted - width * width) / 2.507,
                                    hidden_blur(figures.viewing.pixel)) /
                         viewing_pixels;
    Picture mask(painting.size(), Channels::grey, Depth::bits8);
    for (const EdgePoint& p : edges)
        stamp(mask, {(p.x + 0.5) / scale, (p.y + 0.5) / scale}, 2.5 * wanted / viewing_pixels);
    Pass pass = value_pass("Soften " + whose,
                           Sharpness{kSharpnessRadius.clamp(static_cast<float>(sigma)), -1},
                           Intent::reshape);
    pass.reach.painted = share(std::move(mask));
    return laying("Soften them",
                  fmt::format("Would widen them from {:.1f} to about {:.1f} px", width, wanted),
                  std::move(pass));
}

}  // namespace underpaint
