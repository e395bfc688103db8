// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/pixel_sum.h"

#include <libdeflate.h>

#include <array>
#include <vector>

namespace underpaint {
namespace {

struct Sum {
    std::uint32_t crc = libdeflate_crc32(0, nullptr, 0);
    std::uint32_t adler = libdeflate_adler32(1, nullptr, 0);
    void add(const void* data, std::size_t bytes) {
        crc = libdeflate_crc32(crc, data, bytes);
        adler = libdeflate_adler32(adler, data, bytes);
    }
};

template <class Sample>
void add_rows(const Picture& picture, Sum& sum) {
    std::vector<Sample> row(static_cast<std::size_t>(picture.size().width) *
                            static_cast<std::size_t>(count_of(picture.channels())));
    for (int y = 0; y < picture.size().height; ++y) {
        picture.read_interleaved(y, std::span<Sample>(row));
        sum.add(row.data(), row.size() * sizeof(Sample));
    }
}

}  // namespace

std::uint64_t pixel_sum(const Picture& picture) {
    Sum sum;
    const std::array kind{picture.size().width, picture.size().height,
                          static_cast<int>(picture.channels()), static_cast<int>(picture.depth())};
    sum.add(kind.data(), sizeof kind);
    if (picture.depth() == Depth::bits8)
        add_rows<std::uint8_t>(picture, sum);
    else
        add_rows<std::uint16_t>(picture, sum);
    return std::uint64_t{sum.crc} << 32 | sum.adler;
}

}  // namespace underpaint
