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

const std::vector<ReportPreset>& report_presets() {
    using enum ReportSection;
    static const std::vector<ReportPreset> presets{
        {"myself",
         "Myself",
         "Everything that was measured, in your words.",
         {pictures, became, passes, findings, colours, stages, charts, brief, time, versions,
          saves}},
        {"client",
         "A client",
         "Pictures, versions and the brief.",
         {pictures, brief, colours, versions, stages}},
        {"teacher",
         "A teacher",
         "What became of the values, pass by pass, with all figures.",
         {pictures, became, findings, passes, charts, stages}},
    };
    return presets;
}

const ReportPreset* report_preset(std::string_view id) {
    const auto& presets = report_presets();
    const auto found = std::ranges::find(presets, id, &ReportPreset::id);
    return found == presets.end() ? nullptr : &*found;
}

}  // namespace underpaint
