// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <utility>
#include <vector>

#include "audit/exact_sum.h"
#include "audit/finding_kind.h"
#include "audit/measures/intensity_lead.h"
#include "audit/measures/swing.h"
#include "colour/other_eyes.h"
#include "colour/srgb.h"
#include "painting/part.h"

namespace underpaint {

/// Sums of a tile as seen by eyes that lack one kind of cones.
struct EyesTally {
    struct Seen {
        SwingTally swing;
        IntensityTally intensity;
        static constexpr auto kMembers = std::tuple(&Seen::swing, &Seen::intensity);
    };
    struct Light {
        ExactSum r, g, b, weight;
        static constexpr auto kMembers =
            std::tuple(&Light::r, &Light::g, &Light::b, &Light::weight);
    };
    std::vector<Seen> seen = std::vector<Seen>(kOtherEyes.size());
    std::vector<Light> parts;  ///< light of each part, in the painting's order
    static constexpr auto kMembers = std::tuple(&EyesTally::seen, &EyesTally::parts);
};

/// Two neighbouring parts and how far their mean colours are apart.
struct PartPair {
    PartId one = 0, other = 0;
    double apart = 0;  ///< CIEDE2000
};

/// Shares of what other eyes see that are left for these; nothing where those see none.
struct LeftForEyes {
    std::optional<double> swing;       ///< negative where it turned round
    std::optional<double> lead;        ///< of the strongest colour in the focus
    std::optional<double> separation;  ///< of the neighbouring parts that are least apart
    std::optional<PartPair> least;     ///< those
    std::vector<PartPair> together;    ///< parts that fall together, least apart first
    Verdict verdict = Verdict::open;
};
struct OtherEyesAudit {
    struct PartLight {
        PartId part = 0;
        LinearRgb mean;
    };
    std::array<LeftForEyes, kOtherEyes.size()> left;
    std::vector<PartLight> parts;  ///< those that are there
    double least_apart = 0;  ///< CIEDE2000 of the neighbouring parts that are least apart; 0: none
};

/// Neighbours at least kTellApart (CIEDE2000) apart to most eyes, and less than kFallTogether to
/// others, fall together for those.
inline constexpr double kTellApart = 5, kFallTogether = 3;

inline constexpr FindingCode kRedBlindTogether{"red-blind-together"};
inline constexpr FindingCode kGreenBlindTogether{"green-blind-together"};
inline constexpr FindingCode kBlueBlindTogether{"blue-blind-together"};
inline constexpr std::array kRedBlindCodes{kRedBlindTogether};
inline constexpr std::array kGreenBlindCodes{kGreenBlindTogether};
inline constexpr std::array kBlueBlindCodes{kBlueBlindTogether};

}  // namespace underpaint
