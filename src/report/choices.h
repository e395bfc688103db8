// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "report/page_setup.h"

namespace underpaint {

/// A part of a report that can be left out, and moved.
enum class ReportSection {
    pictures,
    became,
    passes,
    findings,
    colours,
    stages,
    charts,
    brief,
    time,
    versions,
    saves,
    studies,
    paper,
};
struct ReportSectionText {
    ReportSection section;
    std::string_view id;     ///< in files and on the command line
    std::string_view label;  ///< on screen, and above it
};
inline constexpr std::array kReportSections{
    ReportSectionText{ReportSection::pictures, "pictures", "As sealed and now"},
    ReportSectionText{ReportSection::became, "became", "What became of it"},
    ReportSectionText{ReportSection::passes, "passes", "Pass by pass"},
    ReportSectionText{ReportSection::findings, "findings", "What slipped, and what was intended"},
    ReportSectionText{ReportSection::colours, "colours", "Palette and plan"},
    ReportSectionText{ReportSection::stages, "stages", "Stages"},
    ReportSectionText{ReportSection::charts, "charts", "Balance, temperature, ramps"},
    ReportSectionText{ReportSection::brief, "brief", "The brief, and how it was met"},
    ReportSectionText{ReportSection::time, "time", "Route and time"},
    ReportSectionText{ReportSection::versions, "versions", "Versions"},
    ReportSectionText{ReportSection::saves, "saves", "Saves"},
    ReportSectionText{ReportSection::studies, "studies", "Studies"},
    ReportSectionText{ReportSection::paper, "paper", "On paper"},
};
const ReportSectionText& text_of(ReportSection section);
std::optional<ReportSection> report_section_from_id(std::string_view id);

/// The choice of a report's content.
struct ReportChoices {
    std::vector<ReportSection> sections;  ///< in the order in which they stand
    int picture_side = 1600;              ///< long side of pictures at the most, in pixels
    std::string words;                    ///< the painter's own, at the top
    friend bool operator==(const ReportChoices&, const ReportChoices&) = default;
};

/// Long sides of pictures that can be chosen, in pixels.
inline constexpr int kLeastPictureSide = 100, kMostPictureSide = 6000;

struct SectionChoice {
    ReportSection section;
    bool on = true;
    friend bool operator==(const SectionChoice&, const SectionChoice&) = default;
};

/// How a report is made for somebody. A preset has it, and the painter changes it.
struct ReportSettings {
    std::vector<SectionChoice> sections;  ///< each once, in the order in which they stand
    int picture_side = 1600;              ///< see ReportChoices
    PageSetup setup;
    /// The sections that are on.
    std::vector<ReportSection> chosen() const;
    friend bool operator==(const ReportSettings&, const ReportSettings&) = default;
};
/// Each section once: what is missing is put behind the others, off.
ReportSettings with_every_section(ReportSettings settings);

/// For whom a report is.
struct ReportPreset {
    std::string_view id, label;
    std::string_view about;   ///< one sentence
    ReportSettings settings;  ///< as the program has them
};
/// Myself, a client, a teacher.
const std::vector<ReportPreset>& report_presets();
/// Null when there is none of that name.
const ReportPreset* report_preset(std::string_view id);

}  // namespace underpaint
