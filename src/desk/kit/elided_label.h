// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

namespace underpaint {

/// One line of words that gives way to what stands beside it: cut with an ellipsis, and left out
/// where too little of it would be left to be read. What it says in full is its tool tip.
class ElidedLabel : public QLabel {
public:
    explicit ElidedLabel(QWidget* parent = nullptr);
    void say(const QString& words);
    QSize minimumSizeHint() const override { return {0, QLabel::minimumSizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace underpaint
