// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/part_colours.h"

#include <cmath>
#include <numbers>

#include "audit/measures.h"
#include "audit/tile_state.h"
#include "blend/tally_rows.h"

namespace underpaint {

double SideColours::chroma() const {
    return std::hypot(a, b);
}

double SideColours::hue() const {
    const double degrees = std::atan2(b, a) * 180 / std::numbers::pi;
    return degrees < 0 ? degrees + 360 : degrees;
}

bool PartColours::has_both() const {
    return std::min(lights.share, shadows.share) >= kLeastSide * (lights.share + shadows.share);
}

namespace {

void add(SideTally& side, const FloatBlock& cover, const TileState& tile) {
    const auto weights = cover.samples();
    const double weight = sum_of(weights);
    if (weight <= 0) return;
    side.weight.add(weight);
    side.step.add(weighted_sum(tile.now.samples(), weights));
    side.warmth.add(weighted_sum(tile.colours.warmth.samples(), weights));
    side.a.add(weighted_sum(tile.colours.a.samples(), weights));
    side.b.add(weighted_sum(tile.colours.b.samples(), weights));
    side.intensity.add(weighted_sum(tile.colours.intensity.samples(), weights));
}

void gather(const TileState& tile, ColourTally& into) {
    for (const PartOnTile& on : tile.parts) {
        add(into.parts.parts[on.part].lights, on.lights, tile);
        add(into.parts.parts[on.part].shadows, on.shadows, tile);
    }
}

SideColours mean_of(const SideTally& side, double pixels) {
    const double weight = side.weight.value();
    if (weight <= 0) return {};
    return {weight / pixels,         side.step.value() / weight, side.warmth.value() / weight,
            side.a.value() / weight, side.b.value() / weight,    side.intensity.value() / weight};
}

void report(const StateReport& from, PassAudit& pass) {
    const auto pixels = static_cast<double>(from.ground_colours.pixels);
    for (std::size_t i = 0; i < from.colours.parts.parts.size(); ++i) {
        const auto& sides = from.colours.parts.parts[i];
        const PartColours colours{from.painting.parts[i].id, mean_of(sides.lights, pixels),
                                  mean_of(sides.shadows, pixels)};
        if (colours.lights.share + colours.shadows.share > 0) pass.colours.push_back(colours);
    }
}

/// Chroma of OKLCh under which rounding alone gives a colour its hue: half a level of 255.
constexpr double kNeutral = 0.002;

FigureFields side_fields(const SideColours& side) {
    return {{"share", side.share},
            {"step", side.step},
            {"warmth", side.warmth},
            {"chroma", side.chroma()},
            {"hue", side.chroma() > kNeutral ? std::optional(side.hue()) : std::nullopt},
            {"intensity", side.intensity}};
}

FigureFields fields(const Painting& painting, const PassAudit& pass) {
    std::vector<FigureFields> parts;
    for (const PartColours& colours : pass.colours) {
        const Part* part = painting.part(colours.part);
        parts.push_back(
            {{"part", part != nullptr ? part->name : std::string()},
             {"lights", side_fields(colours.lights)},
             {"shadows", side_fields(colours.shadows)},
             {"swing", colours.has_both() ? std::optional(colours.swing()) : std::nullopt}});
    }
    return {{"sides", std::move(parts)}};
}

}  // namespace

const MeasureRecord kPartColoursMeasure{
    .id = "parts",
    .label = "Parts",
    .judged = false,
    .gather_colours = gather,
    .report = report,
    .fields = fields,
};

}  // namespace underpaint
