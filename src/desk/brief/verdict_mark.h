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
    explicit VerdictMark(QWidget* parent = nullptr) : QWidget(parent) {
        setFixedSize(scaled(13), scaled(13));
    }
    void set_verdict(std::optional<Verdict> verdict) {
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
        painter.setRenderHint(QPainter::Antialiasing);
        draw_mark(painter, QRectF(rect()).adjusted(2, 2, -2, -2), *verdict_, greys().text);
    }

private:
    std::optional<Verdict> verdict_;
};

}  // namespace underpaint
