// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/findings_view.h"

#include <QCursor>
#include <QEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QWidgetAction>

#include "audit/finding_figures.h"
#include "audit/finding_place.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

const QString kMendHint = QObject::tr("Rest here: what it would leave is said under the picture");

/// What its button is called.
struct MendNames {
    QString operator()(const SetStrength&) const { return QStringLiteral("mend_ease"); }
    QString operator()(const SetHold&) const { return QStringLiteral("mend_hold"); }
    QString operator()(const MatchStops&) const { return QStringLiteral("mend_match"); }
    QString operator()(const SetBand&) const { return QStringLiteral("mend_keep_to"); }
    QString operator()(const SetTune&) const { return QStringLiteral("mend_pull_back"); }
    QString operator()(const LayAbove&) const { return QStringLiteral("mend_above"); }
    QString operator()(const LayBeneath&) const { return QStringLiteral("mend_beneath"); }
    QString operator()(const SetBalance&) const { return QStringLiteral("mend_balance"); }
    QString operator()(const LayValuePass&) const { return QStringLiteral("value_mend"); }
    QString operator()(const MoveSplits&) const { return QStringLiteral("value_mend"); }
};
constexpr MendNames kMendNames;

class Mark : public QWidget {
public:
    explicit Mark(Verdict verdict) : verdict_(verdict) {
        setFixedSize(scaled(10), scaled(10));
        setAccessibleName(word_of(verdict));
        setToolTip(word_of(verdict));
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        draw_mark(painter, rect(), verdict_, greys().strong);
    }

private:
    Verdict verdict_;
};

/// Tells when the pointer or the focus rests on it.
class MendButton : public QPushButton {
public:
    MendButton(const QString& label, std::function<void(bool)> pointed)
        : QPushButton(label), pointed_(std::move(pointed)) {}

protected:
    bool event(QEvent* event) override {
        if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn) pointed_(true);
        if (event->type() == QEvent::Leave || event->type() == QEvent::FocusOut) pointed_(false);
        return QPushButton::event(event);
    }

private:
    std::function<void(bool)> pointed_;
};

}  // namespace

FindingsView::FindingsView(Session& session, Canvas& canvas, QWidget* parent)
    : QScrollArea(parent), session_(session), canvas_(canvas) {
    setObjectName(QStringLiteral("findings"));
    setAccessibleName(tr("Findings"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::NoFocus);
    connect(&session_.document, &Document::begun, this, &FindingsView::rebuild);
    connect(&canvas_, &Canvas::shown_only_changed, this, &FindingsView::rebuild_later);
    rebuild();
}

void FindingsView::watch(FindingsMeter& meter) {
    if (meter_ == &meter) return;
    if (meter_ != nullptr) disconnect(meter_, nullptr, this, nullptr);
    meter_ = &meter;
    connect(meter_, &FindingsMeter::findings_changed, this, &FindingsView::rebuild);
    connect(meter_, &FindingsMeter::outdated, this, &FindingsView::grey_out);
    rebuild();
}

bool FindingsView::narrow() const {
    return width() < scaled(620);
}

void FindingsView::resizeEvent(QResizeEvent* event) {
    QScrollArea::resizeEvent(event);
    if (narrow() != was_narrow_) rebuild_later();
}

/// It may come from a button that rebuilding does away with.
void FindingsView::rebuild_later() {
    QMetaObject::invokeMethod(this, &FindingsView::rebuild, Qt::QueuedConnection);
}

void FindingsView::grey_out() {
    for (auto* button : list_->findChildren<QPushButton*>()) button->setEnabled(false);
    emit mend_pointed(nullptr);
}

void FindingsView::rebuild() {
    emit mend_pointed(nullptr);
    was_narrow_ = narrow();
    list_ = new QWidget;
    list_->setObjectName(QStringLiteral("findings_list"));
    auto* column = new QVBoxLayout(list_);
    column->setContentsMargins(scaled(12), 0, scaled(12), scaled(4));
    column->setSpacing(0);
    if (session_.document.has_painting()) add_rows(*column);
    column->addStretch(1);
    setWidget(list_);
    if (meter_ == nullptr || !meter_->findings_current()) grey_out();
}

void FindingsView::add_rows(QVBoxLayout& column) {
    if (meter_ != nullptr)
        for (const Finding& finding : meter_->findings()) add_row(finding, column);
    if (column.count() > 0) return;
    auto* line = new QLabel(tr("Measuring…"));
    line->setProperty("tone", "secondary");
    line->setContentsMargins(0, scaled(8), 0, 0);
    column.addWidget(line);
}

/// The mark and the sentence; what follows is put at the end.
QHBoxLayout* FindingsView::begin_row(const Finding& finding, QVBoxLayout& column) {
    auto* row = new QWidget;
    column.addWidget(row);
    row->setObjectName(QStringLiteral("finding_") + from_view(id_of(finding.code)));
    row->setProperty("row", "finding");
    auto* line = new QHBoxLayout;
    line->setSpacing(scaled(7));
    line->addWidget(new Mark(finding.meant ? Verdict::open : finding.verdict), 0, Qt::AlignVCenter);
    QString words = QString::fromStdString(finding.text);
    if (finding.meant)
        words += finding.meant->empty() ? tr(" It is meant.")
                                        : tr(" It is meant: %1").arg(shown(*finding.meant));
    auto* text = new QLabel(words);
    if (finding.meant) text->setProperty("tone", "secondary");
    text->setTextFormat(Qt::PlainText);
    text->setWordWrap(true);
    text->setContentsMargins(scaled(5), 0, scaled(6), 0);
    line->addWidget(text, 1);
    auto* lines = new QVBoxLayout(row);
    lines->setContentsMargins(0, scaled(4), 0, scaled(4));
    lines->setSpacing(scaled(3));
    lines->addLayout(line);
    if (!narrow()) return line;
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(scaled(7));
    buttons->addStretch(1);
    lines->addLayout(buttons);
    return buttons;
}

void FindingsView::add_row(const Finding& finding, QVBoxLayout& column) {
    QHBoxLayout* line = begin_row(finding, column);
    if (can_be_shown(finding)) line->addWidget(show_button(finding));
    // What is gentlest stands by itself.
    const std::size_t stand = std::min<std::size_t>(finding.mends.size(), 1);
    if (stand > 0) line->addWidget(mend_button(finding.mends.front()));
    const bool can_be_meant = finding.figure && (is_bad(finding.verdict) || finding.meant);
    if (can_be_meant || finding.mends.size() > stand) line->addWidget(more_button(finding, stand));
}

/// The other mends, and whether it is meant.
QPushButton* FindingsView::more_button(const Finding& finding, std::size_t shown_mends) {
    auto* button = new QPushButton(QStringLiteral("▾"));
    button->setObjectName(QStringLiteral("more_of_finding"));
    button->setAccessibleName(tr("More mends, and whether it is meant"));
    button->setToolTip(button->accessibleName());
    button->setFixedWidth(scaled(26));
    auto* menu = new QMenu(button);
    menu->setToolTipsVisible(true);
    for (std::size_t i = shown_mends; i < finding.mends.size(); ++i) {
        const Mend& mend = finding.mends[i];
        QAction* action = menu->addAction(QString::fromStdString(mend.label));
        action->setObjectName(std::visit(kMendNames, mend.change));
        connect(action, &QAction::hovered, this, [this, mend] { emit mend_pointed(&mend); });
        connect(action, &QAction::triggered, this, [this, mend] { take(mend); });
    }
    if (finding.mends.size() > shown_mends) menu->addSeparator();
    if (finding.meant) {
        QAction* back = menu->addAction(tr("No longer meant"));
        back->setObjectName(QStringLiteral("not_meant"));
        connect(back, &QAction::triggered, this, [this, finding] { take_back(finding); });
    } else if (finding.figure && is_bad(finding.verdict)) {
        QAction* accept = menu->addAction(tr("It is meant…"));
        accept->setObjectName(QStringLiteral("meant"));
        accept->setToolTip(tr("Accepted, as long as its figure is no worse"));
        connect(accept, &QAction::triggered, this, [this, finding] { ask_why(finding); });
    }
    connect(menu, &QMenu::aboutToHide, this, [this] { emit mend_pointed(nullptr); });
    button->setMenu(menu);
    return button;
}

/// In a small sheet of its own at the pointer, which outlives the row.
void FindingsView::ask_why(const Finding& finding) {
    auto* sheet = new QMenu(this);
    sheet->setAttribute(Qt::WA_DeleteOnClose);
    auto* note = new QLineEdit;
    note->setObjectName(QStringLiteral("meant_note"));
    note->setPlaceholderText(tr("Why, if you like; Return accepts it"));
    note->setAccessibleName(tr("Why it is meant"));
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

QPushButton* FindingsView::show_button(const Finding& finding) {
    auto* show = new QPushButton(tr("Show"));
    show->setObjectName(QStringLiteral("show"));
    show->setCheckable(true);
    show->setChecked(finding.where && finding.where == canvas_.shown_only());
    show->setToolTip(finding.pass > 0
                         ? tr("Only the place that is meant, after pass %1").arg(finding.pass)
                         : tr("Only the place that is meant"));
    connect(show, &QPushButton::clicked, this, [this, show, finding](bool on) {
        show_place(finding, on);
        show->setChecked(canvas_.shown_only() != nullptr);
    });
    return show;
}

QPushButton* FindingsView::mend_button(const Mend& mend) {
    auto* button = new MendButton(QString::fromStdString(mend.label), [this, mend](bool on) {
        emit mend_pointed(on ? &mend : nullptr);
    });
    button->setObjectName(std::visit(kMendNames, mend.change));
    button->setAccessibleDescription(QString::fromStdString(mend.effect));
    button->setToolTip(kMendHint);
    connect(button, &QPushButton::clicked, this, [this, mend] { take(mend); });
    return button;
}

void FindingsView::show_place(const Finding& finding, bool on) {
    if (on && !meter_->findings_current()) return;
    const SharedPicture place = on ? meter_->place_of(finding) : nullptr;
    if (on && finding.pass > 0) session_.outlook.set_moment(static_cast<std::size_t>(finding.pass));
    canvas_.show_only(place);
}

void FindingsView::take(const Mend& mend) {
    const Painting& painting = session_.document.painting();
    QString label = QString::fromStdString(mend.label);
    if (const auto pass = pass_of(mend); pass && *pass < painting.passes.size())
        label = tr("%1: %2").arg(shown(painting.passes[*pass].name), label);
    canvas_.show_everything();
    // One that was computed for another painting, in a menu that was open meanwhile, changes
    // nothing.
    const Painting after = mended(painting, mend);
    if (after == painting) return;
    session_.document.change(label, after);
    session_.document.end_gesture();
}

}  // namespace underpaint
