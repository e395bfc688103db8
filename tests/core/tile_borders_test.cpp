// SPDX-License-Identifier: GPL-3.0-or-later
// What reaches beyond a pixel reaches across the borders of tiles too: edges at 127, 128 and 129,
// in pictures of several tiles, across and down.
#include <gtest/gtest.h>

#include <cmath>

#include "painting/changes.h"
#include "painting/group_changes.h"
#include "raster/masks.h"
#include "raster/turn.h"
#include "render/reach_of.h"
#include "render/render.h"
#include "support/pictures.h"
#include "terms/value_band.h"

namespace underpaint {
namespace {

using testing::grey_picture;
using testing::pixel;
using testing::tint;

/// The picture's columns as its rows.
Picture transposed(const Picture& picture) {
    return turned(turned(picture, Turn::mirror), Turn::left);
}

TEST(TileBorders, ASoftenedEdgeIsABlurredStepWhereverItLies) {
    for (const bool down : {false, true})
        for (const int edge : {100, 126, 127, 128, 129, 130, 256})
            for (const double sigma : {1.0, 3.0, 8.0, 20.0}) {
                Picture mask = grey_picture({400, 20}, [&](int x, int) { return x < edge; });
                if (down) mask = transposed(mask);
                Picture soft = softened(mask, sigma);
                if (down) soft = transposed(soft);
                ASSERT_EQ(soft.size(), (Size{400, 20}));
                for (int x = std::max(0, edge - 60); x < std::min(400, edge + 60); ++x) {
                    // A step blurred by a Gaussian, at the middle of a pixel.
                    const double wanted = 0.5 * std::erfc((x + 0.5 - edge) / (sigma * M_SQRT2));
                    ASSERT_NEAR(pixel(soft, x, 9).r, wanted, 0.02)
                        << edge << (down ? " down" : " across") << ", sigma " << sigma << " at "
                        << x;
                }
            }
}

TEST(TileBorders, ASnappedEdgeIsTheSameWhereverItLies) {
    const auto snapped_at = [](int edge, bool down) {
        // A mask whose border lies five pixels beside an edge of the picture.
        Picture mask = grey_picture({400, 60}, [&](int x, int) { return x < edge + 5; });
        Picture guide = grey_picture({400, 60}, [&](int x, int) { return x < edge ? 0.2 : 0.8; });
        if (down) mask = transposed(mask), guide = transposed(guide);
        const Picture done = snapped(mask, guide, 12);
        return down ? transposed(done) : done;
    };
    const Picture within = snapped_at(64 + 128, false);
    EXPECT_GT(pixel(within, 64 + 128 - 1, 30).r, 0.9) << "it moves on to the edge";
    EXPECT_LT(pixel(within, 64 + 128 + 1, 30).r, 0.1);
    for (const bool down : {false, true})
        for (const int edge : {126, 127, 128, 129, 130, 254, 256}) {
            const Picture at = snapped_at(edge, down);
            for (int by = -40; by < 40; ++by)
                ASSERT_NEAR(pixel(at, edge + by, 30).r, pixel(within, 64 + 128 + by, 30).r, 0.005)
                    << edge << (down ? " down" : " across") << " by " << by;
        }
}

TEST(TileBorders, TouchingAndBandsGoAcrossThem) {
    FloatBlock values({0, 0, 300, 300});
    for (int y = 0; y < 300; ++y)
        for (int x = 0; x < 300; ++x)
            values.row(y)[static_cast<std::size_t>(x)] = x >= 100 && x < 260 && y >= 90 ? 5 : 2;
    const Picture touching = touching_mask(values, 110, 100, 0.5, 0);
    const Picture band = band_mask(values, 4.5, 5.5, 0.1);
    for (int y = 0; y < 300; y += 7)
        for (int x = 0; x < 300; x += 7) {
            const float wanted = x >= 100 && x < 260 && y >= 90 ? 1 : 0;
            ASSERT_EQ(pixel(touching, x, y).r, wanted) << x << ", " << y;
            ASSERT_EQ(pixel(band, x, y).r, wanted) << x << ", " << y;
        }
}

// --- groups and chains over many tiles

constexpr Size kNineTiles{300, 290};

Painting with_passes(std::initializer_list<Pass> passes) {
    Painting painting = testing::sealed(Picture(kNineTiles, Channels::grey, Depth::bits16, 0.5F));
    for (const Pass& pass : passes) painting = with_pass(std::move(painting), pass);
    return painting;
}

RgbBlock rendered(const Painting& painting) {
    return *render_view(painting, painting.passes.size(), {1, rect_of(kNineTiles)});
}

TEST(TileBorders, AMixingGroupMixesInEveryTile) {
    Painting painting =
        with_passes({tint({1, 0, 0}, BlendMode::normal), tint({0, 0, 1}, BlendMode::normal, 0.5F)});
    painting = with_passes_grouped(painting, {0, 1}, "G");
    Group group = painting.groups[0];
    group.strength = 0.25F;
    const RgbBlock is = rendered(with_changed_group(painting, group));
    // Made is half red, half blue; found + strength x (made - found).
    for (int y = 0; y < kNineTiles.height; y += 3)
        for (int x = 0; x < kNineTiles.width; x += 3) {
            const Rgb p = is.row(y)[static_cast<std::size_t>(x)];
            ASSERT_NEAR(p.r, 0.5F, 2e-4) << x << ", " << y;
            ASSERT_NEAR(p.g, 0.375F, 2e-4) << x << ", " << y;
            ASSERT_NEAR(p.b, 0.5F, 2e-4) << x << ", " << y;
        }
}

/// Columns and rows that a pass reaches.
Pass reaching(Painting& painting, Rgb colour, const char* name, Rect area) {
    painting =
        with_part(painting, name, share(grey_picture(kNineTiles, [&](int x, int y) {
                      return x >= area.x && x < area.right() && y >= area.y && y < area.bottom();
                  })));
    Pass pass = tint(colour, BlendMode::normal);
    pass.reach.parts = {painting.parts.back().id};
    return pass;
}

TEST(TileBorders, AClippedChainLandsOnlyWhereEachOfItLanded) {
    Painting painting = with_passes({});
    const Rect first{20, 10, 250, 260}, middle{60, 0, 240, 129}, last{0, 100, 290, 190};
    painting = with_pass(painting, reaching(painting, {1, 0, 0}, "A", first));
    Pass b = reaching(painting, {0, 1, 0}, "B", middle),
         c = reaching(painting, {0, 0, 1}, "C", last);
    b.clipped = c.clipped = true;
    painting = with_pass(with_pass(painting, b), c);
    const RgbBlock is = rendered(painting);
    const auto in = [](const Rect& area, int x, int y) {
        return x >= area.x && x < area.right() && y >= area.y && y < area.bottom();
    };
    for (int y = 0; y < kNineTiles.height; ++y)
        for (int x = 0; x < kNineTiles.width; ++x) {
            const bool a = in(first, x, y), ab = a && in(middle, x, y), abc = ab && in(last, x, y);
            const Rgb wanted = abc  ? Rgb{0, 0, 1}
                               : ab ? Rgb{0, 1, 0}
                               : a  ? Rgb{1, 0, 0}
                                    : grey(0.5F);
            const Rgb p = is.row(y)[static_cast<std::size_t>(x)];
            ASSERT_NEAR(p.r, wanted.r, 1e-3) << x << ", " << y;
            ASSERT_NEAR(p.b, wanted.b, 1e-3) << x << ", " << y;
        }
}

// --- a band's soft ends

TEST(ValueBandEnds, FadeOutwardsAlongASmoothstep) {
    const ValueBand band{3, 5, 1};
    const auto smooth = [](double t) { return t * t * (3 - 2 * t); };
    for (const double by : {0.1, 0.25, 0.4, 0.5, 0.75, 0.9}) {
        EXPECT_NEAR(coverage(band, static_cast<float>(3 - by)), smooth(1 - by), 1e-5) << by;
        EXPECT_NEAR(coverage(band, static_cast<float>(5 + by)), smooth(1 - by), 1e-5) << by;
    }
    EXPECT_EQ(coverage(band, 3), 1);
    EXPECT_EQ(coverage(band, 5), 1);
    EXPECT_EQ(coverage(band, 2), 0);
    EXPECT_EQ(coverage(band, 6), 0);
    // The two ends may differ, and an end of the scale never fades.
    EXPECT_EQ(coverage({1, 5, 1}, 1), 1);
    EXPECT_EQ(coverage({5, 9, 1}, 9), 1);
    EXPECT_EQ(coverage({5, 9, 1}, 4.2F), coverage({1, 5, 1}, 5.8F));
}

}  // namespace
}  // namespace underpaint
