// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/screen_checks.h"

#include <algorithm>
#include <cmath>

#include "files/json.h"
#include "files/own_file.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr const char* kScreensSchema = "faithful-underpaint/screens-1";

std::filesystem::path checks_in(const std::filesystem::path& folder) {
    return folder / "screens.json";
}

Json json_of(const Threshold& threshold) {
    return {{"level", threshold.level}, {"low", threshold.low}, {"high", threshold.high}};
}

double within(const Json& json, double low, double high) {
    const double value = json.get<double>();
    return std::isfinite(value) ? std::clamp(value, low, high) : low;
}

Threshold threshold_from(const Json& json, ScreenEnd end) {
    const double most = levels_of(end).most;
    return {within(json.at("level"), 0, most), within(json.at("low"), 0, most),
            within(json.at("high"), 0, most)};
}

}  // namespace

std::string write_screen_checks(const std::vector<ScreenCheck>& checks) {
    Json all = Json::array();
    const std::size_t skipped =
        checks.size() > kMostScreenChecks ? checks.size() - kMostScreenChecks : 0;
    for (std::size_t i = skipped; i < checks.size(); ++i) {
        const ScreenCheck& check = checks[i];
        Json json{{"screen", check.screen},
                  {"profile", check.profile},
                  {"at", check.when.time_since_epoch().count()},
                  {"dark", json_of(check.dark)},
                  {"light", json_of(check.light)}};
        if (check.grey) json["grey"] = {{"a", check.grey->a}, {"b", check.grey->b}};
        all.push_back(std::move(json));
    }
    return text_of(Json{{"schema", kScreensSchema}, {"checks", std::move(all)}});
}

Result<std::vector<ScreenCheck>> parse_screen_checks(const std::string& file,
                                                     std::string_view text) {
    try {
        const Json json = parse_json(text);
        if (json.is_discarded())
            return trouble(file, "it is cut short or damaged: it is no JSON, or nests too deep.");
        if (const std::string kind = json.at("schema"); kind != kScreensSchema)
            return trouble(file, "it holds something else: \"" + shown_name(kind) + "\".");
        std::vector<ScreenCheck> checks;
        for (const Json& each : json.at("checks")) {
            if (checks.size() == kMostScreenChecks) break;
            ScreenCheck check;
            check.screen = each.at("screen").get<std::string>();
            check.profile = each.at("profile").get<std::string>();
            check.when = in_seconds(each.at("at"));
            check.dark = threshold_from(each.at("dark"), ScreenEnd::dark);
            check.light = threshold_from(each.at("light"), ScreenEnd::light);
            if (each.contains("grey"))
                check.grey = GreyMatch{within(each.at("grey").at("a"), -kMostTint, kMostTint),
                                       within(each.at("grey").at("b"), -kMostTint, kMostTint)};
            checks.push_back(std::move(check));
        }
        return checks;
    } catch (const Json::exception& error) {
        return trouble(file, std::string("it is cut short or damaged: ") + error.what() + ".");
    }
}

Result<std::vector<ScreenCheck>> read_screen_checks(const std::filesystem::path& folder) {
    return read_own(checks_in(folder), parse_screen_checks);
}

Done save_screen_checks(const std::filesystem::path& folder,
                        const std::vector<ScreenCheck>& checks) {
    return write_own(checks_in(folder), write_screen_checks(checks), parse_screen_checks);
}

}  // namespace underpaint
