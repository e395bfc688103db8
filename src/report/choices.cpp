// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/choices.h"

#include <algorithm>

namespace underpaint {

const ReportSectionText& text_of(ReportSection section) {
    return kReportSections[static_cast<std::size_t>(section)];
}

std::optional<ReportSection> report_section_from_id(std::string_view id) {
    const auto found = std::ranges::find(kReportSections, id, &ReportSectionText::id);
    return found == kReportSections.end() ? std::nullopt : std::optional(found->section);
}

std::vector<ReportSection> ReportSettings::chosen() const {
    std::vector<ReportSection> all;
    for (const SectionChoice& each : sections)
        if (each.on) all.push_back(each.section);
    return all;
}

ReportSettings with_every_section(ReportSettings settings) {
    std::vector<SectionChoice> all;
    const auto add = [&](ReportSection section, bool on) {
        if (std::ranges::find(all, section, &SectionChoice::section) == all.end())
            all.push_back({section, on});
    };
    for (const SectionChoice& each : settings.sections) add(each.section, each.on);
    for (const ReportSectionText& each : kReportSections) add(each.section, false);
    settings.sections = std::move(all);
    return settings;
}

namespace {

ReportSettings settings_of(std::initializer_list<ReportSection> sections) {
    ReportSettings settings;
    for (const ReportSection each : sections) settings.sections.push_back({each});
    return with_every_section(std::move(settings));
}

}  // namespace

const std::vector<ReportPreset>& report_presets() {
    using enum ReportSection;
    static const std::vector<ReportPreset> presets{
        {"myself", "Myself", "Everything that was measured, in your words.",
         settings_of({pictures, became, passes, findings, colours, stages, charts, brief, time,
                      versions, saves})},
        {"client", "A client", "Pictures, versions and the brief.",
         settings_of({pictures, brief, colours, versions, stages})},
        {"teacher", "A teacher", "What became of the values, pass by pass, with all figures.",
         settings_of({pictures, became, findings, passes, charts, stages})},
    };
    return presets;
}

const ReportPreset* report_preset(std::string_view id) {
    const auto& presets = report_presets();
    const auto found = std::ranges::find(presets, id, &ReportPreset::id);
    return found == presets.end() ? nullptr : &*found;
}

}  // namespace underpaint
