// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/extremes_share.h"

#include <fmt/format.h>

#include "audit/extremes.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/tile_state.h"

namespace underpaint {

namespace {

void gather(const TileState& tile, StateTally& into) {
    into.extremes.black.add(tile.extremes.black);
    into.extremes.white.add(tile.extremes.white);
}

void report(const StateReport& from, PassAudit& pass) {
    const auto pixels = static_cast<double>(from.state.steps.count());
    pass.extremes.black = from.state.extremes.black.value() / pixels;
    pass.extremes.white = from.state.extremes.white.value() / pixels;
}

std::optional<double> figure(const PassAudit& pass) {
    return pass.extremes.share();
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit&) {
    if (audit.limits.extremes == Extremes::anywhere) return std::nullopt;
    const double sealed = audit.ground.extremes.share();
    return Bounds{sealed + kHeldExtremes, sealed + kLostExtremes, Better::small};
}

bool judge(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes)
        pass.extremes.verdict = judged(kExtremesMeasure, audit, pass);
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, kExtremesAdded, [](const PassAudit& pass) { return pass.extremes.verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format(
                "{:.1f}% of the picture is pure black or white {}; sealed {:.1f}%",
                100 * pass.extremes.share(),
                audit.limits.extremes == Extremes::nowhere ? "where the rules allow none"
                                                           : "outside the focus",
                100 * audit.ground.extremes.share());
            finding.figure = pass.extremes.share();
            finding.budget = audit.ground.extremes.share() + kHeldExtremes;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const std::string share = fmt::format("{:.1f}%", 100 * pass.extremes.share());
    return said_once(share, pass.extremes.verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"black", pass.extremes.black}, {"white", pass.extremes.white}};
}

/// Pure black and white outside the foci, or with none, anywhere.
MarkPixels extremes_outside(std::vector<Focus> foci) {
    return [foci = std::move(foci)](const PassStates& states, FloatBlock& cover) {
        const auto pixels = states.after.all();
        mark_where(cover, [&](std::size_t i) { return extreme_of(pixels[i]) != Extreme::none; });
        mark_foci(states, foci, 0, cover);
    };
}

/// Looked for on every pixel, since single ones are gone from a smaller copy; and shown so large
/// that single ones are seen.
SharedPicture extremes_left(const Sought& sought) {
    const bool nowhere = sought.figures.limits.extremes == Extremes::nowhere;
    const SharedPicture every = sought.after_pass(
        extremes_outside(nowhere ? std::vector<Focus>{} : sought.painting.plan.foci), 0);
    if (!every) return nullptr;
    Picture any = *every->level(sought.level());
    std::vector<float> row(static_cast<std::size_t>(any.size().width));
    for (int y = 0; y < any.size().height; ++y) {
        const Rect line{0, y, any.size().width, 1};
        any.read_channel(0, line, row);
        for (float& cover : row) cover = cover > 0 ? 1.0F : 0.0F;
        any.write_channel(0, line, row);
    }
    any.settle();
    return share(std::move(any));
}

constexpr std::array kKinds{FindingKind{
    .code = kExtremesAdded,
    .better = Better::small,
    .place = extremes_left,
}};

}  // namespace

const MeasureRecord kExtremesMeasure{
    .id = "extremes",
    .label = "Pure black, pure white",
    .kinds = {kKinds, kExtremesCodes},
    .figure = figure,
    .bounds = bounds,
    .gather = gather,
    .report = report,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
