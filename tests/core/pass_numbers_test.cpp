// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/pass_numbers.h"

#include <gtest/gtest.h>

#include <functional>

#include "support/every_source.h"

namespace underpaint {
namespace {

using testing::every_source;

TEST(PassNumbersTest, AreTheSameForTheSamePasses) {
    PassNumbers numbers;
    const Painting painting = every_source({40, 30});
    const auto first = numbers.of(painting), again = numbers.of(painting);
    EXPECT_EQ(first, again);
    for (std::size_t i = 0; i < first.size(); ++i)
        for (std::size_t j = 0; j < i; ++j) EXPECT_NE(first[i], first[j]) << i << " " << j;
}

TEST(PassNumbersTest, ChangeWithWhateverIsSeenInPixels) {
    const Painting painting = every_source({40, 30});
    const std::vector<std::pair<const char*, std::function<void(Pass&)>>> changes{
        {"source",
         [](Pass& p) {
             p.source = Tint{{0, 1, 0}};
         }},
        {"blend", [](Pass& p) { p.blend = BlendMode::screen; }},
        {"strength", [](Pass& p) { p.strength = 0.123F; }},
        {"hold", [](Pass& p) { p.hold = 0.321F; }},
        {"hold to", [](Pass& p) { p.hold_to = HoldTo::sealed; }},
        {"band", [](Pass& p) { p.reach.band.high = 4; }},
        {"parts", [](Pass& p) { p.reach.parts = {2}; }},
    };
    for (const auto& [what, change] : changes) {
        PassNumbers numbers;
        const auto before = numbers.of(painting);
        Painting changed = painting;
        change(changed.passes[1]);
        const auto after = numbers.of(changed);
        EXPECT_NE(after[1], before[1]) << what;
        EXPECT_EQ(after[0], before[0]) << what;
        EXPECT_EQ(after[2], before[2]) << what;
        EXPECT_EQ(numbers.of(painting)[1], before[1]) << "going back is known: " << what;
    }
}

TEST(PassNumbersTest, ANameAnIntentOrARenumberedPartChangeNothing) {
    PassNumbers numbers;
    Painting painting = every_source({40, 30});
    const auto before = numbers.of(painting);
    painting.passes[1].name = "Other";
    painting.passes[1].intent = Intent::deepen;
    painting.parts[0].id = 77;
    for (Pass& pass : painting.passes)
        for (PartId& id : pass.reach.parts)
            if (id == 1) id = 77;
    EXPECT_EQ(numbers.of(painting), before) << "the mask is what counts";
    painting.parts[0].mask = share(Picture({40, 30}, Channels::grey, Depth::bits8, 1));
    EXPECT_NE(numbers.of(painting)[1], before[1]) << "and that it was outlined anew";
}

TEST(PassNumbersTest, ChangeWithAGroupThatMixesAndWithWhatAPassIsClippedTo) {
    PassNumbers numbers;
    const Painting painting = every_source({40, 30});
    const auto before = numbers.of(painting);
    Painting changed = with_changed_group(painting, {painting.groups[0].id, "Mixed", 0.3F, true});
    auto after = numbers.of(changed);
    for (const std::size_t place : places_of(painting, painting.groups[0].id))
        EXPECT_NE(after[place], before[place]) << place;
    EXPECT_EQ(after[8], before[8]) << "a group that does not mix is not seen in pixels";
    changed = without_group(painting, painting.groups[1].id);
    EXPECT_EQ(numbers.of(changed), before);
    // Pass 4 is clipped to pass 3.
    changed = painting;
    changed.passes[3].strength = 0.9F;
    after = numbers.of(changed);
    EXPECT_NE(after[4], before[4]);
    EXPECT_EQ(after[5], before[5]);
    changed.passes[3].on = false;
    EXPECT_EQ(numbers.of(changed)[4], 0U);
}

TEST(PassNumbersTest, OfATileStayWhilePaintGoesOnElsewhere) {
    PassNumbers numbers;
    Painting painting = every_source({400, 300});
    SharedPicture& reach = painting.passes[11].reach.painted;
    const PassNumber first = numbers.of(painting)[11];
    const Rect far{256, 128, 128, 128}, near{0, 0, 128, 128};
    const auto paint = [&](const Rect& area) {
        reach = share(Picture(reach->base()), reach, area);
    };
    PassNumber last = first;
    for (int i = 0; i < 200; ++i) {
        paint({i % 50, i % 40, 20, 20});
        last = numbers.of(painting)[11];
        ASSERT_EQ(numbers.on(last, far, 1), first) << i;
        ASSERT_EQ(numbers.on(last, {128, 64, 64, 64}, 2), first) << i;
        ASSERT_EQ(numbers.on(last, near, 1), last) << i;
    }
    paint({300, 200, 10, 10});
    const PassNumber then = numbers.of(painting)[11];
    EXPECT_EQ(numbers.on(then, far, 1), then);
    EXPECT_EQ(numbers.on(then, near, 1), last);
    painting.passes[11].hold = 0.3F;
    paint({0, 0, 1, 1});
    const PassNumber other = numbers.of(painting)[11];
    EXPECT_EQ(numbers.on(other, far, 1), other) << "more was done to it";
}

TEST(PassNumbersTest, AreNoneForPassesThatDoNothing) {
    PassNumbers numbers;
    Painting painting = every_source({40, 30});
    painting.passes[0].on = false;
    painting.passes[1].strength = 0;
    painting.passes[2].reach.parts = {99};  // a part that is gone
    const auto found = numbers.of(painting);
    EXPECT_EQ(found[0], 0U);
    EXPECT_EQ(found[1], 0U);
    EXPECT_EQ(found[2], 0U);
    EXPECT_NE(found[3], 0U);
}

TEST(PassNumbersTest, LetGoOfPicturesThatAreLongGone) {
    PassNumbers numbers;
    Painting painting = every_source({40, 30});
    std::weak_ptr<const Pyramid> layer = std::get<Painted>(painting.passes[1].source).pixels;
    numbers.of(painting);
    painting.passes.erase(painting.passes.begin() + 4);  // the other pass that has it
    painting.passes.erase(painting.passes.begin() + 1);
    EXPECT_FALSE(layer.expired());
    for (int i = 0; i < 40; ++i) numbers.of(painting);
    EXPECT_TRUE(layer.expired());
}

}  // namespace
}  // namespace underpaint
