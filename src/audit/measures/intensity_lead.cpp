// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/intensity_lead.h"

#include <fmt/format.h>

#include <cmath>
#include <vector>

#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/tile_state.h"
#include "blend/tally_rows.h"
#include "colour/intensity.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr float kBinsPerUnit = 1000;
constexpr std::int32_t kLastBin = 1000;

}  // namespace

void StrengthHistogram::add(std::span<const float> strengths) {
    if (!strengths.empty()) bins_.reach(kLastBin + 1);
    std::array<std::int32_t, 1024> bins;
    for (std::size_t from = 0; from < strengths.size(); from += bins.size()) {
        const auto some = strengths.subspan(from, std::min(bins.size(), strengths.size() - from));
        bin_row(some, 0, kBinsPerUnit, kLastBin, bins);
        bins_.count(std::span(bins).first(some.size()));
    }
    count_ += strengths.size();
}

void StrengthHistogram::add_inside(std::span<const float> strengths,
                                   std::span<const float> weights) {
    thread_local std::vector<float> inside;
    inside.clear();
    for (std::size_t i = 0; i < weights.size(); ++i)
        if (weights[i] > 0.5F) inside.push_back(strengths[i]);
    add(inside);
}

StrengthHistogram& StrengthHistogram::operator+=(const StrengthHistogram& other) {
    bins_ += other.bins_;
    count_ += other.count_;
    return *this;
}

StrengthHistogram& StrengthHistogram::operator-=(const StrengthHistogram& other) {
    bins_ -= other.bins_;
    count_ -= other.count_;
    return *this;
}

StrengthHistogram StrengthHistogram::without(const StrengthHistogram& other) const {
    StrengthHistogram rest = *this;
    rest -= other;
    return rest;
}

double StrengthHistogram::percentile(double share) const {
    const auto rank =
        static_cast<std::uint64_t>(std::max(1.0, std::ceil(share * static_cast<double>(count_))));
    return static_cast<double>(bins_.bin_of_rank(rank, 0)) / kLastBin;
}

double StrengthHistogram::accent_share(double strongest) const {
    double sum = 0;
    for (std::size_t bin = 0; bin <= kLastBin; ++bin)
        if (const std::uint32_t count = bins_[bin]; count > 0)
            sum +=
                count * static_cast<double>(smoothstep(
                            static_cast<float>(kAccentsFrom), static_cast<float>(kAccentsFull),
                            static_cast<float>(static_cast<double>(bin) / kLastBin / strongest)));
    return count_ == 0 ? 0 : sum / static_cast<double>(count_);
}

bool is_coloured(const IntensityTally& tally) {
    const auto count = static_cast<double>(tally.all.count());
    const auto rank = static_cast<std::uint64_t>(std::ceil(kStrongestPercentile * count));
    return tally.all.count() > 0 && tally.all.count() - tally.intense < rank;
}

namespace {}  // namespace

void IntensityTally::add(const TileState& tile, const ColourBlocks& colours) {
    const auto intensity = colours.intensity.samples();
    const auto a = colours.a.samples(), b = colours.b.samples();
    thread_local std::vector<float> strengths;
    strengths.resize(intensity.size());
    for (std::size_t i = 0; i < strengths.size(); ++i) {
        strengths[i] = strength(intensity[i], std::sqrt(a[i] * a[i] + b[i] * b[i]));
        intense += intensity[i] >= static_cast<float>(kGreyPicture) ? 1 : 0;
    }
    all.add(strengths);
    if (tile.has_focus) in_focus.add_inside(strengths, tile.in_focus.samples());
}

std::optional<double> IntensityTally::lead() const {
    const StrengthHistogram rest = all.without(in_focus);
    if (in_focus.count() == 0 || rest.count() == 0) return std::nullopt;
    const double elsewhere = rest.percentile(kStrongestPercentile);
    if (elsewhere <= 0) return std::nullopt;
    return in_focus.percentile(kStrongestPercentile) / elsewhere;
}

namespace {

void gather(const TileState& tile, ColourTally& into) {
    into.intensity.add(tile, tile.colours);
}

void report(const StateReport& from, PassAudit& pass) {
    const IntensityTally& tally = from.colours.intensity;
    IntensityAudit& intensity = pass.intensity;
    intensity.strongest = tally.all.percentile(kStrongestPercentile);
    if (intensity.strongest < kGreyPicture) return;
    intensity.accent_share = tally.all.accent_share(intensity.strongest);
    intensity.lead = tally.lead();
}

std::optional<double> accent_figure(const PassAudit& pass) {
    return pass.intensity.accent_share;
}

std::optional<Bounds> accent_bounds(const Audit& audit, const PassAudit&) {
    return Bounds{audit.limits.accents, 2 * audit.limits.accents, Better::small};
}

/// What has not come to be small yet, as a first tint over everything is not, was not lost.
bool judge_accents(const Judging&, Audit& audit) {
    const double most = audit.limits.accents;
    bool reached = false;
    for (PassAudit& pass : audit.passes) {
        const auto share = pass.intensity.accent_share;
        reached = reached || (share && !pass.open && *share <= most);
        pass.accent_verdict = reached ? judged(kAccentMeasure, audit, pass) : Verdict::open;
    }
    return true;
}

std::optional<double> lead_figure(const PassAudit& pass) {
    return pass.intensity.lead;
}

/// Held while it is clear or near the largest there was; lost where the focus had one and another
/// place has it now.
std::optional<Bounds> lead_bounds(const Audit& audit, const PassAudit& pass) {
    double largest = audit.ground.intensity.lead.value_or(0);
    for (const PassAudit& each : audit.passes)
        if (each.index <= pass.index && !each.open)
            largest = std::max(largest, each.intensity.lead.value_or(0));
    if (largest < kHasLead) return std::nullopt;
    const double held = std::min(kClearLead, 0.8 * largest);
    return Bounds{held, std::min(kHasLead, held)};
}

bool judge_lead(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes)
        pass.intensity_verdict = judged(kIntensityMeasure, audit, pass);
    return true;
}

void find_accents(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, kAccentsSpread, [](const PassAudit& pass) { return pass.accent_verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            const double share = *pass.intensity.accent_share;
            finding.text = fmt::format(
                "The strongest colour takes {:.1f}% of the picture; {} at most {:.1f}%",
                100 * share,
                audit.limits.accents_asked ? "the brief allows" : "the house rules allow",
                100 * audit.limits.accents);
            finding.figure = share;
            finding.budget = audit.limits.accents;
        },
        findings);
    const PassAudit& last = audit.passes.back();
    if (!audit.limits.accents_asked || last.open || last.accent_verdict != Verdict::open ||
        !last.intensity.accent_share)
        return;
    Finding finding{kAccentsSpread, Verdict::open, 0,
                    fmt::format("The strongest colour takes {:.1f}% of the picture so far; the "
                                "brief asks for at most {:.1f}%.",
                                100 * *last.intensity.accent_share, 100 * audit.limits.accents)};
    finding.figure = *last.intensity.accent_share;
    finding.budget = audit.limits.accents;
    findings.push_back(std::move(finding));
}

void find_lead(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (painting.plan.foci.empty()) return;
    find_slips(
        audit, kColourLeavesFocus, [](const PassAudit& pass) { return pass.intensity_verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            double largest = 0;
            for (const PassAudit& each : audit.passes)
                if (each.index < finding.pass)
                    largest = std::max(largest, each.intensity.lead.value_or(0));
            finding.text = fmt::format(
                "The strongest colour of {} is {:.2f} times that of the rest, was {:.2f}",
                shown_name(painting.plan.foci.front().name), *pass.intensity.lead, largest);
            finding.figure = *pass.intensity.lead;
            finding.budget = std::min(kClearLead, 0.8 * largest);
        },
        findings);
}

std::optional<FigureWords> accent_words(const PassAudit& pass) {
    if (!pass.intensity.accent_share) return std::nullopt;
    const std::string share = fmt::format("{:.1f}%", 100 * *pass.intensity.accent_share);
    return said_once(share, pass.accent_verdict);
}

std::optional<FigureWords> lead_words(const PassAudit& pass) {
    if (!pass.intensity.lead) return std::nullopt;
    const std::string lead = fmt::format("{:.1f}×", *pass.intensity.lead);
    return said_once(lead, pass.intensity_verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"strongest", pass.intensity.strongest},
            {"accent_share", pass.intensity.accent_share},
            {"accent_verdict", std::string(id_of(pass.accent_verdict))},
            {"lead", pass.intensity.lead}};
}

/// The strongest colours; with `outside`, those outside of these foci.
MarkPixels strongest_colours(const Sought& sought, const std::vector<Focus>& outside) {
    const auto from = static_cast<float>(kAccentShown * sought.audited().intensity.strongest);
    return [from, outside](const PassStates& states, FloatBlock& cover) {
        const auto pixels = states.after.all();
        mark_where(cover, [&](std::size_t i) { return strength(pixels[i]) >= from; });
        mark_foci(states, outside, 0, cover);
    };
}

constexpr std::array kAccentKinds{FindingKind{
    .code = kAccentsSpread,
    .better = Better::small,
    .place = [](const Sought& sought) { return sought.after_pass(strongest_colours(sought, {})); },
}};

constexpr std::array kLeadKinds{FindingKind{
    .code = kColourLeavesFocus,
    .place =
        [](const Sought& sought) {
            return sought.after_pass(strongest_colours(sought, sought.painting.plan.foci));
        },
}};

}  // namespace

const MeasureRecord kAccentMeasure{
    .id = "accents",
    .label = "Accent share",
    .kinds = {kAccentKinds, kAccentCodes},
    .figure = accent_figure,
    .bounds = accent_bounds,
    .gather_colours = gather,
    .report = report,
    .judge = judge_accents,
    .find = find_accents,
    .words = accent_words,
};

const MeasureRecord kIntensityMeasure{
    .id = "intensity",
    .label = "Strongest colour in focus",
    .kinds = {kLeadKinds, kIntensityCodes},
    .figure = lead_figure,
    .bounds = lead_bounds,
    .judge = judge_lead,
    .find = find_lead,
    .words = lead_words,
    .fields = fields,
};

}  // namespace underpaint
