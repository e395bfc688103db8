// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/pixel_sum.h"

#include <libdeflate.h>
#include <zlib.h>

#include <algorithm>
#include <array>
#include <vector>

#include "raster/in_parallel.h"

namespace underpaint {
namespace {

/// Both check sums of some bytes.
struct Sum {
    std::uint32_t crc = libdeflate_crc32(0, nullptr, 0);
    std::uint32_t adler = libdeflate_adler32(1, nullptr, 0);
    std::size_t bytes = 0;

    void add(const void* data, std::size_t count) {
        crc = libdeflate_crc32(crc, data, count);
        adler = libdeflate_adler32(adler, data, count);
        bytes += count;
    }
    /// As if the other's bytes had been added.
    void add(const Sum& later) {
        const auto count = static_cast<z_off_t>(later.bytes);
        crc = static_cast<std::uint32_t>(crc32_combine(crc, later.crc, count));
        adler = static_cast<std::uint32_t>(adler32_combine(adler, later.adler, count));
        bytes += later.bytes;
    }
};

template <class Sample>
Sum sum_of_rows(const Picture& picture, int first, int end) {
    Sum sum;
    std::vector<Sample> row(static_cast<std::size_t>(picture.size().width) *
                            static_cast<std::size_t>(count_of(picture.channels())));
    for (int y = first; y < end; ++y) {
        picture.read_interleaved(y, std::span<Sample>(row));
        sum.add(row.data(), row.size() * sizeof(Sample));
    }
    return sum;
}

}  // namespace

std::uint64_t pixel_sum(const Picture& picture) {
    Sum sum;
    const std::array kind{picture.size().width, picture.size().height,
                          static_cast<int>(picture.channels()), static_cast<int>(picture.depth())};
    sum.add(kind.data(), sizeof kind);
    const int height = picture.size().height;
    std::vector<Sum> strips(static_cast<std::size_t>((height + kTileSide - 1) / kTileSide));
    in_parallel(std::size_t{0}, strips.size(), [&](std::size_t strip) {
        const int first = static_cast<int>(strip) * kTileSide;
        const int end = std::min(height, first + kTileSide);
        strips[strip] = picture.depth() == Depth::bits8
                            ? sum_of_rows<std::uint8_t>(picture, first, end)
                            : sum_of_rows<std::uint16_t>(picture, first, end);
    });
    for (const Sum& strip : strips) sum.add(strip);
    return std::uint64_t{sum.crc} << 32 | sum.adler;
}

}  // namespace underpaint
