// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/other_eyes.h"

#include <algorithm>

#include "colour/clipped.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

constexpr std::array<EyesMatrix, 3> kMachado{{{{{0.152286F, 1.052583F, -0.204868F},
                                                {0.114503F, 0.786281F, 0.099216F},
                                                {-0.003882F, -0.048116F, 1.051998F}}},
                                              {{{0.367322F, 0.860646F, -0.227968F},
                                                {0.280085F, 0.672501F, 0.047413F},
                                                {-0.011820F, 0.042940F, 0.968881F}}},
                                              {{{1.255528F, -0.076749F, -0.178779F},
                                                {-0.078411F, 0.930809F, 0.147602F},
                                                {0.004733F, 0.691367F, 0.303900F}}}}};

}  // namespace

std::optional<Eyes> eyes_from_id(std::string_view id) {
    const auto found = std::ranges::find(kOtherEyes, id, &EyesText::id);
    return found == kOtherEyes.end() ? std::nullopt : std::optional(found->eyes);
}

EyesMatrix matrix_of(Eyes eyes, float severity) {
    EyesMatrix mixed = kMachado[static_cast<std::size_t>(eyes)];
    const float share = unit(severity);
    for (std::size_t row = 0; row < 3; ++row)
        for (std::size_t column = 0; column < 3; ++column) {
            const float same = row == column ? 1.0F : 0.0F;
            mixed[row][column] = same + share * (mixed[row][column] - same);
        }
    return mixed;
}

LinearRgb seen_by(Eyes eyes, LinearRgb colour, float severity) {
    const EyesMatrix m = matrix_of(eyes, severity);
    const auto channel = [&](std::size_t row) {
        return m[row][0] * colour.r + m[row][1] * colour.g + m[row][2] * colour.b;
    };
    return {channel(0), channel(1), channel(2)};
}

Rgb seen_by(Eyes eyes, Rgb colour, float severity) {
    const LinearRgb seen = seen_by(eyes, decode(colour), severity);
    return encode_clipped(seen);
}

}  // namespace underpaint
