// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "audit/focus.h"
#include "audit/step_histogram.h"
#include "colour/reader.h"
#include "painting/brief.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// Figures of a thumbnail's arrangement.
struct ThumbnailFigures {
    StepHistogram steps;
    Range range;
    Key key = Key::middle;
    /// Two and three values: the splits that part them best, and their shares 0..1, darkest first.
    struct Values {
        Splits splits;
        std::vector<double> shares;
    };
    Values two, three;
    Focus suggested;  ///< the place of the most contrast, in pixels of the picture
    Focus focus;      ///< the one that is measured: the thumbnail's own, or else the suggested
    std::optional<FocusAudit> lead;  ///< nothing when it can't be measured
    std::vector<Rival> rivals;       ///< strongest first; of at least kRivalShare of the focus
    /// Share 0..1 of the dark (of three) left of the middle; nothing without any dark.
    std::optional<double> darks_left;
    std::size_t dark_pieces = 0;  ///< pieces that the dark falls into, each at least kLeastPiece
};

/// A rival under this share of the focus's contrast is not near it.
inline constexpr double kRivalShare = 0.8;
/// One nearer than so many radii to a stronger one is part of the same place.
inline constexpr double kRivalApart = 4;

/// Measured at a long side of kThumbnailSide. Nothing when stopped.
std::optional<ThumbnailFigures> measure_thumbnail(const RgbBlock& pixels, Reader reader,
                                                  const std::optional<Focus>& focus,
                                                  const std::stop_token& stop = {});
inline constexpr int kThumbnailSide = 800;

/// How far a thumbnail is from what is asked for, in order of what weighs most: its lead below the
/// wanted one (or below 1), then the key, then the ends of the range in steps, then how unevenly
/// its darks lie. Lower is better.
double distance_from_plan(const ThumbnailFigures& figures, const Plan& plan);
/// The places of the thumbnails, best first; equal ones as they stand. Those without figures come
/// last.
std::vector<std::size_t> ranked(const std::vector<std::optional<ThumbnailFigures>>& figures,
                                const Plan& plan);

}  // namespace underpaint
