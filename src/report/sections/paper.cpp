// SPDX-License-Identifier: GPL-3.0-or-later
// What printing would do, as if it were one more pass, and what would help before it.
#include <fmt/format.h>

#include "render/printed.h"
#include "report/on_paper.h"
#include "report/sections.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostParts = 6;
constexpr double kNextToNone = 0.005;

std::string percent(double share) {
    return fmt::format("{:.0f}%", 100 * share);
}

std::string paper_in_words(const OnPaper& paper) {
    const std::string way =
        fmt::format("On \"{}\", {}.", shown_name(paper.paper),
                    paper.intent == PrintIntent::perceptual
                        ? "perceptual"
                        : "relative colorimetric with black point compensation");
    if (paper.beyond < kNextToNone)
        return way + " The paper has next to all of the picture's colours.";
    return fmt::format(
        "{} {} of the picture lies beyond what the paper has (no nearer than "
        "CIEDE2000 {:.0f}); {} is darker than its black.",
        way, percent(paper.beyond), kBeyondPaper, percent(paper.too_dark));
}

}  // namespace

std::vector<Block> paper_section(const SectionRequest& asked) {
    const OnPaper* paper = asked.matter.paper;
    if (paper == nullptr || asked.matter.proof == nullptr) return {};
    const Painting& painting = asked.matter.painting;
    std::vector<Block> blocks{Paragraph{paper_in_words(*paper)}};
    const View view =
        whole_at(painting.size(), shrink_within(painting.size(), asked.picture_side / 2));
    const auto pixels = render_view(painting, painting.passes.size(), view, asked.stop);
    if (!pixels) return {};
    const std::string name = shown_name(painting.name);
    PictureRow row;
    row.pictures.push_back({for_report(*pixels), "on the screen", name + " on the screen"});
    row.pictures.push_back(
        {for_report(printed(*pixels, *asked.matter.proof)), "as printed", name + " as printed"});
    blocks.emplace_back(std::move(row));
    blocks.emplace_back(lines_of_state(asked.matter.audit, paper->printed));
    if (!paper->parts.empty()) {
        ReportTable table{{"Part", "Changed by, CIEDE2000", "Warmth", "Intensity"}, {}};
        for (std::size_t i = 0; i < std::min(kMostParts, paper->parts.size()); ++i) {
            const PartDifference& each = paper->parts[i];
            const Part* part = painting.part(each.part);
            if (part == nullptr) continue;
            table.rows.push_back(
                {{shown_name(part->name), {}},
                 {fmt::format("{:.1f}", each.colour), {}},
                 {fmt::format("{:.1f} → {:.1f}", each.warmth_one, each.warmth_other), {}},
                 {percent(each.intensity_one) + " → " + percent(each.intensity_other), {}}});
        }
        blocks.emplace_back(std::move(table));
    }
    MarkedLines helps;
    if (paper->curve)
        helps.lines.push_back(
            {{},
             "A curve before printing",
             fmt::format("leaves {:.2f} step of drift from the seal instead of {:.2f}",
                         paper->curve->after, paper->curve->before),
             {},
             {}});
    if (paper->quieter)
        helps.lines.push_back(
            {{},
             shown_name(paper->quieter->pass.name) + " before printing",
             fmt::format("leaves {} beyond the paper instead of {}", percent(paper->quieter->after),
                         percent(paper->quieter->before)),
             {},
             {}});
    if (!helps.lines.empty()) blocks.emplace_back(std::move(helps));
    return blocks;
}

}  // namespace underpaint
