// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/session.h"
#include "desk/work/values_meter.h"

namespace underpaint {

/// How much of the picture each shape takes, as one bar from the darkest to the lightest; below it
/// where one ends and the next begins.
class ShapeBar : public QWidget {
    Q_OBJECT
public:
    ShapeBar(const Session& session, const ValuesMeter& values, QWidget* parent = nullptr);
    void set_shapes(ShapeCount count);
    ShapeCount shapes() const { return count_; }

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();

    const Session& session_;
    const ValuesMeter& values_;
    ShapeCount count_ = ShapeCount::three;
    std::vector<double> shares_;  // empty while there are none
};

}  // namespace underpaint
