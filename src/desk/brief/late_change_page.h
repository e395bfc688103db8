// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>

#include "brief/late_change.h"
#include "desk/panes/bench.h"

class QLabel;
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

/// *What would change*: a new figure or another size, and what it touches, before it is done.
class LateChangePage : public QWidget {
    Q_OBJECT
public:
    explicit LateChangePage(const Desk& desk, QWidget* parent = nullptr);
    void begin();
    bool finished() const { return !job_.running() && !drawing_.running(); }

signals:
    void ended();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    LateChange asked() const;
    void ask();
    void show_touched(const std::vector<Touched>& touched);

    Session& session_;
    LatestJob job_, drawing_;
    PlacePicker* picker_;
    QLineEdit* size_;
    QPushButton* take_;
    QLabel* summary_;
    QVBoxLayout* list_;
};

}  // namespace underpaint
