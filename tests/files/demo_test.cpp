// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include "audit/finding.h"
#include "audit/pass_mends.h"
#include "demo/salt_cart.h"
#include "files/openraster.h"
#include "render/render.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

TEST(DemoPainting, IsTheSameEachTimeItIsMade) {
    const Painting first = demo::salt_cart({200, 150}), second = demo::salt_cart({200, 150});
    EXPECT_TRUE(same_pixels(first.underpaint->base(), second.underpaint->base()));
    EXPECT_EQ(first.passes, second.passes);
}

TEST(DemoPainting, ComesInAnySize) {
    for (const Size size : {Size{16, 16}, Size{333, 100}, Size{100, 333}})
        EXPECT_EQ(demo::salt_cart(size).size(), size);
}

TEST(DemoPainting, AsShippedOpensAsOneOfOurs) {
    const auto opened = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01");
    ASSERT_TRUE(opened) << opened.error().message();
    EXPECT_TRUE(opened->ours);
    EXPECT_EQ(opened->painting.size(), (Size{1600, 1200}));
    EXPECT_EQ(opened->painting.name, "Salt cart at dusk");
}

TEST(DemoPainting, HasOnePassThatSlipsAndMendsForIt) {
    const auto opened = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01");
    ASSERT_TRUE(opened);
    // A quarter of the size says the same and takes a sixteenth of the time.
    const auto figures = *audit(opened->painting, {Reader::lightness, 2, {}});
    for (std::size_t i = 0; i + 1 < figures.passes.size(); ++i)
        EXPECT_EQ(figures.passes[i].value.verdict, Verdict::held) << figures.passes[i].name;
    EXPECT_EQ(figures.passes.back().value.verdict, Verdict::lost);
    EXPECT_EQ(find(opened->painting, figures).front().code, FindingCode::values_slip);
    const std::size_t slipped = figures.passes.size() - 1;
    const auto mends = mends_for(opened->painting, slipped, *audit(opened->painting, {}));
    ASSERT_EQ(mends.size(), 2U);
    for (const Mend& mend : mends) {
        const auto after = *audit(mended(opened->painting, mend), {Reader::lightness, 2, {}});
        EXPECT_EQ(after.passes.back().value.verdict, Verdict::held) << mend.label;
    }
}

TEST(DemoPainting, ItsFocusIsTheLantern) {
    const auto opened = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01");
    ASSERT_TRUE(opened);
    const auto figures = *audit(opened->painting, {Reader::lightness, 1, {}});
    ASSERT_TRUE(figures.ground.focus);
    EXPECT_GT(*figures.ground.focus->lead, 1.2);
    EXPECT_GT(range_of(figures.ground.steps).width(), 4);
}

}  // namespace
}  // namespace underpaint
