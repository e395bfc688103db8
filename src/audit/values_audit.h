// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "audit/edges.h"
#include "audit/focus.h"
#include "audit/step_histogram.h"
#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

/// One part of a picture, in steps (1-9). Percentiles over the pixels that it covers by half or
/// more; nothing but the share when there are none.
struct PartFigures {
    PartId part = 0;
    double share = 0;  ///< of the picture that it covers, 0..1, by coverage
    struct Steps {
        double mean, from, to;  ///< mean; 5th and 95th percentile
        friend bool operator==(const Steps&, const Steps&) = default;
    };
    std::optional<Steps> steps;
};

/// Figures of a picture's values: of the last state of a painting that consists of them (see
/// Stage::values).
struct ValuesAudit {
    Size size;
    Reader reader = Reader::lightness;
    ValueScale scale = ValueScale::one_to_nine;  ///< that words about it count by
    bool exact = true;                           ///< false when measured on halved pixels
    StepHistogram steps;                         ///< of every pixel
    std::vector<PartFigures> parts;
    ViewingSteps viewing;  ///< the picture as it is judged as a whole
    std::optional<FocusAudit> focus;
    std::optional<EdgeMap> edges;         ///< nothing unless asked for
    std::vector<EdgeLengths> part_edges;  ///< in the order of the parts; empty without edges

    /// A step, and a distance in steps, as words about it have them.
    double said(double step) const { return on_scale(step, scale); }
    double said_width(double width) const { return width_on_scale(width, scale); }
};

struct ValuesAuditOptions {
    Reader reader = Reader::lightness;
    int level = 0;  ///< halvings before measuring. 0: every pixel.
    bool edges = true;
    bool focus = true;
    ValueScale scale = ValueScale::one_to_nine;
};

/// Nothing when stopped.
std::optional<ValuesAudit> audit_values(const Painting& values, const ValuesAuditOptions& options,
                                        const std::stop_token& stop = {});

/// The steps of a painting after all its passes, halved `level` times. Nothing when stopped.
std::optional<FloatBlock> final_steps(const Painting& painting, Reader reader, int level,
                                      const std::stop_token& stop = {});

/// The edges of each part: those of which a pixel within two viewing pixels belongs to it by half
/// or more, so that a border counts for both its sides.
std::vector<EdgeLengths> part_edges(const EdgeMap& edges, const Painting& painting);

/// A place of the viewing scale in a mask of the painting's size: the pixel in its middle.
class MaskAtScale {
public:
    MaskAtScale(const SharedPicture& mask, Size viewing);
    float at(int x, int y) const;

private:
    Pyramid::Level level_;
    double across_, down_;
};

}  // namespace underpaint
