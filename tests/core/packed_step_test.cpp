// SPDX-License-Identifier: GPL-3.0-or-later
// Steps of the history that are far from now take little memory, and come back as they were.
#include "painting/packed_step.h"

#include <gtest/gtest.h>

#include "painting/each_picture.h"
#include "painting/history.h"
#include "raster/brush.h"
#include "support/every_source.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::noise;
using testing::sealed;

/// A soft stroke across.
Picture with_stroke(Picture picture, double y, Rgb colour) {
    Brush brush{30, 0.3, 0.5, false};
    brush.colour = colour;
    BrushStroke stroke(brush);
    stroke.move(picture, {{10, y}, 1});
    stroke.move(picture, {{picture.size().width - 10.0, y + 20}, 1});
    picture.settle();
    return picture;
}

TEST(SqueezedTilesTest, GiveAnyPictureBackToTheBit) {
    for (const Depth depth : {Depth::bits8, Depth::bits16})
        for (const Channels channels : {Channels::grey, Channels::rgb, Channels::rgb_alpha}) {
            const Picture picture = noise({300, 170}, channels, depth);
            const SqueezedTiles squeezed(picture, nullptr);
            EXPECT_TRUE(same_pixels(squeezed.unpacked(nullptr), picture));
            EXPECT_EQ(squeezed.area(), rect_of(picture.size()));
        }
    const Picture flat({300, 170}, Channels::rgb, Depth::bits16, 0.4F);
    const SqueezedTiles squeezed(flat, nullptr);
    EXPECT_TRUE(same_pixels(squeezed.unpacked(nullptr), flat));
    EXPECT_EQ(squeezed.unpacked(nullptr).bytes(), 0U) << "of one value as it was";
}

TEST(SqueezedTilesTest, KeepOnlyWhatDiffers) {
    const Picture before = noise({1000, 700}, Channels::rgb_alpha, Depth::bits16);
    const Picture after = with_stroke(before, 300, {0.9F, 0.2F, 0.1F});
    const SqueezedTiles squeezed(before, &after);
    EXPECT_TRUE(same_pixels(squeezed.unpacked(&after), before));
    EXPECT_LT(squeezed.area().height, 400);
    EXPECT_GT(SqueezedTiles::shared(before, squeezed.unpacked(&after)), 0U)
        << "what does not differ is held once";
    EXPECT_EQ(SqueezedTiles(before, &before).bytes(), 0U);
}

TEST(SqueezedTilesTest, SoftStrokesTakeATenth) {
    const Picture clear({1000, 700}, Channels::rgb_alpha, Depth::bits16);
    const Picture once = with_stroke(clear, 200, {0.9F, 0.2F, 0.1F});
    const Picture twice = with_stroke(once, 210, {0.2F, 0.3F, 0.8F});
    const SqueezedTiles squeezed(once, &twice);
    EXPECT_LT(10 * squeezed.bytes(), once.bytes());
}

/// With pixels of its own.
Picture copied(const Picture& picture) {
    return SqueezedTiles(picture, nullptr).unpacked(nullptr);
}

TEST(PackedStepTest, APaintingOfEverySourceComesBack) {
    auto painting = std::make_optional(testing::every_source({200, 150}));
    Painting beside = *painting;
    beside.passes.pop_back();
    beside.parts.clear();
    const PackedStep put(*painting, beside);
    EXPECT_TRUE(put.trace().is(*painting));
    EXPECT_FALSE(put.trace().is(beside));
    EXPECT_EQ(put.unpacked(beside), *painting) << "the very pictures, which are still held";

    std::vector<Picture> pictures;
    each_picture(*painting, [&](const SharedPicture& picture) {
        if (picture) pictures.push_back(copied(picture->base()));
    });
    painting.reset();
    Painting again = put.unpacked(beside);
    EXPECT_EQ(again.parts.size(), 2U);
    std::size_t at = 0;
    each_picture(again, [&](const SharedPicture& picture) {
        if (!picture) return;
        ASSERT_LT(at, pictures.size());
        EXPECT_TRUE(same_pixels(picture->base(), pictures[at++]));
    });
    EXPECT_EQ(at, pictures.size());
    EXPECT_FALSE(put.trace().is(again)) << "its parts are others by now";
}

class FarSteps : public ::testing::Test {
protected:
    FarSteps() {
        Painting start = sealed(testing::ramp({600, 400}));
        Pass pass;
        pass.source = unpainted_colour(start.size());
        start.passes.push_back(pass);
        history_.emplace(std::move(start));
        keep();
    }
    const Picture& painted() const {
        return std::get<Painted>(history_->now().passes[0].source).pixels->base();
    }
    void keep() { states_.push_back(std::make_unique<Picture>(copied(painted()))); }
    void paint(int strokes) {
        for (int i = 0; i < strokes; ++i) {
            Painting next = history_->now();
            next.passes[0].source =
                Painted{share(with_stroke(painted(), 20.0 + 7 * i,
                                          {0.01F * static_cast<float>(i), 0.5F, 0.2F})),
                        0, 0};
            history_->change("Paint", std::move(next));
            keep();
        }
    }
    void pack() {
        while (const auto far = history_->far())
            history_->pack(*far, PackedStep(far->painting, far->beside));
    }
    std::optional<History> history_;
    std::vector<std::unique_ptr<Picture>> states_;
};

TEST_F(FarSteps, ComeBackOnTheirWay) {
    paint(40);
    pack();
    EXPECT_EQ(history_->packed_steps(), 36U);
    for (int i = 39; i >= 0; --i) {
        history_->undo();
        ASSERT_TRUE(same_pixels(painted(), *states_[static_cast<std::size_t>(i)])) << i;
        if (i % 5 == 0) pack();
    }
    EXPECT_EQ(history_->packed_steps(), 36U) << "those to be redone";
    for (std::size_t i = 1; i <= 40; ++i) {
        history_->redo();
        ASSERT_TRUE(same_pixels(painted(), *states_[i])) << i;
        if (i % 7 == 0) pack();
    }
}

TEST_F(FarSteps, GoWithWhatTheyWereUndoneBefore) {
    paint(30);
    pack();
    for (int i = 0; i < 27; ++i) history_->undo();
    pack();
    EXPECT_GT(history_->packed_steps(), 10U);
    Painting other = history_->now();
    other.name = "other";
    history_->change("Rename", other);
    EXPECT_FALSE(history_->can_redo());
    EXPECT_FALSE(history_->far());
    EXPECT_EQ(history_->packed_steps(), 0U);
    paint(12);
    pack();
    while (history_->can_undo()) history_->undo();
    EXPECT_TRUE(same_pixels(painted(), *states_[0]));
}

TEST_F(FarSteps, AreLeftAloneWhereTheHistoryMovedOn) {
    paint(10);
    const auto far = history_->far();
    ASSERT_TRUE(far);
    const PackedStep put(far->painting, far->beside);
    for (int i = 0; i < 7; ++i) history_->undo();
    history_->pack(*far, put);
    EXPECT_EQ(history_->packed_steps(), 0U) << "it is near now";
}

TEST_F(FarSteps, AreKnownAsWhatWasSaved) {
    paint(4);
    history_->mark_saved_as(history_->now());
    paint(20);
    pack();
    EXPECT_EQ(history_->steps_since_saved(), 20U);
    for (int i = 0; i < 20; ++i) history_->undo();
    EXPECT_TRUE(history_->clean());
    history_->redo();
    EXPECT_FALSE(history_->clean());
}

TEST_F(FarSteps, AreKnownAsWhatWasSavedWhileTheHandWentOn) {
    paint(6);
    const Painting saving = history_->now();
    paint(20);
    pack();
    history_->mark_saved_as(saving);
    EXPECT_EQ(history_->steps_since_saved(), 20U);
    for (int i = 0; i < 20; ++i) history_->undo();
    EXPECT_TRUE(history_->clean());
    history_->undo();
    EXPECT_EQ(history_->steps_since_saved(), 1U);
}

TEST_F(FarSteps, WhatWasSavedIsNotHeldForThat) {
    paint(1);
    const std::weak_ptr<const Pyramid> was =
        std::get<Painted>(history_->now().passes[0].source).pixels;
    history_->mark_saved_as(history_->now());
    paint(10);
    pack();
    EXPECT_TRUE(was.expired());
}

}  // namespace
}  // namespace underpaint
