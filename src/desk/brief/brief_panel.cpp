// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/brief_panel.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QRegularExpression>

#include "desk/brief/brief_changes.h"
#include "desk/brief/take_from.h"
#include "desk/kit/colour_button.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/verdict_mark.h"
#include "desk/kit/words.h"
#include "desk/work/palette_offer.h"

namespace underpaint {
namespace {

constexpr Rgb kUsualMother{0.38F, 0.47F, 0.66F};

/// The numbers in a text, in order; a comma is a point where it is one.
std::vector<double> numbers_in(const QString& text) {
    static const QRegularExpression number(QStringLiteral("\\d+(?:[.,]\\d+)?"));
    std::vector<double> numbers;
    for (auto matches = number.globalMatch(text); matches.hasNext();)
        numbers.push_back(
            matches.next().captured().replace(QLatin1Char(','), QLatin1Char('.')).toDouble());
    return numbers;
}

void show_text(QLineEdit* edit, const QString& text) {
    if (edit->hasFocus() && edit->isModified()) return;
    edit->setText(text);
    edit->setCursorPosition(0);  // shows the beginning of a long text
}

/// A second widget in the row of the first.
void put_beside(QGridLayout* grid, QWidget* first, QWidget* second) {
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(4));
    grid->removeWidget(first);
    row->addWidget(first, 1);
    row->addWidget(second);
    grid->addLayout(row, grid->rowCount() - 1, 1);
}

QString per_cent(double share) {
    return QStringLiteral("%1%").arg(step_in_words(std::round(1000 * share) / 10));
}

}  // namespace

BriefPanel::BriefPanel(const Desk& desk, QWidget* parent)
    : QWidget(parent), session_(desk.session), meter_(desk.meters.brief) {
    build();
    session_.when(this, &BriefPanel::refresh, &Document::changed, &Choices::scale_changed);
    connect(&meter_, &BriefMeter::standing_changed, this, &BriefPanel::refresh_now);
    refresh();
}

void BriefPanel::build() {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(8));
    column->setSpacing(scaled(5));
    take_ = choice_button("take_brief", tr("Take from"),
                          tr("Key, range and swing as the picture has them, or a reference"));
    auto* menu = new QMenu(this);
    take_->setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, [this, menu] { fill_take_from(menu); });
    auto* late = action_button("late_change", tr("What would change…"),
                               tr("A new figure or another size, when work is under way: what it "
                                  "touches, before it is done"));
    connect(late, &QPushButton::clicked, this, &BriefPanel::wants_late_change);
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Brief")));
    head->addStretch(1);
    head->addWidget(take_);
    head->addSpacing(scaled(8));
    head->addWidget(late);
    column->addLayout(head);

    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(scaled(6));
    grid->setVerticalSpacing(0);
    grid->setColumnMinimumWidth(0, scaled(100));
    grid->setColumnStretch(1, 1);
    purpose_ = add_text(grid, "brief_purpose", tr("For"), tr("What the picture is for"),
                        &BriefPanel::take_purpose);
    size_ = add_text(grid, "brief_size", tr("Size"), tr("Pixels across and down, as 2400 × 1800"),
                     &BriefPanel::take_size);
    add_now(grid, "size");
    lead_ = add_text(grid, "brief_lead", tr("Leads by"),
                     tr("How many times the contrast of the next place the focus has"),
                     &BriefPanel::take_lead);
    add_now(grid, "lead");
    light_ =
        add_choice(grid, "brief_light", tr("Light"), tr("How the temperature of the light runs"));
    add_now(grid, "light");
    auto* lights = new QMenu(this);
    const auto add_light = [&](const QString& label, std::optional<Light> light) {
        connect(lights->addAction(label), &QAction::triggered, this, [this, light] {
            change_brief(session_, tr("Light"), [&](Brief& brief) { brief.light = light; });
        });
    };
    add_light(tr("open"), {});
    for (const auto& text : kLights) add_light(from_view(text.label), text.choice);
    light_->setMenu(lights);
    swing_ = add_text(grid, "brief_swing", tr("Swing wanted"),
                      tr("At least so much warmth between lights and shadows; empty: open"),
                      &BriefPanel::take_swing);
    add_now(grid, "swing");
    key_ =
        add_choice(grid, "brief_key", tr("Key"), tr("Where most of the picture lies on the scale"));
    add_now(grid, "key");
    auto* keys = new QMenu(this);
    const auto add_key = [&](const QString& label, std::optional<Key> key) {
        connect(keys->addAction(label), &QAction::triggered, this, [this, key] {
            change_plan(session_, tr("Plan a key"), [&](Plan& plan) { plan.key = key; });
        });
    };
    add_key(tr("open"), {});
    for (const Key key : {Key::low, Key::middle, Key::high}) add_key(from_view(name_of(key)), key);
    key_->setMenu(keys);
    range_ = add_text(grid, "brief_range", tr("Range"),
                      tr("From the darkest to the lightest step, as 1.8–7.5; empty: open"),
                      &BriefPanel::take_range);
    add_now(grid, "range");
    mother_ = add_text(grid, "brief_mother", tr("Mother colour"),
                       tr("A colour that all others hold some of, with its share: Blue hour 15%"),
                       &BriefPanel::take_mother);
    colour_ = new ColourButton;
    colour_->set_offer(palette_offer(session_));
    colour_->setObjectName(QStringLiteral("brief_mother_colour"));
    colour_->setToolTip(tr("The mother colour"));
    colour_->setAccessibleName(tr("The mother colour"));
    connect(colour_, &ColourButton::picked, this, [this](Rgb colour) {
        change_brief(
            session_, tr("Mother colour"),
            [&](Brief& brief) {
                if (brief.mother) brief.mother->colour = colour;
            },
            QStringLiteral("mother"));
    });
    connect(colour_, &ColourButton::released, &session_.document, &Document::end_gesture);
    colour_->setFixedSize(scaled(22), scaled(14));
    put_beside(grid, mother_, colour_);
    add_now(grid, "mother");
    strongest_ = add_text(grid, "brief_strongest", tr("Strongest colour"),
                          tr("Most share of the picture that it takes, as 2%; empty: open"),
                          &BriefPanel::take_strongest);
    at_ = choice_button("brief_strongest_at", {}, tr("Where the strongest colour belongs"));
    auto* places = new QMenu(this);
    for (const auto& text : kStrongestAts)
        connect(places->addAction(from_view(text.label)), &QAction::triggered, this,
                [this, at = text.choice] {
                    change_brief(session_, tr("Strongest colour"), [&](Brief& brief) {
                        brief.strongest = {at, brief.strongest ? brief.strongest->area : 0.05};
                    });
                });
    at_->setMenu(places);
    put_beside(grid, strongest_, at_);
    add_now(grid, "strongest");
    column->addLayout(grid);
}

QLineEdit* BriefPanel::add_text(QGridLayout* grid, const char* name, const QString& label,
                                const QString& about, void (BriefPanel::*taken)()) {
    const int row = grid->rowCount();
    auto* text = hint_label(label);
    text->setWordWrap(false);
    auto* edit = new QLineEdit;
    edit->setObjectName(QString::fromLatin1(name));
    edit->setPlaceholderText(tr("open"));
    edit->setToolTip(about);
    edit->setAccessibleName(QStringLiteral("%1: %2").arg(label, about));
    edit->setMinimumWidth(scaled(40));
    edit->setTextMargins(-3, 0, 0, 0);  // aligned with the words of the choices
    text->setBuddy(edit);
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, taken] {
        if (edit->isModified() && session_.document.has_painting()) (this->*taken)();
        edit->setModified(false);
        refresh();
    });
    grid->setRowMinimumHeight(row, scaled(23));
    grid->addWidget(text, row, 0);
    grid->addWidget(edit, row, 1);
    return edit;
}

QPushButton* BriefPanel::add_choice(QGridLayout* grid, const char* name, const QString& label,
                                    const QString& about) {
    const int row = grid->rowCount();
    auto* text = hint_label(label);
    text->setWordWrap(false);
    auto* button = choice_button(name, {}, about);
    grid->setRowMinimumHeight(row, scaled(23));
    grid->addWidget(text, row, 0);
    grid->addWidget(button, row, 1);
    return button;
}

/// What the picture has, at the right end of the row added last.
void BriefPanel::add_now(QGridLayout* grid, const char* line) {
    const int row = grid->rowCount() - 1;
    auto* figure = new QLabel;
    figure->setFont(figure_font());
    figure->setObjectName(QStringLiteral("now_%1").arg(QString::fromLatin1(line)));
    figure->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    auto* mark = new VerdictMark;
    grid->addWidget(figure, row, 2);
    grid->addWidget(mark, row, 3);
    now_[line] = {figure, mark};
}

void BriefPanel::fill_take_from(QMenu* menu) {
    menu->clear();
    QAction* is = menu->addAction(tr("the picture as it is"));
    is->setObjectName(QStringLiteral("take_as_it_is"));
    is->setEnabled(meter_.work() != nullptr);
    connect(is, &QAction::triggered, this, [this] {
        if (meter_.work() != nullptr)
            take_from(session_, meter_.work()->finished, tr("the picture"));
    });
    if (!session_.document.has_painting()) return;
    for (const Reference& reference : session_.document.painting().brief.references) {
        const auto* seen = meter_.seen(reference);
        if (seen == nullptr || !seen->figures) continue;
        connect(menu->addAction(shown_on_button(reference.picture.name)), &QAction::triggered, this,
                [this, figures = *seen->figures, name = shown(reference.picture.name)] {
                    take_from(session_, figures, name);
                });
    }
}

void BriefPanel::refresh() {
    setEnabled(session_.document.has_painting());
    if (!session_.document.has_painting() || !isVisible()) return;
    const Brief& brief = session_.document.painting().brief;
    const Plan& plan = session_.document.painting().plan;
    const Choices& choices = session_.choices;
    show_text(purpose_, shown(brief.purpose));
    show_text(size_, brief.size
                         ? QStringLiteral("%1 × %2").arg(brief.size->width).arg(brief.size->height)
                         : QString());
    show_text(lead_, plan.lead ? tr("%1×%2")
                                     .arg(*plan.lead, 0, 'f', 2)
                                     .arg(plan.foci.empty() ? QString()
                                                            : QStringLiteral(", ") +
                                                                  shown(plan.foci.front().name))
                               : QString());
    show_choice(light_, brief.light
                            ? from_view(kLights[static_cast<std::size_t>(*brief.light)].label)
                            : tr("open"));
    swing_->setEnabled(brief.light != Light::one_temperature);
    const auto wanted = wanted_swing(brief);
    show_text(swing_, wanted && *wanted != 0 ? tr("at least %1").arg(signed_figure(*wanted, 1))
                                             : QString());
    show_choice(key_, plan.key ? from_view(name_of(*plan.key)) : tr("open"));
    show_text(range_, plan.range ? QStringLiteral("%1–%2")
                                       .arg(choices.said(plan.range->darkest), 0, 'f', 1)
                                       .arg(choices.said(plan.range->lightest), 0, 'f', 1)
                                 : QString());
    show_text(mother_, brief.mother ? QStringLiteral("%1, %2").arg(shown(brief.mother->name),
                                                                   per_cent(brief.mother->share))
                                    : QString());
    colour_->setVisible(brief.mother.has_value());
    if (brief.mother) colour_->set_colour(brief.mother->colour);
    show_text(strongest_,
              brief.strongest ? tr("at most %1").arg(per_cent(brief.strongest->area)) : QString());
    show_choice(at_,
                brief.strongest
                    ? from_view(kStrongestAts[static_cast<std::size_t>(brief.strongest->at)].label)
                    : tr("anywhere"));
    refresh_now();
}

void BriefPanel::refresh_now() {
    if (!isVisible()) return;
    for (auto& [id, now] : now_) {
        const auto& lines = meter_.lines();
        const auto line = std::ranges::find(lines, id, &BriefLine::id);
        const bool set = line != lines.end();
        now.figure->setText(set ? QString::fromStdString(line->now) : QString());
        now.mark->set_verdict(set && !line->now.empty() ? std::optional(line->verdict)
                                                        : std::nullopt);
        now.figure->setToolTip(tr("What the picture has now"));
    }
}

void BriefPanel::take_purpose() {
    change_brief(session_, tr("What it is for"),
                 [&](Brief& brief) { brief.purpose = purpose_->text().trimmed().toStdString(); });
}

void BriefPanel::take_size() {
    const auto numbers = numbers_in(size_->text());
    if (numbers.size() != 2 && !size_->text().trimmed().isEmpty()) return;
    change_brief(session_, tr("Size wanted"), [&](Brief& brief) {
        brief.size.reset();
        constexpr double most = 60'000;
        if (numbers.size() == 2 && numbers[0] <= most && numbers[1] <= most)
            brief.size = {static_cast<int>(numbers[0]), static_cast<int>(numbers[1])};
    });
}

void BriefPanel::take_lead() {
    const auto numbers = numbers_in(lead_->text().section(QStringLiteral("×"), 0, 0));
    change_plan(session_, tr("Plan a lead"), [&](Plan& plan) {
        plan.lead = numbers.empty() ? std::nullopt : std::optional(numbers.front());
    });
}

void BriefPanel::take_swing() {
    const auto numbers = numbers_in(swing_->text());
    change_brief(session_, tr("Swing wanted"), [&](Brief& brief) {
        brief.swing = numbers.empty() ? std::nullopt : std::optional(numbers.front());
    });
}

void BriefPanel::take_range() {
    const auto numbers = numbers_in(range_->text());
    if (numbers.size() != 2 && !range_->text().trimmed().isEmpty()) return;
    const ValueScale scale = session_.choices.scale();
    change_plan(session_, tr("Plan a range"), [&](Plan& plan) {
        plan.range.reset();
        if (numbers.size() == 2)
            plan.range = {from_scale(std::min(numbers[0], numbers[1]), scale),
                          from_scale(std::max(numbers[0], numbers[1]), scale)};
    });
}

void BriefPanel::take_mother() {
    const QString text = mother_->text().trimmed();
    const auto numbers = numbers_in(text);
    QString name = text;
    name.remove(QRegularExpression(QStringLiteral("[,\\s]*\\d+(?:[.,]\\d+)?\\s*%?\\s*$")));
    change_brief(session_, tr("Mother colour"), [&](Brief& brief) {
        if (text.isEmpty()) return brief.mother.reset();
        const Rgb colour = brief.mother ? brief.mother->colour
                           : !session_.choices.used_colours().empty()
                               ? session_.choices.used_colours().front()
                               : kUsualMother;
        const double share = numbers.empty() ? 0.15 : numbers.back() / 100;
        brief.mother = {name.isEmpty() ? tr("Mother").toStdString() : name.toStdString(), colour,
                        share};
    });
}

void BriefPanel::take_strongest() {
    const auto numbers = numbers_in(strongest_->text());
    change_brief(session_, tr("Strongest colour"), [&](Brief& brief) {
        if (numbers.empty()) return brief.strongest.reset();
        brief.strongest = {brief.strongest ? brief.strongest->at : StrongestAt::focus,
                           numbers.front() / 100};
    });
}

}  // namespace underpaint
