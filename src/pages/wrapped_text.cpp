// SPDX-License-Identifier: GPL-3.0-or-later
#include "pages/wrapped_text.h"

#include <QPainter>
#include <algorithm>

namespace underpaint {

WrappedText::WrappedText(const QString& text, const QFont& font, double width,
                         const QList<QTextLayout::FormatRange>& formats)
    : layout_(std::make_shared<QTextLayout>(text, font)) {
    QTextOption option;
    option.setWrapMode(QTextOption::WrapAtWordBoundaryOrAnywhere);
    layout_->setTextOption(option);
    layout_->setFormats(formats);
    layout_->beginLayout();
    for (QTextLine line = layout_->createLine(); line.isValid(); line = layout_->createLine()) {
        line.setLineWidth(std::max(1.0, width));
        line.setPosition({0, height_});
        height_ += line.height();
    }
    layout_->endLayout();
    end_ = layout_->lineCount();
}

double WrappedText::top_of(int line) const {
    return line < layout_->lineCount() ? layout_->lineAt(line).y() : height_;
}

int WrappedText::start_of(int line) const {
    return line < layout_->lineCount() ? layout_->lineAt(line).textStart()
                                       : static_cast<int>(layout_->text().size());
}

QString WrappedText::text() const {
    return layout_->text().mid(start_of(first_), start_of(end_) - start_of(first_));
}

void WrappedText::draw(QPainter& painter, QPointF at, const QColor& colour) const {
    painter.setPen(colour);
    const QPointF origin = at - QPointF(0, top_of(first_));
    for (int line = first_; line < end_; ++line) layout_->lineAt(line).draw(&painter, origin);
}

std::vector<WrappedText> WrappedText::parts(double first, double most) const {
    std::vector<WrappedText> made;
    for (int from = first_; from < end_; from = made.back().end_) {
        WrappedText part = *this;
        part.first_ = from;
        part.end_ = from + 1;
        while (part.end_ < end_ &&
               top_of(part.end_ + 1) - top_of(from) <= (made.empty() ? first : most))
            ++part.end_;
        made.push_back(std::move(part));
    }
    return made;
}

}  // namespace underpaint
