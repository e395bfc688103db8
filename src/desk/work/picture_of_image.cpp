// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/picture_of_image.h"

#include <QColorSpace>

#include "files/limits.h"

namespace underpaint {

std::optional<Picture> picture_of(const QImage& image) {
    if (image.isNull() || !check_size({}, static_cast<std::uint64_t>(image.width()),
                                      static_cast<std::uint64_t>(image.height()), 4))
        return std::nullopt;
    QImage from = image.colorSpace().isValid()
                      ? image.convertedToColorSpace(QColorSpace(QColorSpace::SRgb))
                      : image;
    const bool alpha = from.hasAlphaChannel();
    from = from.convertToFormat(QImage::Format_RGBA8888);
    Picture picture({from.width(), from.height()}, alpha ? Channels::rgb_alpha : Channels::rgb,
                    Depth::bits8);
    const int channels = alpha ? 4 : 3;
    std::vector<float> row(static_cast<std::size_t>(from.width()));
    for (int y = 0; y < from.height(); ++y) {
        const uchar* line = from.constScanLine(y);
        for (int c = 0; c < channels; ++c) {
            for (std::size_t x = 0; x < row.size(); ++x)
                row[x] = static_cast<float>(line[4 * x + static_cast<std::size_t>(c)]) / 255;
            picture.write_channel(c, 0, y, row);
        }
    }
    picture.settle();
    return picture;
}

}  // namespace underpaint
