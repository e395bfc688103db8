// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/practice/practice_session.h"

namespace underpaint {

/// Error over the weeks of the drill that is asked: its mean, and the band in which half of the
/// answers lie; of drills that are right or wrong, the share that was right.
class ErrorChart : public QWidget {
    Q_OBJECT
public:
    explicit ErrorChart(const PracticeSession& session, QWidget* parent = nullptr);
    void draw(QPainter& painter, const QRectF& place) const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void say();

    const PracticeSession& session_;
};

}  // namespace underpaint
