// SPDX-License-Identifier: GPL-3.0-or-later
// What putting another picture in the place of the seal changes, and how it is said.
#include "audit/seal_change.h"

#include "render/shaped.h"
#include "support/pictures.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

/// Steps 3 to 7, sealed, with two parts and a pass that lifts the darks a little.
Painting coloured() {
    Painting painting = testing::sealed(testing::grey_picture({400, 100}, [](int x, int) {
        return encoded_grey_of(lightness_of_step(3 + static_cast<float>(x) / 100));
    }));
    painting = testing::with_columns(painting, "Dark", 0, 200);
    painting = testing::with_columns(painting, "Light", 200, 400);
    Pass glaze = testing::tint(grey(0.55F), BlendMode::normal, 0.1F);
    glaze.name = "Glaze";
    return with_pass(painting, glaze);
}
SharedPicture curved(const Painting& painting, CurvePoints points) {
    Pass pass;
    pass.source = Curve{std::move(points), {}, {}, {}};
    pass.blend = BlendMode::normal;
    return shaped_underpaint(with_pass(painting, pass, Stage::values));
}
bool says(const std::string& text, const char* what) {
    return text.find(what) != std::string::npos;
}

TEST(SealChange, NothingIsDifferentBetweenTheSamePixels) {
    const Painting painting = coloured();
    const auto change = foresee_seal(painting, painting.ground(), Reader::lightness, 0);
    ASSERT_TRUE(change);
    EXPECT_EQ(change->values.max, 0);
    EXPECT_EQ(change->swaps, 0U);
    EXPECT_TRUE(change->passes.empty());
    EXPECT_EQ(in_words(*change, painting), "It differs by less than a hundredth of a step.");
}

TEST(SealChange, SaysHowFarValuesGo) {
    const Painting painting = coloured();
    const auto change =
        foresee_seal(painting, curved(painting, shift_curve(-0.6)), Reader::lightness, 0);
    ASSERT_TRUE(change);
    EXPECT_NEAR(change->values.max, 0.6, 0.02);
    EXPECT_GT(change->values.darker, 0.9);
    EXPECT_EQ(change->values.lighter, 0);
    EXPECT_NEAR(change->was.darkest, 3, 0.05);
    EXPECT_NEAR(change->is.darkest, 3 - 0.6 * 0.75, 0.05);
    const std::string text = in_words(*change, painting);
    EXPECT_TRUE(says(text, "0% of the picture reads lighter and 100% darker")) << text;
    EXPECT_TRUE(says(text, "Values go from 3.0–7.0 to 2.6–6.5.")) << text;
}

TEST(SealChange, NamesThePassesThatWouldBeJudgedOtherwise) {
    const Painting painting = coloured();
    // Squeezed round the glaze's own value the glaze has next to nothing left to do.
    const auto narrow = curved(painting, range_curve({3, 7}, {5.4, 5.8}));
    const auto change = foresee_seal(painting, narrow, Reader::lightness, 0);
    ASSERT_TRUE(change);
    ASSERT_EQ(change->passes.size(), 1U);
    EXPECT_EQ(change->passes[0].pass, 0U);
    EXPECT_NE(change->passes[0].was, Verdict::held);
    EXPECT_EQ(change->passes[0].is, Verdict::held);
    const std::string text = in_words(*change, painting);
    EXPECT_TRUE(says(text, "Glaze: held instead of ")) << text;
}

TEST(SealChange, SaysWhenPassesAreJudgedAsBefore) {
    const Painting painting = coloured();
    const auto change =
        foresee_seal(painting, curved(painting, shift_curve(0.05)), Reader::lightness, 0);
    ASSERT_TRUE(change);
    EXPECT_TRUE(change->passes.empty());
    EXPECT_TRUE(says(in_words(*change, painting), "Every pass is judged as before."));
    Painting bare = painting;
    bare.passes.clear();
    const auto alone = foresee_seal(bare, curved(bare, shift_curve(0.05)), Reader::lightness, 0);
    EXPECT_FALSE(says(in_words(*alone, bare), "pass")) << "there is none to judge";
}

TEST(SealChange, CountsPartsThatStandTheOtherWayRound) {
    const Painting painting = coloured();
    const auto turned_over = curved(painting, curve_through([](double step) { return 10 - step; }));
    const auto change = foresee_seal(painting, turned_over, Reader::lightness, 0);
    ASSERT_TRUE(change);
    EXPECT_EQ(change->swaps, 1U);
    EXPECT_TRUE(says(in_words(*change, painting), "1 pair of parts stands the other way round."));
}

TEST(SealChange, CanBeStopped) {
    const Painting painting = coloured();
    std::stop_source stop;
    stop.request_stop();
    EXPECT_FALSE(foresee_seal(painting, curved(painting, shift_curve(1)), Reader::lightness, 0,
                              stop.get_token()));
}

}  // namespace
}  // namespace underpaint
