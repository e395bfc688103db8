// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/pixel_sum.h"

#include <gtest/gtest.h>
#include <zlib.h>

#include <array>
#include <cstring>
#include <vector>

#include "support/pictures.h"

namespace underpaint {
namespace {

/// Both sums of the four numbers and of all samples, in one go, by zlib.
template <class Sample>
std::uint64_t summed_in_one_go(const Picture& picture) {
    const std::array numbers{picture.size().width, picture.size().height,
                             count_of(picture.channels()), picture.depth() == Depth::bits8 ? 0 : 1};
    const std::size_t row = static_cast<std::size_t>(picture.size().width) *
                            static_cast<std::size_t>(count_of(picture.channels()));
    std::vector<unsigned char> bytes(sizeof numbers);
    std::memcpy(bytes.data(), numbers.data(), sizeof numbers);
    std::vector<Sample> samples(row);
    for (int y = 0; y < picture.size().height; ++y) {
        picture.read_interleaved(y, std::span<Sample>(samples));
        const auto* first = reinterpret_cast<const unsigned char*>(samples.data());
        bytes.insert(bytes.end(), first, first + row * sizeof(Sample));
    }
    const auto count = static_cast<uInt>(bytes.size());
    return std::uint64_t{crc32(0, bytes.data(), count)} << 32 | adler32(1, bytes.data(), count);
}

TEST(PixelSum, IsTheSumOfAllRowsHoweverManyStripsOfTilesTheyFill) {
    for (const int height : {1, 127, 128, 129, 300})
        for (const Channels channels :
             {Channels::grey, Channels::grey_alpha, Channels::rgb, Channels::rgb_alpha}) {
            const Picture eight = testing::noise({131, height}, channels, Depth::bits8);
            EXPECT_EQ(pixel_sum(eight), summed_in_one_go<std::uint8_t>(eight)) << height;
            const Picture sixteen = testing::noise({131, height}, channels, Depth::bits16);
            EXPECT_EQ(pixel_sum(sixteen), summed_in_one_go<std::uint16_t>(sixteen)) << height;
        }
}

TEST(PixelSum, TellsOneLevelOfOnePixelAndTheShapeApart) {
    const Picture picture = testing::noise({200, 260}, Channels::rgb, Depth::bits8);
    const std::uint64_t sum = pixel_sum(picture);
    for (const Point at : {Point{0, 0}, Point{199, 127}, Point{0, 128}, Point{199, 259}}) {
        Picture changed = picture;
        std::vector<float> level(1);
        const int x = static_cast<int>(at.x), y = static_cast<int>(at.y);
        picture.read_channel(1, x, y, level);
        level[0] += level[0] < 0.5F ? 1 / 255.0F : -1 / 255.0F;
        changed.write_channel(1, x, y, level);
        EXPECT_NE(pixel_sum(changed), sum) << x << ", " << y;
    }
    EXPECT_NE(pixel_sum(Picture({20, 30}, Channels::grey, Depth::bits8, 0.5F)),
              pixel_sum(Picture({30, 20}, Channels::grey, Depth::bits8, 0.5F)));
}

}  // namespace
}  // namespace underpaint
