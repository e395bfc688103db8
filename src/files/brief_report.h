// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "brief/estimates.h"
#include "brief/schedule.h"
#include "brief/standing.h"
#include "brief/thumbnail_figures.h"
#include "painting/painting.h"
#include "raster/rgb_block.h"
#include "terms/result.h"

namespace underpaint {

/// Everything that there is to say of a brief, measured on every pixel.
struct BriefReport {
    HouseRules own_rules;
    std::vector<BriefLine> lines;
    std::vector<std::optional<ThumbnailFigures>> thumbnails;  ///< nothing where one can't be read
    std::vector<std::size_t> ranking;
    std::vector<std::optional<PictureFigures>> references;
    std::vector<StepStanding> steps;
    std::optional<std::size_t> in_hand;
    std::vector<double> usual, taken;  ///< minutes of each step
    Schedule schedule;
};

/// Settings of the painter's own that a brief is reported with, and the day.
struct BriefSetting {
    HouseRules rules;
    std::vector<PastPainting> past;
    Date today;
};
/// \param known  figures of every pixel, by that reader and these rules; null: they are measured
BriefReport report_brief(const Painting& painting, Reader reader, const BriefSetting& setting,
                         const Audit* known = nullptr);

/// The report as JSON text ("faithful-underpaint/brief-report-1").
std::string write_brief_report(const Painting& painting, const BriefReport& report);

/// The pixels of a reference as they are measured: tinted where it is, halved where it is larger
/// than kMeasuredSide, so that a large one takes no more memory than a small one.
RgbBlock pixels_of_reference(const Picture& picture, const std::optional<Rgb>& tint);

/// The same of a reference as it is kept.
[[nodiscard]] Result<RgbBlock> pixels_of(const Reference& reference,
                                         const std::stop_token& stop = {});

inline constexpr int kMeasuredSide = 1250;

}  // namespace underpaint
