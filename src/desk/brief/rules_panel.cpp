// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/rules_panel.h"

#include <QEvent>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QRegularExpression>

#include "desk/brief/brief_changes.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr const char* kRule = "rule";  // property of a widget: the rule that it belongs to

QString shown_value(const HouseRuleText& text, double value) {
    const QString number =
        text.number.unit == Unit::steps
            ? QString::number(value, 'g', 3)
            : QStringLiteral("%1%").arg(step_in_words(std::round(1000 * value) / 10));
    return from_view(text.said).arg(number);
}

}  // namespace

RulesPanel::RulesPanel(const Desk& desk, QWidget* parent)
    : QWidget(parent), session_(desk.session) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(8));
    column->setSpacing(scaled(5));
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("House rules")));
    head->addStretch(1);
    auto* about = hint_label(tr("yours, kept for every painting"));
    about->setWordWrap(false);
    head->addWidget(about);
    column->addLayout(head);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(scaled(6));
    grid->setVerticalSpacing(0);
    grid->setColumnMinimumWidth(0, scaled(128));
    grid->setColumnStretch(1, 1);
    for (const HouseRuleText& text : kHouseRules) add_row(*grid, text);
    column->addLayout(grid);
    why_ = hint_label();
    why_->setObjectName(QStringLiteral("rule_why"));
    // Three lines are reserved, so that nothing below moves when a rule is pointed at.
    why_->setFixedHeight(3 * QFontMetrics(secondary_font()).lineSpacing() + scaled(6));
    why_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    column->addWidget(why_);
    session_.when(this, &RulesPanel::refresh, &Document::changed);
    connect(&session_.settings, &PainterSettings::changed, this, &RulesPanel::refresh);
    explain(nullptr);
    refresh();
}

void RulesPanel::add_row(QGridLayout& grid, const HouseRuleText& text) {
    const int row = grid.rowCount();
    Row& widgets = rows_[static_cast<std::size_t>(text.rule)];
    const std::string name = "rule_" + std::string(text.number.id);
    auto* label = hint_label(from_view(text.number.label));
    label->setWordWrap(false);
    QWidget* value = nullptr;
    if (text.words.empty()) {
        widgets.number = new QLineEdit;
        widgets.number->setTextMargins(-3, 0, 0, 0);
        widgets.number->setObjectName(QString::fromStdString(name));
        connect(widgets.number, &QLineEdit::editingFinished, this,
                [this, &text, edit = widgets.number] {
                    bool number = false;
                    static const QRegularExpression other(QStringLiteral("[^0-9.,]"));
                    const double written = step_from_words(edit->text().remove(other), &number);
                    const bool modified = edit->isModified();
                    edit->setModified(false);
                    if (number && modified)
                        set(text.rule, text.number.unit == Unit::steps ? written : written / 100);
                    refresh();
                });
        value = widgets.number;
    } else {
        widgets.words = choice_button(name.c_str(), {}, from_view(text.number.about));
        auto* menu = new QMenu(this);
        for (std::size_t i = 0; i < text.words.size(); ++i)
            connect(menu->addAction(from_view(text.words[i].label)), &QAction::triggered, this,
                    [this, rule = text.rule, i] { set(rule, static_cast<double>(i)); });
        widgets.words->setMenu(menu);
        value = widgets.words;
    }
    widgets.here = action_button((name + "_here").c_str(), tr("here"),
                                 tr("Otherwise in this painting than in the others"));
    widgets.here->setProperty("role", "lens");
    widgets.here->setCheckable(true);
    widgets.here->setFixedHeight(scaled(18));
    connect(widgets.here, &QPushButton::clicked, this,
            [this, rule = text.rule](bool here) { set_here(rule, here); });
    const QString about = from_view(text.number.about) + QStringLiteral(". ") + from_view(text.why);
    for (QWidget* widget : std::initializer_list<QWidget*>{label, value, widgets.here}) {
        widget->setProperty(kRule, static_cast<int>(text.rule));
        widget->installEventFilter(this);
        if (widget != widgets.here) widget->setToolTip(about);
    }
    value->setAccessibleName(from_view(text.number.label));
    value->setAccessibleDescription(about);
    grid.setRowMinimumHeight(row, scaled(22));
    grid.addWidget(label, row, 0);
    grid.addWidget(value, row, 1);
    grid.addWidget(widgets.here, row, 2);
}

void RulesPanel::refresh() {
    if (!isVisible()) return;
    const bool any = session_.document.has_painting();
    const HouseRules here = any ? session_.document.painting().brief.rules : HouseRules{};
    for (const HouseRuleText& text : kHouseRules) {
        Row& row = rows_[static_cast<std::size_t>(text.rule)];
        const double value = value_of(text.rule, here, session_.settings.rules());
        if (row.words != nullptr)
            show_choice(row.words, from_view(text.words[static_cast<std::size_t>(value)].label));
        else if (!row.number->hasFocus() || !row.number->isModified())
            row.number->setText(shown_value(text, value));
        row.here->setEnabled(any);
        row.here->setChecked(here.contains(text.rule));
    }
}

void RulesPanel::set(HouseRule rule, double value) {
    const bool here =
        session_.document.has_painting() && session_.document.painting().brief.rules.contains(rule);
    if (!here) return session_.settings.set_rule(rule, value);
    change_brief(session_, tr("House rule"), [&](Brief& brief) { brief.rules[rule] = value; });
}

void RulesPanel::set_here(HouseRule rule, bool here) {
    change_brief(session_, here ? tr("House rule in this painting") : tr("House rule as always"),
                 [&](Brief& brief) {
                     if (here)
                         brief.rules[rule] = value_of(rule, {}, session_.settings.rules());
                     else
                         brief.rules.erase(rule);
                 });
}

void RulesPanel::explain(const HouseRuleText* text) {
    why_->setText(text != nullptr
                      ? from_view(text->why)
                      : tr("Point at a rule to see why some hold it and others don't."));
}

bool RulesPanel::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn) {
        const int rule = watched->property(kRule).toInt();
        explain(&kHouseRules[static_cast<std::size_t>(rule)]);
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace underpaint
