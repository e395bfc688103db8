// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/edges_kept.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/extremes.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/viewing_mask.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {

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

std::optional<double> figure(const PassAudit& pass) {
    return pass.edges ? std::optional(pass.edges->hard()) : std::nullopt;
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit&) {
    const auto& sealed = audit.ground.edges;
    if (!sealed || sealed->hard() < kLeastHard || sealed->all.total() < kLeastLength)
        return std::nullopt;
    return Bounds{0.8 * sealed->hard(), 0.5 * sealed->hard()};
}

bool judge(const Judging& with, Audit& audit) {
    if (with.viewing.empty()) return true;
    const auto& foci = with.painting.plan.foci;
    ViewingWalk walk(with.viewing);
    if (!audit.sealed_edges)
        audit.sealed_edges = std::make_shared<const EdgeMap>(find_edges(walk.now()));
    const EdgeMap& map = *audit.sealed_edges;
    // The sealed edges are followed in the same way as later ones, so that an untouched edge has
    // the same width in both.
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
    for (PassAudit& pass : audit.passes) pass.edges->verdict = judged(kEdgesMeasure, audit, pass);
    return true;
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (!audit.ground.edges || !audit.passes.back().edges) return;
    const EdgesAudit& sealed = *audit.ground.edges;
    const std::string where = sealed.at_focus && !painting.plan.foci.empty()
                                  ? "in " + shown_name(painting.plan.foci.front().name)
                                  : "in the picture";
    find_slips(
        audit, kEdgesSlip, [](const PassAudit& pass) { return pass.edges->verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format("Of the edges {} {:.0f}% are hard; sealed {:.0f}%", where,
                                       100 * pass.edges->hard(), 100 * sealed.hard());
            finding.figure = pass.edges->hard();
            finding.budget = 0.8 * sealed.hard();
        },
        findings);
    // Soft edges that the seal has and that the house rules ask for.
    find_slips(
        audit, kSoftEdgesLost,
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
    return said_once(hard, pass.edges->verdict);
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

/// Edges that were of the kind and no longer are: in the foci, where there are edges in one, else
/// anywhere.
SharedPicture edges_gone(const Sought& sought, auto was_of_kind) {
    if (!sought.figures.sealed_edges) return nullptr;
    const EdgeMap& sealed = *sought.figures.sealed_edges;
    const auto now = sought.steps_after(sought.pass() + 1, kViewingSide);
    if (!now || now->steps.area().size() != sealed.size) return nullptr;
    const EdgeMap followed = follow_edges(sealed, *now);
    std::vector<EdgePoint> gone;
    for (std::size_t i = 0; i < followed.points.size(); ++i)
        if (was_of_kind(sealed.points[i]) && !was_of_kind(followed.points[i]))
            gone.push_back(sealed.points[i]);
    return mask_along(now->size(), gone);
}

SharedPicture hard_edges_gone(const Sought& sought) {
    const bool at_focus = sought.figures.ground.edges && sought.figures.ground.edges->at_focus;
    const double scale = sought.figures.sealed_edges ? sought.figures.sealed_edges->scale : 1;
    return edges_gone(sought, [&](const EdgePoint& p) {
        return kind_of_edge(static_cast<double>(p.width)) == EdgeKind::hard &&
               (!at_focus ||
                in_focus(sought.painting.plan.foci, {(p.x + 0.5) / scale, (p.y + 0.5) / scale}));
    });
}

SharedPicture soft_edges_gone(const Sought& sought) {
    return edges_gone(sought,
                      [](const EdgePoint& p) { return static_cast<double>(p.width) > kFirmEdge; });
}

constexpr std::array kKinds{
    FindingKind{
        .code = kEdgesSlip,
        .viewed = true,
        .place = hard_edges_gone,
    },
    FindingKind{
        .code = kSoftEdgesLost,
        .viewed = true,
        .figure =
            [](const Finding&, const PassAudit& state) {
                return state.edges ? std::optional(state.edges->soft()) : std::nullopt;
            },
        .place = soft_edges_gone,
    },
};

}  // namespace

const MeasureRecord kEdgesMeasure{
    .id = "edges",
    .label = "Hard edges",
    .kinds = {kKinds, kEdgesCodes},
    .figure = figure,
    .bounds = bounds,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
