// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/icc.h"

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

std::vector<std::byte> profile_of(std::optional<double> gamma,
                                  const std::optional<Primaries>& primaries, bool colour) {
    // IEC 61966-2-1, as littlecms has its parametric curve of type 4.
    constexpr double srgb_curve[] = {2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045};
    const Primaries p =
        primaries.value_or(Primaries{{0.3127, 0.3290}, {0.64, 0.33}, {0.30, 0.60}, {0.15, 0.06}});
    for (const Chromaticity& c : {p.white, p.red, p.green, p.blue})
        if (!(c.x >= 0 && c.x <= 1 && c.y > 0 && c.y <= 1)) return {};
    if (gamma && !(*gamma >= 0.1 && *gamma <= 10)) return {};
    const std::unique_ptr<cmsToneCurve, decltype(&cmsFreeToneCurve)> curve(
        gamma ? cmsBuildGamma(nullptr, *gamma)
              : cmsBuildParametricToneCurve(nullptr, 4, srgb_curve),
        cmsFreeToneCurve);
    const auto point = [](const Chromaticity& c) { return cmsCIExyY{c.x, c.y, 1}; };
    const cmsCIExyY white = point(p.white);
    const cmsCIExyYTRIPLE corners{point(p.red), point(p.green), point(p.blue)};
    cmsToneCurve* curves[] = {curve.get(), curve.get(), curve.get()};
    const Profile profile(colour ? cmsCreateRGBProfile(&white, &corners, curves)
                                 : cmsCreateGrayProfile(&white, curve.get()),
                          cmsCloseProfile);
    cmsUInt32Number size = 0;
    if (!profile || !cmsSaveProfileToMem(profile.get(), nullptr, &size)) return {};
    std::vector<std::byte> bytes(size);
    if (!cmsSaveProfileToMem(profile.get(), bytes.data(), &size)) return {};
    return bytes;
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
