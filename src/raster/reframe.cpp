// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/reframe.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

using Plane = std::vector<float>;

cv::Mat over(Plane& plane, Size size) {
    return {size.height, size.width, CV_32F, plane.data()};
}

/// Along each axis by itself: a picture may become narrower and higher at once.
Plane scaled_plane(Plane from, Size is, Size size) {
    const auto step = [](Plane& pixels, Size was, Size then) {
        Plane to(static_cast<std::size_t>(then.area()));
        cv::Mat target = over(to, then);
        const bool smaller = then.width < was.width || then.height < was.height;
        cv::resize(over(pixels, was), target, {then.width, then.height}, 0, 0,
                   smaller ? cv::INTER_AREA : cv::INTER_CUBIC);
        pixels = std::move(to);
    };
    const Size smaller{std::min(is.width, size.width), std::min(is.height, size.height)};
    if (smaller != is) step(from, is, smaller);
    if (smaller != size) step(from, smaller, size);
    return from;
}

Plane plane_of(const Picture& picture, int channel) {
    Plane plane(static_cast<std::size_t>(picture.size().area()));
    picture.read_channel(channel, rect_of(picture.size()), plane);
    return plane;
}

int rounded(double v) {
    return std::max(1, static_cast<int>(std::lround(v)));
}

}  // namespace

bool same_shape(Size a, Size b) {
    const double across = static_cast<double>(b.width) / a.width;
    const double down = static_cast<double>(b.height) / a.height;
    return std::abs(across / down - 1) < kSameShape;
}

Reframe resized(Size from, Size to, OtherShape other) {
    if (same_shape(from, to)) return {to, 0, 0, to};
    const double across = static_cast<double>(to.width) / from.width;
    const double down = static_cast<double>(to.height) / from.height;
    const double by = other == OtherShape::cut ? std::max(across, down) : std::min(across, down);
    const Size scaled{rounded(from.width * by), rounded(from.height * by)};
    return {scaled, (to.width - scaled.width) / 2, (to.height - scaled.height) / 2, to};
}

double scale_across(const Reframe& frame, Size from) {
    return static_cast<double>(frame.scaled.width) / from.width;
}

double scale_down(const Reframe& frame, Size from) {
    return static_cast<double>(frame.scaled.height) / from.height;
}

double scale_of(const Reframe& frame, Size from) {
    return std::sqrt(scale_across(frame, from) * scale_down(frame, from));
}

Point reframed(const Point& p, Size from, const Reframe& frame) {
    return {frame.x + p.x * scale_across(frame, from), frame.y + p.y * scale_down(frame, from)};
}

Picture scaled(const Picture& picture, Size size) {
    const Size is = picture.size();
    if (is == size) return picture;
    Picture to(size, picture.channels(), picture.depth());
    const int channels = count_of(picture.channels());
    const int colours = channels - (has_alpha(picture.channels()) ? 1 : 0);
    Plane alpha, scaled_alpha;
    if (colours < channels) {
        alpha = plane_of(picture, colours);
        scaled_alpha = scaled_plane(alpha, is, size);
        to.write_channel(colours, rect_of(size), scaled_alpha);
    }
    for (int c = 0; c < colours; ++c) {
        Plane plane = plane_of(picture, c);
        for (std::size_t i = 0; i < alpha.size(); ++i) plane[i] *= alpha[i];
        plane = scaled_plane(std::move(plane), is, size);
        for (std::size_t i = 0; i < scaled_alpha.size(); ++i)
            plane[i] = scaled_alpha[i] > 0 ? plane[i] / scaled_alpha[i] : 0;
        to.write_channel(c, rect_of(size), plane);
    }
    to.settle();
    return to;
}

Picture reframed(const Picture& picture, const Reframe& frame) {
    const Picture from = scaled(picture, frame.scaled);
    if (frame == Reframe{frame.to, 0, 0, frame.to}) return from;
    Picture to(frame.to, from.channels(), from.depth());
    const Size is = from.size();
    Plane found(static_cast<std::size_t>(is.width)),
        laid(static_cast<std::size_t>(to.size().width));
    for (int channel = 0; channel < count_of(from.channels()); ++channel)
        for (int y = 0; y < to.size().height; ++y) {
            from.read_channel(channel, 0, std::clamp(y - frame.y, 0, is.height - 1), found);
            for (int x = 0; x < to.size().width; ++x)
                laid[static_cast<std::size_t>(x)] =
                    found[static_cast<std::size_t>(std::clamp(x - frame.x, 0, is.width - 1))];
            to.write_channel(channel, 0, y, laid);
        }
    to.settle();
    return to;
}

}  // namespace underpaint
