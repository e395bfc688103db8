// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include "desk/view/view_transform.h"

namespace underpaint {
namespace {

class View400x300 : public ::testing::Test {
protected:
    View400x300() {
        view_.set_picture({400, 300});
        view_.set_canvas({800, 640});
    }
    void expect_there_and_back() const {
        for (const QPointF p : {QPointF(0, 0), QPointF(400, 300), QPointF(123.5, 7.25)}) {
            const QPointF back = view_.to_picture(view_.to_canvas(p));
            EXPECT_NEAR(back.x(), p.x(), 1e-9);
            EXPECT_NEAR(back.y(), p.y(), 1e-9);
        }
    }
    ViewTransform view_;
};

TEST_F(View400x300, FitsTheWholePicture) {
    EXPECT_DOUBLE_EQ(view_.zoom(), 2);
    EXPECT_EQ(view_.picture_on_canvas(), QRectF(0, 20, 800, 600));
    expect_there_and_back();
}

TEST_F(View400x300, LeavesAMargin) {
    view_.set_margin(40);
    view_.fit();
    const QRectF place = view_.picture_on_canvas();
    EXPECT_GE(place.left(), 40);
    EXPECT_GE(place.top(), 40);
    EXPECT_LE(place.right(), 760);
}

TEST_F(View400x300, ZoomsAboutAPoint) {
    const QPointF at(200, 300), held = view_.to_picture(at);
    view_.zoom_about(at, 5);
    EXPECT_DOUBLE_EQ(view_.zoom(), 5);
    EXPECT_FALSE(view_.fits());
    EXPECT_NEAR(view_.to_picture(at).x(), held.x(), 1e-9);
    EXPECT_NEAR(view_.to_picture(at).y(), held.y(), 1e-9);
    expect_there_and_back();
}

TEST_F(View400x300, KeepsZoomWithinReason) {
    view_.zoom_about({400, 320}, 1e9);
    EXPECT_LE(view_.zoom(), 32);
    view_.zoom_about({400, 320}, 0);
    EXPECT_GT(view_.zoom(), 0);
    expect_there_and_back();
}

TEST_F(View400x300, NeverLosesThePicture) {
    view_.pan({1e7, -1e7});
    EXPECT_TRUE(QRectF(0, 0, 800, 640).intersects(view_.picture_on_canvas()));
    EXPECT_FALSE(view_.view_for(1).area.empty());
}

TEST_F(View400x300, FitsAgainWhenTheCanvasGrowsUnlessZoomed) {
    view_.set_canvas({1600, 1280});
    EXPECT_DOUBLE_EQ(view_.zoom(), 4);
    view_.zoom_about({0, 0}, 1);
    view_.set_canvas({800, 640});
    EXPECT_DOUBLE_EQ(view_.zoom(), 1);
}

TEST_F(View400x300, TurnsRound) {
    view_.mirror();
    view_.upend();
    EXPECT_NEAR(view_.to_canvas(QPointF(0, 0)).x(), 800, 1e-9);
    EXPECT_NEAR(view_.to_canvas(QPointF(0, 0)).y(), 620, 1e-9);
    expect_there_and_back();
    const QPointF before = view_.to_canvas(QPointF(100, 100));
    view_.pan({30, -20});
    EXPECT_NEAR(view_.to_canvas(QPointF(100, 100)).x(), before.x() + 30, 1e-9);
    EXPECT_NEAR(view_.to_canvas(QPointF(100, 100)).y(), before.y() - 20, 1e-9);
    view_.set_picture({400, 300});
    EXPECT_FALSE(view_.mirrored()) << "another picture stands upright";
}

TEST_F(View400x300, AsksForNoMorePixelsThanTheScreenShows) {
    EXPECT_EQ(view_.view_for(1), (View{1, {0, 0, 400, 300}}));
    view_.set_picture({6400, 4800});
    // An eighth of the size: three halvings.
    EXPECT_DOUBLE_EQ(view_.zoom(), 0.125);
    EXPECT_EQ(view_.view_for(1), (View{8, {0, 0, 800, 600}}));
    EXPECT_EQ(view_.view_for(2).shrink, 4) << "twice the pixels on a dense screen";
    view_.set_picture({6000, 5000});
    EXPECT_EQ(view_.view_for(1).area.size(), (Size{768, 640})) << "and no more in between";
    view_.set_picture({6400, 4800});
    view_.zoom_about({400, 320}, 1);
    const View close = view_.view_for(1);
    EXPECT_EQ(close.shrink, 1);
    EXPECT_LE(close.area.width, 802);
    EXPECT_LE(close.area.height, 642);
}

TEST_F(View400x300, PlacesAHalvedPictureWhereTheWholeLies) {
    view_.set_picture({401, 299});
    EXPECT_EQ(view_.to_canvas(whole_at({401, 299}, 8)), view_.picture_on_canvas());
}

TEST(ViewTransform, WorksForOnePixel) {
    ViewTransform view;
    view.set_picture({1, 1});
    view.set_canvas({500, 500});
    EXPECT_EQ(view.view_for(1).area, (Rect{0, 0, 1, 1}));
    view.zoom_about({250, 250}, 0.001);
    EXPECT_EQ(view.view_for(1).area, (Rect{0, 0, 1, 1}));
}

}  // namespace
}  // namespace underpaint
