// SPDX-License-Identifier: GPL-3.0-or-later
// How the picture is moved, zoomed and brought to the screen.
#include <QSignalSpy>
#include <QWheelEvent>

#include "render/render.h"
#include "support/desk_fixture.h"
#include "support/every_source.h"

namespace underpaint {
namespace {

class CanvasTest : public testing::DeskTest {
protected:
    Canvas& canvas() const { return window_->canvas(); }
    const ViewTransform& view() const { return canvas().transform(); }
    QPointF middle() const { return {canvas().width() / 2.0, canvas().height() / 2.0}; }
    void wheel(QPointF at, int notches) const {
        QWheelEvent event(at, canvas().mapToGlobal(at), {}, {0, 120 * notches}, Qt::NoButton,
                          Qt::NoModifier, Qt::NoScrollPhase, false);
        QApplication::sendEvent(&canvas(), &event);
    }
    /// Every pixel that lies one to one on the canvas is that of a render.
    void expect_rendered(int step) {
        const RgbBlock wanted =
            *render_view(painting(), painting().passes.size(), whole_at(painting().size(), 1));
        const QImage shown = canvas().grab().toImage();
        const QRectF whole = view().picture_on_canvas();
        const QPoint corner(qRound(whole.x()), qRound(whole.y()));
        int compared = 0;
        for (int y = 3; y + 3 < painting().size().height; y += step)
            for (int x = 3; x + 3 < painting().size().width; x += step) {
                const QPoint at = corner + QPoint(x, y);
                if (!QRect({}, canvas().size()).contains(at)) continue;
                const Rgb c = wanted.row(y)[static_cast<std::size_t>(x)];
                ASSERT_EQ(shown.pixelColor(at).red(), qRound(255 * c.r)) << x << " " << y;
                ASSERT_EQ(shown.pixelColor(at).blue(), qRound(255 * c.b)) << x << " " << y;
                ++compared;
            }
        EXPECT_GT(compared, 100);
    }
};

TEST_F(CanvasTest, ShowsTheVeryPixelsAtOneToOne) {
    begin(testing::every_source({420, 300}));
    trigger("one_to_one");
    settle();
    EXPECT_EQ(view().zoom(), 1);
    expect_rendered(7);
}

TEST_F(CanvasTest, ShowsTheVeryPixelsAfterAnyChange) {
    begin(testing::every_source({420, 300}));
    trigger("one_to_one");
    settle();
    for (const float strength : {0.2F, 0.9F, 0.0F, 0.5F}) {
        Pass pass = painting().passes[5];
        pass.strength = strength;
        session().document.change("Strength", with_changed_pass(painting(), 5, pass), "drag");
        settle();
        ASSERT_NO_FATAL_FAILURE(expect_rendered(11)) << strength;
    }
    trigger("undo");
    settle();
    expect_rendered(11);
}

TEST_F(CanvasTest, TheWheelZoomsAboutThePointer) {
    begin(testing::slipping_painting());
    const QPointF at = middle() + QPointF(120, -60);
    const QPointF held = view().to_picture(at);
    const double before = view().zoom();
    wheel(at, 3);
    EXPECT_NEAR(view().zoom() / before, 2, 1e-9);
    EXPECT_NEAR(view().to_picture(at).x(), held.x(), 1e-6);
    EXPECT_NEAR(view().to_picture(at).y(), held.y(), 1e-6);
    EXPECT_FALSE(view().fits());
    wheel(at, -300);
    EXPECT_GT(view().zoom(), 0.01) << "it can't be lost out of sight";
    wheel(at, 3000);
    EXPECT_LE(view().zoom(), 32);
    settle();
}

TEST_F(CanvasTest, ADoubleClickGoesBetweenFitAndOneToOne) {
    begin(testing::slipping_painting());
    EXPECT_TRUE(view().fits());
    QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, middle().toPoint());
    EXPECT_EQ(view().zoom(), 1);
    QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, middle().toPoint());
    EXPECT_TRUE(view().fits());
}

TEST_F(CanvasTest, DraggingMovesThePictureUnderTheHand) {
    begin(testing::slipping_painting());
    trigger("one_to_one");
    const QPoint from = middle().toPoint();
    const QPointF held = view().to_picture(from);
    QTest::mousePress(&canvas(), Qt::MiddleButton, {}, from);
    QTest::mouseMove(&canvas(), from + QPoint(40, 25));
    QTest::mouseRelease(&canvas(), Qt::MiddleButton, {}, from + QPoint(40, 25));
    EXPECT_NEAR(view().to_picture(from + QPoint(40, 25)).x(), held.x(), 1e-6);
    EXPECT_NEAR(view().to_picture(from + QPoint(40, 25)).y(), held.y(), 1e-6);
}

TEST_F(CanvasTest, ALargePictureIsShownCoarseFirst) {
    window_->resize(1600, 1000);
    QSignalSpy shown(&canvas().projector(), &Projector::shown);
    begin(testing::with_pass_over_noise({3000, 2000}));
    ASSERT_GE(shown.count(), 2);
    const auto picture = [&](qsizetype i) { return shown[i][0].value<Seen>().image; };
    const QImage coarse = picture(0), fine = picture(shown.count() - 1);
    ASSERT_EQ(coarse.size(), fine.size());
    EXPECT_TRUE(canvas().settled());
    // Each coarse pixel is a mean: close by nothing differs much, and the means are the same.
    const auto roughness = [](const QImage& image) {
        double sum = 0, level = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 1; x < image.width(); ++x) {
                sum += std::abs(qGray(image.pixel(x, y)) - qGray(image.pixel(x - 1, y)));
                level += qGray(image.pixel(x, y));
            }
        return std::pair(sum / image.width() / image.height(),
                         level / image.width() / image.height());
    };
    const auto [coarse_roughness, coarse_level] = roughness(coarse);
    const auto [fine_roughness, fine_level] = roughness(fine);
    EXPECT_LT(coarse_roughness, fine_roughness / 2);
    EXPECT_NEAR(coarse_level, fine_level, 0.5);
    // What is known is not shown coarse again, unless frames come slowly. How slowly they come here
    // depends on what else the machine has to do.
    Pass pass = painting().passes[0];
    const auto pictures_after_a_change = [&] {
        shown.clear();
        pass.strength *= 0.9F;
        session().document.change("Strength", with_changed_pass(painting(), 0, pass));
        EXPECT_TRUE(QTest::qWaitFor([&] { return canvas().settled(); }, testing::kHang));
        return shown.count();
    };
    canvas().projector().set_slow(1e9);
    EXPECT_EQ(pictures_after_a_change(), 1);
    canvas().projector().set_slow(0);
    EXPECT_EQ(pictures_after_a_change(), 2) << "coarse, then fine";
}

TEST_F(CanvasTest, AHandThatMovesFasterThanPicturesComeSeesSomeOfThem) {
    begin(testing::with_pass_over_noise({420, 300}));
    trigger("one_to_one");
    QSignalSpy shown(&canvas().projector(), &Projector::shown);
    const auto redness = [&](qsizetype i) {
        const QImage image = shown[i][0].value<Seen>().image.scaled(1, 1, Qt::IgnoreAspectRatio,
                                                                    Qt::SmoothTransformation);
        return qRed(image.pixel(0, 0)) - qBlue(image.pixel(0, 0));
    };
    const auto set_strength = [&](float strength) {
        Pass pass = painting().passes[0];
        pass.strength = strength;
        session().document.change("Strength", with_changed_pass(painting(), 0, pass), "drag");
    };
    // The second move comes before the picture of the first, which is shown for all that, unless
    // the machine was too busy to make it in time.
    for (int i = 0; i < 30; ++i) {
        settle();
        shown.clear();
        set_strength(1);
        set_strength(0);
        settle();
        ASSERT_FALSE(shown.isEmpty());
        EXPECT_NEAR(redness(shown.count() - 1), 0, 2) << "the last is what was asked for last";
        if (redness(0) < -20) return;
    }
    FAIL() << "no picture but of the last move";
}

TEST_F(CanvasTest, WhatIsOutdatedDoesNotStay) {
    begin(testing::every_source({420, 300}));
    trigger("one_to_one");
    settle();
    for (int i = 0; i < 30; ++i) {
        Pass pass = painting().passes[0];
        pass.strength = static_cast<float>(i) / 30;
        session().document.change("Strength", with_changed_pass(painting(), 0, pass), "drag");
        if (i % 7 == 0) QCoreApplication::processEvents();
    }
    settle();
    expect_rendered(13);
}

TEST_F(CanvasTest, PicturesOfOneRowAndOnePixelAreShown) {
    QSignalSpy seen(&canvas().projector(), &Projector::shown);
    /// What came last is through this lens, and has pixels.
    const auto expect_shown = [&](Lens lens) {
        ASSERT_FALSE(seen.isEmpty());
        EXPECT_EQ(seen.last()[1].value<Lens>(), lens) << record_of(lens).id;
        EXPECT_FALSE(seen.last()[0].value<Seen>().image.isNull());
        seen.clear();
    };
    for (const Size size : {Size{1, 1}, Size{1, 900}, Size{2000, 1}}) {
        begin(testing::every_source(size));
        for (const Lens lens : {Lens::grey, Lens::squint, Lens::drift, Lens::extremes}) {
            click((std::string("lens_") + record_of(lens).id).c_str());
            settle();
            expect_shown(lens);
        }
        window_->show_bench("values");
        for (const Lens lens : {Lens::shapes_5, Lens::edges, Lens::pull}) {
            click((std::string("lens_") + record_of(lens).id).c_str());
            settle();
            expect_shown(lens);
            canvas().grab();
        }
    }
}

}  // namespace
}  // namespace underpaint
