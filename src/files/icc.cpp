// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/icc.h"

#include <cmath>

namespace underpaint::icc {

Profile open(std::span<const std::byte> bytes) {
    return {cmsOpenProfileFromMem(bytes.data(), static_cast<cmsUInt32Number>(bytes.size())),
            cmsCloseProfile};
}

std::uint32_t space_of(std::span<const std::byte> bytes) {
    constexpr std::size_t at = 16;
    std::uint32_t space = 0;
    if (bytes.size() >= at + 4)
        for (const std::byte b : bytes.subspan(at, 4))
            space = space << 8 | std::to_integer<std::uint32_t>(b);
    return space;
}

Profile srgb() {
    return {cmsCreate_sRGBProfile(), cmsCloseProfile};
}

Transform transform(cmsHPROFILE from, cmsUInt32Number from_type, cmsHPROFILE to,
                    cmsUInt32Number to_type) {
    return {cmsCreateTransform(from, from_type, to, to_type, INTENT_RELATIVE_COLORIMETRIC,
                               cmsFLAGS_BLACKPOINTCOMPENSATION | cmsFLAGS_NOCACHE),
            cmsDeleteTransform};
}

bool changes_nothing(cmsHTRANSFORM transform) {
    constexpr int steps = 5;
    for (int i = 0; i < steps * steps * steps; ++i) {
        const float in[3] = {static_cast<float>(i % steps) / (steps - 1),
                             static_cast<float>(i / steps % steps) / (steps - 1),
                             static_cast<float>(i / steps / steps) / (steps - 1)};
        float out[3];
        cmsDoTransform(transform, in, out, 1);
        for (int c = 0; c < 3; ++c)
            if (std::abs(out[c] - in[c]) > 0.5F / 255) return false;
    }
    return true;
}

}  // namespace underpaint::icc
