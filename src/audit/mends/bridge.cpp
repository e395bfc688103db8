// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/bridge.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "audit/mends/pass_mend.h"
#include "audit/opposites.h"
#include "audit/seen_colours.h"
#include "colour/clipped.h"
#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/value_scale.h"
#include "raster/masks.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kOppositesMeet};

/// Where opposites meet in the finished picture, at viewing scale.
struct Border {
    ViewingGrid grid;
    std::vector<MeetingPixel> meetings;
    Rgb one, other;  ///< mean colours of its two sides
};

std::optional<Border> border_of(const Painting& painting, Reader reader,
                                const std::stop_token& stop) {
    const ViewingGrid grid(painting.size(), painting.size());
    const std::size_t moments[] = {painting.passes.size()};
    const auto seen = colours_at_viewing_scale(painting, grid, moments, reader, stop);
    if (!seen) return std::nullopt;
    const ColourBlocks& colours = seen->front().colours;
    Border border{grid, meetings_of_opposites(colours, grid.pixel()), {}, {}};
    if (border.meetings.empty()) return std::nullopt;
    struct Side {
        double l = 0, a = 0, b = 0, count = 0;
        Rgb mean() const {
            const double n = std::max(count, 1.0);
            return encode_clipped(linear_rgb(OkLab{
                static_cast<float>(l / n), static_cast<float>(a / n), static_cast<float>(b / n)}));
        }
    };
    Side sides[2];
    const auto index = [&](const MeetingPixel& at) {
        return static_cast<std::size_t>(at.y) * static_cast<std::size_t>(grid.size().width) +
               static_cast<std::size_t>(at.x);
    };
    const auto a = colours.a.samples(), b = colours.b.samples();
    const auto steps = seen->front().steps.samples();
    const std::size_t first = index(border.meetings.front());
    for (const MeetingPixel& at : border.meetings) {
        const std::size_t i = index(at);
        Side& side = sides[a[i] * a[first] + b[i] * b[first] >= 0 ? 0 : 1];
        const float y = luminance_of_lightness(lightness_of_step(steps[i]));
        side.l += static_cast<double>(std::cbrt(y)), side.a += static_cast<double>(a[i]);
        side.b += static_cast<double>(b[i]), ++side.count;
    }
    border.one = sides[0].mean(), border.other = sides[1].mean();
    return border;
}

/// Full to half of `width` viewing pixels from the middle of the border, and soft beyond.
SharedPicture mask_about(const Border& border, Size picture, double width) {
    const Size size = border.grid.size();
    cv::Mat far(size.height, size.width, CV_8U, cv::Scalar(255)), distance;
    for (const MeetingPixel& at : border.meetings)
        far.at<std::uint8_t>((at.y + at.across_y) / 2, (at.x + at.across_x) / 2) = 0;
    cv::distanceTransform(far, distance, cv::DIST_L2, cv::DIST_MASK_PRECISE);
    constexpr double soft = 4;  // viewing pixels
    const double pixel = border.grid.pixel();
    cv::Mat cover(size.height, size.width, CV_8U);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const double beyond = distance.at<float>(y, x) * pixel - width / 2;
            cover.at<std::uint8_t>(y, x) = static_cast<std::uint8_t>(
                std::lround(255 * std::clamp(1 - beyond / soft, 0.0, 1.0)));
        }
    cv::Mat full;
    cv::resize(cover, full, {picture.width, picture.height}, 0, 0, cv::INTER_LINEAR);
    Picture mask(picture, Channels::grey, Depth::bits8);
    for (int y = 0; y < picture.height; ++y)
        mask.write_interleaved(
            y, std::span<const std::uint8_t>(full.ptr<std::uint8_t>(y),
                                             static_cast<std::size_t>(picture.width)));
    mask.settle();
    return share(std::move(mask));
}

/// A held pass of the bridge's grey along the border, laid last, as narrow as is enough.
std::optional<Mend> lay_bridge(const PassTrial& trial) {
    const Painting& painting = trial.painting();
    const auto border = border_of(painting, trial.figures().reader, trial.stop());
    if (!border) return std::nullopt;
    Pass pass;
    pass.name = "Bridge of greys";
    pass.source = Tint{bridge(border->one, border->other, 1, trial.figures().reader).front()};
    pass.blend = BlendMode::normal;
    pass.hold = 1;
    for (const double width : {12.0, 16.0, 20.0, 28.0, 40.0}) {
        pass.reach.painted = mask_about(*border, painting.size(), width);
        const Mend mend =
            trial.mend("Lay a bridge of greys", LayAbove{painting.passes.size() - 1, pass});
        if (trial.helps(mend, PassTrial::Copy::fine)) return mend;
        if (trial.stopped()) break;
    }
    return std::nullopt;
}

}  // namespace

const PassMend kBridgeMend{kAgainst, lay_bridge};

}  // namespace underpaint
