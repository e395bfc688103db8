// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/value_lenses.h"

#include <opencv2/imgproc.hpp>

#include "audit/extremes.h"
#include "audit/tile_audit.h"
#include "render/grey.h"

namespace underpaint {

void flatten_to_shapes(RgbBlock& pixels, Reader reader, ShapeCount count, const Splits& splits) {
    std::vector<Rgb> flats;
    for (std::size_t shape = 0; shape < number_of(count); ++shape)
        flats.push_back(
            grey(encoded_grey_of(lightness_of_step(static_cast<float>(flat_step(count, shape))))));
    const FloatBlock steps = steps_of(pixels, reader);
    const RgbRow all = pixels.all();
    for (std::size_t i = 0; i < all.r.size(); ++i)
        all.set(i, flats[shape_of_step(splits, steps.samples()[i])]);
}

void mark_extremes(RgbBlock& pixels, std::span<const Focus> foci, double shrink) {
    const Rect& area = pixels.area();
    for (int y = 0; y < area.height; ++y) {
        const RgbRow row = pixels.row(y);
        for (int x = 0; x < area.width; ++x) {
            const auto i = static_cast<std::size_t>(x);
            const Rgb c = row[i];
            const Extreme found = extreme_of(c);
            const Point at{(area.x + x + 0.5) * shrink, (area.y + y + 0.5) * shrink};
            if (found != Extreme::none && !in_focus(foci, at))
                row.set(i, grey(found == Extreme::black ? 0.0F : 1.0F));
            else
                row.set(i, grey(0.36F + 0.22F * (0.3F * c.r + 0.59F * c.g + 0.11F * c.b)));
        }
    }
}

void sink(RgbBlock& pixels, Reader reader) {
    turn_grey(pixels, reader);
    const RgbRow all = pixels.all();
    for (const auto channel : {all.r, all.g, all.b})
        for (float& v : channel) v = 0.05F + 0.33F * v;
}

void squint(QImage& image, double sigma) {
    if (image.isNull() || !(sigma > 0.1)) return;
    cv::Mat pixels(image.height(), image.width(), CV_8UC4, image.bits(),
                   static_cast<std::size_t>(image.bytesPerLine()));
    // A wide blur needs no fine pixels: it is done on ones that are a third of its width.
    const double shrink = std::max(1.0, sigma / 3);
    cv::Mat small;
    cv::resize(pixels, small, {}, 1 / shrink, 1 / shrink, cv::INTER_AREA);
    cv::GaussianBlur(small, small, {}, sigma / shrink, 0, cv::BORDER_REPLICATE);
    cv::resize(small, pixels, pixels.size(), 0, 0, cv::INTER_CUBIC);
}

}  // namespace underpaint
