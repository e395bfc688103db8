// SPDX-License-Identifier: GPL-3.0-or-later
// What each kind of mend changes, and that it changes nothing else and no other painting.
#include <gtest/gtest.h>

#include "audit/mend.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::sealed;
using testing::tint;

class MendChanges : public ::testing::Test {
protected:
    static Painting made() {
        Painting painting = sealed(testing::ramp({60, 20}));
        painting = with_pass(std::move(painting), tint({0.8F, 0.5F, 0.3F}, BlendMode::color));
        return with_pass(std::move(painting), tint({0.3F, 0.5F, 0.8F}, BlendMode::normal, 0.5F));
    }
    template <class Change>
    Painting after(Change change) const {
        Mend mend{"Mend", {}, change, basis_of(painting_, Stage::colour, Reader::lightness)};
        // On another painting, and on one judged otherwise, it is not taken.
        Painting other = painting_;
        other.passes[0].strength = 0.1F;
        EXPECT_EQ(mended(other, mend), other);
        other = painting_;
        other.brief.rules[HouseRule::value_budget] = 1;
        EXPECT_EQ(mended(other, mend), other);
        Mend theirs = mend;
        theirs.basis = basis_of(painting_, Stage::colour, Reader::glow);
        EXPECT_NE(mended(painting_, theirs), painting_) << "its own reader is part of its basis";
        const Painting now = mended(painting_, mend);
        EXPECT_EQ(now.seals, painting_.seals);
        EXPECT_EQ(now.parts, painting_.parts);
        EXPECT_EQ(now.passes[0], painting_.passes[0]) << "only its own pass";
        return now;
    }
    Painting painting_ = made();
};

TEST_F(MendChanges, StrengthAlone) {
    const Painting now = after(SetStrength{1, 0.2F});
    EXPECT_FLOAT_EQ(now.passes[1].strength, 0.2F);
    Pass back = now.passes[1];
    back.strength = 0.5F;
    EXPECT_EQ(back, painting_.passes[1]);
}

TEST_F(MendChanges, HoldToWhatWasFoundOrToTheSeal) {
    for (const HoldTo to : {HoldTo::found, HoldTo::sealed}) {
        const Painting now = after(SetHold{1, 0.7F, to});
        EXPECT_FLOAT_EQ(now.passes[1].hold, 0.7F);
        EXPECT_EQ(now.passes[1].hold_to, to);
        EXPECT_FLOAT_EQ(now.passes[1].strength, 0.5F);
    }
}

TEST_F(MendChanges, TheStretchOfTheScale) {
    const ValueBand lights{6, 9, 0.5F};
    const Painting now = after(SetBand{1, lights});
    EXPECT_EQ(now.passes[1].reach.band, lights);
    EXPECT_TRUE(now.passes[1].reach.parts.empty());
}

TEST_F(MendChanges, WhereItLands) {
    Reach left;
    left.painted = share(testing::grey_picture({60, 20}, [](int x, int) { return x < 30; }));
    const Painting now = after(SetReach{1, left});
    EXPECT_EQ(now.passes[1].reach, left);
    EXPECT_EQ(now.passes[1].source, painting_.passes[1].source);
}

TEST_F(MendChanges, ColoursMovedTogether) {
    Tune quieter;
    quieter.intensity = 0.4F;
    const Painting now = after(SetTune{1, quieter});
    EXPECT_EQ(now.passes[1].tune, quieter);
    EXPECT_EQ(now.passes[1].source, painting_.passes[1].source);
}

TEST_F(MendChanges, OnePassMoreAboveOrBeneath) {
    Pass more = tint({0.4F, 0.3F, 0.2F}, BlendMode::true_colour);
    more.name = "More";
    const Painting above = after(LayAbove{1, more});
    ASSERT_EQ(above.passes.size(), 3U);
    EXPECT_EQ(above.passes[2].name, "More");
    EXPECT_EQ(above.passes[1], painting_.passes[1]);
    const Painting beneath = after(LayBeneath{1, more});
    ASSERT_EQ(beneath.passes.size(), 3U);
    EXPECT_EQ(beneath.passes[1].name, "More");
    EXPECT_EQ(beneath.passes[2], painting_.passes[1]);
}

TEST_F(MendChanges, NothingOfAPassThatIsNotThere) {
    const Basis basis = basis_of(painting_, Stage::colour, Reader::lightness);
    for (const Mend& mend :
         {Mend{"", {}, SetStrength{7, 0.1F}, basis},
          Mend{"", {}, SetHold{7, 1, HoldTo::found}, basis},
          Mend{"", {}, SetBand{7, {1, 2, 0}}, basis}, Mend{"", {}, SetReach{7, {}}, basis},
          Mend{"", {}, SetTune{7, {}}, basis}}) {
        EXPECT_EQ(mended(painting_, mend), painting_);
        EXPECT_EQ(pass_of(mend), 7U);
    }
}

}  // namespace
}  // namespace underpaint
