// SPDX-License-Identifier: GPL-3.0-or-later
// Ramps of parts, and the figures that findings are told anew by.
#include "audit/ramps.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/finding_figures.h"
#include "blend/read_rows.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::sealed;
using testing::tint;
using testing::with_columns;

/// After one moment.
std::optional<Ramp> ramp_of(const Painting& painting, const Part* part, std::size_t moment,
                            Reader reader, const std::stop_token& stop = {}) {
    const auto ramps = ramps_of(painting, part, std::span(&moment, 1), reader, stop);
    return ramps ? std::optional(ramps->front()) : std::nullopt;
}

TEST(Ramps, SayTheColourOfEachStretchOfAPart) {
    // A ramp whose left half is tinted warm and whose right half stays grey.
    Painting painting = sealed(
        testing::grey_picture({400, 200}, [](int, int y) { return 0.15 + 0.7 * y / 200.0; }));
    painting = with_columns(std::move(painting), "Warm", 0, 200);
    painting = with_columns(std::move(painting), "Grey", 200, 400);
    Pass warm = tint({0.9F, 0.55F, 0.25F}, BlendMode::true_colour, 0.5F);
    warm.reach.parts = {painting.parts[0].id};
    painting = with_pass(std::move(painting), warm);
    const Ramp coloured = *ramp_of(painting, &painting.parts[0], 1, Reader::lightness);
    const Ramp grey = *ramp_of(painting, &painting.parts[1], 1, Reader::lightness);
    ASSERT_GT(coloured.size(), 15U);
    double share = 0;
    for (const RampPoint& point : coloured) {
        share += point.share;
        EXPECT_GT(point.chroma, 0.01) << point.step;
        EXPECT_LE(point.chroma, point.limit + 0.01) << point.step;
        EXPECT_NEAR(point.hue, 60, 15) << point.step;
        EXPECT_GT(point.warmth, 1) << point.step;
    }
    EXPECT_NEAR(share, 1, 0.02) << "all of the part is on some stretch";
    for (const RampPoint& point : grey) EXPECT_LT(point.chroma, 1e-3) << point.step;
    // Of the whole, half of each; before the pass, none of it.
    const Ramp whole = *ramp_of(painting, nullptr, 1, Reader::lightness);
    const Ramp before = *ramp_of(painting, &painting.parts[0], 0, Reader::lightness);
    for (const RampPoint& point : whole) EXPECT_GT(point.chroma, 0.004) << point.step;
    for (const RampPoint& point : before) EXPECT_LT(point.chroma, 1e-3) << point.step;
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(ramp_of(painting, nullptr, 1, Reader::lightness, source.get_token()));
}

TEST(ColourRows, ReadWhatTheirScalarsRead) {
    RgbBlock block({0, 0, 4099, 1});
    unsigned seed = 7;
    for (std::size_t i = 0; i < 4099; ++i) {
        const auto unit = [&] {
            seed = seed * 1664525U + 1013904223U;
            return static_cast<float>(seed >> 8) / 0x1000000;
        };
        block.row(0).set(i, {unit(), unit(), unit()});
    }
    block.row(0).set(0, grey(0.5F));
    std::vector<float> warm(4099), a(4099), b(4099), strong(4099), light(4099);
    colour_rows(block.row(0), {warm, a, b, strong, light});
    for (std::size_t i = 0; i < 4099; ++i) {
        const Rgb c = block.row(0)[i];
        const OkLab lab = oklab(decode(c));
        EXPECT_NEAR(warm[i], warmth(c), 0.03) << i;
        EXPECT_NEAR(a[i], lab.a, 2e-4) << i;
        EXPECT_NEAR(b[i], lab.b, 2e-4) << i;
        if (gamut_chroma(lab.l, oklch(lab).h) >= 0.05F) {
            EXPECT_NEAR(strong[i], intensity(c), 0.03) << i;
        }
    }
    EXPECT_EQ(strong[0], 0) << "a neutral has none";
    EXPECT_EQ(warm[0], 0);
}

TEST(FindingFigures, KnowWhichWayIsWorse) {
    Finding drift;
    drift.code = kValuesSlip;
    drift.budget = 0.25;
    EXPECT_NEAR(excess_of(drift, 0.5), 1, 1e-9);
    EXPECT_LT(excess_of(drift, 0.1), 0);
    EXPECT_TRUE(no_worse(drift, 0.5, 0.5));
    EXPECT_FALSE(no_worse(drift, 0.6, 0.5));
    EXPECT_TRUE(no_worse(drift, 0.4, 0.5));
    Finding kept;
    kept.code = kRangeShrinks;
    kept.budget = 0.9;
    EXPECT_GT(excess_of(kept, 0.5), 0);
    EXPECT_FALSE(no_worse(kept, 0.5, 0.6));
    EXPECT_TRUE(no_worse(kept, 0.7, 0.6));
    Finding swing;
    swing.code = kSwingSlips;
    swing.budget = -5;
    EXPECT_GT(excess_of(swing, -2), 0) << "cool lights are to be cooler";
    EXPECT_LT(excess_of(swing, -7), 0);
    swing.budget = 2;
    swing.swing_to_be_small = true;
    EXPECT_GT(excess_of(swing, -4), 0) << "one temperature, whichever way it differs";
    EXPECT_LT(excess_of(swing, 1), 0);
    Finding other = kept;
    other.parts = {3};
    EXPECT_FALSE(same_thing(kept, other));
    other.parts.clear();
    other.pass = 7;
    EXPECT_TRUE(same_thing(kept, other)) << "whichever pass it is blamed on";
}

}  // namespace
}  // namespace underpaint
