// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/other_eyes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/part_map.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/tile_state.h"
#include "blend/tally_rows.h"
#include "colour/ciede2000.h"
#include "colour/clipped.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// The light as such eyes see it, brought into sRGB.
void see(Eyes eyes, const RgbBlock& light, RgbBlock& seen) {
    seen.reshape(light.area());
    const ConstRgbRow from = light.all();
    const RgbRow to = seen.all();
    const std::size_t count = from.r.size();
    const float *r = from.r.data(), *g = from.g.data(), *b = from.b.data();
    const EyesMatrix m = matrix_of(eyes);
    float* const channels[] = {to.r.data(), to.g.data(), to.b.data()};
    for (std::size_t c = 0; c < 3; ++c) {
        float* __restrict out = channels[c];  // so that the loop is vectorised
        const auto [of_r, of_g, of_b] = m[c];
        for (std::size_t i = 0; i < count; ++i)
            out[i] = std::clamp(of_r * r[i] + of_g * g[i] + of_b * b[i], 0.0F, 1.0F);
    }
}

void gather(const TileState& tile, ColourTally& into) {
    thread_local RgbBlock seen;
    thread_local ColourBlocks colours;
    for (const EyesText& eyes : kOtherEyes) {
        see(eyes.eyes, tile.light, seen);
        read_colours_of_light(seen, colours);
        EyesTally::Seen& tally = into.eyes.seen[static_cast<std::size_t>(eyes.eyes)];
        tally.swing.add(tile, std::as_const(colours).warmth.samples());
        if (!tile.painting->plan.foci.empty()) tally.intensity.add(tile, colours);
    }
    const ConstRgbRow light = tile.light.all();
    for (const PartOnTile& on : tile.parts)
        for (const FloatBlock* cover : {&on.lights, &on.shadows}) {
            const auto weights = cover->samples();
            const double weight = sum_of(weights);
            if (weight <= 0) continue;
            EyesTally::Light& part = into.eyes.parts[on.part];
            part.weight.add(weight);
            part.r.add(weighted_sum(light.r, weights));
            part.g.add(weighted_sum(light.g, weights));
            part.b.add(weighted_sum(light.b, weights));
        }
}

void report(const StateReport& from, PassAudit& pass) {
    OtherEyesAudit& eyes = pass.other_eyes.emplace();
    for (std::size_t i = 0; i < from.colours.eyes.parts.size(); ++i) {
        const EyesTally::Light& part = from.colours.eyes.parts[i];
        const double weight = part.weight.value();
        if (weight <= 0) continue;
        const auto mean = [&](const ExactSum& sum) {
            return static_cast<float>(sum.value() / weight);
        };
        eyes.parts.push_back(
            {from.painting.parts[i].id, {mean(part.r), mean(part.g), mean(part.b)}});
    }
    const double swing = from.colours.swing.swing();
    const auto lead = from.colours.intensity.lead();
    const bool coloured = is_coloured(from.colours.intensity);
    for (std::size_t e = 0; e < eyes.left.size(); ++e) {
        const EyesTally::Seen& seen = from.colours.eyes.seen[e];
        LeftForEyes& left = eyes.left[e];
        if (coloured && std::fabs(swing) >= kLeastSwing) left.swing = seen.swing.swing() / swing;
        if (coloured && lead && *lead > 0) left.lead = seen.intensity.lead().value_or(0) / *lead;
    }
}

/// How far the mean colours of two parts are apart.
double apart(LinearRgb one, LinearRgb other) {
    return static_cast<double>(ciede2000(lab(encode_clipped(one)), lab(encode_clipped(other))));
}

/// Neighbouring parts, as a state has them.
void compare_neighbours(const std::vector<std::pair<PartId, PartId>>& neighbours,
                        OtherEyesAudit& audit) {
    const auto light_of = [&](PartId id) -> const LinearRgb* {
        const auto found = std::ranges::find(audit.parts, id, &OtherEyesAudit::PartLight::part);
        return found == audit.parts.end() ? nullptr : &found->mean;
    };
    for (LeftForEyes& left : audit.left) left.least.reset(), left.together.clear();
    std::optional<double> least;
    for (const auto& [one, other] : neighbours) {
        const LinearRgb *a = light_of(one), *b = light_of(other);
        if (a == nullptr || b == nullptr) continue;
        const double own = apart(*a, *b);
        least = std::min(least.value_or(own), own);
        for (const EyesText& eyes : kOtherEyes) {
            LeftForEyes& left = audit.left[static_cast<std::size_t>(eyes.eyes)];
            const PartPair pair{one, other, apart(seen_by(eyes.eyes, *a), seen_by(eyes.eyes, *b))};
            if (!left.least || pair.apart < left.least->apart) left.least = pair;
            if (own >= kTellApart && pair.apart < kFallTogether) left.together.push_back(pair);
        }
    }
    audit.least_apart = least.value_or(0);
    for (LeftForEyes& left : audit.left) {
        if (left.least && audit.least_apart > 0)
            left.separation = left.least->apart / audit.least_apart;
        std::ranges::stable_sort(left.together, {}, &PartPair::apart);
    }
}

bool judge(const Judging& with, Audit& audit) {
    const Painting& painting = with.painting;
    const ViewingGrid grid(halved(painting.size(), with.level), painting.size());
    std::vector<std::pair<PartId, PartId>> neighbours;
    for (const auto& [one, other] :
         neighbours_in(part_map(painting, grid, with.level), grid.pixel()))
        neighbours.emplace_back(painting.parts[one].id, painting.parts[other].id);
    const auto set = [&](PassAudit& pass) {
        if (!pass.other_eyes) return;
        compare_neighbours(neighbours, *pass.other_eyes);
        for (LeftForEyes& left : pass.other_eyes->left)
            left.verdict = !audit.limits.all_eyes || pass.open || pass.index == 0 ? Verdict::open
                           : left.together.empty()                                ? Verdict::held
                                                   : Verdict::slipping;
    };
    if (with.known == 0) set(audit.ground);
    for (PassAudit& pass : audit.passes) set(pass);
    return true;
}

template <Eyes eyes>
const LeftForEyes* left_for(const PassAudit& pass) {
    return pass.other_eyes ? &pass.other_eyes->left[static_cast<std::size_t>(eyes)] : nullptr;
}

std::string pair_in_words(const Painting& painting, const PartPair& pair) {
    const auto name = [&](PartId id) {
        const Part* part = painting.part(id);
        return part != nullptr ? shown_name(part->name) : std::string();
    };
    return fmt::format("{} and {} (CIEDE2000 {:.1f})", name(pair.one), name(pair.other),
                       pair.apart);
}

template <Eyes eyes, const FindingCode& code>
void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (!audit.limits.all_eyes) return;
    find_slips(
        audit, code,
        [](const PassAudit& pass) {
            const LeftForEyes* left = left_for<eyes>(pass);
            return left != nullptr ? left->verdict : Verdict::open;
        },
        [&](const PassAudit& pass, Finding& finding) {
            const auto& together = left_for<eyes>(pass)->together;
            std::string pairs;
            constexpr std::size_t most = 3;
            for (std::size_t i = 0; i < std::min(most, together.size()); ++i)
                pairs += (i == 0 ? "" : ", ") + pair_in_words(painting, together[i]);
            if (together.size() > most)
                pairs += fmt::format(" and {} more", together.size() - most);
            finding.text =
                fmt::format("For {} eyes parts fall together: {}", text_of(eyes).label, pairs);
            for (const PartPair& pair : together)
                for (const PartId id : {pair.one, pair.other})
                    if (std::ranges::find(finding.parts, id) == finding.parts.end())
                        finding.parts.push_back(id);
            if (!together.empty()) finding.figure = together.front().apart;
            finding.budget = kFallTogether;
        },
        findings);
}

/// Of swing, lead and separation, in percent.
template <Eyes eyes>
std::optional<FigureWords> words(const PassAudit& pass) {
    const LeftForEyes* left = left_for<eyes>(pass);
    if (left == nullptr || (!left->swing && !left->lead && !left->separation)) return std::nullopt;
    const auto share = [](const std::optional<double>& of) {
        return of ? fmt::format("{:.0f}", 100 * *of) : std::string("–");
    };
    return said_once(
        fmt::format("{} {} {}", share(left->swing), share(left->lead), share(left->separation)),
        left->verdict);
}

template <Eyes eyes>
FigureFields fields(const Painting& painting, const PassAudit& pass) {
    const LeftForEyes* left = left_for<eyes>(pass);
    if (left == nullptr) return {};
    std::vector<FigureFields> together;
    for (const PartPair& pair : left->together)
        together.push_back({{"one", painting.part(pair.one)->name},
                            {"other", painting.part(pair.other)->name},
                            {"ciede2000", pair.apart}});
    return {{"swing", left->swing},
            {"lead", left->lead},
            {"separation", left->separation},
            {"together", std::move(together)},
            {"verdict", std::string(id_of(left->verdict))}};
}

/// How near those of its parts come that are nearest; without a pair, they are apart.
template <Eyes eyes>
std::optional<double> nearest_pair(const Finding& finding, const PassAudit& state) {
    const LeftForEyes* left = left_for<eyes>(state);
    if (left == nullptr || !left->least) return std::nullopt;
    std::optional<double> nearest;
    for (const PartPair& pair : left->together)
        if (std::ranges::find(finding.parts, pair.one) != finding.parts.end() &&
            std::ranges::find(finding.parts, pair.other) != finding.parts.end())
            nearest = std::min(nearest.value_or(pair.apart), pair.apart);
    return nearest.value_or(kTellApart);
}

template <Eyes eyes, const FindingCode& code>
constexpr FindingKind kKind{
    .code = code,
    .about_its_parts = false,
    .figure = nearest_pair<eyes>,
    .place = its_parts,
};
constexpr std::array kRedKinds{kKind<Eyes::red_blind, kRedBlindTogether>};
constexpr std::array kGreenKinds{kKind<Eyes::green_blind, kGreenBlindTogether>};
constexpr std::array kBlueKinds{kKind<Eyes::blue_blind, kBlueBlindTogether>};

}  // namespace

const MeasureRecord kRedBlindMeasure{
    .id = "red_blind",
    .label = "Left for red-blind eyes",
    .kinds = {kRedKinds, kRedBlindCodes},
    .gather_colours = gather,
    .report = report,
    .judge = judge,
    .find = find<Eyes::red_blind, kRedBlindTogether>,
    .words = words<Eyes::red_blind>,
    .fields = fields<Eyes::red_blind>,
};

const MeasureRecord kGreenBlindMeasure{
    .id = "green_blind",
    .label = "Left for green-blind eyes",
    .kinds = {kGreenKinds, kGreenBlindCodes},
    .find = find<Eyes::green_blind, kGreenBlindTogether>,
    .words = words<Eyes::green_blind>,
    .fields = fields<Eyes::green_blind>,
};

const MeasureRecord kBlueBlindMeasure{
    .id = "blue_blind",
    .label = "Left for blue-blind eyes",
    .kinds = {kBlueKinds, kBlueBlindCodes},
    .find = find<Eyes::blue_blind, kBlueBlindTogether>,
    .words = words<Eyes::blue_blind>,
    .fields = fields<Eyes::blue_blind>,
};

}  // namespace underpaint
