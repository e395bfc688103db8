// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/days_sheet.h"

#include <QFormLayout>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QRegularExpression>
#include <QTime>

#include "desk/brief/brief_changes.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {

DaysSheet::DaysSheet(Session& session, QWidget* parent)
    : QWidget(parent, Qt::Popup), session_(session) {
    setObjectName(QStringLiteral("days_sheet"));
    auto* form = new QFormLayout(this);
    form->setContentsMargins(scaled(14), scaled(12), scaled(14), scaled(12));
    form->setHorizontalSpacing(scaled(12));
    form->setVerticalSpacing(scaled(6));
    form->setLabelAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    due_ = add_line(*form, "due", tr("Due"), tr("As 2026-11-30; empty: no date"),
                    &DaysSheet::take_due);
    due_->setPlaceholderText(tr("no date"));
    minutes_ = add_line(*form, "minutes_a_day", tr("Minutes a day"), tr("Of work on a working day"),
                        &DaysSheet::take_minutes);
    begins_ = add_line(*form, "begins", tr("Work begins"), tr("As 18:00; for the calendar"),
                       &DaysSheet::take_begins);
    auto* week = new QHBoxLayout;
    week->setSpacing(scaled(2));
    const std::array names{tr("Su"), tr("Mo"), tr("Tu"), tr("We"), tr("Th"), tr("Fr"), tr("Sa")};
    for (unsigned day = 0; day < 7; ++day) {
        auto* button = action_button(("off_" + std::to_string(day)).c_str(), names[day],
                                     tr("No work on this day of the week"));
        button->setProperty("role", "day");
        button->setCheckable(true);
        button->setFixedWidth(scaled(28));
        connect(button, &QPushButton::clicked, this, [this, day](bool off) {
            change_brief(session_, tr("Days off"), [&](Brief& brief) {
                if (off)
                    brief.days.off.insert(day);
                else
                    brief.days.off.erase(day);
            });
        });
        weekdays_[day] = button;
        week->addWidget(button);
    }
    week->addStretch(1);
    auto* off = hint_label(tr("Days off"));
    form->addRow(off, week);
    days_off_ = add_line(*form, "days_off", tr("Single days off"),
                         tr("As 2026-12-24, one after the other"), &DaysSheet::take_days_off);
    days_off_->setPlaceholderText(tr("none"));
    canvas_ = action_button("on_canvas", tr("On canvas"),
                            tr("The paint has to dry: days are kept free for it after a step"));
    canvas_->setCheckable(true);
    connect(canvas_, &QPushButton::clicked, this, [this](bool on) {
        change_brief(session_, tr("Work on canvas"), [&](Brief& brief) { brief.days.canvas = on; });
    });
    form->addRow(hint_label(tr("Drying")), canvas_);
    connect(&session_.document, &Document::changed, this, &DaysSheet::refresh);
}

QLineEdit* DaysSheet::add_line(QFormLayout& form, const char* name, const QString& label,
                               const QString& about, void (DaysSheet::*taken)()) {
    auto* edit = new QLineEdit;
    edit->setObjectName(QString::fromLatin1(name));
    edit->setToolTip(about);
    edit->setAccessibleName(QStringLiteral("%1: %2").arg(label, about));
    edit->setMinimumWidth(scaled(200));
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, taken] {
        if (edit->isModified() && session_.document.has_painting()) (this->*taken)();
        edit->setModified(false);
        refresh();
    });
    form.addRow(hint_label(label), edit);
    return edit;
}

/// Above the button where there is room, below it where not.
void DaysSheet::open_above(const QWidget& button) {
    refresh();
    adjustSize();
    const QPoint corner =
        button.mapToGlobal(QPoint(button.width() - width(), -height() - scaled(4)));
    const QPoint below =
        button.mapToGlobal(QPoint(button.width() - width(), button.height() + scaled(4)));
    move(corner.y() >= button.window()->geometry().top() ? corner : below);
    show();
    due_->setFocus();
}

void DaysSheet::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().bar);
    painter.setPen(greys().secondary);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
}

void DaysSheet::refresh() {
    if (!session_.document.has_painting()) return;
    const Days& days = session_.document.painting().brief.days;
    const auto show_text = [](QLineEdit* edit, const QString& text) {
        if (!edit->isModified()) edit->setText(text);
    };
    show_text(due_, days.due ? QString::fromStdString(iso(*days.due)) : QString());
    show_text(minutes_, QString::number(days.minutes));
    show_text(begins_, QTime(days.begins / 60, days.begins % 60).toString(QStringLiteral("H:mm")));
    QStringList single;
    for (const Date day : days.days_off) single << QString::fromStdString(iso(day));
    show_text(days_off_, single.join(QLatin1Char(' ')));
    for (unsigned day = 0; day < 7; ++day) weekdays_[day]->setChecked(days.off.contains(day));
    canvas_->setChecked(days.canvas);
}

void DaysSheet::take_due() {
    const QString text = due_->text().trimmed();
    const auto date = date_from_iso(text.toStdString());
    if (!text.isEmpty() && !date) return;
    change_brief(session_, tr("Due date"), [&](Brief& brief) { brief.days.due = date; });
}

void DaysSheet::take_minutes() {
    bool number = false;
    const int minutes = minutes_->text().toInt(&number);
    if (!number) return;
    change_brief(session_, tr("Minutes a day"),
                 [&](Brief& brief) { brief.days.minutes = minutes; });
}

void DaysSheet::take_begins() {
    const QTime time = QTime::fromString(begins_->text().trimmed(), QStringLiteral("H:mm"));
    if (!time.isValid()) return;
    change_brief(session_, tr("When work begins"),
                 [&](Brief& brief) { brief.days.begins = time.hour() * 60 + time.minute(); });
}

void DaysSheet::take_days_off() {
    static const QRegularExpression between(QStringLiteral("[\\s,;]+"));
    std::set<Date> days;
    for (const QString& word : days_off_->text().split(between, Qt::SkipEmptyParts))
        if (const auto day = date_from_iso(word.toStdString())) days.insert(*day);
    change_brief(session_, tr("Days off"), [&](Brief& brief) { brief.days.days_off = days; });
}

}  // namespace underpaint
