// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/opposites_met.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <span>

#include "audit/opposites.h"
#include "audit/part_map.h"
#include "audit/seen_colours.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/viewing_mask.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

OppositesAudit audit_of(const ColourBlocks& colours, double pixel, const PartMap& map,
                        const Painting& painting) {
    const auto meetings = meetings_of_opposites(colours, pixel);
    OppositesAudit audit{length_of(meetings), {}, 0, Verdict::open};
    std::map<std::pair<std::int16_t, std::int16_t>, double> stretches;
    for (const MeetingPixel& meeting : meetings)
        stretches[std::minmax(map.at(meeting.x, meeting.y),
                              map.at(meeting.across_x, meeting.across_y))] += meeting.length / 2;
    const auto longest =
        std::ranges::max_element(stretches, {}, [](const auto& each) { return each.second; });
    if (longest == stretches.end()) return audit;
    audit.longest = longest->second;
    const auto [one, other] = longest->first;
    for (const std::int16_t part : {one, other})
        if (part != PartMap::kNone) {
            const PartId id = painting.parts[static_cast<std::size_t>(part)].id;
            if (std::ranges::find(audit.between, id) == audit.between.end())
                audit.between.push_back(id);
        }
    return audit;
}

/// The states whose colours are not those of the one before, a few at a time: together they would
/// take much memory.
bool judge(const Judging& with, Audit& audit) {
    if (!audit.limits.opposites_bridged || with.viewing.empty()) return true;
    const Painting& painting = with.painting;
    const ViewingGrid grid(halved(painting.size(), with.level), painting.size());
    const double pixel = grid.pixel();
    const PartMap map = part_map(painting, grid, with.level);
    std::vector<std::size_t> moments;
    if (with.known == 0) moments.push_back(0);
    for (std::size_t i = with.known; i < audit.passes.size(); ++i)
        if (painting.lays(painting.passes[i]) || i == with.known) moments.push_back(i + 1);
    constexpr std::size_t at_once = 4;
    for (std::size_t from = 0; from < moments.size(); from += at_once) {
        const auto some =
            std::span(moments).subspan(from, std::min(at_once, moments.size() - from));
        const auto seen =
            colours_at_viewing_scale(painting, grid, some, audit.reader, with.stop, with.level);
        if (!seen) return false;
        for (std::size_t i = 0; i < some.size(); ++i)
            (some[i] == 0 ? audit.ground : audit.passes[some[i] - 1]).opposites =
                audit_of((*seen)[i].colours, pixel, map, painting);
    }
    for (std::size_t i = with.known; i < audit.passes.size(); ++i) {
        PassAudit& pass = audit.passes[i];
        if (!pass.opposites) pass.opposites = audit.before(pass).opposites;
    }
    for (PassAudit& pass : audit.passes)
        if (pass.opposites) pass.opposites->verdict = judged(kOppositesMeasure, audit, pass);
    return true;
}

std::optional<double> figure(const PassAudit& pass) {
    return pass.opposites ? std::optional(pass.opposites->length) : std::nullopt;
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit&) {
    if (!audit.ground.opposites) return std::nullopt;
    const double sealed = audit.ground.opposites->length;
    return Bounds{sealed + kHeldMeeting, sealed + kLostMeeting, Better::small};
}

/// A length as a painter sees it: of the picture's long side.
std::string in_words(double viewing_pixels) {
    return fmt::format("{:.0f}%", 100 * viewing_pixels / kViewingSide);
}

std::string place_in_words(const Painting& painting, const OppositesAudit& opposites) {
    std::vector<std::string> names;
    for (const PartId id : opposites.between)
        if (const Part* part = painting.part(id)) names.push_back(shown_name(part->name));
    if (names.empty()) return {};
    const std::string where = names.size() == 1
                                  ? "at " + names.front()
                                  : fmt::format("between {} and {}", names[0], names[1]);
    const bool all = opposites.longest > 0.95 * opposites.length;
    return fmt::format(", {}{}", all ? "" : in_words(opposites.longest) + " of it ", where);
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (!audit.limits.opposites_bridged || !audit.ground.opposites) return;
    find_slips(
        audit, kOppositesMeet,
        [](const PassAudit& pass) {
            return pass.opposites ? pass.opposites->verdict : Verdict::open;
        },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format(
                "Strong opposites meet without greys between them, along {} of the picture's long "
                "side{}",
                in_words(pass.opposites->length), place_in_words(painting, *pass.opposites));
            finding.parts = pass.opposites->between;
            finding.figure = pass.opposites->length;
            finding.budget = audit.ground.opposites->length + kHeldMeeting;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.opposites) return std::nullopt;
    return said_once(in_words(pass.opposites->length), pass.opposites->verdict);
}

FigureFields fields(const Painting& painting, const PassAudit& pass) {
    if (!pass.opposites) return {};
    std::vector<FigureFields> parts;
    for (const PartId id : pass.opposites->between)
        parts.push_back({{"part", painting.part(id)->name}});
    return {{"length", pass.opposites->length},
            {"longest", pass.opposites->longest},
            {"between", std::move(parts)},
            {"verdict", std::string(id_of(pass.opposites->verdict))}};
}

SharedPicture where_they_meet(const Sought& sought) {
    const Size size = sought.painting.size();
    const ViewingGrid grid(size, size);
    const std::size_t moments[] = {sought.pass() + 1};
    const auto seen = colours_at_viewing_scale(sought.painting, grid, moments,
                                               sought.figures.reader, sought.stop);
    if (!seen) return nullptr;
    return mask_along(grid.size(), meetings_of_opposites(seen->front().colours, grid.pixel()));
}

constexpr std::array kKinds{FindingKind{
    .code = kOppositesMeet,
    .better = Better::small,
    .viewed = true,
    .about_its_parts = false,
    .place = where_they_meet,
}};

}  // namespace

const MeasureRecord kOppositesMeasure{
    .id = "opposites",
    .label = "Opposites without a bridge",
    .kinds = {kKinds, kOppositesCodes},
    .asked = [](const Limits& limits, const Painting&) { return limits.opposites_bridged; },
    .figure = figure,
    .bounds = bounds,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
