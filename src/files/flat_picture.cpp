// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/flat_picture.h"

#include <fmt/format.h>

#include <algorithm>
#include <functional>
#include <string_view>

#include "files/jpeg.h"
#include "files/picture_formats.h"
#include "files/png.h"
#include "files/tiff.h"
#include "files/webp.h"

namespace underpaint {
namespace {

bool starts_with(std::span<const std::byte> bytes, std::string_view magic, std::size_t at = 0) {
    if (bytes.size() < at + magic.size()) return false;
    return std::equal(magic.begin(), magic.end(), bytes.begin() + static_cast<std::ptrdiff_t>(at),
                      [](char c, std::byte b) { return static_cast<std::byte>(c) == b; });
}

using Data = std::span<const std::byte>;
using namespace std::string_view_literals;

// For each format in picture_formats.def: how its first bytes are recognised, and how it is read.
bool is_png(Data b) {
    return starts_with(b, "\x89PNG"sv);
}
bool is_jpeg(Data b) {
    return starts_with(b, "\xFF\xD8\xFF"sv);
}
bool is_tiff(Data b) {
    return starts_with(b, "II*\0"sv) || starts_with(b, "MM\0*"sv);
}
bool is_webp(Data b) {
    return starts_with(b, "RIFF"sv) && starts_with(b, "WEBP"sv, 8);
}
Result<Decoded> read_webp(const std::string& file, Data bytes, const std::stop_token&) {
    return underpaint::read_webp(file, bytes);
}

/// A kind of file that is known here: by its first bytes, and by the endings that names of it have.
struct Kind {
    std::string name;
    bool (*is)(Data);
    std::vector<std::string_view> endings;
    std::function<Result<Decoded>(const std::string&, const Bytes&, const std::stop_token&)>
        read;  ///< or empty
};

const std::vector<Kind>& kinds() {
    static const std::vector<Kind> all = [] {
        std::vector<Kind> made;
        const auto add = [&](auto is, auto read) {
            const PictureFormat& format = picture_formats()[made.size()];
            made.push_back({fmt::format("a {} picture", format.name), is, format.endings, read});
        };
#define PICTURE_FORMAT(token, name, type, endings)                              \
    add(is_##token, [](const auto& file, const auto& bytes, const auto& stop) { \
        return read_##token(file, bytes, stop);                                 \
    });
#include "files/picture_formats.def"
#undef PICTURE_FORMAT
        made.push_back({"an OpenRaster painting",
                        [](Data b) { return starts_with(b, "PK\3\4"sv); },
                        {".ora"},
                        {}});
        return made;
    }();
    return all;
}

const Kind* kind_among(std::span<const std::byte> bytes) {
    const auto found =
        std::ranges::find_if(kinds(), [&](const Kind& kind) { return kind.is(bytes); });
    return found == kinds().end() ? nullptr : &*found;
}

Result<Decoded> decode(const std::string& file, const Bytes& bytes, const std::stop_token& stop) {
    if (bytes.empty()) return trouble(file, "the file is empty.");
    if (const Kind* kind = kind_among(bytes); kind != nullptr && kind->read)
        return kind->read(file, bytes, stop);
    return trouble(file, "this is not a picture that can be read. " +
                             names_of_picture_formats("and") +
                             " pictures can be brought in, and OpenRaster paintings opened.");
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

const char* kind_of_file(std::span<const std::byte> bytes) {
    const Kind* kind = kind_among(bytes);
    return kind != nullptr ? kind->name.c_str() : nullptr;
}

std::optional<std::string> misnamed(const std::filesystem::path& path,
                                    std::span<const std::byte> bytes) {
    std::string ending = path.extension().string();
    std::ranges::transform(ending, ending.begin(), [](char c) {
        return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    });
    const Kind* is = kind_among(bytes);
    if (is == nullptr || std::ranges::count(is->endings, ending) > 0) return std::nullopt;
    for (const Kind& kind : kinds())
        if (std::ranges::count(kind.endings, ending) > 0)
            return fmt::format("Its name ends in {}, but it is {}, and was read as one.", ending,
                               is->name);
    return std::nullopt;
}

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
    std::optional<std::string> name_notice;
    Orientation lay = kUpright;
    bool reduced = false;
    return read_file(path)
        .and_then([&](const Bytes& bytes) {
            name_notice = misnamed(path, bytes);
            return decode(file, bytes, stop);
        })
        .and_then([&](Decoded decoded) {
            lay = decoded.orientation, reduced = decoded.reduced;
            return to_srgb(file, std::move(decoded), stop);
        })
        .map([&](Converted converted) {
            FlatPicture flat{std::move(converted.picture), {}};
            if (name_notice) flat.notices.push_back(*name_notice);
            if (lay != kUpright) {
                flat.picture = upright(std::move(flat.picture), lay);
                flat.notices.push_back(
                    "It lies turned or mirrored in its file, which says how it is to be seen; it "
                    "was turned upright.");
            }
            if (reduced)
                flat.notices.push_back(
                    "It is of a kind that is read with 8 bits a channel only. Save it as plain "
                    "RGB or grey with 16 bits to keep them.");
            if (converted.converted)
                flat.notices.push_back(
                    "Converted to sRGB by its own profile; " + percent(converted.clipped_share) +
                    " of its pixels were stronger than sRGB can be and were brought in.");
            if (has_alpha(flat.picture.channels())) {
                if (!is_opaque(flat.picture))
                    flat.notices.push_back("It has see-through places; they were laid on white.");
                flat.picture = flattened(flat.picture, flat.picture.size());
            }
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
