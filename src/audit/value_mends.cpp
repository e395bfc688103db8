// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/value_mends.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/shapes.h"
#include "colour/reader.h"
#include "painting/changes.h"
#include "painting/parameter.h"
#include "painting/shown_name.h"
#include "painting/value_curves.h"
#include "raster/brush.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kTrialSide = 400;    // long side at which a mend is tried
constexpr int kTrials = 8;         // halvings of the interval
constexpr double kRivalReach = 4;  // radii within which discs belong to one rival

Pass value_pass(std::string name, Source source, Intent intent) {
    Pass pass;
    pass.name = std::move(name);
    pass.source = std::move(source);
    pass.blend = BlendMode::normal;
    pass.intent = intent;
    return pass;
}

Mend laying(std::string label, std::string effect, Pass pass) {
    return {std::move(label), std::move(effect), LayValuePass{std::move(pass)}, {}};
}

Source curve_source(CurvePoints all) {
    return Curve{std::move(all), {}, {}, {}};
}

/// The values of the painting with one more value pass.
std::optional<ValuesAudit> with_laid(const Painting& painting, const Pass& pass, Reader reader,
                                     int side, const std::stop_token& stop) {
    const Painting tried = staged(with_pass(painting, pass, Stage::values), Stage::values);
    return audit_values(tried, {reader, level_for(painting.size(), side), false, false}, stop);
}

/// What `of` comes to is brought to `wanted` by bisection between two amounts; `of` rises with the
/// amount. Nothing when stopped.
template <class Of>
std::optional<double> bisect(double low, double high, double wanted, Of of) {
    for (int i = 0; i < kTrials; ++i) {
        const double middle = (low + high) / 2;
        const std::optional<double> is = of(middle);
        if (!is) return std::nullopt;
        (*is < wanted ? low : high) = middle;
    }
    return (low + high) / 2;
}

/// A disc in a mask: full to three quarters of the radius, then soft.
void stamp(Picture& mask, const Point& at, double radius, bool takes_off = false) {
    BrushStroke(Brush{radius, 0.75, 1, takes_off}).move(mask, {at, 1});
}

}  // namespace

Mend mend_range(const ValuesAudit& figures, const Range& wanted) {
    const Range is = range_of(figures.steps);
    return laying(fmt::format("Set range to {:.1f}–{:.1f}", figures.said(wanted.darkest),
                              figures.said(wanted.lightest)),
                  fmt::format("Would stretch {:.1f}–{:.1f} to {:.1f}–{:.1f}, evenly",
                              figures.said(is.darkest), figures.said(is.lightest),
                              figures.said(wanted.darkest), figures.said(wanted.lightest)),
                  value_pass("Set range", curve_source(range_curve(is, wanted)), Intent::reshape));
}

Mend mend_shares(const ValuesAudit& figures, ShapeCount count, const ShapeShares& wanted) {
    Splits splits;
    double below = 0;
    for (std::size_t i = 0; i + 1 < wanted.size(); ++i)
        splits.push_back(figures.steps.percentile(std::clamp(below += wanted[i], 0.0, 1.0)));
    ShapeSplits held;  // brings them into order
    held.set(count, splits);
    splits = held.of(count);
    std::string label = splits.size() == 1 ? "Move split to" : "Move splits to", shares;
    for (const double& split : splits)
        label += fmt::format("{} {:.1f}", &split == splits.data() ? "" : ",", figures.said(split));
    for (const double share : shape_shares(figures.steps, splits))
        shares += fmt::format("{}{:.0f}%", shares.empty() ? "" : ", ", 100 * share);
    return {label,
            "Would leave the shapes, from the darkest, at " + shares,
            MoveSplits{count, splits},
            {}};
}

std::optional<Mend> mend_key(const ValuesAudit& figures, double wanted) {
    const double median = figures.steps.percentile(0.5), t = (median - 1) / 8;
    if (t <= 0.01 || t >= 0.99) return std::nullopt;
    const double by = (wanted - median) / (4 * t * (1 - t));
    if (std::abs(by) > 2) return std::nullopt;
    const bool lift = by > 0;
    return laying(
        fmt::format("{} all by {:.1f}", lift ? "Lift" : "Deepen", figures.said_width(std::abs(by))),
        fmt::format("Would bring the median step from {:.1f} to {:.1f}", figures.said(median),
                    figures.said(wanted)),
        value_pass(lift ? "Lift all" : "Deepen all", curve_source(shift_curve(by)),
                   lift ? Intent::lift : Intent::deepen));
}

std::optional<Mend> mend_part(const Painting& painting, const ValuesAudit& figures,
                              const Part& part, double wanted, const std::stop_token& stop) {
    const auto found = std::ranges::find(figures.parts, part.id, &PartFigures::part);
    if (found == figures.parts.end() || !found->steps) return std::nullopt;
    const bool lift = wanted > found->steps->mean;
    const std::string name = (lift ? "Lift " : "Deepen ") + shown_name(part.name);
    const auto pass_by = [&](double by) {
        Pass pass =
            value_pass(name, curve_source(shift_curve(by)), lift ? Intent::lift : Intent::deepen);
        pass.reach.parts = {part.id};
        return pass;
    };
    const auto mean_after = [&](double by) -> std::optional<double> {
        const auto tried = with_laid(painting, pass_by(by), figures.reader, kTrialSide, stop);
        if (!tried) return std::nullopt;
        const auto at = std::ranges::find(tried->parts, part.id, &PartFigures::part);
        return at->steps ? std::optional(at->steps->mean) : std::nullopt;
    };
    const auto by = bisect(-2, 2, wanted, mean_after);
    const auto reached = by ? mean_after(*by) : std::nullopt;
    if (!reached || std::abs(*reached - wanted) > 0.1) return std::nullopt;
    return laying(fmt::format("{} to {:.1f}", name, figures.said(wanted)),
                  fmt::format("Would bring its mean from {:.1f} to {:.1f}",
                              figures.said(found->steps->mean), figures.said(*reached)),
                  pass_by(*by));
}

std::optional<Mend> mend_rival(const Painting& painting, const ValuesAudit& figures, double wanted,
                               const std::stop_token& stop) {
    if (!figures.focus || !figures.focus->rival) return std::nullopt;
    const Rival& rival = *figures.focus->rival;
    const auto& foci = painting.plan.foci;
    const double radius = foci.front().radius, scale = figures.viewing.scale;
    const double aim = figures.focus->contrast / wanted;

    // The rival is a place and not just one disc: all around it that compete are squeezed together.
    const auto near = [&](const Point& at) {
        return distance(at, rival.centre) <= kRivalReach * radius;
    };
    Picture mask(painting.size(), Channels::grey, Depth::bits8);
    for (const Rival& place : competitors(contrast_grid(figures.viewing, radius), scale, foci)) {
        if (near(place.centre) && place.contrast > aim) stamp(mask, place.centre, 1.5 * radius);
    }
    stamp(mask, rival.centre, 1.5 * radius);
    for (const Focus& focus : foci) stamp(mask, focus.centre, 1.35 * focus.radius, true);
    const SharedPicture reach = share(std::move(mask));
    // Towards its own middle, so that what is there stays to be seen.
    const auto middle = disc_mean(figures.viewing.steps,
                                  {rival.centre.x * scale, rival.centre.y * scale}, radius * scale);
    if (!middle) return std::nullopt;
    const auto pass_at = [&](double kept) {
        const Range from{*middle - 1, *middle + 1}, to{*middle - kept, *middle + kept};
        Pass pass =
            value_pass("Quiet the rival", curve_source(range_curve(from, to)), Intent::reshape);
        pass.reach.painted = reach;
        return pass;
    };
    const auto contrast_after = [&](double kept) -> std::optional<double> {
        const auto tried = with_laid(painting, pass_at(kept), figures.reader, kViewingSide, stop);
        if (!tried) return std::nullopt;
        double most = 0;
        for (const Rival& place : find_rivals(tried->viewing, foci, radius))
            if (near(place.centre)) most = std::max(most, place.contrast);
        return most;
    };
    const auto kept = bisect(0.05, 1, 0.98 * aim, contrast_after);
    const auto reached = kept ? contrast_after(*kept) : std::nullopt;
    if (!reached || *reached > aim) return std::nullopt;
    return laying(
        "Quiet the rival",
        fmt::format("Would bring its contrast from {:.1f} to {:.1f} steps; the focus has {:.1f}",
                    figures.said_width(rival.contrast), figures.said_width(*reached),
                    figures.said_width(figures.focus->contrast)),
        pass_at(*kept));
}

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
    // Blurs add by squares; an edge blurred by sigma is 2.5 sigma wide (see EdgeMap).
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

Mend mend_white(const Painting& painting, const ValuesAudit& figures, double wanted) {
    const auto step = static_cast<float>(wanted);
    Pass pass = value_pass("Tone the white", Tint{grey(encoded_grey_of(lightness_of_step(step)))},
                           Intent::deepen);
    pass.blend = BlendMode::darken;
    if (!painting.plan.foci.empty()) {
        Picture mask(painting.size(), Channels::grey, Depth::bits8, 1);
        for (const Focus& focus : painting.plan.foci) stamp(mask, focus.centre, focus.radius, true);
        pass.reach.painted = share(std::move(mask));
    }
    return laying(fmt::format("Tone to {:.1f}", figures.said(wanted)),
                  fmt::format("Would take whatever is lighter outside the foci down to {:.1f}",
                              figures.said(wanted)),
                  std::move(pass));
}

}  // namespace underpaint
