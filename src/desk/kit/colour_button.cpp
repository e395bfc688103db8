// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/colour_button.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QPainter>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {

ColourButton::ColourButton(QWidget* parent) : QPushButton(parent) {
    setObjectName(QStringLiteral("swatch"));
    setAccessibleName(tr("Colour"));
    setToolTip(
        tr("The colour that is laid; click to change it. Ctrl+C and Ctrl+V copy and paste it "
           "as text"));
    setFixedSize(scaled(48), scaled(48));
    connect(this, &QPushButton::clicked, this, &ColourButton::open);
}

void ColourButton::set_colour(Rgb colour) {
    colour_ = colour;
    setAccessibleDescription(hex_of(colour));
    update();
}

void ColourButton::open() {
    if (sheet_ == nullptr) {
        sheet_ = new ColourSheet(this);
        sheet_->setWindowFlag(Qt::Popup);
        connect(sheet_, &ColourSheet::picked, this, [this](Rgb colour) {
            set_colour(colour);
            emit picked(colour);
        });
        connect(sheet_, &ColourSheet::released, this, &ColourButton::released);
    }
    sheet_->set_colour(colour_);
    sheet_->offer(offer_ ? offer_() : std::vector<NamedColour>());
    sheet_->move(mapToGlobal(QPoint(-sheet_->width() - scaled(18), 0)));
    sheet_->show();
    sheet_->setFocus();
}

void ColourButton::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const bool marked = hasFocus() || underMouse();
    painter.fillRect(rect(), marked ? greys().secondary : greys().rule);
    const int edge = hasFocus() ? 2 : 1;
    painter.setOpacity(isEnabled() ? 1 : 0.4);
    painter.fillRect(rect().adjusted(edge, edge, -edge, -edge), qcolor(colour_));
}

void ColourButton::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Copy))
        return QGuiApplication::clipboard()->setText(hex_of(colour_));
    if (!event->matches(QKeySequence::Paste)) return QPushButton::keyPressEvent(event);
    const auto pasted = colour_from_text(QGuiApplication::clipboard()->text());
    if (!pasted) return;
    set_colour(*pasted);
    emit picked(*pasted);
    emit released();
}

}  // namespace underpaint
