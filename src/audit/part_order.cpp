// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/part_order.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/finding.h"
#include "audit/part_means.h"
#include "audit/slips.h"
#include "audit/tile_state.h"
#include "painting/shown_name.h"

namespace underpaint {

PartTally& PartTally::operator+=(const PartTally& other) {
    for (std::size_t i = 0; i < means.size(); ++i) means[i] += other.means[i];
    return *this;
}

std::vector<Swap> find_swaps(std::span<const PartStep> parts) {
    std::vector<Swap> swaps;
    for (const PartStep& dark : parts)
        for (const PartStep& light : parts)
            if (light.sealed - dark.sealed >= kOrderGap && dark.now > light.now)
                swaps.push_back({dark, light});
    std::ranges::stable_sort(swaps, std::greater(), [](const Swap& swap) {
        return swap.was_lighter.sealed - swap.was_darker.sealed;
    });
    return swaps;
}

namespace {

void gather(const TileState& tile, StateTally& into) {
    for_rows_of_parts(tile.masks, tile.now, [&](std::size_t part, auto cover, auto steps) {
        add_row(into.parts.means[part], cover, steps);
    });
}

void report(const StateReport& from, PassAudit& pass) {
    const auto &sealed = from.ground.parts.means, &now = from.state.parts.means;
    const auto pixels = static_cast<double>(from.ground.steps.count());
    for (std::size_t part = 0; part < now.size(); ++part)
        if (!sealed[part].empty())
            pass.parts.push_back({from.painting.parts[part].id, sealed[part].value(),
                                  now[part].value(), sealed[part].weight() / pixels});
}

bool has_swap(const PassAudit& pass, const Swap& swap) {
    return std::ranges::any_of(find_swaps(pass.parts), [&](const Swap& s) {
        return s.was_darker.part == swap.was_darker.part &&
               s.was_lighter.part == swap.was_lighter.part;
    });
}

void find_part_swaps(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    std::vector<Swap> all;  // each pair once, with the figures of the last pass that has it
    for (auto pass = audit.passes.rbegin(); pass != audit.passes.rend() && !pass->open; ++pass)
        for (const Swap& swap : find_swaps(pass->parts))
            if (std::ranges::none_of(all, [&](const Swap& s) {
                    return s.was_darker.part == swap.was_darker.part &&
                           s.was_lighter.part == swap.was_lighter.part;
                }))
                all.push_back(swap);
    for (const Swap& swap : all) {
        const std::string dark = shown_name(painting.part(swap.was_darker.part)->name);
        const std::string light = shown_name(painting.part(swap.was_lighter.part)->name);
        const auto slips = slips_of(audit, [&](const PassAudit& pass) {
            return has_swap(pass, swap) ? Verdict::lost : Verdict::held;
        });
        for (const Slip& slip : slips) {
            const int pass = slip.pass->index;
            findings.push_back(
                {FindingCode::part_swap,
                 slip.verdict,
                 pass,
                 slip.back != nullptr
                     ? fmt::format("{} read lighter than {} for a while; pass {} put them back. "
                                   "Pass {}.",
                                   dark, light, slip.back->index, pass)
                     : fmt::format("{} now reads lighter than {} ({:.1f} against {:.1f}); the seal "
                                   "has it darker ({:.1f} against {:.1f}). Pass {}.",
                                   dark, light, swap.was_darker.now, swap.was_lighter.now,
                                   swap.was_darker.sealed, swap.was_lighter.sealed, pass),
                 {swap.was_darker.part, swap.was_lighter.part}});
        }
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (pass.parts.size() < 2) return std::nullopt;
    const auto swaps = find_swaps(pass.parts).size();
    const std::string now = swaps == 0   ? "kept"
                            : swaps == 1 ? "1 swap"
                                         : fmt::format("{} swaps", swaps);
    const Verdict verdict = swaps == 0 ? Verdict::held : Verdict::lost;
    return FigureWords{now, {}, now, pass.open ? Verdict::open : verdict};
}

}  // namespace

const MeasureRecord kOrderMeasure{
    .id = "order",
    .label = "Part order",
    .gather = gather,
    .report = report,
    .find = find_part_swaps,
    .words = words,
};

}  // namespace underpaint
