// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/part_order.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/finding.h"
#include "audit/measures.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "terms/shown_name.h"

namespace underpaint {

namespace {

template <class Is>
std::vector<Swap> pairs_where(std::span<const PartStep> parts, Is is) {
    std::vector<Swap> pairs;
    for (const PartStep& dark : parts)
        for (const PartStep& light : parts)
            if (const Swap pair{dark, light}; pair.sealed_gap() >= kOrderGap && is(pair))
                pairs.push_back(pair);
    std::ranges::stable_sort(pairs, std::greater(), &Swap::sealed_gap);
    return pairs;
}

}  // namespace

std::vector<Swap> find_swaps(std::span<const PartStep> parts) {
    return pairs_where(parts, [](const Swap& pair) { return pair.gap() < 0; });
}

std::vector<Swap> find_closings(std::span<const PartStep> parts) {
    return pairs_where(parts, [](const Swap& pair) {
        return pair.gap() >= 0 && pair.gap() < kClosingShare * pair.sealed_gap();
    });
}

namespace {

void report(const StateReport& from, PassAudit& pass) {
    const auto &sealed = from.ground_colours.parts.parts, &now = from.colours.parts.parts;
    const auto pixels = static_cast<double>(from.ground_colours.pixels);
    const auto both = [](const PartColoursTally::Sides& sides, ExactSum SideTally::*what) {
        return (sides.lights.*what).value() + (sides.shadows.*what).value();
    };
    for (std::size_t part = 0; part < now.size(); ++part) {
        const double weight = both(sealed[part], &SideTally::weight);
        if (weight <= 0) continue;
        pass.parts.push_back({from.painting.parts[part].id,
                              both(sealed[part], &SideTally::step) / weight,
                              both(now[part], &SideTally::step) / weight, weight / pixels});
    }
}

bool judge(const Judging& with, Audit& audit) {
    const auto set = [](PassAudit& pass) {
        pass.order = {find_swaps(pass.parts), find_closings(pass.parts)};
        if (pass.open || pass.parts.size() < 2) return;
        pass.order.verdict = !pass.order.swaps.empty()      ? Verdict::lost
                             : !pass.order.closings.empty() ? Verdict::slipping
                                                            : Verdict::held;
    };
    if (with.known == 0) set(audit.ground);
    for (std::size_t i = with.known; i < audit.passes.size(); ++i) set(audit.passes[i]);
    return true;
}

using Pairs = std::vector<Swap> OrderAudit::*;

bool same_pair(const Swap& p, const Swap& q) {
    return p.was_darker.part == q.was_darker.part && p.was_lighter.part == q.was_lighter.part;
}

bool has_pair(const std::vector<Swap>& pairs, const Swap& pair) {
    return std::ranges::any_of(pairs, [&](const Swap& s) { return same_pair(s, pair); });
}

/// Each pair once, with the figures of the last pass that has it.
std::vector<Swap> all_pairs(const Audit& audit, Pairs which) {
    std::vector<Swap> all;
    for (auto pass = audit.passes.rbegin(); pass != audit.passes.rend() && !pass->open; ++pass)
        for (const Swap& pair : pass->order.*which)
            if (!has_pair(all, pair)) all.push_back(pair);
    return all;
}

void find_part_swaps(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    for (const Swap& swap : all_pairs(audit, &OrderAudit::swaps)) {
        const std::string dark = shown_name(painting.part(swap.was_darker.part)->name);
        const std::string light = shown_name(painting.part(swap.was_lighter.part)->name);
        for (const Slip& slip : slips_of(audit, [&](const PassAudit& pass) {
                 return has_pair(pass.order.swaps, swap) ? Verdict::lost : Verdict::held;
             })) {
            Finding finding{kPartSwap, slip.verdict, slip.pass->index};
            finding.parts = {swap.was_darker.part, swap.was_lighter.part};
            finding.figure = swap.gap();
            finding.budget = kClosingShare * swap.sealed_gap();
            if (slip.back == nullptr) finding.pass = most_to_blame(finding, audit, finding.pass);
            const int pass = finding.pass;
            finding.text =
                slip.back != nullptr
                    ? fmt::format(
                          "{} read lighter than {} for a while; pass {} put them back. "
                          "Pass {}.",
                          dark, light, slip.back->index, pass)
                    : fmt::format(
                          "{} now reads lighter than {} ({:.1f} against {:.1f}); the seal "
                          "has it darker ({:.1f} against {:.1f}). Pass {}.",
                          dark, light, swap.was_darker.now, swap.was_lighter.now,
                          swap.was_darker.sealed, swap.was_lighter.sealed, pass);
            findings.push_back(std::move(finding));
        }
    }
    for (const Swap& closing : all_pairs(audit, &OrderAudit::closings)) {
        if (!has_pair(audit.passes.back().order.closings, closing)) continue;
        const auto slips = slips_of(audit, [&](const PassAudit& pass) {
            return has_pair(pass.order.closings, closing) ? Verdict::slipping : Verdict::held;
        });
        Finding finding{kPartsClose, Verdict::slipping, slips.back().pass->index};
        finding.parts = {closing.was_darker.part, closing.was_lighter.part};
        finding.figure = closing.gap();
        finding.budget = kClosingShare * closing.sealed_gap();
        finding.pass = most_to_blame(finding, audit, finding.pass);
        finding.text =
            fmt::format("{} and {} draw together: {:.2f} step apart, sealed {:.2f}. Pass {}.",
                        shown_name(painting.part(closing.was_darker.part)->name),
                        shown_name(painting.part(closing.was_lighter.part)->name), closing.gap(),
                        closing.sealed_gap(), finding.pass);
        findings.push_back(std::move(finding));
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (pass.parts.size() < 2) return std::nullopt;
    const auto &swaps = pass.order.swaps, &closings = pass.order.closings;
    const auto counted = [](std::size_t count, const char* one, const char* more) {
        return fmt::format("{} {}", count, count == 1 ? one : more);
    };
    const std::string now = !swaps.empty()      ? counted(swaps.size(), "swap", "swaps")
                            : !closings.empty() ? counted(closings.size(), "closing", "closing")
                                                : "kept";
    return said_once(now, pass.order.verdict);
}

FigureFields fields(const Painting& painting, const PassAudit& pass) {
    const auto list = [&](const std::vector<Swap>& pairs) {
        std::vector<FigureFields> entries;
        for (const Swap& pair : pairs)
            entries.push_back({{"darker", painting.part(pair.was_darker.part)->name},
                               {"lighter", painting.part(pair.was_lighter.part)->name},
                               {"sealed_gap", pair.sealed_gap()},
                               {"gap", pair.gap()}});
        return entries;
    };
    return {{"swaps", list(pass.order.swaps)}, {"closing", list(pass.order.closings)}};
}

std::optional<double> figure(const PassAudit& pass) {
    return static_cast<double>(pass.order.swaps.size() + pass.order.closings.size());
}

/// The gap between the two parts, in steps.
std::optional<double> gap_in(const Finding& finding, const PassAudit& state) {
    const auto step_of = [&](PartId part) {
        const auto found = std::ranges::find(state.parts, part, &PartStep::part);
        return found == state.parts.end() ? std::nullopt : std::optional(found->now);
    };
    if (finding.parts.size() != 2) return std::nullopt;
    const auto dark = step_of(finding.parts[0]), light = step_of(finding.parts[1]);
    return dark && light ? std::optional(*light - *dark) : std::nullopt;
}

constexpr std::array kKinds{
    FindingKind{.code = kPartSwap, .figure = gap_in, .place = its_parts},
    FindingKind{.code = kPartsClose, .figure = gap_in, .place = its_parts},
};

}  // namespace

const MeasureRecord kOrderMeasure{
    .id = "order",
    .label = "Part order",
    .kinds = {kKinds, kOrderCodes},
    .figure = figure,
    .report = report,
    .judge = judge,
    .find = find_part_swaps,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
