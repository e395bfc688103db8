// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "terms/parameter.h"

namespace underpaint {

/// A thin slider with a bar for a handle, its name and figure above it, and a ghost mark where a
/// mend would put it. Arrow keys step by 1 % (or 0.05 step, or a pixel), Page keys by ten of them,
/// a double click goes back to usual. Pixels are finer where there are few.
class BarSlider : public QWidget {
    Q_OBJECT
public:
    explicit BarSlider(const Parameter& parameter, QWidget* parent = nullptr);

    float value() const { return value_; }
    /// Sets it without telling.
    void set_value(float value);
    void set_ghost(std::optional<float> value);
    /// Another name than the parameter's.
    void set_label(const QString& label);
    QSize sizeHint() const override;

signals:
    void moved(float value);  ///< by the person, again and again while dragged
    void released();          ///< the gesture is over

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;

private:
    QRectF groove() const;
    void move_to(float value);
    double x_of(float value) const;
    float finest() const;
    QString figure() const;

    Parameter parameter_;
    QString label_;
    float value_;
    std::optional<float> ghost_;
};

}  // namespace underpaint
