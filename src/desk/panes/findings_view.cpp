// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/findings_view.h"

#include <QApplication>
#include <QCursor>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QScrollBar>
#include <QWidgetAction>

#include "audit/finding_figures.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "desk/panes/finding_row.h"
#include "painting/changes.h"

namespace underpaint {

FindingsView::FindingsView(Session& session, Canvas& canvas, QWidget* parent)
    : QScrollArea(parent), session_(session), canvas_(canvas) {
    setObjectName(QStringLiteral("findings"));
    setAccessibleName(tr("Findings"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::ClickFocus);  // takes the focus when the row that had it is gone
    auto* list = new QWidget;
    list->setObjectName(QStringLiteral("findings_list"));
    column_ = new QVBoxLayout(list);
    column_->setContentsMargins(scaled(12), 0, scaled(12), scaled(4));
    column_->setSpacing(0);
    measuring_ = new QLabel(tr("Measuring…"));
    measuring_->setProperty("tone", "secondary");
    measuring_->setContentsMargins(0, scaled(8), 0, 0);
    column_->addWidget(measuring_);
    column_->addStretch(1);
    setWidget(list);
    connect(&session_.document, &Document::begun, this, &FindingsView::refresh);
    connect(&session_.screen, &ScreenInUse::changed, this, &FindingsView::refresh_later);
    connect(&canvas_, &Canvas::shown_only_changed, this, &FindingsView::refresh_later);
    refresh();
}

void FindingsView::watch(FindingsMeter& meter) {
    if (meter_ == &meter) return;
    if (meter_ != nullptr) disconnect(meter_, nullptr, this, nullptr);
    meter_ = &meter;
    connect(meter_, &FindingsMeter::findings_changed, this, &FindingsView::refresh);
    connect(meter_, &FindingsMeter::outdated, this, &FindingsView::grey_out);
    connect(meter_, &FindingsMeter::place_found, this, &FindingsView::take_place);
    refresh();
}

bool FindingsView::narrow() const {
    return width() < scaled(620);
}

void FindingsView::resizeEvent(QResizeEvent* event) {
    QScrollArea::resizeEvent(event);
    if (!rows_.empty() && rows_.front()->narrow() != narrow()) refresh_later();
}

/// It may come from a button of a row that goes.
void FindingsView::refresh_later() {
    QMetaObject::invokeMethod(this, &FindingsView::refresh, Qt::QueuedConnection);
}

/// Takes the focus from a row whose buttons are about to be switched off or made anew, and
/// remembers what had it.
void FindingsView::hold_focus() {
    QWidget* focus = QApplication::focusWidget();
    for (const FindingRow* row : rows_)
        if (focus != nullptr && row->isAncestorOf(focus)) {
            held_ = Held{row->finding(), focus->objectName()};
            setFocus(Qt::OtherFocusReason);
            return;
        }
}

/// Gives it back to the same button of the same finding, once that is there and nobody has moved
/// the focus. It stays with the list when the finding is gone.
void FindingsView::give_focus_back() {
    if (!held_) return;
    if (!hasFocus()) return held_.reset();
    for (const FindingRow* row : rows_) {
        if (row->finding().pass != held_->finding.pass ||
            !same_thing(row->finding(), held_->finding))
            continue;
        auto* button = row->findChild<QPushButton*>(held_->button);
        if (button == nullptr || !button->isEnabled()) return;
        held_.reset();
        return button->setFocus(Qt::OtherFocusReason);
    }
}

void FindingsView::grey_out() {
    asked_.reset();
    hold_focus();
    for (FindingRow* row : rows_) row->set_usable(false);
    emit mend_pointed(nullptr);
}

/// Rows are made anew only for what was not found before: making one takes a millisecond.
void FindingsView::refresh() {
    const int scrolled = verticalScrollBar()->value();
    hold_focus();
    std::vector<FindingRow*> left = std::exchange(rows_, {});
    if (meter_ != nullptr && session_.document.has_painting())
        for (const Finding& finding : meter_->findings()) rows_.push_back(row_for(finding, left));
    for (FindingRow* gone : left) {
        column_->removeWidget(gone);
        gone->hide();
        gone->deleteLater();
    }
    if (!left.empty()) emit mend_pointed(nullptr);
    measuring_->setVisible(rows_.empty() && session_.document.has_painting());
    const bool usable = meter_ != nullptr && meter_->findings_current();
    for (std::size_t i = 0; i < rows_.size(); ++i) {
        rows_[i]->set_shown(is_shown(*rows_[i]));
        rows_[i]->set_usable(usable);
        rows_[i]->set_hidden_here(session_.screen.hides(rows_[i]->finding().steps));
        if (column_->indexOf(rows_[i]) != static_cast<int>(i))
            column_->insertWidget(static_cast<int>(i), rows_[i]);
    }
    if (!usable) emit mend_pointed(nullptr);
    // New rows get their height at once, so that the list does not scroll.
    for (FindingRow* row : rows_) row->show();
    QCoreApplication::sendPostedEvents(widget(), QEvent::LayoutRequest);
    QCoreApplication::sendPostedEvents(this, QEvent::LayoutRequest);
    verticalScrollBar()->setValue(scrolled);
    give_focus_back();
}

/// The row that said the same before, taken from those that are left, or a new one.
FindingRow* FindingsView::row_for(const Finding& finding, std::vector<FindingRow*>& left) {
    const auto found = std::ranges::find_if(left, [&](FindingRow* row) {
        return row->narrow() == narrow() && row->finding().pass == finding.pass &&
               same_thing(row->finding(), finding) && row->follow(finding);
    });
    if (found == left.end()) return new_row(finding);
    FindingRow* row = *found;
    left.erase(found);
    return row;
}

bool FindingsView::is_asked(const Finding& finding) const {
    return asked_ && asked_->pass == finding.pass && same_thing(*asked_, finding);
}

/// Also while its place is being looked for.
bool FindingsView::is_shown(const FindingRow& row) const {
    const SharedPicture& where = row.finding().where;
    return is_asked(row.finding()) || (where && where == canvas_.shown_only());
}

FindingRow* FindingsView::new_row(const Finding& finding) {
    auto* row = new FindingRow(finding, narrow());
    connect(row, &FindingRow::show_asked, this, [this, row](bool on) {
        show_place(row->finding(), on);
        row->set_shown(is_shown(*row));
    });
    connect(row, &FindingRow::mend_pointed, this, &FindingsView::mend_pointed);
    connect(row, &FindingRow::mend_taken, this, &FindingsView::take);
    connect(row, &FindingRow::meant, this, [this, row] { ask_why(row->finding()); });
    connect(row, &FindingRow::meant_no_longer, this, [this, row] { take_back(row->finding()); });
    return row;
}

/// In a small sheet of its own at the pointer, which outlives the row.
void FindingsView::ask_why(const Finding& finding) {
    auto* sheet = new QMenu(this);
    sheet->setAttribute(Qt::WA_DeleteOnClose);
    auto* note = new QLineEdit;
    note->setObjectName(QStringLiteral("meant_note"));
    note->setPlaceholderText(tr("Why, if you like; Return accepts it"));
    note->setAccessibleName(tr("Why it was intended"));
    note->setMinimumWidth(scaled(300));
    auto* action = new QWidgetAction(sheet);
    action->setDefaultWidget(note);
    sheet->addAction(action);
    connect(note, &QLineEdit::returnPressed, this, [this, sheet, note, finding] {
        const QString why = note->text();
        sheet->close();
        accept(finding, why);
    });
    sheet->popup(QCursor::pos());
    note->setFocus();
}

void FindingsView::accept(const Finding& finding, const QString& note) {
    const Painting& painting = session_.document.painting();
    if (!meter_->findings_current()) return;
    session_.document.change(tr("Accept a finding"),
                             with_meant(painting, meant_of(painting, finding, note.toStdString())));
}

void FindingsView::take_back(const Finding& finding) {
    const Painting& painting = session_.document.painting();
    session_.document.change(tr("Accept a finding no longer"),
                             without_meant(painting, meant_of(painting, finding, {})));
}

void FindingsView::show_place(const Finding& finding, bool on) {
    if (on && !meter_->findings_current()) return;
    asked_.reset();
    if (!on) return canvas_.show_only(nullptr);
    if (finding.pass > 0) session_.outlook.set_moment(static_cast<std::size_t>(finding.pass));
    asked_ = finding;
    meter_->find_place(finding);
}

/// Looking for it may take a moment, and what is looked at may be something else by then.
void FindingsView::take_place(const Finding& finding, const SharedPicture& place) {
    if (!is_asked(finding)) return;
    asked_.reset();
    canvas_.show_only(place);
    refresh_later();
}

void FindingsView::take(const Mend& mend) {
    const Painting& painting = session_.document.painting();
    QString label = QString::fromStdString(mend.label);
    if (const auto pass = pass_of(mend); pass && *pass < painting.passes.size())
        label = tr("%1: %2").arg(shown(painting.passes[*pass].name), label);
    canvas_.show_everything();
    // A mend computed for an earlier painting, in a menu that was still open, changes nothing.
    const Painting after = mended(painting, mend);
    if (after == painting) return;
    session_.document.change(label, after);
    session_.document.end_gesture();
}

}  // namespace underpaint
