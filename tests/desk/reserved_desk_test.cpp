// SPDX-License-Identifier: GPL-3.0-or-later
// Reserved highlights, from the plan to the mend.
#include "desk/kit/bar_slider.h"
#include "desk/kit/words.h"
#include "desk/passes/charts/balance_chart.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class ReservedAtTheDesk : public testing::DeskTest {
protected:
    void SetUp() override {
        DeskTest::SetUp();
        Painting painting = testing::sealed(testing::grey_picture({240, 160}, [](int x, int y) {
            return x < 120 ? 0.35 : y < 80 ? 0.95 : 0.7;
        }));
        painting = testing::with_columns(std::move(painting), "Shore", 0, 120);
        painting = testing::with_columns(std::move(painting), "Lantern", 120, 240);
        lantern_ = painting.parts[1].id;
        painting = with_pass(std::move(painting),
                             testing::tint({0.9F, 0.6F, 0.3F}, BlendMode::multiply, 0.6F));
        begin(std::move(painting));
    }
    const Finding* touched() const {
        for (const Finding& found : window_->meters().passes.findings())
            if (found.code == kReservedTouched) return &found;
        return nullptr;
    }
    PartId lantern_ = 0;
};

TEST_F(ReservedAtTheDesk, IsPlannedFoundAndLeftUncovered) {
    settle();
    EXPECT_EQ(touched(), nullptr);
    window_->show_bench(QStringLiteral("values"));
    ASSERT_TRUE(window_->bench().show_page(QStringLiteral("plan")));
    choose("plan_reserved", QStringLiteral("Lantern"));
    EXPECT_EQ(painting().plan.reserved, (std::map<PartId, double>{{lantern_, 1}}));
    auto* from = find<BarSlider>(qPrintable(QStringLiteral("reserved_%1").arg(lantern_)));
    from->setFocus();
    for (int i = 0; i < 12; ++i) QTest::keyClick(from, Qt::Key_PageUp);
    settle();
    const double step = painting().plan.reserved.at(lantern_);
    EXPECT_GT(step, 1);
    EXPECT_TRUE(from->hasFocus()) << "figures that come leave the hand where it is";
    trigger("undo");
    EXPECT_LT(painting().plan.reserved.at(lantern_), step);
    trigger("redo");

    window_->show_bench(QStringLiteral("passes"));
    settle();
    ASSERT_NE(touched(), nullptr);
    EXPECT_EQ(touched()->verdict, Verdict::lost);
    settle_mends();
    take_mend(QStringLiteral("Leave uncovered"));
    settle();
    EXPECT_EQ(touched(), nullptr);
    EXPECT_EQ(window_->meters().passes.audit()->passes[0].reserved->touched, 0);
    // No longer asked for, it is not spoken of.
    window_->show_bench(QStringLiteral("values"));
    ASSERT_TRUE(window_->bench().show_page(QStringLiteral("plan")));
    choose("plan_reserved", QStringLiteral("Lantern"));
    EXPECT_TRUE(painting().plan.reserved.empty());
    settle();
    EXPECT_FALSE(window_->meters().passes.audit()->passes[0].reserved);
}

/// As many rows as before, and one more where it is asked for.
TEST_F(ReservedAtTheDesk, TheBalanceDrawsItWhereItIsAsked) {
    window_->show_bench(QStringLiteral("passes"));
    ASSERT_TRUE(window_->bench().show_page(QStringLiteral("balance")));
    settle();
    const auto names_of_plots = [&] {
        QStringList names;
        auto* chart = window_->findChild<BalanceChart*>();
        QObject listener;
        QObject::connect(chart, &Chart::said, &listener, [&](const QString& words) {
            for (const MeasureRecord* measure : kMeasures)
                if (const QString label = from_view(measure->label);
                    words.startsWith(label) && !names.contains(label))
                    names << label;
        });
        for (int y = 4; y < chart->height(); y += 10)
            for (int x = 4; x < chart->width(); x += 20) QTest::mouseMove(chart, {x, y});
        return names;
    };
    const QStringList before = names_of_plots();
    EXPECT_FALSE(before.contains(from_view(kReservedMeasure.label)));
    Plan plan = painting().plan;
    plan.reserved[lantern_] = 1;
    session().document.change(QStringLiteral("Reserve"), with_plan(painting(), plan));
    settle();
    EXPECT_EQ(names_of_plots(), before + QStringList{from_view(kReservedMeasure.label)});
}

}  // namespace
}  // namespace underpaint
