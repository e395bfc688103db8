// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/edges_kept.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/extremes.h"
#include "audit/figures.h"
#include "audit/slips.h"
#include "painting/shown_name.h"

namespace underpaint {

std::optional<double> background_of(const std::optional<FocusAudit>& focus) {
    if (!focus || !focus->lead || *focus->lead <= 0) return std::nullopt;
    return 1 - 1 / *focus->lead;
}

namespace {

EdgesAudit edges_in(const EdgeMap& map, std::span<const Focus> foci) {
    EdgesAudit edges{lengths_of(map), {}, Verdict::open};
    EdgeLengths inside;
    for (const EdgePoint& point : map.points)
        if (in_focus(foci, {(point.x + 0.5) / map.scale, (point.y + 0.5) / map.scale}))
            inside.add(point);
    if (inside.total() >= kLeastLength) edges.at_focus = inside;
    return edges;
}

bool judge(const Judging& with, Audit& audit) {
    if (with.viewing.empty()) return true;
    const auto& foci = with.painting.plan.foci;
    ViewingWalk walk(with.viewing);
    if (!audit.sealed_edges)
        audit.sealed_edges = std::make_shared<const EdgeMap>(find_edges(walk.now()));
    const EdgeMap& map = *audit.sealed_edges;
    // Measured as all later ones are, so that an edge that nothing touched is as it was.
    EdgeMap followed = follow_edges(map, walk.now());
    if (with.known == 0) audit.ground.edges = edges_in(followed, foci);
    for (std::size_t i = with.known; i < audit.passes.size(); ++i) {
        if (with.stop.stop_requested()) return false;
        PassAudit& pass = audit.passes[i];
        if (stands_as_before(pass)) {
            pass.edges = audit.before(pass).edges;
        } else {
            walk.go_to(i + 1);
            follow_edges(map, walk.now(), walk.changed(), followed);
            pass.edges = edges_in(followed, foci);
        }
    }
    const double sealed = audit.ground.edges->hard();
    const bool judged = sealed >= kLeastHard && audit.ground.edges->all.total() >= kLeastLength;
    for (PassAudit& pass : audit.passes)
        pass.edges->verdict = pass.open || !judged
                                  ? Verdict::open
                                  : judge_share(pass.edges->hard() / sealed, 0.8, 0.5);
    return true;
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (!audit.ground.edges || !audit.passes.back().edges) return;
    const EdgesAudit& sealed = *audit.ground.edges;
    const std::string where = sealed.at_focus && !painting.plan.foci.empty()
                                  ? "in " + shown_name(painting.plan.foci.front().name)
                                  : "in the picture";
    find_slips(
        audit, FindingCode::edges_slip, [](const PassAudit& pass) { return pass.edges->verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format("Of the edges {} {:.0f}% are hard; sealed {:.0f}%", where,
                                       100 * pass.edges->hard(), 100 * sealed.hard());
            finding.figure = pass.edges->hard();
            finding.budget = 0.8 * sealed.hard();
        },
        findings);
    // Soft edges that the seal has and the house rules want.
    find_slips(
        audit, FindingCode::soft_edges_lost,
        [&](const PassAudit& pass) {
            const bool lost = sealed.soft() >= audit.limits.soft_edges &&
                              sealed.all.total() >= kLeastLength &&
                              pass.edges->soft() < audit.limits.soft_edges;
            return lost ? Verdict::slipping : Verdict::held;
        },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format(
                "{:.0f}% of the edges are soft or lost; the house rules ask for {:.0f}%, sealed "
                "were {:.0f}%",
                100 * pass.edges->soft(), 100 * audit.limits.soft_edges, 100 * sealed.soft());
            finding.figure = pass.edges->soft();
            finding.budget = audit.limits.soft_edges;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.edges || pass.edges->all.total() < kLeastLength) return std::nullopt;
    const std::string hard = fmt::format("{:.0f}%", 100 * pass.edges->hard());
    return FigureWords{hard, {}, hard, pass.edges->verdict};
}

FigureFields lengths(const EdgeLengths& edges) {
    return {{"length", edges.total()},
            {"hard", edges.share(EdgeKind::hard)},
            {"firm", edges.share(EdgeKind::firm)},
            {"soft", edges.share(EdgeKind::soft)},
            {"lost", edges.share(EdgeKind::lost)}};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    if (!pass.edges) return {};
    FigureFields fields = lengths(pass.edges->all);
    if (pass.edges->at_focus) fields.push_back({"at_focus", lengths(*pass.edges->at_focus)});
    return fields;
}

// How quiet the background is.

/// A background as loud as it was sealed is none of the passes' doing.
Verdict background_verdict(const Audit& audit, const PassAudit& pass) {
    const auto now = background_of(pass.focus), sealed = background_of(audit.ground.focus);
    if (!now || !sealed || pass.open) return Verdict::open;
    const double wanted = std::min(audit.limits.background, *sealed);
    return judge_excess(wanted - *now, 0.02, 0.1);
}

bool judge_background(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes) pass.background_verdict = background_verdict(audit, pass);
    return true;
}

/// "12% less", or "3% more" of what there is to be less of.
std::string less_or_more(double less) {
    return fmt::format("{:.0f}% {}", 100 * std::fabs(less), less < 0 ? "more" : "less");
}

void find_background(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (painting.plan.foci.empty()) return;
    find_slips(
        audit, FindingCode::background_loud,
        [](const PassAudit& pass) { return pass.background_verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            const double now = *background_of(pass.focus),
                         sealed = *background_of(audit.ground.focus);
            finding.text = fmt::format(
                "The strongest place beside {} has {} contrast; sealed {}, the house rules ask for "
                "{}",
                shown_name(painting.plan.foci.front().name), less_or_more(now),
                less_or_more(sealed), less_or_more(audit.limits.background));
            finding.figure = now;
            finding.budget = std::min(audit.limits.background, sealed) - 0.02;
        },
        findings);
}

std::optional<FigureWords> background_words(const PassAudit& pass) {
    const auto background = background_of(pass.focus);
    if (!background) return std::nullopt;
    const double share = 100 * *background;
    const std::string now = share < 0 ? with_sign(share, 0) + "%" : fmt::format("{:.0f}%", share);
    return FigureWords{now, {}, now, pass.background_verdict};
}

FigureFields background_fields(const Painting&, const PassAudit& pass) {
    return {{"quieter", background_of(pass.focus)}};
}

}  // namespace

const MeasureRecord kEdgesMeasure{
    .id = "edges",
    .label = "Hard edges",
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

const MeasureRecord kBackgroundMeasure{
    .id = "background",
    .label = "Background is quieter by",
    .judge = judge_background,
    .find = find_background,
    .words = background_words,
    .fields = background_fields,
};

}  // namespace underpaint
