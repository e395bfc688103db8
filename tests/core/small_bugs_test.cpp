// SPDX-License-Identifier: GPL-3.0-or-later
// Bugs that once lived unnoticed, each with the test that finds it.
#include <gtest/gtest.h>

#include <cmath>

#include "audit/drift.h"
#include "audit/pass_mends.h"
#include "audit/step_histogram.h"
#include "raster/masks.h"
#include "raster/polygon.h"
#include "render/pass_numbers.h"
#include "render/render.h"
#include "support/every_source.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

using testing::grey_picture;
using testing::pixel;
using testing::sealed;
using testing::tint;

TEST(Snapping, DoesNotCareHowTheMaskLiesOnTheTiles) {
    // The same disc and edge, once at the corner of a tile and once in the middle of one.
    constexpr int side = 3 * kTileSide, radius = 20;
    const auto snap_at = [&](double cx, double cy) {
        const Picture guide = grey_picture({side, side}, [&](int x, int y) {
            return std::hypot(x + 0.5 - cx, y + 0.5 - cy) < 40 ? 0.75 : 0.25;
        });
        const Picture drawn = grey_picture({side, side}, [&](int x, int y) {
            return std::hypot(x + 0.5 - cx, y + 0.5 - cy) < 52 ? 1.0 : 0.0;
        });
        return snapped(drawn, guide, radius);
    };
    const int a = kTileSide, b = kTileSide + kTileSide / 2 + 7;
    const Picture corner = snap_at(a, a), middle = snap_at(b, b);
    for (int y = -60; y < 60; ++y)
        for (int x = -60; x < 60; ++x)
            ASSERT_NEAR(pixel(corner, a + x, a + y).r, pixel(middle, b + x, b + y).r, 2e-3)
                << x << " " << y;
}

TEST(Tiles, ALastColumnAndRowOfOnePixelIsLaidToo) {
    // One pixel more than whole tiles, each way; held against the formula of `multiply`.
    const Size size{kTileSide + 1, 2 * kTileSide + 1};
    Painting painting = sealed(grey_picture(size, [](int x, int y) { return (x + y) / 500.0; }));
    painting = with_pass(painting, tint({0.5F, 0.25F, 0.75F}, BlendMode::multiply));
    const Picture all = *render_picture(painting, 1, Depth::bits16);
    for (const auto& [x, y] : {std::pair(kTileSide, 3), std::pair(kTileSide, 2 * kTileSide),
                               std::pair(7, 2 * kTileSide), std::pair(0, 0)}) {
        const double b = std::round(65535 * (x + y) / 500.0) / 65535;
        EXPECT_NEAR(pixel(all, x, y).r, 0.5 * b, 1e-4) << x << " " << y;
        EXPECT_NEAR(pixel(all, x, y).b, 0.75 * b, 1e-4) << x << " " << y;
    }
    EXPECT_EQ(audit(painting, {})->passes[0].steps.count(),
              static_cast<std::uint64_t>(size.area()));
}

TEST(Percentile, OfFewPixelsIsTheNearestRank) {
    const auto p95 = [](std::vector<float> now) {
        DriftTally tally;
        tally.add(now, std::vector<float>(now.size(), 1));
        return tally.drift().p95;
    };
    EXPECT_NEAR(p95({3}), 2, 1e-3) << "one of one";
    EXPECT_NEAR(p95({1, 1, 1, 1, 1, 1, 1, 1, 1, 3}), 2, 1e-3) << "one of ten";
    std::vector<float> twenty(20, 1);
    twenty[4] = 3;
    EXPECT_NEAR(p95(twenty), 0, 1e-3) << "one of twenty";
    twenty[5] = 4;
    EXPECT_NEAR(p95(twenty), 2, 1e-3) << "two of twenty";
    StepHistogram steps;
    steps.add(std::vector<float>{2, 4, 6, 8});
    EXPECT_NEAR(steps.percentile(0.25), 2, 1e-3);
    EXPECT_NEAR(steps.percentile(0.26), 4, 1e-3);
    EXPECT_NEAR(steps.percentile(1), 8, 1e-3);
}

TEST(Ease, IsTriedOnEveryPixel) {
    // Single pixels, black and white: on a smaller copy they are one grey that hardly moves.
    Painting painting = sealed(grey_picture({640, 64}, [](int x, int y) { return (x + y) % 2; }));
    painting = with_pass(painting, tint(grey(0.5F), BlendMode::normal, 0.8F));
    const auto mends = mends_for(painting, 0, *audit(painting, {}));
    const auto ease = std::ranges::find_if(
        mends, [](const Mend& mend) { return std::holds_alternative<SetStrength>(mend.change); });
    ASSERT_NE(ease, mends.end());
    const Painting eased = mended(painting, *ease);
    EXPECT_NE(eased, painting);
    EXPECT_LE(audit(eased, {})->passes[0].value.judged_p95, kHeldDrift);
}

TEST(CurveTest, FlatStretchesAreFlatAndFinite) {
    for (const CurvePoints& points : {CurvePoints{{0, 0.4F}, {0.5F, 0.4F}, {1, 0.4F}},
                                      CurvePoints{{0, 0}, {0.3F, 0.5F}, {0.6F, 0.5F}, {1, 1}}}) {
        for (int i = 0; i <= 100; ++i) EXPECT_TRUE(std::isfinite(curve_at(points, i / 100.0)));
        EXPECT_NEAR(curve_at(points, 0.45), points[1].out, 1e-6);
    }
    const Table table = table_of(CurvePoints{{0, 0.4F}, {1, 0.4F}}, {});
    EXPECT_NEAR(table(0.7F), 0.4F, 1e-4F);
}

TEST(PassNumbersTest, AnotherPaintedReachIsAnotherPass) {
    PassNumbers numbers;
    Painting painting = testing::every_source({40, 30});
    const auto before = numbers.of(painting);
    painting.passes[3].reach.painted = share(Picture({40, 30}, Channels::grey, Depth::bits8, 1));
    const auto after = numbers.of(painting);
    EXPECT_NE(after[3], before[3]);
    painting.passes[3].reach.painted = share(Picture({40, 30}, Channels::grey, Depth::bits8, 0.5F));
    EXPECT_NE(numbers.of(painting)[3], after[3]);
}

TEST(Sources, AllHeedTheirStrength) {
    // At half strength every source lands half way from what it finds to what it lays.
    const Painting all = testing::every_source({90, 70});
    for (const Pass& laid : all.passes) {
        Painting one = all;
        Pass pass = laid;
        pass.blend = BlendMode::normal;
        pass.hold = 0;
        pass.reach = {};
        const auto at = [&](float strength) {
            pass.strength = strength;
            one.passes = {pass};
            return *render_view(one, 1, whole_at(one.size(), 1));
        };
        const RgbBlock none = at(0), half = at(0.5F), full = at(1);
        float moved = 0;
        for (std::size_t i = 0; i < none.all().r.size(); ++i) {
            const float a = none.all().r[i], b = half.all().r[i], c = full.all().r[i];
            ASSERT_NEAR(b, (a + c) / 2, 2e-3) << pass.name << " " << i;
            moved = std::max(moved, std::fabs(c - a));
        }
        // The underpaint over itself, and the first map of the seal, are all that may do nothing.
        if (!std::holds_alternative<Underpaint>(pass.source)) {
            EXPECT_GT(moved, 0.02F) << pass.name;
        }
    }
}

TEST(Outlines, CoverJustWhatTheyEnclose) {
    // A third of the picture, wherever its corners fall in their pixels.
    for (const double shift : {0.0, 0.25, 0.5, 0.75}) {
        const double share = std::sqrt(1.0 / 3), w = 60 * share, h = 40 * share, x = 8 + shift,
                     y = 6 + shift;
        const std::vector<Point> corners{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}};
        for (const double soften : {0.0, 1.2}) {
            const Picture mask = outline_mask({60, 40}, corners, soften);
            EXPECT_NEAR(covered_share(mask), 1.0 / 3, 0.002) << shift << " " << soften;
        }
    }
}

// --- what refers to nothing

TEST(Changes, RefuseWhatRefersToNothing) {
    Painting painting = testing::with_columns(sealed(testing::ramp({40, 30})), "A", 0, 20);
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::multiply));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::multiply), Stage::values);
    const PartId gone = 77;
    const SharedPicture other = share(Picture({30, 40}, Channels::grey, Depth::bits8)),
                        coloured = share(Picture({40, 30}, Channels::rgb, Depth::bits8));
    Pass dangling = tint({1, 0, 0}, BlendMode::multiply), turned_mask = dangling;
    dangling.reach.parts = {gone};
    turned_mask.reach.painted = other;
    const Pass good = tint({0, 1, 0}, BlendMode::screen);
    for (const Stage stage : {Stage::values, Stage::colour}) {
        for (const Pass& pass : {dangling, turned_mask}) {
            EXPECT_EQ(with_pass(painting, pass, stage), painting);
            EXPECT_EQ(with_pass_at(painting, 0, pass, stage), painting);
            EXPECT_EQ(with_changed_pass(painting, 0, pass, stage), painting);
        }
        EXPECT_EQ(with_pass_at(painting, 5, good, stage), painting);
        EXPECT_EQ(with_changed_pass(painting, 1, good, stage), painting);
        EXPECT_EQ(without_pass(painting, 1, stage), painting);
        EXPECT_EQ(with_pass_moved(painting, 1, 0, stage), painting);
        EXPECT_EQ(with_pass_moved(painting, 0, 1, stage), painting);
    }
    EXPECT_EQ(with_seal(painting, "2026-01-01", other), painting);
    EXPECT_EQ(with_seal_in_force(painting, 1), painting);
    for (const SharedPicture& mask : {other, coloured, SharedPicture()}) {
        EXPECT_EQ(with_part(painting, "B", mask), painting);
        EXPECT_EQ(with_part_mask(painting, painting.parts[0].id, mask), painting);
    }
    EXPECT_EQ(with_part_mask(painting, gone, painting.parts[0].mask), painting);
    EXPECT_EQ(with_part_renamed(painting, gone, "B"), painting);
    EXPECT_EQ(with_part_hidden(painting, gone, true), painting);
    EXPECT_EQ(with_part_moved(painting, 1, 0), painting);
    EXPECT_EQ(with_part_moved(painting, 0, 1), painting);
    EXPECT_EQ(without_part(painting, gone), painting);
    Plan plan;
    plan.steps[gone] = 4;
    EXPECT_TRUE(with_plan(painting, plan).plan.steps.empty());
    // The mask of a part that a pass lands on stays, on either side of the line.
    for (const Stage stage : {Stage::values, Stage::colour}) {
        Pass uses = good;
        uses.reach.parts = {painting.parts[0].id};
        const Painting used = with_pass(painting, uses, stage);
        const Painting left = without_part(used, painting.parts[0].id);
        const Reach& reach = passes_at(left, stage).back().reach;
        ASSERT_EQ(reach.kept.size(), 1U);
        EXPECT_EQ(reach.kept[0].mask, painting.parts[0].mask);
    }
    EXPECT_NE(with_pass(painting, good), painting);
}

TEST(ShownName, IsShortAndOnOneLine) {
    EXPECT_EQ(shown_name("Sky"), "Sky");
    EXPECT_EQ(shown_name("a\nb\tc\x1b[31m"), "a b c [31m");
    EXPECT_EQ(shown_name("\xC2\x9B"
                         "31m"),
              " 31m")
        << "a control of one byte in Latin-1";
    EXPECT_EQ(shown_name("a\xE2\x80\xAE"
                         "b"),
              "ab")
        << "text is not turned round";
    EXPECT_EQ(shown_name("\xFF"
                         "a"),
              "\xEF\xBF\xBD"
              "a");
    EXPECT_EQ(shown_name("\xE2\x82"), "\xEF\xBF\xBD\xEF\xBF\xBD") << "cut in the middle";
    const std::string umlauts = [] {
        std::string text;
        for (int i = 0; i < 100; ++i) text += "\xC3\xA4";
        return text;
    }();
    EXPECT_EQ(shown_name(umlauts), umlauts.substr(0, 2 * kShownName) + "\xE2\x80\xA6");
    EXPECT_EQ(printable(umlauts), umlauts);
}

}  // namespace
}  // namespace underpaint
