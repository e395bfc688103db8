// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_sheet.h"

#include <QLabel>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/save_drawing.h"
#include "desk/versions/brief_table.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"

namespace underpaint {
VersionsSheet::VersionsSheet(const Desk& desk, VersionEdits& edits, const VersionsMeter& meter,
                             QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      edits_(edits),
      meter_(meter),
      making_(this, Urgency::figures, "another version"),
      trial_(new VersionTrial(edits)) {
    list_ = new VersionsList(desk.session, edits_, meter_);
    branch_ = action_button("branch_version", tr("Branch"),
                            tr("The chosen version once more, to go another way with"));
    rename_ = action_button("rename_version", tr("Rename"), tr("Give it another name (F2)"));
    delete_ = action_button("delete_version", tr("Delete"), tr("Undo brings it back"));
    connect(branch_, &QPushButton::clicked, this, [this] {
        edits_.branch();
        list_->setFocus();
    });
    connect(rename_, &QPushButton::clicked, list_, &VersionsList::rename_looked_at);
    connect(delete_, &QPushButton::clicked, this, [this] { edits_.remove(edits_.looked_at()); });
    hint_ = hint_label();
    hint_->setObjectName(QStringLiteral("versions_hint"));
    note_ = new QPlainTextEdit;
    note_->setObjectName(QStringLiteral("version_note"));
    note_->setAccessibleName(tr("Why this version"));
    note_->setPlaceholderText(tr("Why this one, in your words"));
    note_->setTabChangesFocus(true);
    note_->setFixedHeight(scaled(56));
    connect(note_, &QPlainTextEdit::textChanged, this, [this] {
        if (note_->hasFocus()) edits_.note(edits_.looked_at(), note_->toPlainText());
    });
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, scaled(8));
    column->setSpacing(scaled(6));
    column->addWidget(list_);
    const auto indented = [&](QWidget* widget) {
        auto* row = new QHBoxLayout;
        row->setContentsMargins(scaled(12), 0, scaled(12), 0);
        row->addWidget(widget);
        column->addLayout(row);
    };
    auto* buttons = new QWidget;
    auto* row = new QHBoxLayout(buttons);
    row->setContentsMargins(0, 0, 0, 0);
    for (QPushButton* button : {branch_, rename_, delete_}) row->addWidget(button);
    row->addStretch(1);
    auto* late = action_button("another_underpaint", tr("Late change…"),
                               tr("Another underpaint or another size under all versions"));
    connect(late, &QPushButton::clicked, this, &VersionsSheet::wants_late_change);
    row->addWidget(late);
    indented(buttons);
    column->addWidget(rule_line());
    indented(making_box());
    column->addWidget(rule_line());
    indented(group_title(tr("By the brief")));
    indented(new BriefTable(meter_));
    column->addWidget(rule_line());
    indented(taking_box());
    column->addWidget(rule_line());
    indented(group_title(tr("Why this one")));
    indented(note_);
    seen_blind_ = hint_label();
    seen_blind_->setObjectName(QStringLiteral("seen_blind"));
    indented(seen_blind_);
    others_ = action_button("others_see_all", tr("Others see all versions"),
                            tr("Other programs find them in the file as hidden groups, each whole "
                               "by itself; the file becomes larger. Otherwise they see the chosen "
                               "one"));
    others_->setCheckable(true);
    connect(others_, &QPushButton::clicked, this,
            [this](bool on) { edits_.show_all_to_others(on); });
    auto* seen_by = new QWidget;
    auto* seen_row = new QHBoxLayout(seen_by);
    seen_row->setContentsMargins(0, 0, 0, 0);
    seen_row->addWidget(others_);
    seen_row->addStretch(1);
    indented(seen_by);
    column->addStretch(1);
    auto* scroll = scrolled(inner);
    inner->setAutoFillBackground(false);  // the sheet shows through
    go_on_ = action_button("go_on_with_version", {}, tr("Choose it, and lay passes on it"));
    go_on_->setProperty("role", "main");
    connect(go_on_, &QPushButton::clicked, this, [this] {
        edits_.choose(edits_.looked_at());
        emit wants_to_go_on();
    });
    auto* page = new QWidget;
    auto* all = new QVBoxLayout(page);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(scroll, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(10));
    foot->addWidget(go_on_);
    all->addLayout(foot);
    auto* blind =
        hint_label(tr("You are looking without names and figures. They come back when "
                      "every pair was seen, or with Escape."));
    blind->setAlignment(Qt::AlignTop);
    blind->setContentsMargins(scaled(12), scaled(12), scaled(12), 0);
    pages_ = new QStackedWidget;
    pages_->addWidget(page);
    pages_->addWidget(blind);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->addWidget(pages_);
    connect(&edits_, &VersionEdits::changed, this, &VersionsSheet::refresh);
    connect(&meter_, &VersionsMeter::changed, this, &VersionsSheet::refresh);
    connect(&making_, &LatestJob::ended, this, &VersionsSheet::refresh);
    connect(&desk_.session.document, &Document::begun, this, [this] {
        making_.stop();
        hint_->clear();
        end_trying();
    });
    refresh();
}

QWidget* VersionsSheet::taking_box() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(12));
    row->addWidget(group_title(tr("Take over")));
    a_pass_ = choice_button("take_pass", tr("A pass of another"),
                            tr("Lays a pass of another version once more, on the chosen one"));
    set_menu(a_pass_, [this](QMenu& menu) { fill_passes(menu); });
    a_part_ = choice_button("take_part", tr("A part's colour"),
                            tr("From the version that is looked at into the chosen one"));
    set_menu(a_part_, [this](QMenu& menu) { fill_parts(menu); });
    row->addWidget(a_pass_);
    row->addWidget(a_part_);
    row->addStretch(1);
    sheet_ = choice_button("contact_sheet", tr("Contact sheet"),
                           tr("All versions with names and figures, as a file"));
    set_menu(sheet_, [this](QMenu& menu) { fill_sheets(menu); });
    row->addWidget(sheet_);
    return box;
}

void VersionsSheet::fill_sheets(QMenu& menu) {
    offer_saving(menu, desk_.ask, tr("Save the contact sheet"),
                 tr("%1, versions").arg(shown(edits_.painting().name)),
                 [this](const std::filesystem::path& path) { emit wants_sheet(path); });
}

void VersionsSheet::fill_passes(QMenu& menu) {
    for (const Version& version : edits_.painting().versions) {
        if (version.id == edits_.painting().version) continue;
        QMenu* of = menu.addMenu(shown_on_button(version.name));
        for (std::size_t i = 0; i < version.colouring.passes.size(); ++i)
            of->addAction(
                tr("%1  %2").arg(i + 1).arg(shown_on_button(version.colouring.passes[i].name)),
                this, [this, id = version.id, i] { edits_.take_pass(id, i); });
    }
}

void VersionsSheet::fill_parts(QMenu& menu) {
    const VersionId other = edits_.looked_at();
    if (other == edits_.painting().version) {
        menu.addAction(tr("Look at another version first"))->setEnabled(false);
        return;
    }
    for (const Part& part : edits_.painting().parts)
        menu.addAction(
            tr("%1 from %2").arg(shown_on_button(part.name)).arg(edits_.number_of(other)), this,
            [this, id = part.id] { take_part(id); });
}

void VersionsSheet::take_part(PartId part) {
    const VersionId other = edits_.looked_at();
    const Painting painting = edits_.painting();
    if (other == painting.version) return;
    making_.start(
        [this, painting, other, part](const std::stop_token& stop, const Deliver& deliver) {
            const Painting made = with_part_from(painting, other, part, stop);
            if (stop.stop_requested()) return;
            deliver([this, painting, made] {
                if (same_but_for_records(painting, edits_.painting()))
                    edits_.take_over(tr("A part's colour of another"), made);
            });
        });
}

void VersionsSheet::set_blind(bool on) {
    pages_->setCurrentIndex(on ? 1 : 0);
}

void VersionsSheet::refresh() {
    const bool any = desk_.session.document.has_painting();
    for (QPushButton* button : {branch_, hues_, reverse_, mother_, quieter_, reference_, plan_,
                                three_, sheet_, a_pass_, a_part_, go_on_})
        button->setEnabled(any);
    const bool several = any && edits_.painting().versions.size() > 1;
    others_->setEnabled(several);
    others_->setChecked(any && edits_.painting().others_see_all);
    rename_->setEnabled(several);
    delete_->setEnabled(several);
    note_->setEnabled(any && !edits_.painting().versions.empty());
    seen_blind_->clear();
    if (!any) return;
    const Painting& painting = edits_.painting();
    const bool laid = !painting.passes.empty();
    hues_->setEnabled(laid), reverse_->setEnabled(laid), quieter_->setEnabled(laid);
    const auto empty_plan = [](const ColourPlan& plan) {
        return plan.parts.empty() && plan.whole.empty();
    };
    a_pass_->setEnabled(several);
    a_part_->setEnabled(several && !painting.parts.empty());
    plan_->setEnabled(!empty_plan(painting.colour_plan));
    const QString name = edits_.name_of(edits_.looked_at());
    go_on_->setText(
        tr("Go on with %1").arg(QString(name).replace(QLatin1Char('&'), QStringLiteral("&&"))));
    const LooksAt counted = looks_at(painting, edits_.looked_at());
    if (counted.looks > 0)
        seen_blind_->setText(
            tr("Seen blind: chosen in %1 of %2 looks.").arg(counted.chosen).arg(counted.looks));
    seen_blind_->setVisible(counted.looks > 0);
    const Version* version = painting.find_version(edits_.looked_at());
    const QString note = version != nullptr ? QString::fromStdString(version->note) : QString();
    if (note_->toPlainText() != note) {
        const QSignalBlocker quiet(note_);
        note_->setPlainText(note);
    }
}

}  // namespace underpaint
