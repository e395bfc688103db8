// SPDX-License-Identifier: GPL-3.0-or-later
// Row functions against their scalar namesakes.
#include <gtest/gtest.h>

#include <limits>
#include <random>

#include "blend/fast_transfer.h"
#include "blend/rows.h"
#include "colour/lab.h"
#include "colour/srgb.h"
#include "colour/warmth.h"

namespace underpaint {
namespace {

constexpr int kPixels = 20011;

RgbBlock pixels(unsigned seed) {
    std::mt19937 random(seed);
    RgbBlock block({0, 0, kPixels, 1});
    const RgbRow row = block.row(0);
    const float edges[] = {0, 1, 0.5F, 1e-4F, 0.04045F, 0.999F};
    for (std::size_t i = 0; i < kPixels; ++i) {
        const auto channel = [&] {
            return random() % 5 == 0 ? edges[random() % 6]
                                     : static_cast<float>(random() % 100000) / 99999;
        };
        row.set(i, {channel(), channel(), channel()});
    }
    return block;
}

std::vector<float> alphas() {
    std::mt19937 random(7);
    std::vector<float> alpha(kPixels);
    for (float& a : alpha) a = random() % 4 == 0 ? 0 : static_cast<float>(random() % 1000) / 999;
    return alpha;
}

class LayRow : public ::testing::TestWithParam<BlendText> {};

TEST_P(LayRow, DoesWhatLayDoes) {
    const RgbBlock below = pixels(1), above = pixels(2);
    const auto alpha = alphas();
    const std::vector<float> sealed(kPixels, 0.25F);
    for (const float hold : {0.0F, 0.35F, 1.0F})
        for (const bool to_seal : {false, true}) {
            RgbBlock state = below;
            const Laying how{GetParam().mode, hold};
            lay_row(how, state.row(0), above.row(0), alpha,
                    to_seal ? std::span<const float>(sealed) : std::span<const float>());
            for (std::size_t i = 0; i < kPixels; ++i) {
                const Rgb expected = lay(how, below.row(0)[i], above.row(0)[i], alpha[i],
                                         to_seal ? std::optional(0.25F) : std::nullopt);
                const Rgb found = std::as_const(state).row(0)[i];
                ASSERT_NEAR(found.r, expected.r, kRowTolerance) << i;
                ASSERT_NEAR(found.g, expected.g, kRowTolerance) << i;
                ASSERT_NEAR(found.b, expected.b, kRowTolerance) << i;
            }
        }
}

INSTANTIATE_TEST_SUITE_P(Blends, LayRow, ::testing::ValuesIn(kBlendTexts), [](const auto& test) {
    std::string id(test.param.id);
    std::erase(id, '-');
    return id;
});

TEST(LayRowCounts, TouchesOnlyItsPixels) {
    for (std::size_t count = 0; count <= 19; ++count) {
        std::vector<float> r(32, 0.5F), g(32, 0.5F), b(32, 0.5F);
        const std::vector<float> source(32, 0.9F), alpha(32, 1.0F);
        const auto cut = [&](auto& v) { return std::span(v).subspan(3, count); };
        lay_row({BlendMode::normal, 0}, {cut(r), cut(g), cut(b)},
                ConstRgbRow(cut(source), cut(source), cut(source)), cut(alpha));
        for (std::size_t i = 0; i < r.size(); ++i)
            EXPECT_FLOAT_EQ(r[i], i >= 3 && i < 3 + count ? 0.9F : 0.5F) << count << " " << i;
    }
}

TEST(LayRowCounts, AnAlphaThatIsNoNumberLaysNothing) {
    std::vector<float> r{0.5F}, g{0.5F}, b{0.5F};
    const std::vector<float> source{0.9F}, alpha{std::numeric_limits<float>::quiet_NaN()};
    lay_row({BlendMode::true_colour, 0}, {r, g, b}, ConstRgbRow(source, source, source), alpha);
    EXPECT_EQ(r[0], 0.5F);
}

class ReadRow : public ::testing::TestWithParam<ReaderText> {};

TEST_P(ReadRow, DoesWhatReadDoes) {
    const RgbBlock block = pixels(3);
    std::vector<float> out(kPixels);
    read_row(GetParam().reader, block.row(0), out);
    for (std::size_t i = 0; i < kPixels; ++i)
        ASSERT_NEAR(out[i], read(GetParam().reader, block.row(0)[i]), 100 * kRowTolerance) << i;
}

INSTANTIATE_TEST_SUITE_P(Readers, ReadRow, ::testing::ValuesIn(kReaders),
                         [](const auto& test) { return std::string(test.param.id); });

TEST(MeasureRows, DoWhatTheirScalarsDo) {
    const RgbBlock block = pixels(4);
    std::vector<float> warm(kPixels), light(kPixels), l(kPixels);
    warmth_row(block.row(0), warm);
    luminance_row(block.row(0), light);
    lightness_row(light, l);
    for (std::size_t i = 0; i < kPixels; ++i) {
        const Rgb c = block.row(0)[i];
        ASSERT_NEAR(warm[i], warmth(c), 100 * kRowTolerance) << i;
        ASSERT_NEAR(light[i], luminance(decode(c)), kRowTolerance) << i;
        ASSERT_NEAR(l[i], lightness_of_luminance(light[i]), 100 * kRowTolerance) << i;
    }
}

TEST(FastTransfer, StaysWithinItsTolerance) {
    for (int i = 0; i <= 1'000'000; ++i) {
        const float v = static_cast<float>(i) / 1'000'000;
        ASSERT_NEAR(fast::decode(v), srgb_decode(v), fast::kTolerance) << v;
        ASSERT_NEAR(fast::encode(v), srgb_encode(v), fast::kTolerance) << v;
        ASSERT_NEAR(fast::lightness(v) / 100, lightness_of_luminance(v) / 100, fast::kTolerance);
        ASSERT_NEAR(fast::cube_root(v), std::cbrt(v), fast::kTolerance) << v;
    }
    for (int degrees = 0; degrees < 3600; ++degrees) {
        const double h = degrees * 3.14159265358979 / 1800;
        ASSERT_NEAR(
            fast::temperature(static_cast<float>(std::cos(h)), static_cast<float>(std::sin(h))),
            temperature_of_hue(static_cast<float>(degrees) / 10), fast::kTolerance * 10)
            << degrees;
    }
}

TEST(FastTransfer, NothingBesideTheNumbersComesOut) {
    const float nan = std::numeric_limits<float>::quiet_NaN();
    EXPECT_EQ(fast::decode(nan), 0);
    EXPECT_EQ(fast::decode(-3), 0);
    EXPECT_EQ(fast::decode(7), 1);
    EXPECT_EQ(fast::temperature(0, 0), 0);
}

}  // namespace
}  // namespace underpaint
