// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>

#include "icc/display_transform.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// The rows of an image (Format_RGB32) that any number of threads may write tiles into.
class ScreenRows {
public:
    /// \param area that the image stands for, \param display null for an sRGB screen
    ScreenRows(QImage& image, const Rect& area, const DisplayTransform* display);
    /// Copies the part of a tile that lies in the area, rounded to 8 bits.
    void take(const RgbBlock& tile) const;

private:
    uchar* bits_;
    qsizetype stride_;
    Rect area_;
    const DisplayTransform* display_;
};

/// 8-bit pixels, rounded.
/// \param display null for an sRGB screen
QImage image_of(const RgbBlock& pixels, const DisplayTransform* display = nullptr);

}  // namespace underpaint
