// SPDX-License-Identifier: GPL-3.0-or-later
// The simulated painting program: what each edit of its scripts does to the pixels, by formulas
// written out here.
#include <gtest/gtest.h>

#include <cmath>
#include <functional>

#include "cli/command_fixture.h"
#include "files/flat_picture.h"

namespace underpaint {
namespace {

constexpr Rgb kGround{0x60 / 255.0F, 0x80 / 255.0F, 0xa0 / 255.0F};

class StandIn : public testing::Command {
protected:
    /// What a canvas of 60 x 40 is after some edits, saved in a way.
    Picture after(const std::string& edits, const std::string& way = "rename") {
        testing::write_text(folder_ / "script", "# a canvas\nnew 60 40 #6080a0\n" + edits +
                                                    "\nsave " + file("out.png") + " " + way + "\n");
        EXPECT_EQ(std::system((std::string(UNDERPAINT_STAND_IN) + " " + file("script")).c_str()), 0)
            << edits;
        auto read = read_flat_picture(folder_ / "out.png");
        EXPECT_TRUE(read);
        return read ? std::move(read->picture) : Picture({1, 1}, Channels::rgb, Depth::bits8);
    }
    /// \param slack what rounding to 8 bits leaves, of 255
    static void expect_each(const Picture& picture, const std::function<Rgb(int x, int y)>& wanted,
                            double slack = 0.6) {
        for (int y = 0; y < picture.size().height; ++y)
            for (int x = 0; x < picture.size().width; ++x) {
                const Rgb is = testing::pixel(picture, x, y), of = wanted(x, y);
                ASSERT_NEAR(is.r, of.r, slack / 255) << x << ", " << y;
                ASSERT_NEAR(is.g, of.g, slack / 255) << x << ", " << y;
                ASSERT_NEAR(is.b, of.b, slack / 255) << x << ", " << y;
            }
    }
    static Rgb mixed(Rgb from, Rgb to, float by) {
        return {from.r + by * (to.r - from.r), from.g + by * (to.g - from.g),
                from.b + by * (to.b - from.b)};
    }
};

TEST_F(StandIn, AWashMixesAndAMultiplyDarkensByItsStrength) {
    expect_each(after("wash #ff8000 0.25"), [&](int, int) {
        return mixed(kGround, {1, 128 / 255.0F, 0}, 0.25F);
    });
    expect_each(after("multiply #ff8000 0.5"), [&](int, int) {
        return mixed(kGround, {kGround.r, kGround.g * 128 / 255.0F, 0}, 0.5F);
    });
    // One edit lies over the other.
    expect_each(after("wash #ff8000 0.25\nmultiply #808080 1"), [&](int, int) {
        const Rgb c = mixed(kGround, {1, 128 / 255.0F, 0}, 0.25F);
        return Rgb{c.r * 128 / 255.0F, c.g * 128 / 255.0F, c.b * 128 / 255.0F};
    });
}

TEST_F(StandIn, ASpotIsFullToHalfItsRadiusAndFadesBeyond) {
    expect_each(
        after("paint 0.5 0.25 0.2 #ffffff"),
        [](int x, int y) {
            const double away = std::hypot(x + 0.5 - 30, y + 0.5 - 15);
            const double cover = std::clamp(2 * (1 - away / 12), 0.0, 1.0);
            return mixed(kGround, {1, 1, 1}, static_cast<float>(cover));
        },
        1.1);  // the mask is rounded too
}

TEST_F(StandIn, AFlipACropAndAnotherSizeKeepThePixelsInTheirPlaces) {
    const std::string spot = "paint 0.2 0.3 0.1 #000000\n";
    const Picture plain = after(spot), flipped = after(spot + "flip");
    ASSERT_EQ(flipped.size(), plain.size());
    expect_each(flipped, [&](int x, int y) { return testing::pixel(plain, 59 - x, y); });
    const Picture cropped = after(spot + "crop 5 10 30 20");
    ASSERT_EQ(cropped.size(), (Size{30, 20}));
    expect_each(cropped, [&](int x, int y) { return testing::pixel(plain, x + 5, y + 10); });
    const Picture twice = after("resize 120 80");
    ASSERT_EQ(twice.size(), (Size{120, 80}));
    expect_each(twice, [](int, int) { return kGround; });
    // Half a pixel of the small one is a pixel of the large one: the spot stays where it was.
    const Picture spotted = after(spot + "resize 120 80");
    EXPECT_LT(testing::pixel(spotted, 24, 36).g, 0.1F);
    EXPECT_NEAR(testing::pixel(spotted, 100, 70).g, kGround.g, 0.01);
}

TEST_F(StandIn, EveryWayOfSavingLeavesTheSameWholeFile) {
    const std::string edits = "wash #204060 0.5";
    const Picture wanted = after(edits);
    for (const char* way : {"truncate", "pieces 1", "remove 1", "lock 1", "backup"}) {
        SCOPED_TRACE(way);
        const Picture is = after(edits, way);
        expect_each(is, [&](int x, int y) { return testing::pixel(wanted, x, y); });
    }
    EXPECT_TRUE(std::filesystem::exists(folder_ / "out.png~")) << "the one before, kept aside";
}

TEST_F(StandIn, LayersAreShownAsManyAsAScriptAsksFor) {
    const std::string edits = "wash #000000 1\nwash #ffffff 1\n";
    expect_each(after(edits + "layers 0"), [](int, int) { return kGround; });
    expect_each(after(edits + "layers 1"), [](int, int) { return Rgb{0, 0, 0}; });
    expect_each(after(edits + "layers 1\nlayers 2"), [](int, int) { return Rgb{1, 1, 1}; });
}

TEST_F(StandIn, WhatIsNoScriptIsRefusedWithItsLine) {
    for (const auto& [script, line] : {std::pair("wash #808080 1", "line 1"),
                                       {"new 4 4 #808080\npaint 0.5 0.5", "line 2"},
                                       {"new 4 4 #808080\n\n# nothing\nwash grey 1", "line 4"},
                                       {"new 4 4 #808080\ncrop 9 0 1 1", "line 2"},
                                       {"new 4 4 #808080\nresize 0 3", "line 2"},
                                       {"new 4 4 #808080\nwash #808080 nan", "line 2"},
                                       {"open nowhere.png", "line 1"},
                                       {"smear 3", "line 1"}}) {
        SCOPED_TRACE(script);
        testing::write_text(folder_ / "script", script);
        EXPECT_NE(std::system((std::string(UNDERPAINT_STAND_IN) + " " + file("script") + " 2>" +
                               file("wrong"))
                                  .c_str()),
                  0);
        EXPECT_NE(testing::read_text(folder_ / "wrong").find(line), std::string::npos)
            << testing::read_text(folder_ / "wrong");
    }
}

}  // namespace
}  // namespace underpaint
