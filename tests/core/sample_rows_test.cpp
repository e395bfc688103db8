// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/sample_rows.h"

#include <gtest/gtest.h>

#include <limits>
#include <numeric>
#include <vector>

#include "support/every_target.h"

namespace underpaint {
namespace {

using testing::on_every_target;

template <class Sample>
class SampleRows : public ::testing::Test {};
using Depths = ::testing::Types<std::uint8_t, std::uint16_t>;
TYPED_TEST_SUITE(SampleRows, Depths);

TYPED_TEST(SampleRows, EveryLevelComesBack) {
    constexpr std::size_t levels = std::size_t{1} << (8 * sizeof(TypeParam));
    std::vector<TypeParam> all(levels + 5), back(all.size());
    std::iota(all.begin(), all.end(), TypeParam{0});
    on_every_target([&] {
        std::vector<float> values(all.size());
        unpack_row(all, values);
        EXPECT_EQ(values[levels - 1], 1);
        EXPECT_EQ(values[0], 0);
        EXPECT_FLOAT_EQ(values[1], 1.0F / (levels - 1));
        std::ranges::fill(back, TypeParam{7});
        pack_row(values, back);
        EXPECT_EQ(back, all);
    });
}

TYPED_TEST(SampleRows, OutsideTheRangeIsTheNearestEnd) {
    const std::vector<float> odd{-1, 2, std::numeric_limits<float>::quiet_NaN(),
                                 std::numeric_limits<float>::infinity()};
    constexpr auto white = std::numeric_limits<TypeParam>::max();
    on_every_target([&] {
        std::vector<TypeParam> out(odd.size());
        pack_row(odd, out);
        EXPECT_EQ(out, (std::vector<TypeParam>{0, white, 0, white}));
    });
}

TYPED_TEST(SampleRows, HalvesAreMeansOfFour) {
    for (std::size_t width : {1, 2, 3, 64, 131}) {
        std::vector<TypeParam> above(width), below(width), out((width + 1) / 2);
        for (std::size_t i = 0; i < width; ++i) {
            above[i] = static_cast<TypeParam>(i * 37);
            below[i] = static_cast<TypeParam>(i * 101 + 13);
        }
        on_every_target([&] {
            halve_rows(above, below, out);
            for (std::size_t i = 0; i < out.size(); ++i) {
                const std::size_t right = std::min(2 * i + 1, width - 1);
                const std::uint32_t sum =
                    std::uint32_t{above[2 * i]} + above[right] + below[2 * i] + below[right];
                EXPECT_EQ(out[i], (sum + 2) / 4) << i << " of " << width;
            }
        });
    }
}

TEST(ScreenRow, IsBlueGreenRedOpaque) {
    for (const std::size_t width : {1, 15, 16, 17, 40}) {
        std::vector<float> r(width, 1.0F), g(width, 0.5F), b(width, 0.0F);
        std::vector<std::uint8_t> out(4 * width + 4, 9);
        on_every_target([&] {
            pack_screen_row(ConstRgbRow(r, g, b), std::span(out).first(4 * width));
            for (std::size_t i = 0; i < width; ++i)
                EXPECT_EQ(std::vector<int>(out.begin() + 4 * int(i), out.begin() + 4 * int(i) + 4),
                          (std::vector<int>{0, 128, 255, 255}));
            EXPECT_EQ(out[4 * width], 9);
        });
    }
}

}  // namespace
}  // namespace underpaint
