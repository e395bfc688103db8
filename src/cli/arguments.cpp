// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/arguments.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstdio>

#include "files/user_folders.h"
#include "palette/hex.h"
#include "report/kept_presets.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

std::vector<std::string> words_of(const std::string& list) {
    std::vector<std::string> words;
    for (std::size_t from = 0; from <= list.size();) {
        const auto comma = std::min(list.find(',', from), list.size());
        words.push_back(list.substr(from, comma - from));
        from = comma + 1;
    }
    return words;
}

constexpr std::size_t kMostMixedTubes = 8;

/// A word that is none of those there are.
[[noreturn]] void refuse(const std::string& option, const std::string& word, std::string_view what,
                         const std::vector<std::string>& there) {
    constexpr std::size_t most = 40;
    throw CLI::ValidationError(option, "\"" + word.substr(0, most) + "\" is no " +
                                           std::string(what) + ". There are " + listed(there));
}

}  // namespace

Focus focus_from(const std::string& text, std::size_t number) {
    Focus focus{"Focus " + std::to_string(number), {}, 0};
    int used = 0;
    if (std::sscanf(text.c_str(), "%lf,%lf,%lf%n", &focus.centre.x, &focus.centre.y, &focus.radius,
                    &used) != 3 ||
        used != static_cast<int>(text.size()) || !(focus.radius > 0) ||
        !std::isfinite(focus.centre.x) || !std::isfinite(focus.centre.y) ||
        !std::isfinite(focus.radius))
        throw CLI::ValidationError("--focus", "\"" + text +
                                                  "\" is not X,Y,R: three numbers in pixels, the "
                                                  "radius above 0");
    return focus;
}

Size size_from(const std::string& text) {
    Size size;
    int used = 0;
    if (std::sscanf(text.c_str(), "%dx%d%n", &size.width, &size.height, &used) != 2 ||
        used != static_cast<int>(text.size()) || size.width < 16 || size.height < 16 ||
        size.width > 20000 || size.height > 20000)
        throw CLI::ValidationError("--size",
                                   "\"" + text + "\" is not WxH with 16 to 20000 pixels a side");
    return size;
}

Rgb colour_from(const std::string& name, const std::string& text) {
    if (const auto colour = rgb_from_hex(text)) return *colour;
    throw CLI::ValidationError(name, "\"" + text.substr(0, 40) + "\" is no colour such as #d08c3e");
}

std::vector<Tube> tubes_from(const std::string& list) {
    std::vector<Tube> tubes;
    for (const std::string& word : words_of(list)) {
        const auto tube = tube_from(word);
        if (!tube) {
            std::vector<std::string> names{"#rrggbb", "white"};
            for (const Tube& each : generic_tubes()) names.push_back(each.name);
            refuse("--tubes", word, "tube", names);
        }
        tubes.push_back(*tube);
    }
    if (tubes.size() > kMostMixedTubes)
        throw CLI::ValidationError("--tubes", "more than 8 tubes are too many to mix from");
    return tubes;
}

std::vector<ReportSection> sections_from(const std::string& list) {
    std::vector<ReportSection> sections;
    for (const std::string& word : words_of(list)) {
        const auto section = report_section_from_id(word);
        if (!section) {
            std::vector<std::string> ids;
            for (const ReportSectionText& each : kReportSections) ids.emplace_back(each.id);
            refuse("--sections", word, "section", ids);
        }
        // A section given twice is shown once.
        if (std::ranges::find(sections, *section) == sections.end()) sections.push_back(*section);
    }
    return sections;
}

ReportSettings settings_for(const std::string& whom) {
    if (report_preset(whom) != nullptr)
        return read_presets(settings_folder()).value_or(KeptPresets{}).settings_of(whom);
    std::vector<std::string> ids;
    for (const ReportPreset& each : report_presets()) ids.emplace_back(each.id);
    refuse("--for", whom, "reader of reports", ids);
}

std::vector<int> parts_from(const std::string& list, std::size_t tubes) {
    std::vector<int> parts;
    int whole = 0;
    for (const std::string& word : words_of(list)) {
        int part = 0;
        const auto [end, wrong] = std::from_chars(word.data(), word.data() + word.size(), part);
        if (wrong != std::errc() || end != word.data() + word.size() || part < 0 || part > 10'000)
            throw CLI::ValidationError(
                "--parts", "\"" + word.substr(0, 40) + "\" is no whole number from 0 to 10000");
        parts.push_back(part);
        whole += part;
    }
    if (parts.size() != tubes)
        throw CLI::ValidationError("--parts", "there must be as many parts as tubes");
    if (whole == 0) throw CLI::ValidationError("--parts", "they can't all be 0");
    return parts;
}

}  // namespace underpaint
