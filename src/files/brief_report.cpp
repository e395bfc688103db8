// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/brief_report.h"

#include "audit/shapes.h"
#include "brief/time_log.h"
#include "files/design_tokens.h"
#include "files/json.h"
#include "files/kept_pictures.h"
#include "painting/stage.h"

namespace underpaint {
namespace {

Json json_of(const Range& range) {
    return {{"darkest", range.darkest}, {"lightest", range.lightest}, {"width", width_of(range)}};
}

Json json_of(const std::string& name, const ThumbnailFigures& figures) {
    Json rivals = Json::array();
    for (const Rival& rival : figures.rivals)
        rivals.push_back(
            {{"x", rival.centre.x}, {"y", rival.centre.y}, {"contrast", rival.contrast}});
    return {{"name", name},
            {"key", name_of(figures.key)},
            {"range", json_of(figures.range)},
            {"two_values", figures.two.shares},
            {"three_values", figures.three.shares},
            {"focus",
             {{"x", figures.focus.centre.x},
              {"y", figures.focus.centre.y},
              {"radius", figures.focus.radius}}},
            {"lead", figures.lead ? or_null(figures.lead->lead) : Json()},
            {"rivals", rivals},
            {"darks_left", or_null(figures.darks_left)},
            {"dark_pieces", figures.dark_pieces}};
}

Json json_of(const std::string& name, const PictureFigures& figures) {
    Json colours = Json::array();
    for (const Swatch& swatch : figures.colours)
        colours.push_back({{"colour", hex(swatch.colour)}, {"share", swatch.share}});
    Json json{{"name", name},
              {"key", name_of(figures.key)},
              {"range", json_of(figures.range)},
              {"swing", figures.grey ? Json() : Json(figures.swing)},
              {"colours", colours}};
    if (const auto& strongest = figures.strongest)
        json["strongest"] = {{"colour", hex(strongest->colour)},
                             {"area", strongest->area},
                             {"x", strongest->middle.x},
                             {"y", strongest->middle.y},
                             {"at", id_of(kStrongestAts, strongest->at)}};
    return json;
}

Json rules_of(const Painting& painting, const HouseRules& own) {
    Json json = Json::object();
    for (const HouseRuleText& text : kHouseRules) {
        const double value = value_of(text.rule, painting.brief.rules, own);
        const Json said =
            text.words.empty() ? Json(value) : Json(text.words[static_cast<std::size_t>(value)].id);
        json[std::string(text.number.id)] = {
            {"value", said}, {"in_this_painting", painting.brief.rules.contains(text.rule)}};
    }
    return json;
}

}  // namespace

RgbBlock pixels_of_reference(const Picture& picture, const std::optional<Rgb>& colour) {
    const auto block_of = [](const Picture& p) { return rgb_of(p, rect_of(p.size())); };
    const bool large = std::max(picture.size().width, picture.size().height) > kMeasuredSide;
    RgbBlock pixels = large ? block_of(halved(picture)) : block_of(picture);
    if (colour) tint(pixels, *colour);
    return pixels;
}

Result<RgbBlock> pixels_of(const Reference& reference, const std::stop_token& stop) {
    const auto pixels = pixels_of(reference.picture, stop);
    if (!pixels) return tl::unexpected(pixels.error());
    return pixels_of_reference(*pixels, reference.tint);
}

BriefReport report_brief(const Painting& painting, Reader reader, const BriefSetting& setting,
                         const Audit* known) {
    BriefReport report;
    report.own_rules = setting.rules;
    const auto work = measure_work(painting, reader);
    const auto values = audit_values(staged(painting, Stage::values),
                                     {reader, 0, false, true, ValueScale::one_to_nine});
    std::optional<Audit> passes;
    if (known == nullptr) passes = audit(painting, {reader, 0, {}});
    const Measured measured{&*work, &*values, known != nullptr ? known : &*passes, setting.rules};
    report.lines = lines_of(painting, measured);
    report.steps = standing_of(painting, measured);
    report.in_hand = step_in_hand(painting.brief, report.steps);

    for (const Thumbnail& thumbnail : painting.brief.thumbnails) {
        const auto pixels = pixels_of(thumbnail.picture);
        report.thumbnails.push_back(
            pixels ? measure_thumbnail(rgb_of(*pixels, rect_of(pixels->size())), reader,
                                       thumbnail.focus)
                   : std::nullopt);
    }
    report.ranking = ranked(report.thumbnails, painting.plan);
    for (const Reference& reference : painting.brief.references) {
        const auto pixels = pixels_of(reference.picture);
        report.references.push_back(
            pixels ? measure_picture(pixels_of_reference(*pixels, reference.tint), reader)
                   : std::nullopt);
    }

    const Route& route = painting.brief.route;
    for (const RouteStep& step : route.steps) {
        report.usual.push_back(estimate(route, step, painting.log.id, setting.past));
        report.taken.push_back(minutes_on(painting.log, step.id));
    }
    report.schedule =
        lay_out(to_go(painting.brief, painting.log, done_steps(report.steps), setting.past),
                painting.brief.days, setting.today, minutes_on_day(painting.log, setting.today));
    return report;
}

std::string write_brief_report(const Painting& painting, const BriefReport& report) {
    const Brief& brief = painting.brief;
    Json json{{"schema", "faithful-underpaint/brief-report-1"},
              {"name", painting.name},
              {"purpose", brief.purpose},
              {"lines", Json::array()},
              {"thumbnails", Json::array()},
              {"chosen", or_null(brief.chosen)},
              {"ranking", report.ranking},
              {"references", Json::array()},
              {"house_rules", rules_of(painting, report.own_rules)},
              {"route", {{"name", brief.route.name}, {"steps", Json::array()}}}};
    for (const BriefLine& line : report.lines)
        json["lines"].push_back({{"id", line.id},
                                 {"asked", line.asked},
                                 {"now", line.now.empty() ? Json() : Json(line.now)},
                                 {"verdict", id_of(line.verdict)}});
    for (std::size_t i = 0; i < report.thumbnails.size(); ++i)
        if (const auto& figures = report.thumbnails[i])
            json["thumbnails"].push_back(json_of(brief.thumbnails[i].picture.name, *figures));
    for (std::size_t i = 0; i < report.references.size(); ++i)
        if (const auto& figures = report.references[i])
            json["references"].push_back(json_of(brief.references[i].picture.name, *figures));
    for (std::size_t i = 0; i < report.steps.size(); ++i) {
        const StepStanding& stands = report.steps[i];
        json["route"]["steps"].push_back({{"name", brief.route.steps[i].name},
                                          {"done", stands.done},
                                          {"measured", !stands.by_hand},
                                          {"stands", stands.words},
                                          {"usual_minutes", report.usual[i]},
                                          {"taken_minutes", report.taken[i]},
                                          {"in_hand", report.in_hand == i}});
    }
    const Schedule& schedule = report.schedule;
    Json drop = Json::array();
    for (const std::string& step : schedule.drop) drop.push_back(step);
    json["schedule"] = {{"minutes_to_go", schedule.minutes},
                        {"ready", schedule.ready ? Json(iso(*schedule.ready)) : Json()},
                        {"due", brief.days.due ? Json(iso(*brief.days.due)) : Json()},
                        {"days_to_spare", or_null(schedule.days_to_spare)},
                        {"drop", drop}};
    return text_of(json);
}

}  // namespace underpaint
