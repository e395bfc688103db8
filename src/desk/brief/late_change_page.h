// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>

#include "brief/late_change.h"
#include "desk/panes/bench.h"
#include "raster/reframe.h"

class QLabel;
class QLayout;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace underpaint {

/// The painting, small, with a place that is dragged over it.
class PlacePicker : public QWidget {
    Q_OBJECT
public:
    explicit PlacePicker(QWidget* parent = nullptr);
    void set_image(const QImage& image);
    /// In shares of the picture's width and height; nothing without one.
    std::optional<QRectF> place() const { return place_; }
    void clear();
    QRectF picture_rect() const;

signals:
    void changed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QPointF share_at(QPointF at) const;

    QImage image_;
    QPointF from_;
    std::optional<QRectF> place_;
};

class UnderpaintOffer;

/// *What would change*: a new figure, another underpaint or another size, and what it touches,
/// before it is done. The last two are done from here.
class LateChangePage : public QWidget {
    Q_OBJECT
public:
    explicit LateChangePage(const Desk& desk, QWidget* parent = nullptr);
    void begin();
    bool finished() const;

signals:
    void ended();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QLayout* size_row();
    void draw_painting();
    void resize_painting();
    void refresh();
    LateChange asked() const;
    void ask();
    void show_touched(const std::vector<Touched>& touched);

    Session& session_;
    LatestJob job_, drawing_, resizing_;
    OtherShape other_shape_ = OtherShape::cut;
    PlacePicker* picker_;
    QLineEdit* size_;
    QPushButton *take_, *resize_, *shape_;
    UnderpaintOffer* offer_;
    QString done_;  // what was done from here, until something else is asked
    QLabel* summary_;
    QVBoxLayout* list_;
};

}  // namespace underpaint
