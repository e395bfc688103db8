// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/colour_strip.h"
#include "desk/kit/accessible.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {

ColourStrip::ColourStrip(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("colour_strip"));
    set_accessible_role(*this, QAccessible::List);
    setAccessibleName(tr("Colours used lately"));
    setToolTip(tr("Colours used lately; click one to take it"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(scaled(20));
}

QSize ColourStrip::sizeHint() const {
    return {scaled(200), scaled(20)};
}

void ColourStrip::set_named(const std::vector<NamedColour>& colours) {
    std::vector<Rgb> plain;
    QStringList names;
    for (const NamedColour& each : colours) {
        plain.push_back(each.colour);
        names << each.name;
    }
    set_colours(std::move(plain));
    names_ = names;
}

void ColourStrip::set_colours(std::vector<Rgb> colours) {
    names_.clear();
    colours_ = std::move(colours);
    chosen_ = std::min(chosen_, colours_.empty() ? 0 : colours_.size() - 1);
    update();
}

QRect ColourStrip::box(std::size_t index) const {
    return {static_cast<int>(index) * scaled(22), 0, scaled(20), scaled(20)};
}

void ColourStrip::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    for (std::size_t i = 0; i < colours_.size() && box(i).right() < width(); ++i) {
        painter.fillRect(box(i), hasFocus() && i == chosen_ ? greys().strong : greys().rule);
        painter.fillRect(box(i).adjusted(1, 1, -1, -1), qcolor(colours_[i]));
    }
}

bool ColourStrip::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        for (qsizetype i = 0; i < names_.size(); ++i)
            if (box(static_cast<std::size_t>(i)).contains(help->pos())) {
                QToolTip::showText(help->globalPos(), names_[i], this);
                return true;
            }
    }
    return QWidget::event(event);
}

void ColourStrip::mousePressEvent(QMouseEvent* event) {
    for (std::size_t i = 0; i < colours_.size(); ++i)
        if (box(i).contains(event->position().toPoint())) {
            chosen_ = i;
            emit taken(colours_[i]);
            return;
        }
}

void ColourStrip::keyPressEvent(QKeyEvent* event) {
    if (colours_.empty()) return QWidget::keyPressEvent(event);
    switch (event->key()) {
        case Qt::Key_Left: chosen_ = chosen_ > 0 ? chosen_ - 1 : 0; break;
        case Qt::Key_Right: chosen_ = std::min(chosen_ + 1, colours_.size() - 1); break;
        case Qt::Key_Space:
        case Qt::Key_Return: emit taken(colours_[chosen_]); break;
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

}  // namespace underpaint
