// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "audit/mends/pass_mend.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kShadowsGrey};

/// How far the hue of shadows is turned from that of the lights, degrees: past what counts as the
/// same, toward the other pole of temperature.
constexpr double kTurn = 30;
constexpr double kMoreIntensity = 1.1;  // times the intensity of the lights

/// Hue and chroma for the shadows of a part, at the lightness they have: a true-colour tint laid
/// last, at the least strength with which they no longer are darker lights.
std::optional<Mend> give_colour(const PassTrial& trial) {
    const Audit& figures = trial.figures();
    if (trial.finding().parts.empty()) return std::nullopt;
    const PartId id = trial.finding().parts.front();
    const auto& parts = figures.passes.back().colours;
    const auto part = std::ranges::find(parts, id, &PartColours::part);
    const Part* own = trial.painting().part(id);
    if (part == parts.end() || own == nullptr) return std::nullopt;
    // Shadows of warm lights turn cool, those of cool lights warm, by the shorter way round to the
    // pole.
    const double pole = part->lights.warmth > 0 ? kCoolPole : kWarmPole, hue = part->lights.hue();
    double way = pole - hue;
    way -= 360 * std::round(way / 360);
    const double turned = hue + std::clamp(way, -kTurn, kTurn);
    const auto l = static_cast<float>(std::clamp((part->shadows.step - 1) / 8, 0.15, 0.85));
    const auto h = static_cast<float>(turned - 360 * std::floor(turned / 360));
    const auto share = static_cast<float>(std::min(0.95, kMoreIntensity * part->lights.intensity));
    const OkLch colour{l, share * gamut_chroma(l, h), h};

    Pass pass;
    pass.name = "Shadow colour of " + own->name;
    pass.source = Tint{encode(linear_rgb(oklab(colour)))};
    pass.blend = BlendMode::true_colour;
    pass.reach.parts = {id};
    // The part's own threshold, with a soft end.
    const auto index = static_cast<std::size_t>(own - trial.painting().parts.data());
    const auto split = static_cast<float>(figures.part_splits[index]);
    pass.reach.band = {1, std::max(1.0F, split - 0.1F), 0.2F};
    const std::size_t last = trial.painting().passes.size() - 1;
    return trial.least(100, [&](int percent) {
        pass.strength = static_cast<float>(percent) / 100;
        return trial.mend("Give colour", LayAbove{last, pass});
    });
}

}  // namespace

const PassMend kGiveColourMend{kAgainst, give_colour};

}  // namespace underpaint
