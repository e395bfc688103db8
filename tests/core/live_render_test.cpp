// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/live_render.h"

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include <mutex>
#include <random>
#include <thread>

#include "raster/brush.h"
#include "render/render.h"
#include "render/tiles.h"
#include "support/every_source.h"

namespace underpaint {
namespace {

using testing::every_source;
using testing::tint;

constexpr std::size_t kPlenty = 1U << 30;

/// What the frame shows of a view, after each moment.
std::vector<RgbBlock> shown(LiveRender& live, const Painting& painting,
                            const std::vector<std::size_t>& moments, const View& view) {
    std::vector<RgbBlock> result(moments.size(), RgbBlock(view.area));
    std::mutex mutex;
    EXPECT_TRUE(live.frame(painting, moments, view, [&](LiveRender::States states) {
        const std::scoped_lock lock(mutex);
        for (std::size_t i = 0; i < states.size(); ++i) copy_overlap(result[i], *states[i]);
    }));
    return result;
}

void expect_exact(LiveRender& live, const Painting& painting,
                  const std::vector<std::size_t>& moments, const View& view) {
    const auto found = shown(live, painting, moments, view);
    EXPECT_LE(live.bytes(), live.budget());
    for (std::size_t i = 0; i < moments.size(); ++i) {
        const RgbBlock expected = *render_view(painting, moments[i], view);
        for (int y = 0; y < view.area.height; ++y)
            for (std::size_t x = 0; x < static_cast<std::size_t>(view.area.width); ++x)
                ASSERT_EQ(found[i].row(y)[x], expected.row(y)[x])
                    << "moment " << moments[i] << " at " << x << " " << y;
    }
}

/// A touch of the brush on a picture, which is let go but for what came of it.
void touch(SharedPicture& picture, Point at, double radius = 20) {
    Picture canvas = picture->base();
    Brush brush{radius, 0.2, 0.6, false};
    brush.colour = {0.9F, 0.3F, 0.1F};
    const Rect changed = BrushStroke(brush).move(canvas, {at, 1});
    picture = share(std::move(canvas), picture, changed);
}

/// Of a pass that has something to paint on.
SharedPicture* painted_of(Pass& pass) {
    if (auto* source = std::get_if<Painted>(&pass.source)) return &source->pixels;
    return pass.reach.painted ? &pass.reach.painted : nullptr;
}

/// Something that a painter does to the passes.
Painting changed(Painting painting, std::mt19937& random) {
    const auto pick = [&](std::size_t n) { return random() % n; };
    std::size_t index = pick(painting.passes.size());
    const std::size_t what = pick(14);
    if (what > 9)
        while (painted_of(painting.passes[index]) == nullptr)
            index = (index + 1) % painting.passes.size();
    Pass pass = painting.passes[index];
    switch (what) {
        case 10:
        case 11:
        case 12:
        case 13:
            for (std::size_t touches = pick(4) + 1; touches > 0; --touches)
                touch(*painted_of(pass), {double(pick(391)), double(pick(283))});
            break;
        case 7: pass.clipped = !pass.clipped; break;
        case 8: pass.reach.inverted = !pass.reach.inverted; break;
        case 9: {
            if (painting.groups.empty()) break;
            Group group = painting.groups[pick(painting.groups.size())];
            group.strength = static_cast<float>(pick(4)) / 3;
            return with_changed_group(std::move(painting), group);
        }
        case 0: pass.on = !pass.on; break;
        case 1: pass.hold = static_cast<float>(pick(3)) / 2; break;
        case 2: pass.blend = kBlendTexts[pick(kBlendModes)].mode; break;
        case 3: pass.reach.parts = {painting.parts[pick(painting.parts.size())].id}; break;
        case 4: pass.reach.band.low = 1 + static_cast<float>(pick(4)); break;
        case 5: return with_pass_moved(std::move(painting), index, pick(painting.passes.size()));
        default: pass.strength = static_cast<float>(pick(11)) / 10; break;
    }
    return with_changed_pass(std::move(painting), index, pass);
}

class LiveRenderWithin : public ::testing::TestWithParam<std::size_t> {};

TEST_P(LiveRenderWithin, ShowsWhatWasAskedForAfterAnyChanges) {
    std::mt19937 random(11);
    LiveRender live(GetParam());
    Painting painting = every_source({391, 283});
    const View views[] = {{1, {0, 0, 391, 283}},
                          {1, {130, 77, 201, 150}},
                          whole_at(painting.size(), 2),
                          whole_at(painting.size(), 1.7)};
    for (int step = 0; step < 60; ++step) {
        painting = changed(std::move(painting), random);
        const std::size_t upto = random() % (painting.passes.size() + 1);
        std::vector<std::size_t> moments{painting.passes.size()};
        if (step % 3 == 1) moments = {0, upto};
        if (step % 3 == 2) moments = {upto, painting.passes.size(), upto};
        ASSERT_NO_FATAL_FAILURE(
            expect_exact(live, painting, moments, views[random() % std::size(views)]))
            << step;
    }
}

INSTANTIATE_TEST_SUITE_P(Budgets, LiveRenderWithin,
                         ::testing::Values(std::size_t{0}, std::size_t{1} << 20,
                                           std::size_t{6} << 20, kPlenty));

TEST(LiveRender, IsTheSameOnAnyNumberOfThreads) {
    const Painting painting = every_source({300, 290});
    for (const std::size_t threads : {1U, 2U, 8U}) {
        const tbb::global_control limit(tbb::global_control::max_allowed_parallelism, threads);
        LiveRender live(kPlenty);
        expect_exact(live, painting, {painting.passes.size()}, whole_at(painting.size(), 1));
    }
}

TEST(LiveRender, EvaluatesOnlyFromTheChangeUp) {
    Painting painting = testing::sealed(testing::ramp({256, 128}));  // two tiles
    for (int i = 0; i < 10; ++i)
        painting = with_pass(painting, tint({0.5F, 0.4F, 0.1F * float(i)}, BlendMode::color, 0.5F));
    LiveRender live(kPlenty);
    const View view = whole_at(painting.size(), 1);
    shown(live, painting, {10}, view);
    EXPECT_EQ(live.laid(), 2 * 10);
    shown(live, painting, {10}, view);
    EXPECT_EQ(live.laid(), 0) << "nothing was changed";

    painting.passes[6].strength = 0.4F;
    shown(live, painting, {10}, view);
    EXPECT_EQ(live.laid(), 2 * 10) << "the state below pass 7 is not known yet";
    for (const float strength : {0.3F, 0.2F, 0.1F}) {
        painting.passes[6].strength = strength;
        shown(live, painting, {10}, view);
        EXPECT_EQ(live.laid(), 2 * 4) << "pass 7 to 10";
    }
    painting.passes[6].name = "Another name";
    painting.passes[6].intent = Intent::lift;
    shown(live, painting, {10}, view);
    EXPECT_EQ(live.laid(), 0) << "no pixel depends on that";
}

TEST(LiveRender, LeavesTilesAloneThatAChangeCannotTouch) {
    Painting painting =
        testing::with_columns(testing::sealed(testing::ramp({512, 128})), "First", 0, 100);
    for (int i = 0; i < 4; ++i)
        painting = with_pass(painting, tint({0.5F, 0.4F, 0.1F}, BlendMode::multiply, 0.5F));
    painting.passes[1].reach.parts = {painting.parts[0].id};
    LiveRender live(kPlenty);
    const View view = whole_at(painting.size(), 1);
    shown(live, painting, {4}, view);
    EXPECT_EQ(live.laid(), 4 * 3 + 1) << "the pass over the part is skipped in three tiles";
    painting.passes[1].strength = 0.9F;
    shown(live, painting, {4}, view);
    EXPECT_EQ(live.laid(), 4) << "one tile, from the ground";
    painting.passes[1].on = false;
    shown(live, painting, {4}, view);
    EXPECT_EQ(live.laid(), 2) << "one tile, without the pass, from the state below it";
}

TEST(LiveRender, PaintingOnTouchesOnlyTheTilesUnderTheBrush) {
    Painting painting = testing::sealed(testing::ramp({1024, 128}));  // eight tiles
    Pass pass = tint({0.5F, 0.4F, 0.1F}, BlendMode::multiply, 0.5F);
    pass.reach.painted = share(Picture({1024, 128}, Channels::grey, Depth::bits16, 0.5F));
    painting = with_pass(painting, pass);
    pass.clipped = true;  // to the one that is painted on
    pass.reach.painted = nullptr;
    painting = with_pass(painting, pass);
    const View view = whole_at(painting.size(), 1), small = whole_at(painting.size(), 1.6);
    LiveRender live(kPlenty);
    shown(live, painting, {2}, view);
    const Painting before = painting;
    for (int i = 0; i < 100; ++i) {
        const double x = 64 + 128 * (i % 7);
        // Of each two touches the first is never shown, as when a pen is quicker than the screen.
        touch(painting.passes[0].reach.painted, {x, 64}, 15);
        touch(painting.passes[0].reach.painted, {x + 3, 64}, 15);
        expect_exact(live, painting, {2}, view);
        EXPECT_LE(live.laid(), 2U) << "one tile, both passes, at touch " << i;
    }
    expect_exact(live, painting, {2}, small);
    touch(painting.passes[0].reach.painted, {900, 64}, 15);
    expect_exact(live, painting, {2}, small);
    EXPECT_LE(live.laid(), 2U) << "at the size of a screen too";
    painting.passes[0].strength = 0.4F;
    touch(painting.passes[0].reach.painted, {64, 64});
    expect_exact(live, painting, {2}, view);
    EXPECT_EQ(live.laid(), 2U * 8) << "another strength is seen everywhere";
    expect_exact(live, before, {2}, view);
}

TEST(LiveRender, AGlowAndAPaintedPassAreLaidWhereTheyAre) {
    const Size size{1024, 128};
    Painting painting = testing::sealed(testing::ramp(size));
    const auto add = [&](Source source) {
        Pass pass;
        pass.source = std::move(source);
        painting = with_pass(painting, pass);
    };
    add(Glow{{200, 64}, 60, 0.1F, {1, 0.8F, 0.5F}});  // two tiles of eight
    add(unpainted_colour(size));
    touch(std::get<Painted>(painting.passes[1].source).pixels, {576, 64});  // one
    add(Tint{{0.2F, 0.4F, 0.5F}});
    for (const double shrink : {1.0, 1.25}) {
        LiveRender live(kPlenty);
        const View view = whole_at(size, shrink);
        const auto tiles = static_cast<std::size_t>(TilesOf(view.area).count());
        expect_exact(live, painting, {3}, view);
        EXPECT_EQ(live.laid(), tiles + 2 + 1) << shrink;
    }
}

TEST(LiveRender, KnowsWhatItHasShown) {
    const Painting painting = every_source({400, 300});
    LiveRender live(kPlenty);
    EXPECT_FALSE(live.knows({1, {0, 0, 100, 100}}));
    shown(live, painting, {3}, {1, {0, 0, 100, 100}});
    EXPECT_TRUE(live.knows({1, {5, 7, 120, 120}})) << "tiles are whole";
    EXPECT_FALSE(live.knows({1, {0, 0, 129, 100}}));
    EXPECT_FALSE(live.knows({2, {0, 0, 100, 100}}));
}

TEST(LiveRender, GivesMemoryBackWhenTheBudgetShrinks) {
    const Painting painting = every_source({700, 500});
    LiveRender live(kPlenty);
    shown(live, painting, {10}, whole_at(painting.size(), 1));
    shown(live, painting, {10}, whole_at(painting.size(), 1.5));
    EXPECT_GT(live.bytes(), 700U * 500 * 12);
    live.set_budget(1'000'000);
    expect_exact(live, painting, {10}, whole_at(painting.size(), 1));
}

TEST(LiveRender, BeginsAnewWithAnotherSeal) {
    Painting painting = every_source({200, 200});
    LiveRender live(kPlenty);
    shown(live, painting, {10}, whole_at(painting.size(), 1));
    painting.underpaint = share(testing::ramp({200, 200}));
    painting = with_seal(painting, "2026-11-25");
    expect_exact(live, painting, {10}, whole_at(painting.size(), 1));
}

TEST(LiveRender, StopsWithinATileAndGoesOnFromThere) {
    const tbb::global_control one(tbb::global_control::max_allowed_parallelism, 1);
    const Painting painting = every_source({1000, 800});
    LiveRender live(kPlenty);
    std::stop_source source;
    int tiles = 0;
    const std::size_t moments[] = {10};
    EXPECT_FALSE(live.frame(
        painting, moments, whole_at(painting.size(), 1),
        [&](LiveRender::States) {
            ++tiles;
            source.request_stop();
        },
        source.get_token()));
    EXPECT_EQ(tiles, 1);
    const std::size_t before = live.laid();
    expect_exact(live, painting, {10}, whole_at(painting.size(), 1));
    EXPECT_LE(before + live.laid(), 56U * 10);
}

TEST(LiveRender, WhatWasStoppedInTheMiddleOfATileIsNotTakenForDone) {
    const std::vector<Painting> paintings = [] {
        std::vector<Painting> made(4, every_source({300, 200}));
        for (std::size_t i = 0; i < made.size(); ++i)
            made[i].passes[2].strength = 0.2F + 0.2F * static_cast<float>(i);
        return made;
    }();
    const View view = whole_at({300, 200}, 1);
    const std::size_t moments[] = {10};
    LiveRender live(kPlenty);
    std::mt19937 random(3);
    int stopped = 0;
    for (int i = 0; i < 150; ++i) {
        std::stop_source source;
        const Painting& painting = paintings[random() % paintings.size()];
        std::thread hand([&source, wait = random() % 3000] {
            std::this_thread::sleep_for(std::chrono::microseconds(wait));
            source.request_stop();
        });
        stopped += !live.frame(
            painting, moments, view, [](LiveRender::States) {}, source.get_token());
        hand.join();
        if (i % 10 == 9)
            for (const Painting& each : paintings) expect_exact(live, each, {10}, view);
    }
    EXPECT_GT(stopped, 10);
}

TEST(LiveRender, WorksForOnePixelAndOneRow) {
    for (const Size size : {Size{1, 1}, Size{1, 777}, Size{1031, 1}}) {
        const Painting painting = every_source(size);
        for (const double shrink : {1.0, 3.3, 16.0}) {
            LiveRender live(kPlenty);
            expect_exact(live, painting, {0, painting.passes.size()}, whole_at(size, shrink));
        }
    }
}

}  // namespace
}  // namespace underpaint
