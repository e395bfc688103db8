// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <optional>
#include <stop_token>
#include <vector>

#include "raster/pyramid.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// The pixels that a colour would be laid over, those alike counted once.
struct Backdrop {
    std::vector<float> r, g, b;         ///< encoded
    std::vector<float> coverage;        ///< 0..1, of the part; empty: 1 everywhere
    std::vector<std::uint64_t> pixels;  ///< how many there are of each
    std::uint64_t picture = 0;          ///< pixels of the whole picture
    bool grey = true;                   ///< all are neutral
    ConstRgbRow colours() const { return {r, g, b}; }
};

/// The greys of a seal, exactly: each level of grey once, and at the border of a part once for each
/// level of coverage. Where the seal has colour, every pixel by itself.
/// \param part a mask of the picture's size; null: all of it. Pixels it does not cover are left out
/// Nothing when stopped.
std::optional<Backdrop> backdrop_of(const Picture& seal, const Picture* part = nullptr,
                                    const std::stop_token& stop = {});

/// The pixels of a block, each once. `part` is as large, or empty.
Backdrop backdrop_of(const RgbBlock& pixels, const FloatBlock& part);

}  // namespace underpaint
