// SPDX-License-Identifier: GPL-3.0-or-later
// What was done long ago takes little memory, beside the work.
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class FarStepsAtTheDesk : public testing::DeskTest {
protected:
    void SetUp() override {
        Painting painting = testing::slipping_painting();
        Pass pass;
        pass.name = "Strokes";
        pass.source = unpainted_colour(painting.size());
        painting.passes.push_back(pass);
        begin(std::move(painting));
        for (int i = 0; i < 24; ++i) {
            Painting next = session().document.painting();
            Picture pixels = this->pixels();
            pixels.write_channel(3, {10 * i, 10, 8, 8}, std::vector<float>(64, 0.5F));
            next.passes.back().source = Painted{share(std::move(pixels)), 0, 0};
            session().document.change("Paint colour", std::move(next));
        }
    }
    const Picture& pixels() const {
        return std::get<Painted>(painting().passes.back().source).pixels->base();
    }
    int strokes() const {
        std::vector<float> row(240);
        pixels().read_channel(3, 0, 12, row);
        return static_cast<int>(std::ranges::count_if(row, [](float v) { return v > 0; })) / 8;
    }
    std::size_t pack() const { return session().document.history().packed_steps(); }
};

TEST_F(FarStepsAtTheDesk, ArePutByAndTakenOutAgain) {
    EXPECT_TRUE(wait([&] { return pack() == 20; })) << pack();
    for (int left = 23; left >= 0; --left) {
        trigger("undo");
        ASSERT_EQ(strokes(), left);
    }
    EXPECT_TRUE(wait([&] { return pack() == 20; })) << "those that were undone: " << pack();
    for (int there = 1; there <= 24; ++there) {
        trigger("redo");
        ASSERT_EQ(strokes(), there);
    }
}

TEST_F(FarStepsAtTheDesk, AnotherPaintingMeanwhileIsLeftAlone) {
    begin(testing::slipping_painting());
    QTest::qWait(100);
    EXPECT_EQ(pack(), 0U);
    EXPECT_FALSE(session().document.history().can_undo());
}

}  // namespace
}  // namespace underpaint
