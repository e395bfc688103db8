// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/panel.h"

#include <QIcon>
#include <QMenu>
#include <QPainter>
#include <QScrollArea>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {

QPushButton* action_button(const char* name, const QString& label, const QString& about) {
    auto* button = new QPushButton(label);
    button->setObjectName(QString::fromLatin1(name));
    button->setToolTip(about);
    return button;
}

void empty(QMenu& menu) {
    menu.clear();
    qDeleteAll(menu.findChildren<QMenu*>(QString(), Qt::FindDirectChildrenOnly));
}

void set_menu(QPushButton* button, std::function<void(QMenu&)> fill) {
    auto* menu = new QMenu(button);
    QObject::connect(menu, &QMenu::aboutToShow, menu, [menu, fill = std::move(fill)] {
        empty(*menu);
        fill(*menu);
    });
    button->setMenu(menu);
}

void show_choice(QPushButton* button, const QString& text) {
    // An ampersand in a name must not become a shortcut.
    button->setText(QString(text).replace(QLatin1Char('&'), QStringLiteral("&&")) +
                    QStringLiteral(" ▾"));
    button->setAccessibleName(text);
}

QPushButton* choice_button(const char* name, const QString& label, const QString& about) {
    auto* button = action_button(name, label, about);
    button->setProperty("role", "choice");
    show_choice(button, label);
    return button;
}

QLabel* group_title(const QString& text) {
    auto* label = new QLabel(text);
    label->setFont(body_font(true));
    return label;
}

QLabel* large_label(const QString& text, bool bold) {
    auto* label = new QLabel(text);
    QFont font = body_font(bold);
    font.setPixelSize(scaled(15));
    label->setFont(font);
    return label;
}

QLabel* hint_label(const QString& text) {
    auto* label = new QLabel(text);
    label->setProperty("tone", "secondary");
    label->setWordWrap(true);
    return label;
}

QPushButton* switch_button(const char* name, const QString& label, const QString& about) {
    QPushButton* button = action_button(name, label, about);
    button->setProperty("role", "lens");
    button->setCheckable(true);
    return button;
}

void add_choice(QMenu& menu, const QString& label, bool now, const std::function<void()>& choose) {
    QAction* action = menu.addAction(label);
    action->setCheckable(true);
    action->setChecked(now);
    QObject::connect(action, &QAction::triggered, &menu, choose);
}

QScrollArea* scrolled(QWidget* inner) {
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inner);
    return scroll;
}

QHBoxLayout* button_row(std::initializer_list<QWidget*> widgets) {
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    for (QWidget* widget : widgets) row->addWidget(widget);
    row->addStretch(1);
    return row;
}

QWidget* labelled(const QString& label, QWidget* control) {
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* text = hint_label(label);
    text->setWordWrap(false);
    text->setBuddy(control);
    column->addWidget(text);
    column->addWidget(control, 0, Qt::AlignLeft);
    return box;
}

void keep_place(QWidget& widget) {
    QSizePolicy policy = widget.sizePolicy();
    policy.setRetainSizeWhenHidden(true);
    widget.setSizePolicy(policy);
}

QWidget* rule_line() {
    auto* line = new QWidget;
    line->setProperty("role", "rule");
    line->setAttribute(Qt::WA_StyledBackground);
    line->setFixedHeight(1);
    return line;
}

QColor grey_of_step(double step) {
    const int level = qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step))));
    return {level, level, level};
}

QIcon value_swatch(double step) {
    QPixmap square(scaled(11), scaled(11));
    square.fill(greys().secondary);
    QPainter painter(&square);
    painter.fillRect(square.rect().adjusted(1, 1, -1, -1), grey_of_step(step));
    return square;
}

}  // namespace underpaint
