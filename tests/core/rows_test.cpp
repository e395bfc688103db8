// SPDX-License-Identifier: GPL-3.0-or-later
// Row functions against their scalar namesakes, on every instruction set that this machine has: on
// the edges of each formula and on a million random pixels.
#include "blend/lay_rows.h"
#include "blend/read_rows.h"
#include "blend/row_tolerance.h"
#include "blend/table_rows.h"
#include "blend/tune_rows.h"

#include <gtest/gtest.h>

#include <cmath>
#include <limits>
#include <random>

#include "colour/lab.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "support/every_target.h"
#include "support/names.h"

namespace underpaint {
namespace {

using testing::on_every_target;

constexpr int kRow = 4099;  // no multiple of any vector
constexpr int kRows = 1'000'000 / kRow + 1;
constexpr float kEdges[] = {0,      1e-9F, 1 / 65535.0F, 0.0031308F, 1 / 255.0F,  0.04045F, 0.25F,
                            0.499F, 0.5F,  0.501F,       0.75F,      254 / 255.F, 0.9999F,  1};
constexpr float kNan = std::numeric_limits<float>::quiet_NaN();
constexpr float kInfinity = std::numeric_limits<float>::infinity();

class Random {
public:
    explicit Random(unsigned seed) : random_(seed) {}
    float unit() { return static_cast<float>(random_() % 1'000'001) / 1'000'000; }
    /// Every fifth value stands on an edge.
    float value() { return random_() % 5 == 0 ? kEdges[random_() % std::size(kEdges)] : unit(); }
    RgbBlock pixels() {
        RgbBlock block({0, 0, kRow, 1});
        for (std::size_t i = 0; i < kRow; ++i) block.row(0).set(i, {value(), value(), value()});
        return block;
    }
    std::vector<float> values() {
        std::vector<float> row(kRow);
        for (float& v : row) v = value();
        return row;
    }

private:
    std::mt19937 random_;
};

void expect_near(Rgb found, Rgb expected, float tolerance, const auto& where) {
    ASSERT_NEAR(found.r, expected.r, tolerance) << where;
    ASSERT_NEAR(found.g, expected.g, tolerance) << where;
    ASSERT_NEAR(found.b, expected.b, tolerance) << where;
}

class LayRow : public ::testing::TestWithParam<BlendText> {};

TEST_P(LayRow, DoesWhatLayDoes) {
    Random random(1);
    constexpr float holds[] = {0, 0, 1, 0.35F};
    for (int row = 0; row < kRows; ++row) {
        const RgbBlock below = random.pixels(), above = random.pixels();
        const auto coverage = random.values(), sealed = random.values();
        const float strength = row % 3 == 0 ? 1.0F : random.unit();
        const Laying how{GetParam().mode, holds[row % 4]};
        const bool to_seal = row % 5 == 0;
        std::vector<Rgb> expected(kRow);
        for (std::size_t i = 0; i < kRow; ++i)
            expected[i] = lay(how, below.row(0)[i], above.row(0)[i], strength * coverage[i],
                              to_seal ? std::optional(sealed[i]) : std::nullopt);
        on_every_target([&] {
            RgbBlock state = below;
            lay_row(how, state.row(0), above.row(0), {strength, coverage},
                    to_seal ? std::span<const float>(sealed) : std::span<const float>());
            for (std::size_t i = 0; i < kRow; ++i)
                ASSERT_NO_FATAL_FAILURE(expect_near(std::as_const(state).row(0)[i], expected[i],
                                                    kRowTolerance, row * kRow + int(i)));
        });
        if (HasFatalFailure()) return;
    }
}

TEST_P(LayRow, OneColourAndOneCoverageDoTheSameAsRowsOfThem) {
    Random random(2);
    const RgbBlock below = random.pixels();
    for (const float hold : {0.0F, 0.6F}) {
        const Laying how{GetParam().mode, hold};
        for (const Rgb colour : {Rgb{0.8F, 0.3F, 0.1F}, Rgb{0, 0, 0}, Rgb{1, 1, 1}})
            on_every_target([&] {
                RgbBlock state = below;
                lay_row(how, state.row(0), colour, {0.7F, {}});
                for (std::size_t i = 0; i < kRow; ++i)
                    ASSERT_NO_FATAL_FAILURE(expect_near(std::as_const(state).row(0)[i],
                                                        lay(how, below.row(0)[i], colour, 0.7F),
                                                        kRowTolerance, i));
            });
    }
}

TEST_P(LayRow, GivesNumbersWhateverComesIn) {
    const float odd[] = {kNan, kInfinity, -kInfinity, -1, 2, 1e30F, 0, 1, 0.5F};
    std::vector<float> b, s, c;
    for (const float x : odd)
        for (const float y : odd)
            for (const float z : odd) b.push_back(x), s.push_back(y), c.push_back(z);
    for (const float hold : {0.0F, 1.0F, kNan})
        on_every_target([&] {
            std::vector<float> r = b, g = c, blue = s;
            lay_row({GetParam().mode, hold}, {r, g, blue}, ConstRgbRow(s, b, c), {1, c}, s);
            for (std::size_t i = 0; i < r.size(); ++i)
                for (const float v : {r[i], g[i], blue[i]})
                    ASSERT_TRUE(v >= 0 && v <= 1) << v << " at " << i;
        });
}

INSTANTIATE_TEST_SUITE_P(Blends, LayRow, ::testing::ValuesIn(kBlendTexts), [](const auto& test) {
    std::string id(test.param.id);
    std::erase(id, '-');
    return id;
});

TEST(LayRowCounts, TouchesOnlyItsPixels) {
    for (std::size_t count = 0; count <= 35; ++count)
        on_every_target([&] {
            std::vector<float> r(64, 0.5F), g(64, 0.5F), b(64, 0.5F);
            const std::vector<float> source(64, 0.9F), cover(64, 1.0F);
            const auto cut = [&](auto& v) { return std::span(v).subspan(3, count); };
            lay_row({BlendMode::normal, 0}, {cut(r), cut(g), cut(b)},
                    ConstRgbRow(cut(source), cut(source), cut(source)), {1, cut(cover)});
            for (std::size_t i = 0; i < r.size(); ++i)
                EXPECT_FLOAT_EQ(r[i], i >= 3 && i < 3 + count ? 0.9F : 0.5F) << count << " " << i;
        });
}

TEST(LayRowCounts, WhereNothingCoversNothingChangesToTheBit) {
    Random random(3);
    const RgbBlock below = random.pixels();
    const std::vector<float> none(kRow, 0.0F);
    for (const BlendText& text : kBlendTexts)
        for (const float hold : {0.0F, 1.0F})
            on_every_target([&] {
                RgbBlock state = below;
                lay_row({text.mode, hold}, state.row(0), Rgb{0.9F, 0.1F, 0.4F}, {1, none});
                for (std::size_t i = 0; i < kRow; ++i)
                    ASSERT_EQ(std::as_const(state).row(0)[i], below.row(0)[i]) << text.id << i;
            });
}

class ReadRow : public ::testing::TestWithParam<ReaderText> {};

TEST_P(ReadRow, DoesWhatReadDoes) {
    Random random(4);
    for (int row = 0; row < kRows; ++row) {
        const RgbBlock block = random.pixels();
        std::vector<float> expected(kRow);
        for (std::size_t i = 0; i < kRow; ++i)
            expected[i] = read(GetParam().reader, block.row(0)[i]);
        on_every_target([&] {
            std::vector<float> out(kRow);
            read_row(GetParam().reader, block.row(0), out);
            for (std::size_t i = 0; i < kRow; ++i)
                ASSERT_NEAR(out[i], expected[i], 100 * kRowTolerance) << row * kRow + int(i);
        });
        if (HasFatalFailure()) return;
    }
}

TEST_P(ReadRow, GivesLightnessWhateverComesIn) {
    const std::vector<float> odd{kNan, kInfinity, -kInfinity, -1, 2, 1e30F};
    on_every_target([&] {
        std::vector<float> out(odd.size());
        read_row(GetParam().reader, ConstRgbRow(odd, odd, odd), out);
        for (const float l : out) EXPECT_TRUE(l >= 0 && l <= 100) << l;
    });
}

INSTANTIATE_TEST_SUITE_P(Readers, ReadRow, ::testing::ValuesIn(kReaders),
                         [](const auto& test) { return std::string(test.param.id); });

TEST(MeasureRows, DoWhatTheirScalarsDo) {
    Random random(5);
    for (int row = 0; row < kRows / 4; ++row) {
        const RgbBlock block = random.pixels();
        on_every_target([&] {
            std::vector<float> warm(kRow), light(kRow), l(kRow), grey(kRow);
            warmth_row(block.row(0), warm);
            luminance_row(block.row(0), light);
            lightness_row(light, l);
            encoded_grey_row(l, grey);
            for (std::size_t i = 0; i < kRow; ++i) {
                const Rgb c = block.row(0)[i];
                ASSERT_NEAR(warm[i], warmth(c), 100 * kRowTolerance) << i;
                ASSERT_NEAR(light[i], luminance(decode(c)), kRowTolerance) << i;
                ASSERT_NEAR(l[i], lightness_of_luminance(light[i]), 100 * kRowTolerance) << i;
                ASSERT_NEAR(grey[i], encoded_grey_of(l[i]), kRowTolerance) << i;
            }
        });
        if (HasFatalFailure()) return;
    }
}

/// Drift is judged on hundredths of a step, so lightness has to be far better than pictures need.
TEST(MeasureRows, ReadGreysToAThousandthOfAStep) {
    std::vector<float> greys(65536), out(65536);
    for (std::size_t i = 0; i < greys.size(); ++i) greys[i] = static_cast<float>(i) / 65535;
    on_every_target([&] {
        for (const ReaderText& text : kReaders) {
            read_row(text.reader, ConstRgbRow(greys, greys, greys), out);
            for (std::size_t i = 0; i < greys.size(); ++i)
                ASSERT_NEAR(out[i], read(text.reader, grey(greys[i])), 0.0125 / 2) << text.id << i;
        }
    });
}

TEST(TrueColourRow, KeepsLightnessOfAllGreysAtEveryStrength) {
    std::vector<float> greys(65536);
    for (std::size_t i = 0; i < greys.size(); ++i) greys[i] = static_cast<float>(i) / 65535;
    on_every_target([&] {
        for (const float strength : {0.1F, 0.5F, 1.0F}) {
            std::vector<float> r = greys, g = greys, b = greys;
            lay_row({BlendMode::true_colour, 0}, {r, g, b}, Rgb{0.9F, 0.2F, 0.1F}, {strength, {}});
            for (std::size_t i = 0; i < greys.size(); ++i)
                ASSERT_NEAR(read(Reader::lightness, {r[i], g[i], b[i]}),
                            read(Reader::lightness, grey(greys[i])), 0.01)
                    << i << " " << strength;
        }
    });
}

TEST(TableRow, ReadsWhatTheTableReads) {
    const Table bent(100, [](double x) { return x * x; });
    Random random(6);
    std::vector<float> in = random.values();
    in.insert(in.end(), {kNan, -1, 2, kInfinity, -kInfinity});
    on_every_target([&] {
        std::vector<float> out(in.size());
        table_row(bent, in, out);
        for (std::size_t i = 0; i < in.size(); ++i) ASSERT_NEAR(out[i], bent(in[i]), 1e-6) << in[i];
        table_row(bent, out, out);
        ASSERT_NEAR(out[7], bent(bent(in[7])), 1e-6);
    });
    EXPECT_EQ(bent(0), 0);
    EXPECT_EQ(bent(1), 1);
    EXPECT_NEAR(bent(0.505F), 0.505 * 0.505, 3e-5);
}

TEST(TableRow, ReadsThreeChannelsAtOnce) {
    const auto colour = [](double x) {
        return Rgb{float(x * x), float(1 - x), float(std::sqrt(x))};
    };
    const ColourTable table(100, colour);
    Random random(7);
    for (const std::size_t count : {0, 1, 3, 15, 16, 17, 33, 150}) {
        std::vector<float> in = random.values();
        in.resize(count, 0.3F);
        if (count > 3) std::ranges::copy(std::array{kNan, -1.0F, 2.0F, kInfinity}, in.begin());
        on_every_target([&] {
            std::vector<float> r(count), g(count), b(count);
            table_row(table, in, {r, g, b});
            for (std::size_t i = 0; i < count; ++i) {
                const float x = in[i] > 0 ? std::min(in[i], 1.0F) : 0.0F;
                ASSERT_NEAR(r[i], table(in[i]).r, 1e-6) << in[i];
                ASSERT_NEAR(r[i], colour(x).r, 3e-5) << in[i];
                ASSERT_NEAR(g[i], 1 - x, 1e-6) << in[i];
                ASSERT_NEAR(b[i], table(in[i]).b, 1e-6) << in[i];
            }
        });
    }
}

TEST(CoverageRows, UniteAndIntersect) {
    const std::vector<float> a{0, 0.25F, 1, 0.5F, kNan, 3, 0.1F}, b{0.5F, 0.5F, 0, 1, 0.5F, 1, -1};
    on_every_target([&] {
        std::vector<float> either = a, both = a;
        unite_row(either, b);
        intersect_row(both, b);
        EXPECT_EQ(either, (std::vector<float>{0.5F, 0.5F, 1, 1, 0.5F, 1, 0.1F}));
        EXPECT_EQ(both, (std::vector<float>{0, 0.125F, 0, 0.5F, 0, 1, 0}));
    });
}

TEST(TuneRow, DoesWhatItsNamesakeDoes) {
    on_every_target([] {
        Random random(17);
        for (const Tune& tune : {Tune{40, 1, 0}, Tune{-170, 2, 0.3F}, Tune{0, 0, 0},
                                 Tune{0, 1, -0.5F}, Tune{90, 1.4F, 0.5F}}) {
            RgbBlock block = random.pixels();
            const RgbBlock before = block;
            tune_row(block.row(0), tune);
            for (std::size_t i = 0; i < kRow; ++i)
                ASSERT_NO_FATAL_FAILURE(
                    expect_near(block.row(0)[i], tuned(before.row(0)[i], tune), kRowTolerance, i));
        }
    });
}

}  // namespace
}  // namespace underpaint
