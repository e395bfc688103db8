// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/make_report.h"

#include <fmt/format.h>

#include <array>

#include "painting/date.h"
#include "report/sections.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

using MakeSection = std::vector<Block> (*)(const SectionRequest&);
/// In the order of ReportSection.
constexpr std::array<MakeSection, kReportSections.size()> kMakers{
    pictures_section, became_section,  passes_section, findings_section, colours_section,
    stages_section,   charts_section,  brief_section,  time_section,     versions_section,
    saves_section,    studies_section, paper_section};

std::string date_in_words(const std::string& day) {
    const auto date = date_from_iso(day);
    return date ? in_words(*date) : day;
}

std::string subtitle_of(const Painting& painting) {
    std::vector<std::string> said;
    if (!painting.brief.purpose.empty()) said.push_back(painting.brief.purpose);
    said.push_back(fmt::format("{} × {}", painting.size().width, painting.size().height));
    if (painting.sealed())
        said.push_back(fmt::format("Seal {} of {}", painting.seal().number,
                                   date_in_words(painting.seal().date)));
    const std::size_t passes = painting.passes.size();
    said.push_back(passes == 1 ? "one pass" : fmt::format("{} passes", passes));
    double minutes = 0;
    for (const LoggedTime& each : painting.log.times) minutes += each.seconds / 60;
    if (minutes >= 1)
        said.push_back(fmt::format("{} h {:02} min", static_cast<int>(minutes) / 60,
                                   static_cast<int>(minutes) % 60));
    std::string text;
    for (const std::string& each : said) text += (text.empty() ? "" : ", ") + each;
    return text + ".";
}

}  // namespace

Report begin_report(const Painting& painting, std::string words, std::string date) {
    return {painting.name, subtitle_of(painting), std::move(words), std::move(date), {}};
}

std::optional<Report> make_report(const ReportMatter& matter, const ReportChoices& choices,
                                  const std::stop_token& stop) {
    Report report = begin_report(matter.painting, choices.words, matter.date);
    const SectionRequest asked{matter, choices.picture_side, stop};
    for (const ReportSection section : choices.sections) {
        std::vector<Block> blocks = kMakers[static_cast<std::size_t>(section)](asked);
        if (stop.stop_requested()) return std::nullopt;
        if (blocks.empty()) continue;
        const ReportSectionText& text = text_of(section);
        report.sections.push_back(
            {std::string(text.id), std::string(text.label), std::move(blocks)});
    }
    return report;
}

}  // namespace underpaint
