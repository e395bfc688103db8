// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/screen_image.h"

#include "raster/sample_rows.h"

namespace underpaint {

ScreenRows::ScreenRows(QImage& image, const Rect& area, const DisplayTransform* display)
    : bits_(image.bits()), stride_(image.bytesPerLine()), area_(area), display_(display) {}

void ScreenRows::take(const RgbBlock& tile) const {
    const Rect part = intersection(tile.area(), area_);
    const auto skip = static_cast<std::size_t>(part.x - tile.area().x);
    const auto width = static_cast<std::size_t>(part.width);
    for (int y = part.y; y < part.bottom(); ++y) {
        const ConstRgbRow row = tile.row(y - tile.area().y);
        const std::span line(bits_ + (y - area_.y) * stride_ + 4 * (part.x - area_.x), 4 * width);
        pack_screen_row(
            {row.r.subspan(skip, width), row.g.subspan(skip, width), row.b.subspan(skip, width)},
            line);
        if (display_ != nullptr) display_->convert_row(line);
    }
}

QImage image_of(const RgbBlock& pixels, const DisplayTransform* display) {
    QImage image(pixels.area().width, pixels.area().height, QImage::Format_RGB32);
    ScreenRows(image, pixels.area(), display).take(pixels);
    return image;
}

}  // namespace underpaint
