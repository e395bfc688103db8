// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/kept_pictures.h"

#include <array>

#include "files/flat_picture.h"
#include "files/jpeg.h"
#include "files/openraster.h"
#include "files/path_text.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr std::array kQualities{92, 85, 75, 60, 45};
constexpr int kLargestKept = 4000;  // side; larger than any picture that is kept

Picture of_block(const RgbBlock& pixels, Channels channels) {
    Picture picture(pixels.area().size(), channels, Depth::bits8);
    if (has_colour(channels))
        picture.write_rgb(pixels);
    else
        picture.write_channel(0, rect_of(picture.size()), pixels.all().g);
    return picture;
}

}  // namespace

Result<KeptPicture> keep(const Picture& picture, std::string name, const Keeping& keeping) {
    const bool opaque = is_opaque(picture);
    const Picture flat = opaque ? picture : flattened(picture, picture.size());
    const Channels channels =
        has_colour(flat.channels()) && !is_neutral(flat) ? Channels::rgb : Channels::grey;
    for (int side = keeping.side;; side = side * 3 / 4) {
        const Picture small = of_block(shrunk(flat, side), channels);
        for (const int quality : kQualities) {
            auto bytes = write_jpeg(name, small, quality);
            if (!bytes) return tl::unexpected(bytes.error());
            if (bytes->size() <= keeping.bytes || side < 64)
                return KeptPicture{std::move(name), small.size(),
                                   std::make_shared<const Bytes>(std::move(*bytes))};
        }
    }
}

Result<KeptPicture> keep_file(const std::filesystem::path& path, const Keeping& keeping,
                              const std::stop_token& stop) {
    const auto read = read_finished(path, stop);
    if (!read) return tl::unexpected(read.error());
    return keep(read->picture, name_from_file(path), keeping);
}

Result<Picture> pixels_of(const KeptPicture& kept, const std::stop_token& stop) {
    auto read = read_jpeg(kept.name, *kept.jpeg, stop);
    if (!read) return tl::unexpected(read.error());
    return std::move(read->picture);
}

Result<KeptPicture> kept_from(const std::string& file, std::string name,
                              std::vector<std::byte> jpeg, KeptCheck check) {
    const auto read =
        check == KeptCheck::header
            ? jpeg_size(file, jpeg)
            : read_jpeg(file, jpeg).map([](const Decoded& all) { return all.picture.size(); });
    if (!read) return tl::unexpected(read.error());
    const Size size = *read;
    if (std::max(size.width, size.height) > kLargestKept)
        return trouble(file, "it is larger than what is kept beside a painting.");
    return KeptPicture{std::move(name), size, std::make_shared<const Bytes>(std::move(jpeg))};
}

}  // namespace underpaint
