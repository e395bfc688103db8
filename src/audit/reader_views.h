// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>
#include <vector>

#include "colour/reader.h"
#include "raster/pyramid.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// A coloured picture as one reader reads it.
struct ReaderView {
    Reader reader = Reader::lightness;
    RgbBlock grey;  ///< the picture in its values, halved as asked
    /// How far its steps are off those of the lightness reader: 95th percentile and most of the
    /// absolute difference.
    double p95 = 0, most = 0;
};

/// One for each reader, in their order, of a picture halved `level` times. Fewer when stopped.
std::vector<ReaderView> reader_views(const Pyramid& picture, int level,
                                     const std::stop_token& stop = {});

}  // namespace underpaint
