// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTextLayout>
#include <memory>
#include <vector>

class QPainter;

namespace underpaint {

/// Text broken into lines of a width, at words or, where one is longer, anywhere; or some of these
/// lines. Lengths in points.
class WrappedText {
public:
    WrappedText(const QString& text, const QFont& font, double width,
                const QList<QTextLayout::FormatRange>& formats = {});

    double height() const { return top_of(end_) - top_of(first_); }
    QString text() const;
    void draw(QPainter& painter, QPointF at, const QColor& colour) const;
    /// Its lines in pieces: the first no higher than `first`, the others no higher than `most`; at
    /// least a line each.
    std::vector<WrappedText> parts(double first, double most) const;

private:
    double top_of(int line) const;
    int start_of(int line) const;

    std::shared_ptr<QTextLayout> layout_;
    double height_ = 0;        // of all lines
    int first_ = 0, end_ = 0;  // lines
};

}  // namespace underpaint
