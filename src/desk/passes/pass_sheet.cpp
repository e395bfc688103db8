// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/pass_sheet.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QStackedWidget>

#include "audit/range_pull.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/parts_menu.h"
#include "desk/passes/reach_page.h"
#include "desk/passes/tune_row.h"
#include "desk/work/reach_words.h"

namespace underpaint {

PassSheet::PassSheet(const Desk& desk, const AskForFile& ask, QWidget* parent)
    : QWidget(parent),
      session_(desk.session),
      measuring_(desk.meters.passes),
      canvas_(desk.canvas),
      ask_(ask),
      strokes_(desk.meters.strokes),
      edits_(desk.session) {
    build();
    session_.when(this, &PassSheet::show_pass, &Document::begun, &Document::changed,
                  &Outlook::moment_changed);
    connect(&measuring_, &Measuring::findings_changed, this, &PassSheet::refresh_ghost);
}

void PassSheet::build() {
    settings_ = new QWidget;
    auto* column = new QVBoxLayout(settings_);
    // The scroll bar takes the rest of the margin.
    column->setContentsMargins(scaled(12), scaled(6), scaled(4), scaled(8));
    column->setSpacing(scaled(6));
    column->addLayout(head());
    column->addLayout(sliders());
    column->addLayout(choices());
    column->addLayout(pages());

    editors_ = new QStackedWidget;
    plot_ = new ScalePlot(session_);
    source_page_ = new QWidget;
    auto* source = new QVBoxLayout(source_page_);
    source->setContentsMargins(0, 0, 0, 0);
    source->setSpacing(scaled(6));
    source->addWidget(editors_);
    tune_ = new TuneRow(edits_);
    source->addWidget(tune_);
    source->addWidget(plot_, 1);
    reach_page_ = new ReachPage(edits_, canvas_);
    column->addWidget(source_page_, 1);
    column->addWidget(reach_page_, 1);

    empty_ = hint_label();
    empty_->setContentsMargins(scaled(14), scaled(14), scaled(14), scaled(14));
    empty_->setAlignment(Qt::AlignTop);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->addWidget(settings_, 1);
    whole->addWidget(empty_, 1);
    show_page(Page::source);
    show_pass();
}

QLayout* PassSheet::head() {
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("pass_name"));
    name_->setAccessibleName(tr("Name of the pass"));
    name_->setFont(body_font(true));
    on_ = action_button("pass_on", tr("On"),
                        tr("Lay this pass or leave it out. Space in the ledger does the same"));
    on_->setCheckable(true);
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        if (name_->isModified())
            edits_.change(tr("Rename the pass"),
                          [&](Pass& p) { p.name = name_->text().toStdString(); });
    });
    connect(on_, &QPushButton::clicked, this, [this](bool on) {
        edits_.change(on ? tr("Switch the pass on") : tr("Switch the pass off"),
                      [&](Pass& p) { p.on = on; });
    });
    auto* row = new QHBoxLayout;
    row->addWidget(name_, 1);
    row->addWidget(on_);
    return row;
}

QLayout* PassSheet::sliders() {
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(16));
    const auto slider = [&](const Parameter& parameter, const QString& what, float Pass::*member) {
        auto* result = new BarSlider(parameter);
        connect(result, &BarSlider::moved, this, [this, what, member](float v) {
            edits_.change(
                what, [&](Pass& p) { p.*member = v; }, what);
        });
        connect(result, &BarSlider::released, this, [this] { edits_.end_gesture(); });
        row->addWidget(result, 1);
        return result;
    };
    strength_ = slider(kStrength, tr("Change strength"), &Pass::strength);
    hold_ = slider(kHold, tr("Hold values"), &Pass::hold);
    return row;
}

QLayout* PassSheet::choices() {
    blend_ = choice_button("blend", {}, tr("How the pass meets what lies below it"));
    blend_->setMenu(blend_menu());
    intent_ = choice_button("intent", {},
                            tr("What it is meant to do to values; drift that was meant is not held "
                               "against it"));
    intent_->setMenu(choice_menu(kIntents, [this](Intent intent) {
        edits_.change(tr("Change what it is meant to do"), [&](Pass& p) { p.intent = intent; });
    }));
    hold_to_ =
        choice_button("hold_to", {}, tr("Whose lightness a held pass and true colour give back"));
    hold_to_->setMenu(choice_menu(kHoldTos, [this](HoldTo to) {
        edits_.change(tr("Change what it holds to"), [&](Pass& p) { p.hold_to = to; });
    }));
    parts_ = choice_button("lands_on", {}, tr("The parts that it reaches"));
    auto* parts = new PartsMenu(
        session_,
        [this] { return edits_.pass() ? edits_.pass()->reach.parts : std::vector<PartId>(); },
        this);
    parts_->setMenu(parts);
    connect(parts, &PartsMenu::chosen, this, [this](const std::vector<PartId>& chosen) {
        edits_.change(tr("Change where it lands"), [&](Pass& p) {
            p.reach.parts = chosen;
            if (chosen.empty()) p.reach.kept.clear();  // the whole picture was chosen
        });
    });
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(scaled(12));
    grid->addWidget(labelled(tr("Blend"), blend_), 0, 0);
    grid->addWidget(labelled(tr("Meant to"), intent_), 0, 1);
    grid->addWidget(labelled(tr("Lands on"), parts_), 0, 2);
    grid->addWidget(labelled(tr("Holds to"), hold_to_), 0, 3);
    for (int column = 0; column < 4; ++column) grid->setColumnStretch(column, 1);
    return grid;
}

QLayout* PassSheet::pages() {
    source_tab_ = action_button("page_source", {}, tr("What the pass lays on"));
    reach_tab_ = action_button("page_reach", tr("Where it lands"),
                               tr("Values, what is painted or outlined, clipped or inverted"));
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(4));
    for (const auto& [tab, page] :
         {std::pair(source_tab_, Page::source), std::pair(reach_tab_, Page::reach)}) {
        tab->setCheckable(true);
        tab->setProperty("role", "lens");
        connect(tab, &QPushButton::clicked, this, [this, to = page] { show_page(to); });
        row->addWidget(tab);
    }
    row->addStretch(1);
    return row;
}

void PassSheet::show_page(Page page) {
    if (page != page_) put_down();
    page_ = page;
    source_tab_->setChecked(page == Page::source);
    reach_tab_->setChecked(page == Page::reach);
    source_page_->setVisible(page == Page::source);
    reach_page_->setVisible(page == Page::reach);
    if (const Pass* pass = edits_.pass(); pass != nullptr && entered_) show_editor(*pass);
    emit ladder_changed();
}

template <class Choice, std::size_t n, class Take>
QMenu* PassSheet::choice_menu(const std::array<ChoiceText<Choice>, n>& texts, Take take) {
    auto* menu = new QMenu(this);
    for (const auto& text : texts)
        connect(menu->addAction(from_view(text.label)), &QAction::triggered, this,
                [take, choice = text.choice] { take(choice); });
    return menu;
}

QMenu* PassSheet::blend_menu() {
    auto* menu = new QMenu(this);
    menu->setToolTipsVisible(true);
    for (const BlendText& text : kBlendTexts) {
        QAction* action = menu->addAction(from_view(text.label));
        action->setObjectName(QStringLiteral("blend_") + from_view(text.id));
        action->setToolTip(from_view(text.about));
        connect(action, &QAction::triggered, this, [this, mode = text.mode] {
            edits_.change(tr("Change blend"), [&](Pass& p) { p.blend = mode; });
        });
    }
    // Our own blend stands first, since most passes want it.
    menu->insertAction(menu->actions().constFirst(), menu->actions().constLast());
    menu->insertSeparator(menu->actions().at(1));
    return menu;
}

PassEditor* PassSheet::editor() const {
    return qobject_cast<PassEditor*>(editors_->currentWidget());
}

/// The editor of the pass's source, if that is in sight.
void PassSheet::show_editor(const Pass& pass) {
    PassEditor*& wanted = editor_of_[pass.source.index()];
    if (wanted == nullptr) {
        wanted = editor_for(pass.source, {edits_, canvas_, ask_, strokes_});
        connect(wanted, &PassEditor::ladder_changed, this, &PassSheet::ladder_changed);
        editors_->addWidget(wanted);
    }
    if (editor() != wanted) {
        if (PassEditor* before = editor()) before->leave();
        editors_->setCurrentWidget(wanted);
        emit ladder_changed();
    }
    // A page takes the height of its own content: hidden pages take no room.
    for (int i = 0; i < editors_->count(); ++i)
        editors_->widget(i)->setSizePolicy(QSizePolicy::Preferred, i == editors_->currentIndex()
                                                                       ? QSizePolicy::Preferred
                                                                       : QSizePolicy::Ignored);
    plot_->setVisible(!wanted->plots_values());
    if (page_ == Page::source && entered_) wanted->show_pass(pass);
}

void PassSheet::show_empty() {
    const bool sealed = session_.document.has_painting() && session_.document.painting().sealed();
    empty_->setText(sealed ? tr("This is the seal: every pass is compared with it. Lay a pass, or "
                                "choose one above to see and change what it does.")
                           : tr("Passes are compared with the sealed greys. Seal the underpaint on "
                                "the Values bench first."));
}

void PassSheet::put_down() {
    if (PassEditor* before = editor()) before->leave();
    reach_page_->leave();
}

void PassSheet::show_pass() {
    // A tool taken up for the pass before is put away.
    if (const auto place = session_.outlook.chosen_pass(); place != shown_) {
        shown_ = place;
        put_down();
    }
    const Pass* now = edits_.pass();
    settings_->setVisible(now != nullptr);
    empty_->setVisible(now == nullptr);
    if (now == nullptr) return show_empty();
    if (!name_->hasFocus()) name_->setText(shown(now->name));
    on_->setChecked(now->on);
    on_->setText(now->on ? tr("On") : tr("Off"));
    QString kind = from_view(kind_of(now->source));
    kind[0] = kind[0].toUpper();
    source_tab_->setText(kind);
    strength_->set_value(now->strength);
    hold_->set_value(now->hold);
    hold_->setEnabled(now->blend != BlendMode::true_colour);
    hold_to_->setEnabled(now->hold > 0 || now->blend == BlendMode::true_colour);
    show_choice(blend_, label_of(now->blend));
    show_choice(intent_, from_view(kIntents[static_cast<std::size_t>(now->intent)].label));
    show_choice(hold_to_, from_view(kHoldTos[static_cast<std::size_t>(now->hold_to)].label));
    show_choice(parts_, parts_in_words(session_.document.painting(), now->reach));
    show_editor(*now);
    tune_->show_pass(*now);
    reach_page_->show_pass(*now);
    refresh_ghost();
}

void PassSheet::enter() {
    entered_ = true;
    show_pass();
}

void PassSheet::begin_by_hand() {
    show_page(Page::source);
    if (PassEditor* now = editor(); now != nullptr && edits_.pass() != nullptr)
        now->begin_by_hand();
}

void PassSheet::leave() {
    put_down();
    entered_ = false;
}

bool PassSheet::finished() const {
    return plot_->finished() && reach_page_->finished();
}

void PassSheet::add_to(LadderFace& face) const {
    if (edits_.pass() == nullptr) return;
    add_pull(face);
    if (page_ == Page::reach)
        reach_page_->add_to(face);
    else if (const PassEditor* now = editor())
        now->add_to(face);
}

/// Where a pass that darkens or lightens begins to act, and how far it draws the range together.
void PassSheet::add_pull(LadderFace& face) const {
    const auto& audit = measuring_.audit();
    const std::size_t place = *session_.outlook.chosen_pass();
    if (!audit || audit->passes.size() < place) return;
    const StepHistogram& found = place == 0 ? audit->ground.steps : audit->passes[place - 1].steps;
    const auto pull =
        range_pull(session_.document.painting(), place, range_of(found), session_.choices.reader());
    if (!pull) return;
    face.pull = {pull->from_light, pull->begins, pull->was, pull->is};
    face.about += QLatin1Char(' ') + (pull->from_light ? tr("Darkens from step %1 up: the lightest "
                                                            "goes from %2 to %3.")
                                                       : tr("Lightens from step %1 down: the "
                                                            "darkest goes from %2 to %3."))
                                         .arg(pull->begins, 0, 'f', 1)
                                         .arg(pull->was, 0, 'f', 1)
                                         .arg(pull->is, 0, 'f', 1);
}

void PassSheet::act_on_ladder(HandleAct act, std::size_t handle, double step) {
    if (page_ == Page::reach)
        reach_page_->act_on_ladder(act, handle, step);
    else if (PassEditor* now = editor())
        now->act_on_ladder(act, handle, step);
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
