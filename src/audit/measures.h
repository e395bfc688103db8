// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <memory>
#include <optional>
#include <span>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/figure_field.h"
#include "audit/focus.h"
#include "audit/light_split.h"
#include "audit/limits.h"
#include "audit/measures/background_quiet.h"
#include "audit/measures/edges_kept.h"
#include "audit/measures/extremes_share.h"
#include "audit/measures/gaps.h"
#include "audit/measures/grey_shadows.h"
#include "audit/measures/intensity_lead.h"
#include "audit/measures/opposites_met.h"
#include "audit/measures/other_eyes.h"
#include "audit/measures/part_colours.h"
#include "audit/measures/part_order.h"
#include "audit/measures/range_kept.h"
#include "audit/measures/reserved_highlights.h"
#include "audit/measures/shape_kept.h"
#include "audit/measures/shared_light.h"
#include "audit/measures/stroke_agreement.h"
#include "audit/measures/swing.h"
#include "audit/measures/value_drift.h"
#include "audit/no_effect.h"
#include "audit/step_histogram.h"
#include "audit/viewing_states.h"
#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

struct Finding;
struct TileState;

// Everything that is measured pass by pass. Each measure has a pair of files, which says what it
// gathers, reports, judges and finds; to add one takes the pair and a line in each of the lists
// here. The ledger, the command, JSON and mends read the table.

/// Sums over every pixel of one state of the painting, over any number of tiles.
struct StateTally {
    StepHistogram steps;
    ValueTally value;
    ExtremesTally extremes;
    void raise_max(const StateTally& other) { value.raise_max(other.value); }
    void forget_max() { value.forget_max(); }
    static constexpr auto kMembers =
        std::tuple(&StateTally::steps, &StateTally::value, &StateTally::extremes);
};

/// Sums over the colours of one state, at viewing scale.
struct ColourTally {
    std::uint64_t pixels = 0;
    SwingTally swing;
    PartColoursTally parts;
    IntensityTally intensity;
    ReservedTally reserved;
    EyesTally eyes;
    static constexpr auto kMembers =
        std::tuple(&ColourTally::pixels, &ColourTally::swing, &ColourTally::parts,
                   &ColourTally::intensity, &ColourTally::reserved, &ColourTally::eyes);
};

/// Sums over the tiles that one pass changed.
struct PassTally {
    ValueChangeTally value;
    static constexpr auto kMembers = std::tuple(&PassTally::value);
};

/// The painting after one pass, or as it was sealed.
struct PassAudit {
    int index = 0;      ///< counted from 1, as on screen; 0 is the seal
    bool open = false;  ///< shown, and not judged: flats that are not shaded yet
    std::string name;
    StepHistogram steps;
    ValueAudit value;
    std::vector<PartStep> parts;
    OrderAudit order;
    RangeAudit range;
    ShapeAudit shape;
    std::optional<FocusAudit> focus;     ///< the one that leads
    std::vector<FocusAudit> other_foci;  ///< in the plan's order
    SwingAudit swing;
    std::vector<PartColours> colours;  ///< of those parts that are there
    IntensityAudit intensity;
    std::vector<GreyShadows> grey_shadows;
    std::optional<double> shared_light;  ///< see kSharedLightMeasure
    ExtremesAudit extremes;
    std::optional<NoEffect> no_effect;  ///< of the pass
    std::optional<double> strokes;      ///< of the pass; see agreement()
    std::optional<GapsAudit> gaps;
    std::optional<EdgesAudit> edges;
    std::optional<ReservedAudit> reserved;    ///< nothing where the plan reserves nothing
    std::optional<OppositesAudit> opposites;  ///< nothing where no rule asks
    std::optional<OtherEyesAudit> other_eyes;
    Verdict accent_verdict = Verdict::open, intensity_verdict = Verdict::open;
    Verdict shared_light_verdict = Verdict::open, background_verdict = Verdict::open;
};

/// No pixel's value was moved by as much as anything at viewing scale can be told from: what is
/// measured there is as it was before the pass.
bool stands_as_before(const PassAudit& pass);

/// A group, as its last pass left the painting; its own share is of all its passes together.
struct GroupAudit {
    GroupId group = kNoGroup;
    PassAudit whole;
};

/// Everything measured, pass by pass. Figures depend on the painting and the options only, not on
/// threads or timing.
struct Audit {
    Size size;
    Reader reader = Reader::lightness;
    bool exact = true;  ///< false when measured on halved pixels
    Limits limits;      ///< that it was judged by
    LightSplit split;
    std::vector<double> part_splits;              ///< Otsu's, of the sealed steps in each part
    PassAudit ground;                             ///< what everything is compared with
    std::shared_ptr<const EdgeMap> sealed_edges;  ///< null where they are not measured
    std::vector<PassAudit> passes;
    std::vector<GroupAudit> groups;  ///< as the painting has them; empty where trials are measured

    Verdict balance() const;  ///< the value verdict after the last pass
    /// Not judged yet, to the last pass.
    bool open() const { return !passes.empty() && passes.back().open; }
    /// The state before a pass.
    const PassAudit& before(const PassAudit& pass) const {
        return pass.index <= 1 ? ground : passes[static_cast<std::size_t>(pass.index) - 2];
    }
};

/// Inputs of the report of one state.
struct StateReport {
    const Painting& painting;
    const StateTally &ground, &state;
    const ColourTally &ground_colours, &colours;
    const PassTally& pass;  ///< that made the state; of nothing for the ground
    bool all_keep;          ///< as in TileState
};

/// Inputs of judging, once all states are reported.
struct Judging {
    const Painting& painting;
    /// The ground and the state after each pass at viewing scale; empty where only values are
    /// measured.
    const ViewingStates& viewing;
    const ReachedFirst* reached;  ///< null unless every pixel was measured
    int level;                    ///< halvings of the painting that were measured
    const std::stop_token& stop;
    std::size_t known = 0;  ///< passes, and the ground, whose figures are there already
};

/// A measure's figure of one state, in words.
struct FigureWords {
    std::string now;      ///< how the state stands: "0.71", "1.38×"
    std::string own;      ///< the pass's own share: "0.64", "82%"
    std::string balance;  ///< how the last state is said to stand: "0.71", "82%"
    Verdict verdict = Verdict::held;
};
/// Words of a figure that has no share of the pass's own, so that both columns say the same.
inline FigureWords said_once(const std::string& figure, Verdict verdict) {
    return {figure, {}, figure, verdict};
}

/// All that is known of a measure. Nobody else asks which one it is.
struct MeasureRecord {
    std::string_view id;      ///< in JSON
    std::string_view label;   ///< "Value"
    bool column = false;      ///< it has a column in the ledger; else it is said in its detail
    bool judged = true;       ///< its verdict is one
    bool of_trials = false;   ///< it is measured also where a mend is only tried; see AuditOptions
    FindingKinds kinds = {};  ///< of what it finds
    // What is null has nothing to do.
    /// Whether a painting asks to be measured by it; null: each is.
    bool (*asked)(const Limits& limits, const Painting& painting) = nullptr;
    /// The figure that is judged and that the balance is drawn of; nothing where it was not
    /// measured.
    std::optional<double> (*figure)(const PassAudit& pass) = nullptr;
    /// The bounds that hold after a pass; nothing where it can't be judged.
    std::optional<Bounds> (*bounds)(const Audit& audit, const PassAudit& pass) = nullptr;
    void (*gather)(const TileState& tile, StateTally& into) = nullptr;
    void (*gather_colours)(const TileState& tile, ColourTally& into) = nullptr;
    void (*gather_pass)(const TileState& tile, PassTally& into) = nullptr;
    void (*report)(const StateReport& from, PassAudit& pass) = nullptr;
    /// False when stopped.
    bool (*judge)(const Judging& with, Audit& audit) = nullptr;
    /// Measures passes after the first `known` by walks of its own, after the rest is done and its
    /// memory is free again. False when stopped.
    bool (*walk)(const Painting& painting, std::size_t known, const std::stop_token& stop,
                 Audit& audit) = nullptr;
    void (*find)(const Painting& painting, const Audit& audit,
                 std::vector<Finding>& findings) = nullptr;
    /// Nothing where it was not measured; of the sealed state too.
    std::optional<FigureWords> (*words)(const PassAudit& pass) = nullptr;
    FigureFields (*fields)(const Painting& painting, const PassAudit& pass) = nullptr;
};

extern const MeasureRecord kValueMeasure, kOrderMeasure, kFocusMeasure, kSwingMeasure,
    kRangeMeasure, kShapeMeasure, kAccentMeasure, kIntensityMeasure, kGreyShadowsMeasure,
    kExtremesMeasure, kNoEffectMeasure, kStrokesMeasure, kSharedLightMeasure, kGapsMeasure,
    kEdgesMeasure, kBackgroundMeasure, kReservedMeasure, kPartColoursMeasure, kOppositesMeasure,
    kRedBlindMeasure, kGreenBlindMeasure, kBlueBlindMeasure;

/// The measure that a finding belongs to; null: none.
const MeasureRecord* measure_of(FindingCode code);

/// By the record's figure and bounds; open where there is none of either, or nothing is judged yet.
Verdict judged(const MeasureRecord& measure, const Audit& audit, const PassAudit& pass);

/// A measure, and the codes of what it finds.
struct ListedMeasure {
    const MeasureRecord* record;
    std::span<const FindingCode> codes = {};
};
/// The list: in the order in which findings of one weight are said.
inline constexpr std::array kListedMeasures{
    ListedMeasure{&kValueMeasure, kValueCodes},
    ListedMeasure{&kOrderMeasure, kOrderCodes},
    ListedMeasure{&kFocusMeasure, kFocusCodes},
    ListedMeasure{&kSwingMeasure, kSwingCodes},
    ListedMeasure{&kRangeMeasure, kRangeCodes},
    ListedMeasure{&kShapeMeasure, kShapeCodes},
    ListedMeasure{&kAccentMeasure, kAccentCodes},
    ListedMeasure{&kIntensityMeasure, kIntensityCodes},
    ListedMeasure{&kExtremesMeasure, kExtremesCodes},
    ListedMeasure{&kGreyShadowsMeasure, kGreyShadowsCodes},
    ListedMeasure{&kStrokesMeasure},
    ListedMeasure{&kSharedLightMeasure, kSharedLightCodes},
    ListedMeasure{&kGapsMeasure, kGapsCodes},
    ListedMeasure{&kEdgesMeasure, kEdgesCodes},
    ListedMeasure{&kBackgroundMeasure, kBackgroundCodes},
    ListedMeasure{&kReservedMeasure, kReservedCodes},
    ListedMeasure{&kOppositesMeasure, kOppositesCodes},
    ListedMeasure{&kRedBlindMeasure, kRedBlindCodes},
    ListedMeasure{&kGreenBlindMeasure, kGreenBlindCodes},
    ListedMeasure{&kBlueBlindMeasure, kBlueBlindCodes},
    ListedMeasure{&kNoEffectMeasure, kNoEffectCodes},
    ListedMeasure{&kPartColoursMeasure},
};
inline constexpr auto kMeasures = [] {
    std::array<const MeasureRecord*, kListedMeasures.size()> records{};
    std::ranges::transform(kListedMeasures, records.begin(), &ListedMeasure::record);
    return records;
}();

}  // namespace underpaint
