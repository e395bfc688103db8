// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "audit/finding_kind.h"
#include "audit/viewing.h"
#include "terms/verdict.h"

namespace underpaint {

/// Whether what stands light beside dark still does, whatever became of the values themselves.
struct ShapeAudit {
    std::optional<double> kept;  ///< -1..1; nothing where one of the two is flat
    /// Held from 0.9, lost under 0.75; open once a pass was meant to move values.
    Verdict verdict = Verdict::open;
};
inline constexpr double kHeldShape = 0.9, kLostShape = 0.75;

/// The sums that shape_kept() needs, row by row, so that only rows that changed are computed again.
class ShapeSums {
public:
    /// \param sealed  which it keeps looking at; now is the same
    explicit ShapeSums(const FloatBlock& sealed);
    /// Rows from `top` up to `bottom`, which may lie beyond the picture.
    void look_at(const FloatBlock& now, int top, int bottom);
    std::optional<double> kept() const;

private:
    struct Row {
        float both = 0, was = 0, is = 0;
    };
    const FloatBlock& sealed_;
    std::vector<Row> rows_;
};

/// Sum of grad(S0).grad(S1) over the root of sum |grad S0|^2 times sum |grad S1|^2: the cosine of
/// the angle between the two fields of gradients. Both of one size.
std::optional<double> shape_kept(const FloatBlock& sealed, const FloatBlock& now);

inline constexpr FindingCode kShapeSlips{"shape-slips"};
inline constexpr std::array kShapeCodes{kShapeSlips};

}  // namespace underpaint
