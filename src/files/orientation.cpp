// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/orientation.h"

#include <algorithm>
#include <cstdint>
#include <string_view>
#include <vector>

#include "raster/turn.h"

namespace underpaint {
namespace {

/// Numbers of a TIFF structure, in its own byte order. Nothing beyond its end is read.
class ExifNumbers {
public:
    ExifNumbers(std::span<const std::byte> bytes, bool big) : bytes_(bytes), big_(big) {}
    std::optional<std::uint32_t> at(std::size_t place, std::size_t length) const {
        if (place > bytes_.size() || length > bytes_.size() - place) return std::nullopt;
        std::uint32_t number = 0;
        for (std::size_t i = 0; i < length; ++i)
            number = number << 8 |
                     std::to_integer<std::uint32_t>(bytes_[place + (big_ ? i : length - 1 - i)]);
        return number;
    }

private:
    std::span<const std::byte> bytes_;
    bool big_;
};

bool begins(std::span<const std::byte> bytes, std::string_view text) {
    return bytes.size() >= text.size() &&
           std::equal(text.begin(), text.end(), bytes.begin(),
                      [](char c, std::byte b) { return static_cast<std::byte>(c) == b; });
}

}  // namespace

Orientation orientation_in_exif(std::span<const std::byte> exif) {
    using namespace std::string_view_literals;
    constexpr std::uint32_t tag = 0x0112, short_number = 3;
    constexpr std::size_t entry_bytes = 12;
    if (begins(exif, "Exif\0\0"sv)) exif = exif.subspan(6);
    const bool big = begins(exif, "MM\0*"sv);
    if (!big && !begins(exif, "II*\0"sv)) return kUpright;
    const ExifNumbers numbers(exif, big);
    const auto directory = numbers.at(4, 4);
    const auto count = directory ? numbers.at(*directory, 2) : std::nullopt;
    for (std::size_t i = 0; count && i < *count; ++i) {
        const std::size_t entry = std::size_t{*directory} + 2 + i * entry_bytes;
        const auto is = numbers.at(entry, 2), kind = numbers.at(entry + 2, 2),
                   value = numbers.at(entry + 8, 2);
        if (!is || !kind || !value) break;
        if (*is == tag && *kind == short_number && *value >= 1 && *value <= 8)
            return static_cast<Orientation>(*value);
    }
    return kUpright;
}

Picture upright(Picture picture, Orientation stored) {
    const auto turns = [stored]() -> std::vector<Turn> {
        switch (stored) {
            case 2: return {Turn::mirror};
            case 3: return {Turn::half};
            case 4: return {Turn::mirror, Turn::half};
            case 5: return {Turn::mirror, Turn::left};
            case 6: return {Turn::right};
            case 7: return {Turn::mirror, Turn::right};
            case 8: return {Turn::left};
            default: return {};
        }
    }();
    for (const Turn turn : turns) picture = turned(picture, turn);
    return picture;
}

}  // namespace underpaint
