// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>
#include <QWidget>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"

namespace underpaint {

/// How a line stands, told by a mark; nothing where it is not set.
class VerdictMark : public QWidget {
public:
    /// A mark with a side of so many pixels, without the room around it.
    explicit VerdictMark(int side = scaled(9), int room = 2, const QColor& colour = greys().text)
        : room_(room), colour_(colour) {
        setFixedSize(side + 2 * room, side + 2 * room);
    }
    void set_verdict(std::optional<Verdict> verdict) {
        if (verdict_ == verdict) return;
        verdict_ = verdict;
        const QString word = verdict ? word_of(*verdict) : QString();
        setToolTip(word);
        setAccessibleName(word);
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        if (!verdict_) return;
        QPainter painter(this);
        draw_mark(painter, QRectF(rect()).adjusted(room_, room_, -room_, -room_), *verdict_,
                  colour_);
    }

private:
    int room_;
    QColor colour_;
    std::optional<Verdict> verdict_;
};

}  // namespace underpaint
