// SPDX-License-Identifier: GPL-3.0-or-later
// Thumbnails and references of which the answers are known.
#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include <cmath>

#include "brief/picture_figures.h"
#include "brief/thumbnail_figures.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "raster/shrink.h"
#include "raster/turn.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

float level_of(double step) {
    return encoded_grey_of(lightness_of_step(static_cast<float>(step)));
}

RgbBlock block_of(const Picture& picture) {
    return rgb_of(picture, rect_of(picture.size()));
}

/// Dark, middle and light in shares of 30, 50 and 20 %; a white disc of radius 12 round (200, 60)
/// on the middle value.
Picture arrangement(bool mirrored = false) {
    const Picture made = testing::grey_picture({400, 200}, [](int x, int y) {
        if (std::hypot(x + 0.5 - 200, y + 0.5 - 60) < 12) return level_of(8.8);
        return level_of(x < 120 ? 2 : x < 320 ? 4.5 : 6.5);
    });
    return mirrored ? turned(made, Turn::mirror) : made;
}

TEST(ThumbnailMeasures, SharesKeyAndRange) {
    const auto figures = *measure_thumbnail(block_of(arrangement()), Reader::lightness, {});
    ASSERT_EQ(figures.three.shares.size(), 3U);
    EXPECT_NEAR(figures.three.shares[0], 0.30, 0.002);
    EXPECT_NEAR(figures.three.shares[1], 0.50 - 0.0057, 0.002);
    EXPECT_NEAR(figures.two.shares[0] + figures.two.shares[1], 1, 1e-9);
    EXPECT_EQ(figures.key, Key::middle);
    EXPECT_NEAR(figures.range.darkest, 2, 0.01);
    EXPECT_NEAR(figures.range.lightest, 8.8, 0.01);
}

TEST(ThumbnailMeasures, TheOnlyPlaceOfContrastIsSuggestedAndLeads) {
    // On one value but for the disc.
    const Picture lone = testing::grey_picture({400, 200}, [](int x, int y) {
        return level_of(std::hypot(x + 0.5 - 300, y + 0.5 - 60) < 12 ? 8 : 4);
    });
    const auto figures = *measure_thumbnail(block_of(lone), Reader::lightness, {});
    EXPECT_LT(std::hypot(figures.suggested.centre.x - 300, figures.suggested.centre.y - 60), 24);
    ASSERT_TRUE(figures.lead);
    EXPECT_NEAR(figures.lead->contrast, 4, 0.05);
    EXPECT_TRUE(figures.rivals.empty());
}

TEST(ThumbnailMeasures, ItsOwnFocusIsMeasuredAgainstWhatBeatsIt) {
    // Two discs on a middle value: the focus has half the contrast of the other.
    const Picture two = testing::grey_picture({400, 200}, [](int x, int y) {
        if (std::hypot(x + 0.5 - 100, y + 0.5 - 100) < 12) return level_of(6);
        if (std::hypot(x + 0.5 - 300, y + 0.5 - 100) < 12) return level_of(8);
        return level_of(4);
    });
    const auto figures =
        *measure_thumbnail(block_of(two), Reader::lightness, Focus{"F", {100, 100}, 24});
    ASSERT_TRUE(figures.lead && figures.lead->lead);
    EXPECT_NEAR(*figures.lead->lead, 0.5, 0.02);
    ASSERT_EQ(figures.rivals.size(), 1U);
    EXPECT_LT(std::hypot(figures.rivals[0].centre.x - 300, figures.rivals[0].centre.y - 100), 24);
}

TEST(ThumbnailMeasures, DarksAreWeighedByHalvesAndCounted) {
    const auto figures = *measure_thumbnail(block_of(arrangement()), Reader::lightness, {});
    EXPECT_DOUBLE_EQ(*figures.darks_left, 1);
    EXPECT_EQ(figures.dark_pieces, 1U);
    const auto mirrored = *measure_thumbnail(block_of(arrangement(true)), Reader::lightness, {});
    EXPECT_DOUBLE_EQ(*mirrored.darks_left, 0);
    // In an odd width the middle column belongs to both halves.
    const Picture odd = testing::grey_picture({101, 40}, [](int x, int) {
        return level_of(x >= 40 && x <= 60 ? 2 : x < 20 ? 5 : 8);
    });
    EXPECT_NEAR(*measure_thumbnail(block_of(odd), Reader::lightness, {})->darks_left, 0.5, 1e-9);
    const Picture scattered = testing::grey_picture({400, 200}, [](int x, int y) {
        return level_of(x % 80 < 20 && y % 100 < 30 ? 2 : x < 200 ? 5 : 8);
    });
    EXPECT_EQ(measure_thumbnail(block_of(scattered), Reader::lightness, {})->dark_pieces, 10U);
}

TEST(ThumbnailMeasures, AMirroredOneMeasuresTheSame) {
    const Picture made = testing::noise({300, 200}, Channels::grey, Depth::bits8, 4);
    const auto is = *measure_thumbnail(block_of(made), Reader::lightness, Focus{"F", {80, 50}, 20});
    const auto mirrored = *measure_thumbnail(block_of(turned(made, Turn::mirror)),
                                             Reader::lightness, Focus{"F", {220, 50}, 20});
    EXPECT_EQ(is.three.shares, mirrored.three.shares);
    EXPECT_NEAR(is.lead->contrast, mirrored.lead->contrast, 1e-9);
    EXPECT_NEAR(*is.darks_left, 1 - *mirrored.darks_left, 1e-9);
    EXPECT_EQ(is.dark_pieces, mirrored.dark_pieces);
}

TEST(ThumbnailMeasures, OnePixelAndOneValueAreMeasured) {
    const auto pixel = measure_thumbnail(
        block_of(testing::filled({1, 1}, Channels::grey, grey(0.5F))), Reader::lightness, {});
    ASSERT_TRUE(pixel);
    EXPECT_TRUE(pixel->rivals.empty());
    const auto flat = measure_thumbnail(
        block_of(testing::filled({300, 200}, Channels::grey, grey(0.2F))), Reader::lightness, {});
    ASSERT_TRUE(flat);
    EXPECT_NEAR(flat->range.width(), 0, 1e-9);
    EXPECT_TRUE(flat->rivals.empty());
    EXPECT_FALSE(flat->lead && flat->lead->lead);
}

TEST(ThumbnailMeasures, AreRankedByWhatIsAskedFor) {
    const auto with_lead = [](double lead, Key key) {
        ThumbnailFigures figures;
        figures.lead = FocusAudit{};
        figures.lead->lead = lead;
        figures.key = key;
        figures.range = {2, 7};
        return std::optional(figures);
    };
    Plan plan;
    plan.lead = 1.3;
    // Not measured; leads too little; leads enough in another key; as asked for.
    const std::vector<std::optional<ThumbnailFigures>> all{std::nullopt, with_lead(1.1, Key::low),
                                                           with_lead(1.4, Key::high),
                                                           with_lead(1.4, Key::low)};
    plan.key = Key::low;
    EXPECT_EQ(ranked(all, plan), (std::vector<std::size_t>{3, 1, 2, 0}));
    plan.key.reset();
    EXPECT_EQ(ranked(all, plan), (std::vector<std::size_t>{2, 3, 1, 0}));
}

// --- references

constexpr Rgb kWarmLight{0.95F, 0.75F, 0.5F}, kCoolDark{0.15F, 0.2F, 0.35F},
    kVermilion{0.9F, 0.1F, 0.1F};

/// Warm lights over cool shadows, with a small red square at (60..80, 100..120) of 200 x 160.
Picture reference() {
    return testing::coloured({200, 160}, [](int x, int y) {
        if (x >= 60 && x < 80 && y >= 100 && y < 120) return kVermilion;
        return y < 80 ? kWarmLight : kCoolDark;
    });
}

TEST(ReferenceMeasures, SwingIsLightsMinusShadows) {
    const Picture plain =
        testing::coloured({200, 160}, [](int, int y) { return y < 80 ? kWarmLight : kCoolDark; });
    const auto figures = *measure_picture(block_of(plain), Reader::lightness);
    const double wanted = static_cast<double>(warmth(testing::pixel(plain, 0, 0))) -
                          static_cast<double>(warmth(testing::pixel(plain, 0, 159)));
    EXPECT_NEAR(figures.swing, wanted, 0.01);
    EXPECT_GT(figures.swing, 10);
    EXPECT_FALSE(figures.grey);
}

TEST(ReferenceMeasures, FindsWhereItsStrongestColourSits) {
    const auto figures = *measure_picture(block_of(reference()), Reader::lightness);
    ASSERT_TRUE(figures.strongest);
    EXPECT_NEAR(200 * figures.strongest->middle.x, 70, 1);
    EXPECT_NEAR(160 * figures.strongest->middle.y, 110, 1);
    EXPECT_NEAR(figures.strongest->area, 400.0 / (200 * 160), 0.001);
    EXPECT_GT(figures.strongest->colour.r, 0.85F);
    EXPECT_EQ(figures.strongest->at, StrongestAt::halftones);
    const std::vector<Focus> on{{"F", {70, 110}, 20}}, off{{"F", {150, 40}, 20}};
    EXPECT_NEAR(measure_picture(block_of(reference()), Reader::lightness, on)->strongest->in_foci,
                1, 1e-9);
    EXPECT_NEAR(measure_picture(block_of(reference()), Reader::lightness, off)->strongest->in_foci,
                0, 1e-9);
}

TEST(ReferenceMeasures, FiveColoursTheSameOnEveryRunAndAnyThreads) {
    const RgbBlock pixels = block_of(testing::noise({400, 300}, Channels::rgb, Depth::bits8, 9));
    const auto first = *measure_picture(pixels, Reader::lightness);
    EXPECT_EQ(first.colours.size(), 5U);
    for (const std::size_t threads : {1U, 2U, 7U}) {
        const tbb::global_control limit(tbb::global_control::max_allowed_parallelism, threads);
        const auto again = *measure_picture(pixels, Reader::lightness);
        EXPECT_EQ(again.colours, first.colours);
        EXPECT_EQ(again.swing, first.swing);
    }
}

TEST(ReferenceMeasures, AGreyOneHasNoSwingUntilItIsTinted) {
    const Picture grey_one = testing::ramp({200, 100}, Depth::bits8);
    RgbBlock pixels = block_of(grey_one);
    const auto figures = *measure_picture(pixels, Reader::lightness);
    EXPECT_TRUE(figures.grey);
    EXPECT_EQ(figures.swing, 0);
    EXPECT_FALSE(figures.strongest);
    tint(pixels, {0.63F, 0.32F, 0.18F});
    const auto tinted = *measure_picture(pixels, Reader::lightness);
    EXPECT_FALSE(tinted.grey);
    EXPECT_NE(tinted.swing, 0);
    // True colour: values stay where they were.
    EXPECT_NEAR(tinted.steps.percentile(0.25), figures.steps.percentile(0.25), 0.01);
    EXPECT_NEAR(tinted.steps.percentile(0.75), figures.steps.percentile(0.75), 0.01);
}

TEST(ReferenceMeasures, TheShareOfAMotherColourIsWhatWasMixedIn) {
    // Greys mixed with the mother (in OKLab) measure her share of the mean.
    const Rgb mother{0.38F, 0.47F, 0.66F};
    const auto mixed = [&](float share) {
        return testing::coloured({100, 100}, [&](int, int) {
            const OkLab m = oklab(decode(mother)), g = oklab(decode(grey(0.47F)));
            const auto mix = [&](float a, float b) { return a + share * (b - a); };
            return encode(linear_rgb({mix(g.l, m.l), mix(g.a, m.a), mix(g.b, m.b)}));
        });
    };
    for (const float share : {0.0F, 0.25F, 0.5F, 1.0F})
        EXPECT_NEAR(
            mother_share(*measure_picture(block_of(mixed(share)), Reader::lightness), mother),
            share, 0.02);
    EXPECT_EQ(mother_share(*measure_picture(block_of(mixed(1)), Reader::lightness), grey(0.5F)), 0);
}

TEST(ReferenceMeasures, OnePixelIsMeasured) {
    const auto figures = measure_picture(
        block_of(testing::filled({1, 1}, Channels::rgb, kVermilion)), Reader::lightness);
    ASSERT_TRUE(figures);
    EXPECT_EQ(figures->colours.size(), 1U);
    EXPECT_NEAR(figures->strongest->area, 1, 1e-9);
}

TEST(Shrinking, AveragesByAreaAndNeverEnlarges) {
    const Picture half =
        testing::grey_picture({64, 32}, [](int x, int) { return x < 32 ? 0.0F : 1.0F; });
    const RgbBlock small = shrunk(half, 16);
    EXPECT_EQ(small.area().size(), (Size{16, 8}));
    EXPECT_NEAR(small.row(4)[0].r, 0, 1e-6);
    EXPECT_NEAR(small.row(4)[15].r, 1, 1e-6);
    EXPECT_EQ(shrunk(half, 500).area().size(), (Size{64, 32}));
    EXPECT_EQ(shrunk(testing::filled({3000, 2}, Channels::grey, grey(0.4F)), 100).area().size(),
              (Size{100, 1}));
}

}  // namespace
}  // namespace underpaint
