// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "audit/finding.h"
#include "files/brief_report.h"
#include "files/logbook.h"
#include "report/choices.h"
#include "report/on_paper.h"
#include "report/report.h"

namespace underpaint {

/// The inputs of a report: a painting, and all that was measured of it.
struct ReportMatter {
    const Painting& painting;
    const Audit& audit;                    ///< on every pixel
    const std::vector<Finding>& findings;  ///< of that
    const BriefReport& brief;
    std::string date;  ///< of the report, ISO 8601
    /// The effect of printing on a paper; null: not asked for.
    const OnPaper* paper = nullptr;
    const PrintProof* proof = nullptr;
    /// Studies of the painter, not of this painting; null: not asked for.
    const StudyRecord* studies = nullptr;
};

/// A report that has no sections yet: title, subtitle, the painter's words and the date.
Report begin_report(const Painting& painting, std::string words, std::string date);

/// A report of the sections that are asked for and have something to say. Nothing when stopped.
std::optional<Report> make_report(const ReportMatter& matter, const ReportChoices& choices,
                                  const std::stop_token& stop = {});

}  // namespace underpaint
