// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/kept_presets.h"

#include <algorithm>

#include "files/json.h"
#include "files/own_file.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr const char* kPresetsSchema = "faithful-underpaint/report-presets-1";

std::filesystem::path presets_in(const std::filesystem::path& folder) {
    return folder / "reports.json";
}

Json to_json(const ReportSettings& settings) {
    Json sections = Json::array();
    for (const SectionChoice& each : settings.sections)
        sections.push_back({{"id", text_of(each.section).id}, {"on", each.on}});
    return {{"sections", std::move(sections)},
            {"picture_side", settings.picture_side},
            {"paper", text_of(settings.setup.paper).id},
            {"lying", settings.setup.lying},
            {"dark", settings.setup.dark}};
}

ReportSettings settings_from(const Json& json) {
    ReportSettings settings;
    for (const Json& each : json.at("sections"))
        if (const auto section = report_section_from_id(each.at("id").get<std::string>()))
            settings.sections.push_back({*section, each.at("on")});
    settings.picture_side =
        std::clamp(json.at("picture_side").get<int>(), kLeastPictureSide, kMostPictureSide);
    settings.setup.paper =
        paper_from_id(json.at("paper").get<std::string>()).value_or(settings.setup.paper);
    settings.setup.lying = json.at("lying");
    settings.setup.dark = json.at("dark");
    return with_every_section(std::move(settings));
}

}  // namespace

const ReportSettings& KeptPresets::settings_of(const std::string& id) const {
    const auto found = changed.find(id);
    return found == changed.end() ? report_preset(id)->settings : found->second;
}

std::string write_presets(const KeptPresets& presets) {
    Json json{{"schema", kPresetsSchema}, {"used", presets.used}, {"presets", Json::object()}};
    for (const auto& [id, settings] : presets.changed) json["presets"][id] = to_json(settings);
    return text_of(json);
}

Result<KeptPresets> parse_presets(const std::string& file, std::string_view text) {
    try {
        const Json json = parse_json(text);
        if (json.is_discarded())
            return trouble(file, "it is cut short or damaged: it is no JSON, or nests too deep.");
        if (const std::string kind = json.at("schema"); kind != kPresetsSchema)
            return trouble(file, "it holds something else: \"" + shown_name(kind) + "\".");
        KeptPresets presets;
        if (const std::string used = json.at("used"); report_preset(used) != nullptr)
            presets.used = used;
        for (const auto& [id, settings] : json.at("presets").items())
            if (report_preset(id) != nullptr) presets.changed[id] = settings_from(settings);
        return presets;
    } catch (const Json::exception& error) {
        return trouble(file, std::string("it is cut short or damaged: ") + error.what() + ".");
    }
}

Result<KeptPresets> read_presets(const std::filesystem::path& folder) {
    return read_own(presets_in(folder), parse_presets);
}

Done save_presets(const std::filesystem::path& folder, const KeptPresets& presets) {
    return write_own(presets_in(folder), write_presets(presets), parse_presets);
}

}  // namespace underpaint
