// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/flow_layout.h"

#include <algorithm>

namespace underpaint {

FlowLayout::FlowLayout(int spacing) {
    setContentsMargins(0, 0, 0, 0);
    setSpacing(spacing);
}

FlowLayout::~FlowLayout() {
    while (QLayoutItem* item = takeAt(0)) delete item;
}

void FlowLayout::addItem(QLayoutItem* item) {
    items_.push_back(item);
}

int FlowLayout::count() const {
    return static_cast<int>(items_.size());
}

QLayoutItem* FlowLayout::itemAt(int index) const {
    return index >= 0 && index < count() ? items_[static_cast<std::size_t>(index)] : nullptr;
}

QLayoutItem* FlowLayout::takeAt(int index) {
    QLayoutItem* item = itemAt(index);
    if (item != nullptr) items_.erase(items_.begin() + index);
    return item;
}

int FlowLayout::heightForWidth(int width) const {
    return lay_out({0, 0, width, 0}, true);
}

QSize FlowLayout::sizeHint() const {
    QSize size(0, 0);
    for (const QLayoutItem* item : items_) {
        const QSize wanted = item->sizeHint();
        size = {size.width() + wanted.width() + (size.width() > 0 ? spacing() : 0),
                std::max(size.height(), wanted.height())};
    }
    return size;
}

QSize FlowLayout::minimumSize() const {
    QSize size(0, 0);
    for (const QLayoutItem* item : items_) size = size.expandedTo(item->sizeHint());
    return size;
}

void FlowLayout::setGeometry(const QRect& area) {
    QLayout::setGeometry(area);
    lay_out(area, false);
}

/// Returns the height that is taken.
int FlowLayout::lay_out(const QRect& area, bool only_measure) const {
    int y = area.y();
    for (std::size_t first = 0; first < items_.size();) {
        int width = items_[first]->sizeHint().width(), height = 0;
        std::size_t end = first + 1;
        for (; end < items_.size(); ++end) {
            const int more = spacing() + items_[end]->sizeHint().width();
            if (width + more > area.width()) break;
            width += more;
        }
        int x = area.x() + std::max(0, area.width() - width);
        for (std::size_t i = first; i < end; ++i) {
            const QSize size = items_[i]->sizeHint();
            if (!only_measure) items_[i]->setGeometry({QPoint(x, y), size});
            x += size.width() + spacing();
            height = std::max(height, size.height());
        }
        first = end;
        y += height + (first < items_.size() ? spacing() : 0);
    }
    return y - area.y();
}

}  // namespace underpaint
