// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/flat_picture.h"

#include <fmt/format.h>

#include <algorithm>
#include <string_view>

#include "files/jpeg.h"
#include "files/png.h"
#include "files/tiff.h"
#include "files/webp.h"

namespace underpaint {
namespace {

bool starts_with(const Bytes& bytes, std::string_view magic, std::size_t at = 0) {
    if (bytes.size() < at + magic.size()) return false;
    return std::equal(magic.begin(), magic.end(), bytes.begin() + static_cast<std::ptrdiff_t>(at),
                      [](char c, std::byte b) { return static_cast<std::byte>(c) == b; });
}

Result<Decoded> decode(const std::string& file, const Bytes& bytes, const std::stop_token& stop) {
    using namespace std::string_view_literals;
    if (bytes.empty()) return trouble(file, "the file is empty.");
    if (starts_with(bytes, "\x89PNG"sv)) return read_png(file, bytes, stop);
    if (starts_with(bytes, "\xFF\xD8\xFF"sv)) return read_jpeg(file, bytes, stop);
    if (starts_with(bytes, "II*\0"sv) || starts_with(bytes, "MM\0*"sv))
        return read_tiff(file, bytes, stop);
    if (starts_with(bytes, "RIFF"sv) && starts_with(bytes, "WEBP"sv, 8))
        return read_webp(file, bytes);
    return trouble(file,
                   "this is not a picture that can be read. PNG, JPEG, TIFF and WebP pictures can "
                   "be brought in, and OpenRaster paintings opened.");
}

Picture as_grey(const Picture& picture) {
    Picture grey(picture.size(), Channels::grey, picture.depth());
    std::vector<float> row(static_cast<std::size_t>(picture.size().width));
    for (int y = 0; y < picture.size().height; ++y) {
        picture.read_channel(0, 0, y, row);
        grey.write_channel(0, 0, y, row);
    }
    grey.settle();
    return grey;
}

std::string percent(double share) {
    return fmt::format("{:.1f}%", 100 * share);
}

}  // namespace

bool is_opaque(const Picture& picture) {
    if (!has_alpha(picture.channels())) return true;
    std::vector<float> row(static_cast<std::size_t>(picture.size().width));
    for (int y = 0; y < picture.size().height; ++y) {
        picture.read_alpha(0, y, row);
        if (std::ranges::any_of(row, [](float a) { return a < 1; })) return false;
    }
    return true;
}

Picture flattened(const Picture& picture, Size size, int x, int y, float opacity) {
    const bool as_it_is = opacity == 1 && is_opaque(picture);
    Picture result(size, has_colour(picture.channels()) ? Channels::rgb : Channels::grey,
                   as_it_is ? picture.depth() : Depth::bits16, 1.0F);
    const Rect seen =
        intersection(rect_of(size), {x, y, picture.size().width, picture.size().height});
    const auto run = static_cast<std::size_t>(std::max(0, seen.width));
    std::vector<float> alpha(run), row(run);
    for (int at = seen.y; at < seen.bottom(); ++at) {
        picture.read_alpha(seen.x - x, at - y, alpha);
        for (int c = 0; c < count_of(result.channels()); ++c) {
            picture.read_channel(c, seen.x - x, at - y, row);
            for (std::size_t i = 0; i < run; ++i) row[i] = 1 + opacity * alpha[i] * (row[i] - 1);
            result.write_channel(c, seen.x, at, row);
        }
    }
    result.settle();
    return result;
}

Result<FlatPicture> read_flat_picture(const std::filesystem::path& path,
                                      const std::stop_token& stop) {
    const std::string file = path.string();
    return read_file(path)
        .and_then([&](const Bytes& bytes) { return decode(file, bytes, stop); })
        .and_then([&](Decoded decoded) { return to_srgb(file, std::move(decoded), stop); })
        .map([](Converted converted) {
            FlatPicture flat{std::move(converted.picture), {}};
            if (converted.converted)
                flat.notices.push_back(
                    "Converted to sRGB by its own profile; " + percent(converted.clipped_share) +
                    " of its pixels were stronger than sRGB can be and were brought in.");
            if (!is_opaque(flat.picture))
                flat.notices.push_back("It has see-through places; they were laid on white.");
            flat.picture = flattened(flat.picture, flat.picture.size());
            if (is_neutral(flat.picture))
                flat.picture = as_grey(flat.picture);
            else
                flat.notices.push_back(
                    "The picture has colour. Its values are read as chosen at the top right.");
            return flat;
        });
}

Done save_png(const std::filesystem::path& path, const Picture& picture,
              const Replacing& replacing) {
    const auto bytes = write_png(path.string(), picture);
    if (!bytes) return tl::unexpected(bytes.error());
    return replace_file(path, *bytes, replacing);
}

}  // namespace underpaint
