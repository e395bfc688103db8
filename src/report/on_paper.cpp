// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/on_paper.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "colour/ciede2000.h"
#include "colour/lab.h"
#include "painting/changes.h"
#include "palette/palette_figures.h"
#include "raster/shrink.h"
#include "render/printed.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kSeenSide = 1600;   // long side at viewing scale
constexpr int kTriedSide = 600;   // long side of the copy on which remedies are tried
constexpr int kCurvePoints = 17;  // points of a curve that is tried
/// Least that a help must win to be offered: a hundredth of the picture, or of a step.
constexpr double kWorthSaying = 0.01;
/// What of a picture may lie beyond the paper without a word.
constexpr double kFewBeyond = 0.02;

std::optional<RgbBlock> small_copy(const Painting& painting, std::size_t passes, int side,
                                   const std::stop_token& stop) {
    const View view = whole_at(painting.size(), shrink_within(painting.size(), side));
    return render_view(painting, passes, view, stop);
}
std::optional<RgbBlock> finished(const Painting& painting, int side, const std::stop_token& stop) {
    return small_copy(painting, painting.passes.size(), side, stop);
}

/// The printed picture, of every pixel, laid over the painting.
std::optional<Painting> with_printing(const Painting& painting, const PrintProof& proof,
                                      const std::stop_token& stop) {
    const Size size = painting.size();
    Picture paper(size, Channels::rgb, Depth::bits8);
    // In bands, so that little more than the picture itself is in memory.
    constexpr int stretch = 512;
    for (int y = 0; y < size.height; y += stretch) {
        View view = whole_at(size, 1);
        view.area = {0, y, size.width, std::min(stretch, size.height - y)};
        const auto pixels = render_view(painting, painting.passes.size(), view, stop);
        if (!pixels) return std::nullopt;
        paper.write_rgb(printed(*pixels, proof));
    }
    Pass pass;
    pass.name = "Printing";
    pass.source = Placed{share(std::move(paper)), {}};
    pass.blend = BlendMode::normal;
    return with_pass(painting, std::move(pass));
}

std::optional<PassAudit> measure_printed(const Painting& painting, const Audit& audit,
                                         const PrintProof& proof, const HouseRules& own_rules,
                                         const std::stop_token& stop) {
    const auto with = with_printing(painting, proof, stop);
    if (!with) return std::nullopt;
    AuditOptions options;
    options.reader = audit.reader;
    options.own_rules = own_rules;
    options.known.audit = &audit;
    options.known.passes = std::min(painting.passes.size(), audit.passes.size());
    auto figures = underpaint::audit(*with, options, stop);
    if (!figures) return std::nullopt;
    return figures->passes.back();
}

struct Shares {
    double beyond = 0, too_dark = 0;
};
Shares shares_beyond(const RgbBlock& pixels, const PrintProof& proof) {
    const RgbBlock again = reproduced(pixels, proof);
    const std::array<float, 1> none{0};
    std::array<float, 1> r{}, g{}, b{};
    proof.reproduce({none, none, none}, {r, g, b});
    const double black = lab({r[0], g[0], b[0]}).l;
    const ConstRgbRow was = pixels.all(), is = again.all();
    std::size_t beyond = 0, dark = 0;
    for (std::size_t i = 0; i < was.r.size(); ++i) {
        const Lab seen = lab(was[i]);
        if (ciede2000(seen, lab(is[i])) <= kBeyondPaper) continue;
        ++beyond;
        dark += seen.l < black;
    }
    const auto count = static_cast<double>(was.r.size());
    return {static_cast<double>(beyond) / count, static_cast<double>(dark) / count};
}

/// The curve that undoes a share of what printing does to neutrals, as far as the paper's range
/// lets it.
CurvePoints undoing(const PrintProof& proof, double share) {
    std::vector<float> in, out(kCurvePoints), g(kCurvePoints), b(kCurvePoints);
    for (int i = 0; i < kCurvePoints; ++i) in.push_back(static_cast<float>(i) / (kCurvePoints - 1));
    proof.print({in, in, in}, {out, g, b});
    // The paper's neutrals may be tinted; only luminance counts.
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i] = encoded_grey_of(static_cast<float>(lab({out[i], g[i], b[i]}).l));
    CurvePoints points;
    for (const float wanted : in) {
        const auto above = std::ranges::lower_bound(out, wanted);
        float found = 1;
        if (above == out.begin()) {
            found = 0;
        } else if (above != out.end()) {
            const auto at = static_cast<std::size_t>(above - out.begin());
            const float span = out[at] - out[at - 1];
            const float part = span > 0 ? (wanted - out[at - 1]) / span : 0;
            found = in[at - 1] + part * (in[at] - in[at - 1]);
        }
        points.push_back({wanted, wanted + static_cast<float>(share) * (found - wanted)});
    }
    return in_range(std::move(points));
}

Pass curve_pass(CurvePoints points) {
    Pass pass;
    pass.name = "For the paper";
    Curve curve;
    curve.all = std::move(points);
    pass.source = std::move(curve);
    pass.blend = BlendMode::normal;
    pass.intent = Intent::reshape;
    return pass;
}

Pass quieter_pass(float share) {
    Pass pass;
    pass.name = fmt::format("{:.0f}% less intensity", 100 * share);
    pass.source = Tint{grey(0.5F)};
    pass.blend = BlendMode::true_colour;
    pass.strength = share;
    return pass;
}

/// The drift of a printed copy from the seal, 95th percentile; it only ranks what is tried.
std::optional<double> drift_of_copy(const Painting& painting, const PrintProof& proof,
                                    Reader reader, const std::stop_token& stop) {
    const auto pixels = finished(painting, kTriedSide, stop);
    if (!pixels) return std::nullopt;
    const auto sealed = small_copy(painting, 0, kTriedSide, stop);
    if (!sealed) return std::nullopt;
    return steps_apart(printed(*pixels, proof), *sealed, reader);
}

/// Of the curves that undo more and more of the paper, the one that leaves least; measured on every
/// pixel before it is offered.
std::optional<PrintHelp> find_curve(const Painting& painting, const Audit& audit,
                                    const PrintProof& proof, const HouseRules& own_rules,
                                    double before, const std::stop_token& stop) {
    auto least = drift_of_copy(painting, proof, audit.reader, stop);
    std::optional<Pass> best;
    for (const double share : {0.25, 0.5, 0.75, 1.0}) {
        if (!least) return std::nullopt;
        Pass pass = curve_pass(undoing(proof, share));
        const auto left = drift_of_copy(with_pass(painting, pass), proof, audit.reader, stop);
        if (left && *left < *least) least = left, best = std::move(pass);
    }
    if (!best) return std::nullopt;
    const auto printed = measure_printed(with_pass(painting, *best), audit, proof, own_rules, stop);
    if (!printed) return std::nullopt;
    const double after = printed->value.running.p95;
    if (before - after < kWorthSaying) return std::nullopt;
    return PrintHelp{std::move(*best), before, after};
}

/// The least that brings all but few within the paper's colours, or the most that is tried where
/// none does. What is too dark is helped by no less intensity.
std::optional<PrintHelp> find_quieter(const Painting& painting, const PrintProof& proof,
                                      const Shares& now, const std::stop_token& stop) {
    if (now.beyond - now.too_dark <= kFewBeyond) return std::nullopt;
    std::optional<PrintHelp> help;
    for (const float share : {0.1F, 0.2F, 0.3F, 0.4F, 0.5F}) {
        Pass pass = quieter_pass(share);
        const auto pixels = finished(with_pass(painting, pass), kSeenSide, stop);
        if (!pixels) return std::nullopt;
        const Shares left = shares_beyond(*pixels, proof);
        help = PrintHelp{std::move(pass), now.beyond, left.beyond};
        if (left.beyond - left.too_dark <= kFewBeyond) break;
    }
    if (help->before - help->after < kWorthSaying) return std::nullopt;
    return help;
}

}  // namespace

std::optional<OnPaper> measure_on_paper(const Painting& painting, const Audit& audit,
                                        const PrintProof& proof, const HouseRules& own_rules,
                                        const std::stop_token& stop) {
    if (painting.passes.empty() || audit.passes.empty()) return std::nullopt;
    auto after = measure_printed(painting, audit, proof, own_rules, stop);
    const auto seen = after ? finished(painting, kSeenSide, stop) : std::nullopt;
    if (!seen) return std::nullopt;
    OnPaper made{proof.name(), proof.intent(), std::move(*after), 0, 0, {}, {}, {}};
    const Shares shares = shares_beyond(*seen, proof);
    made.beyond = shares.beyond, made.too_dark = shares.too_dark;
    made.parts =
        part_differences(painting, *seen, audit.passes.back(), printed(*seen, proof), made.printed);
    made.curve =
        find_curve(painting, audit, proof, own_rules, made.printed.value.running.p95, stop);
    made.quieter = find_quieter(painting, proof, shares, stop);
    if (stop.stop_requested()) return std::nullopt;
    return made;
}

}  // namespace underpaint
