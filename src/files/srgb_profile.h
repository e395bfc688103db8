// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <span>
#include <stop_token>

#include "files/disk.h"
#include "files/orientation.h"
#include "raster/picture.h"

namespace underpaint {

/// A picture as it came out of its file, with the profile that says what its numbers mean.
struct Decoded {
    Picture picture;
    Bytes icc;                           ///< empty: sRGB is assumed
    Orientation orientation = kUpright;  ///< how the picture lies in the file
    bool reduced = false;                ///< of more than 8 bits, of which 8 were kept
};

/// The same colours as sRGB numbers.
struct Converted {
    Picture picture;
    bool converted = false;
    double clipped_share = 0;  ///< share 0..1 of pixels that sRGB could not hold
};

/// Converts by the embedded ICC profile, relative colorimetric with black point compensation
/// (littlecms). Without a profile the picture passes through.
[[nodiscard]] Result<Converted> to_srgb(const std::string& file, Decoded decoded,
                                        const std::stop_token& stop = {});

}  // namespace underpaint
