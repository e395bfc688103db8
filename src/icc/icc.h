// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <lcms2.h>

#include <cstdint>
#include <memory>
#include <optional>
#include <span>
#include <vector>

namespace underpaint::icc {

using Profile = std::unique_ptr<void, decltype(&cmsCloseProfile)>;
using Transform = std::unique_ptr<void, decltype(&cmsDeleteTransform)>;

/// Null when the bytes are no profile.
Profile open(std::span<const std::byte> bytes);
Profile srgb();

/// A place in the CIE 1931 diagram.
struct Chromaticity {
    double x = 0, y = 0;
};
struct Primaries {
    Chromaticity white, red, green, blue;
};
/// A profile of an RGB space with a plain gamma (linear = encoded^gamma), or the curve of sRGB
/// without one, and the primaries of sRGB without any; or of a grey one. Empty when there can't be
/// such a space.
std::vector<std::byte> profile_of(std::optional<double> gamma,
                                  const std::optional<Primaries>& primaries, bool colour);

/// The space that a profile's numbers are of, as its header has it (ICC.1, 7.2.8): any four bytes,
/// where the library's own type has values only for those it knows.
std::uint32_t space_of(std::span<const std::byte> bytes);

/// Relative colorimetric with black point compensation, usable by any number of threads; null when
/// the profiles can't be used for that.
Transform transform(cmsHPROFILE from, cmsUInt32Number from_type, cmsHPROFILE to,
                    cmsUInt32Number to_type);

/// True when a transform from floats to floats, RGB to RGB, changes nothing by more than half an
/// 8-bit level on a coarse grid of colours, so that applying it would only add rounding.
bool changes_nothing(cmsHTRANSFORM transform);

}  // namespace underpaint::icc
