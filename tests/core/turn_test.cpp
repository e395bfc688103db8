// SPDX-License-Identifier: GPL-3.0-or-later
// Turning pictures and whole paintings; what four readers make of a coloured picture.
#include "audit/reader_views.h"
#include "painting/reframed.h"
#include "render/render.h"
#include "support/every_source.h"

namespace underpaint {
namespace {

constexpr Turn kTurns[] = {Turn::right, Turn::left, Turn::half, Turn::mirror};

TEST(Turns, MoveEveryPixelToItsPlace) {
    const Size size{301, 150};
    const Picture picture = testing::noise(size, Channels::rgb_alpha, Depth::bits8);
    for (const Turn turn : kTurns) {
        const Picture result = turned(picture, turn);
        ASSERT_EQ(result.size(), turned(size, turn));
        for (const auto& [x, y] : {std::pair(0, 0), {300, 0}, {17, 149}, {200, 70}}) {
            const Point to = turned({x + 0.5, y + 0.5}, size, turn);
            EXPECT_EQ(testing::pixel(result, static_cast<int>(to.x), static_cast<int>(to.y)),
                      testing::pixel(picture, x, y));
        }
    }
    EXPECT_TRUE(same_pixels(turned(turned(picture, Turn::right), Turn::left), picture));
    EXPECT_TRUE(same_pixels(turned(turned(picture, Turn::mirror), Turn::mirror), picture));
    EXPECT_TRUE(same_pixels(turned(turned(picture, Turn::right), Turn::right),
                            turned(picture, Turn::half)));
}

TEST(Turns, OfAPaintingLookLikeThePaintingTurned) {
    Painting painting = testing::every_source({150, 90});
    // Grain is laid on the sheet and does not turn with it.
    std::erase_if(painting.passes,
                  [](const Pass& p) { return std::holds_alternative<Grain>(p.source); });
    painting = with_foci(painting, {{"A", {20, 30}, 10}});
    const std::size_t end = painting.passes.size();
    const Picture before = *render_picture(painting, end, Depth::bits8);
    for (const Turn turn : kTurns) {
        const Painting result = turned(painting, turn);
        const Picture after = *render_picture(result, end, Depth::bits8);
        const Picture wanted = turned(before, turn);
        float most = 0;
        for (int y = 0; y < wanted.size().height; ++y)
            for (int x = 0; x < wanted.size().width; ++x)
                most = std::max(
                    most, std::abs(testing::pixel(after, x, y).g - testing::pixel(wanted, x, y).g));
        EXPECT_LE(most, 2.0F / 255) << static_cast<int>(turn);
        EXPECT_EQ(result.plan.foci[0].centre, turned(Point{20, 30}, painting.size(), turn));
    }
}

TEST(Turns, TakeWhatIsPaintedOfBothStagesAlong) {
    const SharedPicture mask = share(testing::noise({40, 30}, Channels::grey, Depth::bits8));
    Pass pass;
    pass.source = Curve{};
    pass.reach.painted = mask;
    for (const Stage stage : {Stage::values, Stage::colour}) {
        const Painting painting = with_pass(testing::sealed(testing::ramp({40, 30})), pass, stage);
        for (const Turn turn : kTurns) {
            const Painting result = turned(painting, turn);
            const Pass& now = stage == Stage::values ? result.values[0] : result.passes[0];
            EXPECT_TRUE(same_pixels(now.reach.painted->base(), turned(mask->base(), turn)));
        }
    }
}

TEST(Turns, KeepWhatIsSharedShared) {
    const Painting painting = turned(testing::sealed(testing::ramp({40, 30})), Turn::right);
    EXPECT_EQ(painting.size(), (Size{30, 40}));
    EXPECT_EQ(painting.underpaint, painting.ground());
}

TEST(ReaderViews, DisagreeWhereColourIsStrong) {
    const auto views = reader_views(*share(testing::half_red({200, 100})), 0);
    ASSERT_EQ(views.size(), kReaders.size());
    EXPECT_EQ(views[0].most, 0) << "L* against itself";
    for (const ReaderView& view : views) {
        EXPECT_NEAR(view.grey.row(10)[20].r, 0.5, 0.003) << "a neutral reads the same in all";
        const Rgb seen = view.grey.row(10)[150];
        EXPECT_EQ(seen.r, seen.b);
        EXPECT_NEAR(step_of(read(Reader::lightness, seen)), step_of(read(view.reader, {1, 0, 0})),
                    0.01);
        EXPECT_NEAR(
            view.most,
            std::abs(read(view.reader, {1, 0, 0}) - read(Reader::lightness, {1, 0, 0})) / 12.5,
            0.01);
    }
    EXPECT_GT(views[3].most, 0.5) << "glow reads a full red much lighter";
}

}  // namespace
}  // namespace underpaint
