// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/srgb_profile.h"

#include "icc/icc.h"

namespace underpaint {
namespace {

bool outside_srgb(const float* rgb) {
    constexpr float slack = 0.5F / 255;  // rounding brings such a value back into the gamut
    for (int c = 0; c < 3; ++c)
        if (rgb[c] < -slack || rgb[c] > 1 + slack) return true;
    return false;
}

}  // namespace

Result<Converted> to_srgb(const std::string& file, Decoded decoded, const std::stop_token& stop) {
    if (decoded.icc.empty()) return Converted{std::move(decoded.picture), false, 0};
    const icc::Profile from = icc::open(decoded.icc);
    // A damaged profile is ignored: viewers show such a picture as sRGB, and so do we.
    if (!from) return Converted{std::move(decoded.picture), false, 0};

    const Picture& in = decoded.picture;
    const bool colour = has_colour(in.channels());
    const std::uint32_t space = icc::space_of(decoded.icc);
    if (space != (colour ? cmsSigRgbData : cmsSigGrayData)) {
        // A grey picture with an RGB profile: its values are taken as sRGB's.
        if (!colour && space == cmsSigRgbData)
            return Converted{std::move(decoded.picture), false, 0};
        return trouble(file, "its colour profile is not for " +
                                 std::string(colour ? "RGB" : "grey") +
                                 " pictures. Convert it to sRGB where it was made.");
    }
    const icc::Transform transform = icc::transform(
        from.get(), colour ? TYPE_RGB_FLT : TYPE_GRAY_FLT, icc::srgb().get(), TYPE_RGB_FLT);
    if (!transform)
        return trouble(file, "its colour profile can't be used. Convert it to sRGB first.");
    if (colour && icc::changes_nothing(transform.get()))
        return Converted{std::move(decoded.picture), false, 0};

    Picture out(in.size(), in.channels(), in.depth());
    const int width = in.size().width, channels = colour ? 3 : 1;
    const auto pixels = static_cast<std::size_t>(width);
    std::int64_t clipped = 0;
    std::vector<float> plane(pixels), from_row(pixels * static_cast<std::size_t>(channels)),
        to_row(pixels * 3);
    for (int y = 0; y < in.size().height; ++y) {
        if (stop.stop_requested()) return stopped();
        for (int c = 0; c < channels; ++c) {
            in.read_channel(c, 0, y, plane);
            for (std::size_t x = 0; x < pixels; ++x)
                from_row[x * static_cast<std::size_t>(channels) + static_cast<std::size_t>(c)] =
                    plane[x];
        }
        cmsDoTransform(transform.get(), from_row.data(), to_row.data(),
                       static_cast<cmsUInt32Number>(width));
        for (std::size_t x = 0; x < pixels; ++x) clipped += outside_srgb(&to_row[3 * x]);
        for (int c = 0; c < channels; ++c) {
            for (std::size_t x = 0; x < pixels; ++x)
                plane[x] = to_row[3 * x + static_cast<std::size_t>(c)];
            out.write_channel(c, 0, y, plane);
        }
        if (has_alpha(in.channels())) {
            in.read_alpha(0, y, plane);
            out.write_channel(channels, 0, y, plane);
        }
    }
    return Converted{std::move(out), true,
                     static_cast<double>(clipped) / static_cast<double>(in.size().area())};
}

}  // namespace underpaint
