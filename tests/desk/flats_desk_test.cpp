// SPDX-License-Identifier: GPL-3.0-or-later
// Flats first, through the window: a plain ground, a flat for each part, shade over and under.
#include <QLabel>

#include "desk/kit/bar_slider.h"
#include "desk/passes/ledger_model.h"
#include "painting/flats.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

using testing::PassesBenchTest;

class FlatsDesk : public PassesBenchTest {
protected:
    void SetUp() override {
        Painting painting = testing::slipping_painting();
        painting.passes.clear();
        begin(std::move(painting));
        window_->show_bench("passes");
        settle();
    }
    QString row(int index) const {
        const auto* model = find<QListView>("ledger")->model();
        return model->data(model->index(index, 0), Qt::ToolTipRole).toString();
    }
    void lay_all() {
        for (const char* way : {"lay_ground", "lay_flats", "lay_shading"}) {
            trigger(way);
            settle();
        }
    }
};

TEST_F(FlatsDesk, AreLaidShadedAndTakenBack) {
    const Painting before = painting();
    trigger("lay_ground");
    settle();
    EXPECT_EQ(session().outlook.chosen_pass(), 0U) << "to be given its colour";
    trigger("lay_ground");
    EXPECT_EQ(painting().passes.size(), 1U) << "there is one already";
    trigger("lay_flats");
    settle();
    EXPECT_EQ(names(), (std::vector<std::string>{"Plain ground", "Left", "Right"}));
    EXPECT_EQ(chosen().name, "Left");
    EXPECT_TRUE(row(1).contains("open")) << row(1).toStdString();
    EXPECT_FALSE(row(4).contains("lost")) << row(4).toStdString();
    trigger("lay_tint");
    settle();
    EXPECT_EQ(chosen().blend, BlendMode::normal) << "one more flat";
    trigger("lay_shading");
    settle();
    ASSERT_EQ(painting().passes.size(), 6U);
    EXPECT_EQ(session().outlook.chosen_group(), painting().passes.back().group);
    EXPECT_TRUE(seen<QLabel>("best_balance")->text().contains("kept best"));
    EXPECT_FALSE(row(8).contains("open")) << row(8).toStdString();
    undo_all();
    EXPECT_EQ(painting(), before);
}

TEST_F(FlatsDesk, TheBalanceMovesBothPassesAndGoesBackToTheBest) {
    lay_all();
    const Shading shading = *shading_at(painting(), painting().passes.size() - 1);
    const float best = balance_of(painting(), shading);
    auto* slider = seen<BarSlider>("balance");
    drag(slider, {slider->width() / 4, slider->height() - 4},
         {slider->width() * 3 / 4, slider->height() - 4});
    EXPECT_NEAR(balance_of(painting(), shading), 0.75, 0.06);
    EXPECT_NEAR(painting().passes[shading.under].strength, 0.25, 0.06);
    settle();
    press("take_best_balance");
    EXPECT_FLOAT_EQ(balance_of(painting(), shading), best);
    trigger("undo");
    EXPECT_NEAR(balance_of(painting(), shading), 0.75, 0.06) << "a drag is one change";
    trigger("undo");
    EXPECT_FLOAT_EQ(balance_of(painting(), shading), best);
}

TEST_F(FlatsDesk, TheMostOverIsAsMuchAsHolds) {
    lay_all();
    settle();
    press("take_most_over");
    settle();
    const Audit& figures = *window_->meters().passes.audit();
    EXPECT_EQ(figures.passes.back().value.verdict, Verdict::held);
    EXPECT_GT(figures.passes.back().value.running.p95, 0.2);
}

TEST_F(FlatsDesk, TheStrengthOfOnePassIsThatOfTheOther) {
    lay_all();
    session().outlook.set_moment(painting().passes.size());
    settle();
    auto* strength = seen<BarSlider>("strength");
    strength->setFocus();
    const float before = chosen().strength;
    QTest::keyClick(strength, Qt::Key_PageUp);
    EXPECT_NEAR(chosen().strength, before + 0.1F, 1e-5);
    EXPECT_NEAR(seen<BarSlider>("balance")->value(), before + 0.1F, 1e-5);
    EXPECT_NEAR(painting().passes[painting().passes.size() - 2].strength, 0.9F - before, 1e-5);
}

TEST_F(FlatsDesk, ABalanceThatComesWhenThePaintingIsGoneIsDropped) {
    trigger("lay_ground");
    settle();
    trigger("lay_shading");
    begin(testing::slipping_painting());
    EXPECT_EQ(painting().passes.size(), 2U);
}

TEST_F(FlatsDesk, WithoutPartsItIsSaidWhereTheyAreDrawn) {
    begin(testing::sealed(testing::ramp({200, 150})));
    const Painting before = painting();
    trigger("lay_flats");
    settle();
    EXPECT_TRUE(seen<QLabel>("lay_trouble")->text().contains("Values bench"));
    EXPECT_EQ(painting(), before);
}

TEST_F(FlatsDesk, AShadingThatIsChangedIntoSomethingElseHasNoBalance) {
    lay_all();
    session().outlook.set_moment(painting().passes.size());
    settle();
    const auto is_shown = [&] {
        return std::ranges::any_of(window_->findChildren<BarSlider*>("balance"),
                                   &BarSlider::isVisible);
    };
    EXPECT_TRUE(is_shown());
    find<QAction>("blend_screen")->trigger();
    settle();
    EXPECT_FALSE(is_shown());
}

}  // namespace
}  // namespace underpaint
