// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/drift.h"
#include "audit/focus.h"
#include "audit/part_order.h"
#include "audit/step_histogram.h"
#include "audit/swing.h"
#include "audit/verdict.h"
#include "colour/reader.h"
#include "painting/painting.h"
#include "render/render.h"

namespace underpaint {

/// What one pass did to values.
struct ValueAudit {
    Drift running;  ///< now against the seal
    Drift own;      ///< now against what the pass found
    /// 95th percentiles without what the passes' intents allow; these are what is judged.
    double judged_p95 = 0, own_judged_p95 = 0;
    Verdict verdict = Verdict::held;
    friend bool operator==(const ValueAudit&, const ValueAudit&) = default;
};

/// The painting after one pass.
struct PassAudit {
    int index = 1;  ///< counted from 1, as on screen
    std::string name;
    ValueAudit value;
    std::optional<FocusAudit> focus;
    SwingAudit swing;
    StepHistogram steps;
    std::vector<PartStep> parts;
};

/// The ground that everything is compared with.
struct GroundAudit {
    StepHistogram steps;
    double split = 5;  ///< step that parts lights from shadows, by Otsu
    std::optional<FocusAudit> focus;
    SwingAudit swing;
};

/// Everything measured, pass by pass. Figures depend on the painting and the options only, not on
/// threads or timing.
struct Audit {
    Size size;
    Reader reader = Reader::lightness;
    bool exact = true;  ///< false when measured on halved pixels
    GroundAudit ground;
    std::vector<PassAudit> passes;

    Verdict balance() const;  ///< the value verdict after the last pass
};

struct AuditOptions {
    Reader reader = Reader::lightness;
    /// Halvings before measuring. 0: every pixel.
    int level = 0;
    /// Only what the first so many passes did to values, and only after the last of them is
    /// anything reported; at least 1.
    std::optional<std::size_t> only_values_after;
};

/// Nothing when stopped.
std::optional<Audit> audit(const Painting& painting, const AuditOptions& options,
                           const std::stop_token& stop = {}, const Progress& progress = {});

}  // namespace underpaint
