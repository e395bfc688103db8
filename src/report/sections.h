// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "report/make_report.h"

namespace underpaint {

// What each section says, as blocks; empty where it has nothing to say, or when stopped.

struct SectionRequest {
    const ReportMatter& matter;
    int picture_side;
    const std::stop_token& stop;
};

std::vector<Block> pictures_section(const SectionRequest& asked);
std::vector<Block> became_section(const SectionRequest& asked);
std::vector<Block> passes_section(const SectionRequest& asked);
std::vector<Block> findings_section(const SectionRequest& asked);
std::vector<Block> colours_section(const SectionRequest& asked);
std::vector<Block> stages_section(const SectionRequest& asked);
std::vector<Block> charts_section(const SectionRequest& asked);
std::vector<Block> brief_section(const SectionRequest& asked);
std::vector<Block> time_section(const SectionRequest& asked);
std::vector<Block> versions_section(const SectionRequest& asked);
std::vector<Block> saves_section(const SectionRequest& asked);
std::vector<Block> studies_section(const SectionRequest& asked);
std::vector<Block> paper_section(const SectionRequest& asked);

// What several of them need.

/// The painting after so many passes, as it is seen, at most `side` pixels long.
std::optional<Picture> picture_after(const Painting& painting, std::size_t passes, int side,
                                     const std::stop_token& stop);
/// The seal in grey, likewise.
Picture picture_of_seal(const Painting& painting, Reader reader, int side);
/// A picture as the report keeps it.
Picture for_report(const RgbBlock& pixels);
/// Every figure of a state beside what was sealed, with marks and budgets.
MarkedLines lines_of_state(const Audit& audit, const PassAudit& state);
std::string minutes_in_words(double minutes);
/// A figure with the mark of its verdict; a dash where there is none.
Cell cell_of(const MeasureRecord& measure, const PassAudit& pass);

}  // namespace underpaint
