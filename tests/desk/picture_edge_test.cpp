// SPDX-License-Identifier: GPL-3.0-or-later
// The pointer on the picture's very edge, and everything that reads a pixel under it.
#include <QMouseEvent>
#include <cmath>
#include <limits>

#include "desk/panes/pointer_line.h"
#include "raster/geometry.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

TEST(PixelAt, IsNoneOnAndBeyondTheRightAndLowerEdge) {
    const Size size{4, 3};
    EXPECT_EQ(pixel_at(size, {0, 0}), (Pixel{0, 0}));
    EXPECT_EQ(pixel_at(size, {3.999, 2.999}), (Pixel{3, 2}));
    const double nan = std::nan(""), far = std::numeric_limits<double>::infinity();
    for (const Point at : {Point{4, 1},
                           {1, 3},
                           {4, 3},
                           {-1e-9, 1},
                           {1, -1e-9},
                           {nan, 1},
                           {1, nan},
                           {far, 1},
                           {1, -far},
                           {1e300, 1}})
        EXPECT_FALSE(pixel_at(size, at)) << at.x << ", " << at.y;
    EXPECT_EQ(nearest_pixel(size, {4, 3}), (Pixel{3, 2}));
    EXPECT_EQ(nearest_pixel(size, {-far, far}), (Pixel{0, 2}));
    EXPECT_EQ(nearest_pixel(size, {nan, nan}), (Pixel{0, 0}));
}

class PictureEdge : public testing::DeskTest {
protected:
    static void send(QWidget& to, QEvent::Type type, QPointF at,
                     Qt::MouseButtons pressed = Qt::NoButton) {
        QMouseEvent event(type, at, to.mapToGlobal(at),
                          type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, pressed,
                          Qt::NoModifier);
        QApplication::sendEvent(&to, &event);
    }
    QString words() const { return find<PointerLine>("pointer_line")->accessibleName(); }
    /// Over, on and beyond each edge and corner of the picture.
    template <class Act>
    void along_the_edges(Act act) const {
        const QRectF whole = window_->canvas().transform().picture_on_canvas();
        for (const double x : {whole.left() - 1, whole.left(), whole.center().x(),
                               std::nextafter(whole.right(), 0), whole.right(), whole.right() + 1})
            for (const double y :
                 {whole.top() - 1, whole.top(), whole.center().y(),
                  std::nextafter(whole.bottom(), 0), whole.bottom(), whole.bottom() + 1})
                act(QPointF(x, y));
    }
};

TEST_F(PictureEdge, NothingReadsBeyondIt) {
    // One that is as large as its tiles, and one whose last tiles are cut.
    for (const Size size : {Size{256, 128}, Size{301, 203}}) {
        Painting painting = testing::with_columns(
            testing::sealed(testing::ramp(size, Depth::bits8)), "Left", 0, size.width / 2);
        painting = with_pass(painting, testing::tint({0.8F, 0.4F, 0.2F}, BlendMode::multiply));
        begin(painting);
        Canvas& canvas = window_->canvas();
        for (const char* bench : {"values", "passes"}) {
            window_->show_bench(bench);
            for (const bool one_to_one : {false, true})
                for (const bool mirrored : {false, true}) {
                    one_to_one ? canvas.one_to_one() : canvas.fit();
                    if (mirrored) QTest::keyClick(window_.get(), Qt::Key_F);
                    settle();
                    along_the_edges([&](QPointF at) {
                        send(canvas, QEvent::MouseMove, at);
                        const QPointF in = canvas.transform().to_picture(at);
                        const bool inside = in.x() >= 0 && in.y() >= 0 && in.x() < size.width &&
                                            in.y() < size.height;
                        EXPECT_EQ(words().contains("nothing of the picture"), !inside)
                            << bench << ' ' << in.x() << ", " << in.y();
                    });
                    if (mirrored) QTest::keyClick(window_.get(), Qt::Key_F);
                }
        }
    }
}

TEST_F(PictureEdge, ToolsThatReadAPixelTakeItOrNone) {
    begin(testing::slipping_painting());
    Canvas& canvas = window_->canvas();
    // A part is picked by its value.
    window_->show_bench("values");
    for (const char* pick : {"pick_by_value", "pick_touching"})
        along_the_edges([&](QPointF at) {
            click(pick);
            send(canvas, QEvent::MouseButtonPress, at, Qt::LeftButton);
            send(canvas, QEvent::MouseButtonRelease, at);
            settle();
        });
    // The brush paints there, and takes a colour from the picture.
    window_->show_bench("passes");
    find<QAction>("lay_painted")->trigger();
    settle();
    along_the_edges([&](QPointF at) {
        send(canvas, QEvent::MouseMove, at);
        QTest::keyClick(&canvas, Qt::Key_C);
        send(canvas, QEvent::MouseButtonPress, at, Qt::LeftButton);
        send(canvas, QEvent::MouseMove, at + QPointF(3, 3), Qt::LeftButton);
        send(canvas, QEvent::MouseButtonRelease, at + QPointF(3, 3));
        settle();
    });
    EXPECT_EQ(painting().passes.size(), 3U);
}

}  // namespace
}  // namespace underpaint
