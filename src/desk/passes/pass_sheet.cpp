// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/pass_sheet.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>

#include "desk/kit/band_slider.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/parts_menu.h"
#include "desk/panes/source_editor.h"
#include "desk/work/reach_words.h"
#include "painting/changes.h"
#include "painting/source_fields.h"

namespace underpaint {
PassSheet::PassSheet(Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), session_(session), measuring_(measuring) {
    build();
    session_.when(this, &PassSheet::show_pass, &Document::begun, &Document::changed,
                  &Outlook::moment_changed);
    connect(&measuring_, &Measuring::findings_changed, this, &PassSheet::refresh_ghost);
}

void PassSheet::build() {
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("pass_name"));
    name_->setAccessibleName(tr("Name of the pass"));
    name_->setFont(body_font(true));
    kind_ = new QLabel;
    kind_->setProperty("tone", "secondary");
    on_ = new QPushButton(tr("On"));
    on_->setObjectName(QStringLiteral("pass_on"));
    on_->setCheckable(true);
    on_->setToolTip(tr("Lay this pass or leave it out. Space in the ledger does the same"));
    swatch_ = new QPushButton;
    swatch_->setObjectName(QStringLiteral("swatch"));
    swatch_->setAccessibleName(tr("Colour of the pass"));
    swatch_->setToolTip(tr("The colour that is laid; click to change it"));
    swatch_->setFixedSize(scaled(52), scaled(72));
    strength_ = new BarSlider(kStrength);
    hold_ = new BarSlider(kHold);
    band_ = new BandSlider;
    blend_ = choice_button("blend", {}, tr("How the pass meets what lies below it"));
    intent_ = choice_button("intent", {},
                            tr("What it is meant to do to values; drift that was meant is not held "
                               "against it"));
    parts_ = choice_button("lands_on", {}, tr("The parts that it reaches"));
    auto* parts = new PartsMenu(
        session_, [this] { return pass().reach.parts; }, this);
    parts_->setMenu(parts);
    colours_ = new ColourSheet(this);
    colours_->setWindowFlag(Qt::Popup);
    colours_->hide();

    auto* head = new QHBoxLayout;
    head->addWidget(name_, 1);
    head->addWidget(kind_);
    head->addWidget(on_);
    auto* sliders = new QVBoxLayout;
    sliders->setSpacing(0);
    sliders->addWidget(strength_);
    sliders->addWidget(hold_);
    source_ = new SourceEditor;
    sliders->addWidget(source_);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(scaled(12));
    middle->addWidget(swatch_, 0, Qt::AlignTop);
    middle->addLayout(sliders, 1);
    auto* choices = new QGridLayout;
    choices->setHorizontalSpacing(scaled(14));
    choices->addWidget(labelled(tr("Blend"), blend_), 0, 0);
    choices->addWidget(labelled(tr("Meant to"), intent_), 0, 1);
    choices->addWidget(labelled(tr("Lands on"), parts_), 0, 2);
    for (int column = 0; column < 3; ++column) choices->setColumnStretch(column, 1);

    settings_ = new QWidget;
    auto* column = new QVBoxLayout(settings_);
    column->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(8));
    column->setSpacing(scaled(7));
    column->addLayout(head);
    column->addLayout(middle);
    column->addLayout(choices);
    column->addWidget(band_);
    plot_ = new ScalePlot(session_);
    column->addWidget(plot_, 1);
    empty_ = new QLabel;
    empty_->setProperty("tone", "secondary");
    empty_->setWordWrap(true);
    empty_->setContentsMargins(scaled(14), scaled(14), scaled(14), scaled(14));
    empty_->setAlignment(Qt::AlignTop);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->addWidget(settings_, 1);
    whole->addWidget(empty_, 1);

    auto* blends = new QMenu(this);
    fill_blends(blends);
    blend_->setMenu(blends);
    auto* intents = new QMenu(this);
    fill_intents(intents);
    intent_->setMenu(intents);
    connect(parts, &PartsMenu::chosen, this, [this](const std::vector<PartId>& chosen) {
        change(tr("Change where it lands"), [&](Pass& p) { p.reach.parts = chosen; });
    });

    connect(name_, &QLineEdit::editingFinished, this, [this] {
        if (session_.outlook.chosen_pass() && name_->isModified())
            change(tr("Rename the pass"), [&](Pass& p) { p.name = name_->text().toStdString(); });
    });
    connect(on_, &QPushButton::clicked, this, [this](bool on) {
        change(on ? tr("Switch the pass on") : tr("Switch the pass off"),
               [&](Pass& p) { p.on = on; });
    });
    connect(strength_, &BarSlider::moved, this, [this](float v) {
        change(
            tr("Change strength"), [&](Pass& p) { p.strength = v; }, QStringLiteral("strength"));
    });
    connect(hold_, &BarSlider::moved, this, [this](float v) {
        change(
            tr("Hold values"), [&](Pass& p) { p.hold = v; }, QStringLiteral("hold"));
    });
    connect(band_, &BandSlider::moved, this, [this](const ValueBand& band) {
        change(
            tr("Change where it lands"), [&](Pass& p) { p.reach.band = band; },
            QStringLiteral("band"));
    });
    connect(colours_, &ColourSheet::picked, this, [this](Rgb colour) {
        change(
            tr("Change colour"),
            [&](Pass& p) { for_colours(p.source, [&](Rgb& own) { own = colour; }); },
            QStringLiteral("colour"));
    });
    connect(source_, &SourceEditor::changed, this,
            [this](const Source& source, const QString& field) {
                change(
                    tr("Change the %1").arg(from_view(kind_of(source))),
                    [&](Pass& p) { p.source = source; }, field);
            });
    connect(source_, &SourceEditor::released, &session_.document, &Document::end_gesture);
    connect(strength_, &BarSlider::released, &session_.document, &Document::end_gesture);
    connect(hold_, &BarSlider::released, &session_.document, &Document::end_gesture);
    connect(band_, &BandSlider::released, &session_.document, &Document::end_gesture);
    connect(colours_, &ColourSheet::released, &session_.document, &Document::end_gesture);
    connect(swatch_, &QPushButton::clicked, this, &PassSheet::toggle_colours);
    show_pass();
}

const Pass& PassSheet::pass() const {
    return session_.document.painting().passes[*session_.outlook.chosen_pass()];
}

template <class Change>
void PassSheet::change(const QString& what, Change change, const QString& gesture) {
    const auto index = session_.outlook.chosen_pass();
    if (!index) return;
    Pass changed = pass();
    change(changed);
    session_.document.change(
        what, with_changed_pass(session_.document.painting(), *index, std::move(changed)),
        gesture.isEmpty() ? gesture : gesture + QString::number(*index));
}

void PassSheet::fill_blends(QMenu* menu) {
    menu->setToolTipsVisible(true);
    for (const BlendText& text : kBlendTexts) {
        QAction* action = menu->addAction(from_view(text.label));
        action->setObjectName(QStringLiteral("blend_") + from_view(text.id));
        action->setToolTip(from_view(text.about));
        connect(action, &QAction::triggered, this, [this, mode = text.mode] {
            change(tr("Change blend"), [&](Pass& p) { p.blend = mode; });
        });
    }
    // Our own stands first: it is what most passes want.
    menu->insertAction(menu->actions().constFirst(), menu->actions().constLast());
    menu->insertSeparator(menu->actions().at(1));
}

void PassSheet::fill_intents(QMenu* menu) {
    for (const auto& text : kIntents)
        connect(menu->addAction(from_view(text.label)), &QAction::triggered, this,
                [this, intent = text.choice] {
                    change(tr("Change what it is meant to do"),
                           [&](Pass& p) { p.intent = intent; });
                });
}

void PassSheet::toggle_colours() {
    for_colours(pass().source, [&](const Rgb& own) { colours_->set_colour(own); });
    colours_->move(swatch_->mapToGlobal(QPoint(-colours_->width() - scaled(18), 0)));
    colours_->show();
    colours_->setFocus();
}

void PassSheet::show_pass() {
    const bool any = session_.outlook.chosen_pass().has_value();
    settings_->setVisible(any);
    empty_->setVisible(!any);
    if (!any) {
        const bool sealed =
            session_.document.has_painting() && session_.document.painting().sealed();
        empty_->setText(
            sealed ? tr("This is the seal: every pass is compared with it. Lay a pass, or "
                        "choose one above to see and change what it does.")
                   : tr("Passes are compared with the sealed greys. Seal the underpaint on "
                        "the Values bench first."));
        return;
    }
    const Pass& now = pass();
    if (!name_->hasFocus()) name_->setText(shown(now.name));
    kind_->setText(from_view(kind_of(now.source)));
    on_->setChecked(now.on);
    on_->setText(now.on ? tr("On") : tr("Off"));
    swatch_->setStyleSheet(QStringLiteral("QPushButton { background: %1; border: 1px solid %2; }")
                               .arg(hex_of(mean_colour(now.source)), greys().rule.name()));
    bool has_colour = false;
    for_colours(now.source, [&](const Rgb&) { has_colour = true; });
    swatch_->setEnabled(has_colour);
    source_->show_source(now.source);
    strength_->set_value(now.strength);
    hold_->set_value(now.hold);
    hold_->setEnabled(now.blend != BlendMode::true_colour);
    band_->set_band(now.reach.band);
    show_choice(blend_, label_of(now.blend));
    show_choice(intent_, from_view(kIntents[static_cast<std::size_t>(now.intent)].label));
    show_choice(parts_, parts_in_words(session_.document.painting(), now.reach));
    refresh_ghost();
}

void PassSheet::refresh_ghost() {
    const Mend* ease = nullptr;
    if (const auto index = session_.outlook.chosen_pass())
        for (const Mend& mend : measuring_.mends(*index))
            if (std::holds_alternative<SetStrength>(mend.change)) ease = &mend;
    show_ghost(ease);
}

void PassSheet::show_ghost(const Mend* mend) {
    const auto* strength = mend != nullptr ? std::get_if<SetStrength>(&mend->change) : nullptr;
    const auto* hold = mend != nullptr ? std::get_if<SetHold>(&mend->change) : nullptr;
    strength_->set_ghost(strength != nullptr ? std::optional(strength->to) : std::nullopt);
    hold_->set_ghost(hold != nullptr ? std::optional(hold->to) : std::nullopt);
}

}  // namespace underpaint
