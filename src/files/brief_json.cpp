// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/brief_json.h"

#include <algorithm>
#include <limits>

#include "files/foreign_entries.h"
#include "files/json.h"
#include "files/saves_json.h"
#include "files/unknown_members.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr const char *kBriefSchema = "faithful-underpaint/brief-1",
                     *kRouteSchema = "faithful-underpaint/route-1",
                     *kRulesSchema = "faithful-underpaint/house-rules-1",
                     *kTimesSchema = "faithful-underpaint/times-1";

// --- writing

Json to_json(Rgb c) {
    return {c.r, c.g, c.b};
}

Json to_json(const HouseRules& rules) {
    Json json = Json::object();
    for (const auto& [rule, value] : rules) {
        const HouseRuleText& text = text_of(rule);
        const std::string id(text.number.id);
        if (text.words.empty())
            json[id] = value;
        else
            json[id] = text.words[static_cast<std::size_t>(value)].id;
    }
    return json;
}

Json to_json(const Route& route) {
    Json json{{"name", route.name}, {"steps", Json::array()}};
    for (const RouteStep& step : route.steps) {
        Json checks = Json::array();
        for (const StepCheck check : step.checks) checks.push_back(id_of(kStepChecks, check));
        json["steps"].push_back({{"id", step.id},
                                 {"name", step.name},
                                 {"bench", step.bench},
                                 {"page", step.page},
                                 {"checks", checks},
                                 {"minutes", step.usual},
                                 {"spare", step.spare},
                                 {"drying", step.drying}});
    }
    return json;
}

Json to_json(const Days& days) {
    Json off = Json::array();
    for (const Date day : days.days_off) off.push_back(iso(day));
    Json json{{"minutes", days.minutes},
              {"begins", days.begins},
              {"off", days.off},
              {"days_off", off},
              {"canvas", days.canvas}};
    if (days.due) json["due"] = iso(*days.due);
    return json;
}

Json to_json(const WorkLog& log) {
    Json json{{"id", log.id}, {"times", Json::array()}};
    for (const LoggedTime& time : log.times)
        json["times"].push_back({{"step", time.step},
                                 {"day", iso(time.day)},
                                 {"began", time.began},
                                 {"seconds", time.seconds}});
    if (log.merged) json["merged"] = iso(*log.merged);
    return json;
}

// --- reading: what does not fit throws Json::exception or Trouble; in_json() turns both into a
// --- returned value.

Rgb rgb_from(const Json& json) {
    const auto level = [&](std::size_t i) {
        return std::clamp(json.at(i).get<float>(), 0.0F, 1.0F);
    };
    return {level(0), level(1), level(2)};
}

Date date_from(const std::string& file, const std::string& text) {
    const auto date = date_from_iso(text);
    if (!date) throw Trouble{file, "\"" + shown_name(text) + "\" in it is no day of the calendar."};
    return *date;
}

template <class Choice, std::size_t n>
Choice known(const std::string& file, const std::array<ChoiceText<Choice>, n>& table,
             const std::string& word) {
    const auto choice = choice_from_id(table, word);
    if (!choice) throw Trouble{file, "it has the unknown word \"" + shown_name(word) + "\"."};
    return *choice;
}

/// Rules that this version does not know are left out.
HouseRules rules_from(const Json& json) {
    HouseRules rules;
    for (const HouseRuleText& text : kHouseRules) {
        const auto found = json.find(std::string(text.number.id));
        if (found == json.end()) continue;
        if (text.words.empty()) {
            rules[text.rule] = in_range(text.rule, found->get<double>());
            continue;
        }
        const auto word = std::ranges::find(text.words, found->get<std::string>(), &RuleWord::id);
        if (word != text.words.end())
            rules[text.rule] = static_cast<double>(word - text.words.begin());
    }
    return rules;
}

Route route_from(const std::string& file, const Json& json) {
    Route route{json.at("name"), {}};
    if (json.at("steps").size() > kMostSteps)
        throw Trouble{file, "it has more steps than can be followed."};
    for (const Json& from : json.at("steps")) {
        RouteStep step{from.at("id"),
                       from.at("name"),
                       from.value("bench", ""),
                       from.value("page", ""),
                       {},
                       0,
                       from.value("spare", false),
                       0};
        const auto number = [&](const char* name, int most) {
            return static_cast<int>(
                std::clamp(from.value(name, 0.0), 0.0, static_cast<double>(most)));
        };
        step.usual = number("minutes", 100'000);
        step.drying = number("drying", 365);
        for (const std::string check : from.value("checks", Json::array()))
            step.checks.push_back(known(file, kStepChecks, check));
        if (step.id.empty() ||
            std::ranges::find(route.steps, step.id, &RouteStep::id) != route.steps.end())
            throw Trouble{file, "two of its steps are not to be told apart."};
        route.steps.push_back(std::move(step));
    }
    return route;
}

Days days_from(const std::string& file, const Json& json) {
    Days days;
    days.minutes = json.at("minutes");
    days.begins = json.at("begins");
    days.off = json.at("off").get<std::set<unsigned>>();
    for (const std::string day : json.at("days_off")) days.days_off.insert(date_from(file, day));
    days.canvas = json.value("canvas", false);
    if (json.contains("due")) days.due = date_from(file, json.at("due"));
    return days;
}

WorkLog log_from(const std::string& file, const Json& json) {
    WorkLog log{json.at("id"), {}, {}};
    if (json.at("times").size() > kMostLogged)
        throw Trouble{file, "its log of time is longer than a life."};
    for (const Json& time : json.at("times")) {
        const double seconds = time.at("seconds");
        constexpr double year = 366 * 86400.0;
        log.times.push_back({time.at("step"), date_from(file, time.at("day")),
                             std::clamp(time.at("began").get<int>(), 0, 24 * 60 - 1),
                             std::clamp(seconds, -year, year)});
    }
    if (json.contains("merged")) log.merged = date_from(file, json.at("merged"));
    return log;
}

class BriefParser {
public:
    BriefParser(const std::string& file, const LoadKept& load) : file_(file), load_(load) {}

    ParsedBrief parse(const Json& json) {
        const Json& from = json.at("brief");
        Brief& brief = parsed_.brief;
        brief.purpose = from.value("purpose", "");
        if (from.contains("size")) brief.size = {from.at("size").at(0), from.at("size").at(1)};
        if (from.contains("light")) brief.light = known(file_, kLights, from.at("light"));
        if (from.contains("swing")) brief.swing = from.at("swing").get<double>();
        if (from.contains("mother")) {
            const Json& mother = from.at("mother");
            brief.mother = {mother.at("name"), rgb_from(mother.at("colour")), mother.at("share")};
        }
        if (from.contains("strongest"))
            brief.strongest = {known(file_, kStrongestAts, from.at("strongest").at("at")),
                               from.at("strongest").at("area")};
        pictures(from);
        brief.rules = rules_from(from.at("rules"));
        brief.route = route_from(file_, from.at("route"));
        brief.ticked = from.at("ticked").get<std::set<std::string>>();
        if (from.contains("in_hand")) brief.in_hand = from.at("in_hand").get<std::string>();
        brief.days = days_from(file_, from.at("days"));
        parsed_.log = log_from(file_, json.at("log"));
        brief = in_range(std::move(brief));
        if (json.contains("saves"))
            parsed_.saves = saves_from_json(json.at("saves"), load_, parsed_.lost);
        if (json.contains("report")) report(json.at("report"));
        return std::move(parsed_);
    }

private:
    void report(const Json& from) {
        parsed_.report_words = from.value("words", "");
        if (parsed_.report_words.size() > kMostReportWords)
            throw Trouble{file_, "the words for its report are longer than can be kept."};
        if (!from.contains("last")) return;
        const Json& last = from.at("last");
        MadeReport made{last.at("file"), in_seconds(last.at("when")), {}};
        if (last.contains("drift"))
            made.drift = std::clamp(last.at("drift").get<double>(), 0., 10.);
        parsed_.last_report = std::move(made);
    }

    std::optional<KeptPicture> picture(const char* what, const Json& json) {
        const std::string name = json.at("name");
        auto loaded = load_(json.at("picture"), name, KeptCheck::pixels);
        if (loaded) return std::move(*loaded);
        parsed_.lost.push_back(std::string(what) + " \"" + shown_name(name) +
                               "\" was lost: " + loaded.error().what);
        return std::nullopt;
    }

    void pictures(const Json& from) {
        Brief& brief = parsed_.brief;
        constexpr auto none = std::numeric_limits<std::size_t>::max();
        const std::size_t chosen = from.value("chosen", none);
        std::size_t at = 0;
        for (const Json& json : from.at("thumbnails")) {
            if (auto kept = picture("The thumbnail", json); kept && at < kMostThumbnails) {
                Thumbnail thumbnail{std::move(*kept), {}};
                if (json.contains("focus")) {
                    const Json& focus = json.at("focus");
                    const double radius = focus.at("radius");
                    if (radius > 0)
                        thumbnail.focus = {"Focus", {focus.at("x"), focus.at("y")}, radius};
                }
                if (chosen == at) brief.chosen = brief.thumbnails.size();
                brief.thumbnails.push_back(std::move(thumbnail));
            }
            ++at;
        }
        if (from.at("references").size() > kMostReferences)
            throw Trouble{file_, "it has more references than can be kept."};
        for (const Json& json : from.at("references")) {
            auto kept = picture("The reference", json);
            if (!kept) continue;
            Reference reference{std::move(*kept), {}};
            if (json.contains("tint")) reference.tint = rgb_from(json.at("tint"));
            brief.references.push_back(std::move(reference));
        }
    }

    const std::string& file_;
    const LoadKept& load_;
    ParsedBrief parsed_;
};

Json to_json(const MadeReport& report) {
    Json json{{"file", report.file}, {"when", report.when.time_since_epoch().count()}};
    if (report.drift) json["drift"] = *report.drift;
    return json;
}

/// \param from a painting, or what was parsed of one
template <class From>
Json brief_to_json(const From& from, const NameKept& name) {
    const Brief& brief = from.brief;
    Json json{{"purpose", brief.purpose}};
    if (brief.size) json["size"] = {brief.size->width, brief.size->height};
    if (brief.light) json["light"] = id_of(kLights, *brief.light);
    if (brief.swing) json["swing"] = *brief.swing;
    if (brief.mother)
        json["mother"] = {{"name", brief.mother->name},
                          {"colour", to_json(brief.mother->colour)},
                          {"share", brief.mother->share}};
    if (brief.strongest)
        json["strongest"] = {{"at", id_of(kStrongestAts, brief.strongest->at)},
                             {"area", brief.strongest->area}};
    json["thumbnails"] = Json::array();
    for (const Thumbnail& thumbnail : brief.thumbnails) {
        Json each{{"name", thumbnail.picture.name}, {"picture", name(thumbnail.picture)}};
        if (const auto& focus = thumbnail.focus)
            each["focus"] = {
                {"x", focus->centre.x}, {"y", focus->centre.y}, {"radius", focus->radius}};
        json["thumbnails"].push_back(std::move(each));
    }
    if (brief.chosen) json["chosen"] = *brief.chosen;
    json["references"] = Json::array();
    for (const Reference& reference : brief.references) {
        Json each{{"name", reference.picture.name}, {"picture", name(reference.picture)}};
        if (reference.tint) each["tint"] = to_json(*reference.tint);
        json["references"].push_back(std::move(each));
    }
    json["rules"] = to_json(brief.rules);
    json["route"] = to_json(brief.route);
    json["ticked"] = brief.ticked;
    if (brief.in_hand) json["in_hand"] = *brief.in_hand;
    json["days"] = to_json(brief.days);
    Json all{{"schema", kBriefSchema}, {"brief", json}, {"log", to_json(from.log)}};
    if (!from.saves.empty()) all["saves"] = saves_to_json(from.saves, name);
    if (!from.report_words.empty()) all["report"]["words"] = from.report_words;
    if (from.last_report) all["report"]["last"] = to_json(*from.last_report);
    return all;
}

/// Checks what kind of text it is and reads it.
template <class Read>
auto in_json(const std::string& file, std::string_view text, const char* schema, Read read)
    -> Result<decltype(read(Json()))> {
    try {
        const Json json = parse_json(text);
        if (json.is_discarded())
            return trouble(file, "it is cut short or damaged: it is no JSON, or nests too deep.");
        const std::string kind = json.at("schema");
        const std::string known(schema);
        if (kind != known) {
            const std::string family = known.substr(0, known.rfind('-'));
            return trouble(file, kind.starts_with(family + "-")
                                     ? "it was saved by a newer version of this program."
                                     : "it holds something else: \"" + shown_name(kind) + "\".");
        }
        return read(json);
    } catch (const Json::exception& error) {
        return trouble(file, std::string("it is cut short or damaged: ") + error.what() + ".");
    } catch (const Trouble& error) {
        return tl::unexpected(error);
    }
}

}  // namespace

std::string write_brief(const Painting& painting, const NameKept& name) {
    Json json = brief_to_json(painting, name);
    if (painting.foreign && !painting.foreign->brief_members.empty())
        put_back(parse_json(painting.foreign->brief_members), json);
    return text_of(json);
}

Result<ParsedBrief> parse_brief(const std::string& file, std::string_view json,
                                const LoadKept& load) {
    return in_json(file, json, kBriefSchema, [&](const Json& read) {
        ParsedBrief parsed = BriefParser(file, load).parse(read);
        const Json ours = brief_to_json(parsed, [](const auto&) { return ""; });
        if (const Json rest = unknown_members(read, ours); !rest.is_null())
            parsed.unknown = text_of(rest);
        return parsed;
    });
}

void take_over(ParsedBrief parsed, Painting& painting) {
    painting.brief = std::move(parsed.brief);
    painting.log = std::move(parsed.log);
    painting.saves = std::move(parsed.saves);
    painting.report_words = std::move(parsed.report_words);
    painting.last_report = std::move(parsed.last_report);
    if (!parsed.unknown.empty())
        change_foreign(painting, [&](ForeignFile& foreign) {
            foreign.brief_members = std::move(parsed.unknown);
        });
}

std::string write_route(const Route& route) {
    Json json{{"schema", kRouteSchema}};
    json.update(to_json(route));
    return text_of(json);
}

Result<Route> parse_route(const std::string& file, std::string_view json) {
    return in_json(file, json, kRouteSchema,
                   [&](const Json& read) { return route_from(file, read); });
}

std::string write_rules(const HouseRules& rules) {
    return text_of(Json{{"schema", kRulesSchema}, {"rules", to_json(rules)}});
}

Result<HouseRules> parse_rules(const std::string& file, std::string_view json) {
    return in_json(file, json, kRulesSchema,
                   [&](const Json& read) { return rules_from(read.at("rules")); });
}

std::string write_past(const std::vector<PastPainting>& past) {
    Json list = Json::array();
    for (const PastPainting& painting : past)
        list.push_back(
            {{"id", painting.id}, {"route", painting.route}, {"minutes", painting.minutes}});
    return text_of(Json{{"schema", kTimesSchema}, {"paintings", list}});
}

Result<std::vector<PastPainting>> parse_past(const std::string& file, std::string_view json) {
    return in_json(file, json, kTimesSchema, [&](const Json& read) {
        std::vector<PastPainting> past;
        for (const Json& from : read.at("paintings"))
            past.push_back({from.at("id"), from.at("route"),
                            from.at("minutes").get<std::map<std::string, double>>()});
        return past;
    });
}

}  // namespace underpaint
