// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <optional>

#include "raster/picture.h"

namespace underpaint {

/// An image from the clipboard as a picture, 8 bits, sRGB, with alpha where it has some. Nothing
/// when it is empty or larger than a file may be.
std::optional<Picture> picture_of(const QImage& image);

}  // namespace underpaint
