// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/reserved_highlights.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <utility>

#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/tile_state.h"
#include "colour/intensity.h"
#include "raster/masks.h"
#include "render/readings.h"
#include "render/render.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// Where the part is reserved, `cover` grows to what it covers.
void reserve(std::span<const float> part, std::span<const float> sealed, double from,
             std::span<float> cover) {
    for (std::size_t i = 0; i < cover.size(); ++i)
        if (static_cast<double>(sealed[i]) >= from) cover[i] = std::max(cover[i], part[i]);
}

}  // namespace

SharedPicture reserved_mask(const Painting& painting, int level, Reader reader,
                            const std::stop_token& stop) {
    std::vector<std::pair<Pyramid::Level, double>> parts;
    for (const auto& [id, from] : painting.plan.reserved)
        if (const Part* part = painting.part(id))
            parts.emplace_back(part->mask->level(level), from);
    if (parts.empty()) return nullptr;
    const Recipe recipe(painting, shrink_of_level(level));
    Picture mask(recipe.size(), Channels::grey, Depth::bits8);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            const FloatBlock sealed = steps_of(walk.state(), reader);
            FloatBlock part(sealed.area()), cover(sealed.area());
            for (const auto& [of_part, from] : parts) {
                if (of_part->surely_all(0, part.area(), 0)) continue;
                of_part->read_channel(0, part.area(), part.samples());
                reserve(std::as_const(part).samples(), sealed.samples(), from, cover.samples());
            }
            mask.write_channel(0, cover.area(), std::as_const(cover).samples());
        },
        stop);
    if (!whole) return nullptr;
    mask.settle();
    return share(std::move(mask));
}

namespace {

bool asked(const Limits&, const Painting& painting) {
    return !painting.plan.reserved.empty();
}

void gather(const TileState& tile, ColourTally& into) {
    const auto& reserved = tile.painting->plan.reserved;
    if (reserved.empty()) return;
    thread_local std::vector<float> cover, part;
    cover.assign(tile.sealed.samples().size(), 0.0F);
    bool any = false;
    for (const PartOnTile& on : tile.parts) {
        const auto found = reserved.find(tile.painting->parts[on.part].id);
        if (found == reserved.end()) continue;
        const auto lights = on.lights.samples(), shadows = on.shadows.samples();
        part.resize(cover.size());
        std::ranges::transform(lights, shadows, part.begin(), std::plus());
        reserve(part, tile.sealed.samples(), found->second, cover);
        any = true;
    }
    if (!any) return;
    const auto now = tile.now.samples(), sealed = tile.sealed.samples();
    const auto intensity = tile.colours.intensity.samples();
    double all = 0, covered = 0, tinted = 0, touched = 0;
    for (std::size_t i = 0; i < cover.size(); ++i) {
        if (cover[i] <= 0) continue;
        const auto weight = static_cast<double>(cover[i]);
        const bool moved = std::fabs(now[i] - sealed[i]) >= static_cast<float>(kCoveredBy);
        const bool coloured = intensity[i] > static_cast<float>(kTintedFrom);
        all += weight;
        if (moved) covered += weight;
        if (coloured) tinted += weight;
        if (moved || coloured) touched += weight;
    }
    ReservedTally& tally = into.reserved;
    tally.reserved.add(all), tally.covered.add(covered);
    tally.tinted.add(tinted), tally.touched.add(touched);
}

void report(const StateReport& from, PassAudit& pass) {
    const ReservedTally& tally = from.colours.reserved;
    const double all = tally.reserved.value();
    if (all <= 0) return;
    pass.reserved =
        ReservedAudit{all / static_cast<double>(from.colours.pixels), tally.covered.value() / all,
                      tally.tinted.value() / all, tally.touched.value() / all};
}

std::optional<double> figure(const PassAudit& pass) {
    return pass.reserved ? std::optional(pass.reserved->touched) : std::nullopt;
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit&) {
    if (!audit.ground.reserved) return std::nullopt;
    const double sealed = audit.ground.reserved->touched;
    return Bounds{sealed + kHeldTouched, sealed + kLostTouched, Better::small};
}

bool judge(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes)
        if (pass.reserved) pass.reserved->verdict = judged(kReservedMeasure, audit, pass);
    return true;
}

std::string names_of_reserved(const Painting& painting) {
    std::vector<std::string> names;
    for (const auto& [id, from] : painting.plan.reserved)
        if (const Part* part = painting.part(id)) names.push_back(shown_name(part->name));
    return listed(names);
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, kReservedTouched,
        [](const PassAudit& pass) {
            return pass.reserved ? pass.reserved->verdict : Verdict::open;
        },
        [&](const PassAudit& pass, Finding& finding) {
            const ReservedAudit& now = *pass.reserved;
            const char* how = now.covered <= now.tinted / 2   ? "tinted"
                              : now.tinted <= now.covered / 2 ? "covered"
                                                              : "covered or tinted";
            finding.text = fmt::format(
                "{:.0f}% of the highlights reserved in {} is {}; {:.0f}% may be", 100 * now.touched,
                names_of_reserved(painting), how, 100 * bounds(audit, pass)->held);
            for (const auto& [id, from] : painting.plan.reserved) finding.parts.push_back(id);
            finding.figure = now.touched;
            finding.budget = bounds(audit, pass)->held;
        },
        findings);
}

/// What of the reserved highlights is covered or tinted after the pass.
SharedPicture touched_highlights(const Sought& sought) {
    const Reader reader = sought.figures.reader;
    const SharedPicture touched =
        sought.after_pass([reader](const PassStates& states, FloatBlock& cover) {
            const FloatBlock sealed = steps_of(states.sealed, reader),
                             now = steps_of(states.after, reader);
            const auto pixels = states.after.all();
            mark_where(cover, [&](std::size_t i) {
                return std::fabs(now.samples()[i] - sealed.samples()[i]) >=
                           static_cast<float>(kCoveredBy) ||
                       intensity(pixels[i]) > static_cast<float>(kTintedFrom);
            });
        });
    const SharedPicture reserved =
        touched ? reserved_mask(sought.painting, sought.level(), reader, sought.stop) : nullptr;
    return reserved ? share(combined(touched->base(), reserved->base(), Combine::intersect))
                    : nullptr;
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.reserved) return std::nullopt;
    const std::string touched = fmt::format("{:.1f}%", 100 * pass.reserved->touched);
    return said_once(touched, pass.reserved->verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    if (!pass.reserved) return {};
    return {{"area", pass.reserved->area},
            {"covered", pass.reserved->covered},
            {"tinted", pass.reserved->tinted},
            {"touched", pass.reserved->touched}};
}

constexpr std::array kKinds{FindingKind{
    .code = kReservedTouched,
    .better = Better::small,
    .place = touched_highlights,
}};

}  // namespace

const MeasureRecord kReservedMeasure{
    .id = "reserved",
    .label = "Reserved highlights touched",
    .kinds = {kKinds, kReservedCodes},
    .asked = asked,
    .figure = figure,
    .bounds = bounds,
    .gather_colours = gather,
    .report = report,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
