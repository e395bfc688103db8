// SPDX-License-Identifier: GPL-3.0-or-later
// The palette by its area, and the colour plan.
#include <fmt/format.h>

#include "palette/hex.h"
#include "palette/palette_figures.h"
#include "report/sections.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kMeasuredAt = 800;  // long side of the measured copy

std::string planned_in_words(const Palette& palette, const std::optional<PlannedColour>& planned) {
    if (!planned) return "–";
    if (const auto* own = std::get_if<Rgb>(&*planned)) return hex(*own);
    const PaletteColour* colour = palette.find(std::get<ColourId>(*planned));
    return colour != nullptr ? shown_name(colour->name) : "–";
}

std::optional<ReportTable> plan_table(const Painting& painting) {
    ReportTable table{{"Part", "Shadow", "Half", "Light"}, {}};
    const auto add = [&](const std::string& name, const PlannedPart& part) {
        if (part.empty()) return;
        std::vector<Cell> row{{name, {}}};
        for (const auto& tone : part.tones)
            row.push_back({planned_in_words(painting.palette, tone), {}});
        table.rows.push_back(std::move(row));
    };
    for (const Part& part : painting.parts)
        if (const auto found = painting.colour_plan.parts.find(part.id);
            found != painting.colour_plan.parts.end())
            add(shown_name(part.name), found->second);
    add("The whole picture", painting.colour_plan.whole);
    return table.rows.empty() ? std::nullopt : std::optional(std::move(table));
}

}  // namespace

std::vector<Block> colours_section(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    std::vector<Block> blocks;
    if (!painting.palette.colours.empty()) {
        const auto seen = seen_within(painting, kMeasuredAt, asked.stop);
        if (!seen) return {};
        const PaletteFigures figures =
            figures_of(painting.palette, *seen, asked.matter.audit.reader);
        ColourBar bar;
        ReportTable table{{"Colour", "sRGB", "Area", "Step", "Intensity", "Warmth"}, {}};
        for (std::size_t i = 0; i < figures.colours.size(); ++i) {
            const PaletteColour& colour = painting.palette.colours[i];
            const ColourFigures& of = figures.colours[i];
            const std::string name = shown_name(colour.name);
            bar.parts.push_back({name, colour.colour, of.area});
            table.rows.push_back({{name, {}},
                                  {hex(colour.colour), {}},
                                  {fmt::format("{:.0f}%", 100 * of.area), {}},
                                  {fmt::format("{:.1f}", of.step), {}},
                                  {fmt::format("{:.0f}%", 100 * of.intensity), {}},
                                  {with_sign(of.warmth, 1), {}}});
        }
        bar.caption =
            fmt::format("{:.0f}% of the picture is near none of them.", 100 * figures.none);
        blocks.emplace_back(std::move(bar));
        blocks.emplace_back(std::move(table));
    }
    if (auto plan = plan_table(painting)) blocks.emplace_back(std::move(*plan));
    return blocks;
}

}  // namespace underpaint
