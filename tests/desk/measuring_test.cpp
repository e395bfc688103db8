// SPDX-License-Identifier: GPL-3.0-or-later
// When figures are begun, put off and left alone.
#include <QSignalSpy>

#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class MeasuringAtTheDesk : public testing::DeskTest {
protected:
    void SetUp() override { begin(testing::slipping_painting()); }
    void connect_figures(const std::function<void()>& act) {
        listening_ = QObject::connect(&measuring(), &Measuring::figures_changed, act);
    }
    void listen_no_more() { QObject::disconnect(listening_); }
    const Measuring& measuring() const { return window_->meters().passes; }
    void set_strength(float strength) const {
        Pass pass = painting().passes[1];
        pass.strength = strength;
        session().document.change("Strength", with_changed_pass(painting(), 1, pass), "drag");
    }

private:
    QMetaObject::Connection listening_;
};

TEST_F(MeasuringAtTheDesk, WaitsUntilTheHandRests) {
    QSignalSpy figures(&measuring(), &Measuring::figures_changed);
    for (int i = 1; i <= 20; ++i) {
        set_strength(0.04F * static_cast<float>(i));
        QTest::qWait(5);  // a hand is faster than the rest that is waited for
    }
    EXPECT_FALSE(measuring().current());
    EXPECT_EQ(figures.count(), 0);
    settle();
    EXPECT_GE(figures.count(), 1);
    EXPECT_NEAR(painting().passes[1].strength, 0.8, 1e-6);
    EXPECT_EQ(measuring().audit()->balance(), Verdict::lost) << "of the last strength";
}

TEST_F(MeasuringAtTheDesk, FiguresOfASmallCopyFollowAHandThatDoesNotRest) {
    Painting large = testing::with_pass_over_noise({1300, 900});
    large.passes[0].blend = BlendMode::color;
    begin(large);
    settle();
    const auto exact = measuring().audit()->passes[0].value.running.mean;
    QSignalSpy figures(&measuring(), &Measuring::figures_changed),
        findings(&measuring(), &Measuring::findings_changed);
    std::vector<double> drifts;
    connect_figures([&] {
        EXPECT_EQ(measuring().audit()->passes.size(), painting().passes.size());
        EXPECT_FALSE(measuring().audit()->exact) << "and says so";
        if (!painting().passes.empty())
            drifts.push_back(measuring().audit()->passes[0].value.running.mean);
    });
    Pass pass = painting().passes[0];
    for (int i = 0; i < 4000 && drifts.size() < 3; ++i) {
        pass.strength = 0.9F - 0.0002F * static_cast<float>(i);
        session().document.change("Strength", with_changed_pass(painting(), 0, pass), "drag");
        QTest::qWait(2);  // never as long as a rest
    }
    ASSERT_GE(drifts.size(), 3U);
    EXPECT_EQ(findings.count(), 0) << "the list would jump under the pointer";
    EXPECT_LT(drifts.back(), drifts.front()) << "of less and less strength";
    // What is being measured is of a pass that goes meanwhile.
    session().document.change("Strength", with_changed_pass(painting(), 0, pass), "drag");
    session().document.change("Delete", without_pass(painting(), 0));
    listen_no_more();
    settle();
    EXPECT_TRUE(measuring().audit()->passes.empty());
    trigger("undo");
    settle();
    EXPECT_TRUE(measuring().audit()->exact);
    EXPECT_LT(measuring().audit()->passes[0].value.running.mean, exact);
    EXPECT_GT(findings.count(), 0);
}

TEST_F(MeasuringAtTheDesk, FiguresComeThoughThePictureNeverDoes) {
    Painting large = testing::with_pass_over_noise({1300, 900});
    begin(large);
    settle();
    const WorkService::FrameDue never_shown(WorkService::of_the_desk());
    Pass pass = painting().passes[0];
    QSignalSpy figures(&measuring(), &Measuring::figures_changed);
    pass.strength *= 0.5F;
    session().document.change("Strength", with_changed_pass(painting(), 0, pass));
    settle();
    EXPECT_GE(figures.count(), 2) << "of a small copy, and exact ones";
}

TEST_F(MeasuringAtTheDesk, LeavesFiguresThatStillHold) {
    settle_mends();
    QSignalSpy figures(&measuring(), &Measuring::figures_changed);
    Plan plan = painting().plan;
    plan.lead = 1.4;
    session().document.change("Lead", with_plan(painting(), plan));
    EXPECT_TRUE(measuring().current());
    EXPECT_TRUE(measuring().finished());
    QTest::qWait(100);
    EXPECT_EQ(figures.count(), 0);
    session().document.change("Focus", with_foci(painting(), {{"B", {100, 100}, 30}}));
    EXPECT_FALSE(measuring().current()) << "a focus does change them";
    settle();
    EXPECT_GE(figures.count(), 1);
}

TEST_F(MeasuringAtTheDesk, BeginsAnewWithAnotherReaderAndAnotherPainting) {
    QSignalSpy figures(&measuring(), &Measuring::figures_changed);
    session().choices.set_reader(Reader::glow);
    EXPECT_FALSE(measuring().current());
    settle();
    EXPECT_EQ(measuring().audit()->reader, Reader::glow);
    const int count = static_cast<int>(figures.count());
    begin(testing::slipping_painting());
    EXPECT_GT(figures.count(), count) << "the same passes, but it was begun anew";
}

TEST_F(MeasuringAtTheDesk, GivesAPictureOfEveryMoment) {
    settle();
    const auto& images = window_->meters().thumbnails.images();
    ASSERT_EQ(images.size(), 3U);
    for (const QImage& image : images) EXPECT_FALSE(image.isNull());
    EXPECT_NE(images[0], images[2]);
}

}  // namespace
}  // namespace underpaint
