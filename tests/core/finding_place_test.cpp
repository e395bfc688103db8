// SPDX-License-Identifier: GPL-3.0-or-later
// Where findings are shown that no planted fault of one pass is told by.
#include "audit/finding_place.h"
#include "audit/overlays.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/finding.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::coloured;
using testing::grey_picture;
using testing::sealed;
using testing::tint;
using testing::with_columns;

struct Shown {
    Finding finding;
    SharedPicture place;
    float at(double u, double v) const {
        const Size size = place->size();
        float cover = 0;
        place->base().read_channel(
            0, {static_cast<int>(u * size.width), static_cast<int>(v * size.height), 1, 1},
            {&cover, 1});
        return cover;
    }
};

std::optional<Shown> shown(const Painting& painting, FindingCode code) {
    const Audit figures = *audit(painting, {});
    for (const Finding& finding : find(painting, figures))
        if (finding.code == code)
            return Shown{finding,
                         finding.where ? finding.where : place_of(painting, figures, finding)};
    for (const Finding& finding : find(painting, figures)) ADD_FAILURE() << finding.text;
    return std::nullopt;
}

Pass on_mask(Pass pass, Size size, const std::function<bool(int, int)>& inside) {
    pass.reach.painted = share(grey_picture(
        size, [&](int x, int y) { return inside(x, y) ? 1 : 0; }, Depth::bits8));
    return pass;
}

TEST(FindingPlace, OfGapsIsTheSlivers) {
    const Size size{400, 300};
    Painting painting = sealed(grey_picture(size, [](int x, int) { return 0.3 + x * 1e-3; }));
    painting = with_pass(
        painting, on_mask(tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour), size, [](int x, int y) {
            return !(x >= 200 && x < 204 && y >= 100 && y < 112);
        }));
    const auto gap = shown(painting, kGapsLeft);
    ASSERT_TRUE(gap && gap->place);
    EXPECT_FLOAT_EQ(gap->at(202.0 / 400, 106.0 / 300), 1);
    EXPECT_FLOAT_EQ(gap->at(240.0 / 400, 106.0 / 300), 0);
}

TEST(FindingPlace, OfExtremesHoldsSinglePixelsOfALargePicture) {
    const Size size{3300, 40};
    Painting painting = sealed(grey_picture(size, [](int, int) { return 0.5; }));
    painting = with_foci(std::move(painting), {{"Lamp", {500, 20}, 20}});
    painting =
        with_pass(painting, on_mask(tint(grey(1), BlendMode::normal), size,
                                    [](int x, int y) { return y % 20 == 7 && x % 16 == 3; }));
    const auto white = shown(painting, kExtremesAdded);
    ASSERT_TRUE(white && white->place);
    EXPECT_LT(white->place->size().width, 3300);
    EXPECT_FLOAT_EQ(white->at(1603.5 / 3300, 7.5 / 40), 1);
    EXPECT_FLOAT_EQ(white->at(1611.5 / 3300, 7.5 / 40), 0);
    // Where they are allowed they are not shown.
    EXPECT_FLOAT_EQ(white->at(499.5 / 3300, 7.5 / 40), 0);
}

TEST(FindingPlace, OfSoftEdgesIsWhereTheyWereLost) {
    // A soft edge at the left, a hard one at the right; the soft one is painted over as a step.
    const Size size{800, 200};
    const auto edge = [](double x, double at, double width) {
        return std::clamp((x - at) / width + 0.5, 0.0, 1.0);
    };
    Painting painting = sealed(grey_picture(
        size, [&](int x, int) { return 0.2 + 0.3 * edge(x, 200, 6) + 0.3 * edge(x, 600, 0.5); }));
    painting.brief.rules[HouseRule::soft_edges] = 0.3;
    Pass over = tint({}, BlendMode::normal);
    over.source = Painted{
        share(coloured(size, [](int x, int) { return grey(x < 200 ? 0.2F : 0.5F); })), 0, 0};
    painting = with_pass(painting, on_mask(over, size, [](int x, int) { return x < 400; }));
    const auto soft = shown(painting, kSoftEdgesLost);
    ASSERT_TRUE(soft && soft->place);
    EXPECT_FLOAT_EQ(soft->at(0.25, 0.5), 1);
    EXPECT_FLOAT_EQ(soft->at(0.75, 0.5), 0);
}

TEST(FindingPlace, OfAnOverlayThatSpreadsIsWhatItChanged) {
    const Size size{120, 80};
    Painting painting = sealed(grey_picture(size, [](int, int) { return 0.5; }));
    painting = with_pass(painting, on_mask(tint({0.8F, 0.5F, 0.3F}, BlendMode::overlay), size,
                                           [](int x, int) { return x < 80; }));
    const auto overlay = shown(painting, kOverlaySpreads);
    ASSERT_TRUE(overlay && overlay->place);
    EXPECT_FLOAT_EQ(overlay->at(0.3, 0.5), 1);
    EXPECT_FLOAT_EQ(overlay->at(0.9, 0.5), 0);
}

TEST(FindingPlace, OfLightsThatDifferIsThePartThatAgreesLeast) {
    const Size size{180, 80};
    Painting painting = sealed(grey_picture(size, [](int, int y) { return y < 40 ? 0.65 : 0.3; }));
    const char* names[] = {"One", "Two", "Three"};
    for (int i = 0; i < 3; ++i)
        painting = with_columns(std::move(painting), names[i], 60 * i, 60 * (i + 1));
    Pass warm = tint({}, BlendMode::true_colour), cool = warm;
    warm.source = GradientMap{{{0, {0.2F, 0.3F, 0.6F}}, {1, {0.9F, 0.7F, 0.4F}}}, MapOf::seal};
    cool.source = GradientMap{{{0, {0.6F, 0.4F, 0.2F}}, {1, {0.4F, 0.7F, 0.9F}}}, MapOf::seal};
    cool.reach.parts = {painting.parts[1].id};
    painting = with_pass(with_pass(painting, warm), cool);
    const auto light = shown(painting, kLightDiffers);
    ASSERT_TRUE(light && light->place);
    EXPECT_NE(light->finding.text.find("Two agrees least"), std::string::npos)
        << light->finding.text;
    EXPECT_FLOAT_EQ(light->at(0.5, 0.5), 1);
    EXPECT_FLOAT_EQ(light->at(0.1, 0.5), 0);
}

TEST(FindingPlace, OfWhatIsAllOverThePictureIsNone) {
    Painting painting = sealed(grey_picture({60, 40}, [](int x, int) { return x / 60.0; }));
    const Audit figures = *audit(painting, {});
    for (const Finding& finding : find(painting, figures))
        EXPECT_EQ(place_of(painting, figures, finding), nullptr) << finding.text;
    // A finding of another painting has none here.
    EXPECT_EQ(place_of(painting, figures, {kValuesSlip, Verdict::lost, 3}), nullptr);
}

}  // namespace
}  // namespace underpaint
