// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/focus.h"
#include "audit/part_order.h"
#include "audit/range_kept.h"
#include "audit/step_histogram.h"
#include "audit/swing.h"
#include "audit/value_drift.h"
#include "audit/viewing.h"
#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

struct Finding;
struct TileState;

// Everything that is measured pass by pass. Each measure has a pair of files, which says what it
// gathers, reports, judges and finds; to add one takes the pair and a line in each of the lists
// here. The ledger, the command, JSON and mends read the table.

/// What is gathered about one state of the painting, over any number of tiles.
struct StateTally {
    StepHistogram steps;
    ValueTally value;
    PartTally parts;
    SwingTally swing;
    StateTally& operator+=(const StateTally& other);
};

/// The painting after one pass.
struct PassAudit {
    int index = 1;      ///< counted from 1, as on screen
    bool open = false;  ///< shown, and not judged: flats that are not shaded yet
    std::string name;
    StepHistogram steps;
    ValueAudit value;
    std::optional<FocusAudit> focus;
    SwingAudit swing;
    std::vector<PartStep> parts;
    RangeAudit range;
};

/// A group, as its last pass left the painting; its own share is of all its passes together.
struct GroupAudit {
    GroupId group = kNoGroup;
    PassAudit whole;
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
    std::vector<GroupAudit> groups;  ///< as the painting has them; empty where trials are measured

    Verdict balance() const;  ///< the value verdict after the last pass
    /// Not judged yet, to the last pass.
    bool open() const { return !passes.empty() && passes.back().open; }
};

/// What reports of one state are made from.
struct StateReport {
    const Painting& painting;
    const StateTally &ground, &state;
    bool all_keep;  ///< as in TileState
};

/// What is judged once all states are reported.
struct Judging {
    const Painting& painting;
    const StateTally& ground;
    /// The ground and the state after each pass at viewing scale; empty where they are not needed.
    const std::vector<ViewingTally>& viewing;
    const std::stop_token& stop;
    std::size_t known = 0;  ///< passes, and the ground, whose figures are there already
};

/// A measure's figure of one pass, in words.
struct FigureWords {
    std::string now;      ///< how the state stands: "0.71", "1.38×"
    std::string own;      ///< the pass's own share: "0.64", "82%"
    std::string balance;  ///< how the last state is said to stand: "0.71", "82%"
    Verdict verdict = Verdict::held;
};

/// One number of it for other programs; nothing where it could not be measured.
struct FigureField {
    std::string_view id;
    std::optional<double> value;
};

struct MeasureRecord {
    std::string_view id;     ///< in JSON
    std::string_view label;  ///< "Value"
    bool column = false;     ///< it has a column in the ledger; else it is said in its detail
    bool judged = true;      ///< its verdict is one
    bool of_trials = false;  ///< it is measured also where a mend is only tried; see AuditOptions
    // What is null has nothing to do.
    void (*gather)(const TileState& tile, StateTally& into) = nullptr;
    void (*report)(const StateReport& from, PassAudit& pass) = nullptr;
    /// False when stopped.
    bool (*judge)(const Judging& with, Audit& audit) = nullptr;
    void (*find)(const Painting& painting, const Audit& audit,
                 std::vector<Finding>& findings) = nullptr;
    /// Nothing where it was not measured.
    std::optional<FigureWords> (*words)(const PassAudit& pass) = nullptr;
    std::vector<FigureField> (*fields)(const PassAudit& pass) = nullptr;
};

extern const MeasureRecord kValueMeasure, kOrderMeasure, kFocusMeasure, kSwingMeasure,
    kRangeMeasure;

/// In the order in which findings of one weight are said.
inline constexpr std::array kMeasures{&kValueMeasure, &kOrderMeasure, &kFocusMeasure,
                                      &kSwingMeasure, &kRangeMeasure};

}  // namespace underpaint
