// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/ledger.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/passes/pass_clip.h"
#include "painting/changes.h"

namespace underpaint {

Ledger::Ledger(Session& session, const Meters& meters, QWidget* parent)
    : QWidget(parent),
      session_(session),
      model_(new LedgerModel(session, meters, this)),
      rows_(new QListView) {
    rows_->setObjectName(QStringLiteral("ledger"));
    rows_->setAccessibleName(tr("Ledger of passes"));
    rows_->setModel(model_);
    rows_->setItemDelegate(new LedgerDelegate(rows_));
    rows_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    rows_->setDragDropMode(QAbstractItemView::InternalMove);
    rows_->setDropIndicatorShown(true);
    rows_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    rows_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    // Always shown, so that the rows stay aligned with the columns' names.
    rows_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    rows_->setUniformItemSizes(true);
    rows_->setContextMenuPolicy(Qt::CustomContextMenu);
    rows_->installEventFilter(this);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(new LedgerHeader(session.choices));
    column->addWidget(rows_, 1);
    auto* balance = new BalanceRow(session, meters.passes);
    connect(balance, &BalanceRow::wants_focus, this, &Ledger::wants_focus);
    column->addWidget(balance);

    connect(rows_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex& index) {
                if (index.isValid() && !following_) wind_to(index.row());
            });
    connect(rows_, &QListView::doubleClicked, this, [this] {
        const LedgerRow& row = model_->row(model_->chosen_row());
        if (row.kind == LedgerRow::Kind::group) fold(!row.folded);
    });
    connect(rows_, &QListView::customContextMenuRequested, this, &Ledger::show_menu);
    session_.when(this, &Ledger::follow_moment, &Outlook::moment_changed, &Document::begun);
    connect(model_, &QAbstractItemModel::modelReset, this, &Ledger::follow_moment);
}

void Ledger::wind_to(int index) {
    const LedgerRow& row = model_->row(index);
    row.kind == LedgerRow::Kind::group ? session_.outlook.choose_group(row.group)
                                       : session_.outlook.set_moment(row.moment());
}

void Ledger::follow_moment() {
    const QModelIndex index = model_->index(model_->chosen_row());
    following_ = true;
    if (rows_->currentIndex() != index) rows_->setCurrentIndex(index);
    following_ = false;
}

PassPlaces Ledger::chosen_passes() const {
    return model_->places_of_rows(rows_->selectionModel()->selectedIndexes());
}

bool Ledger::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Resize)  // the chosen row stays visible
        QMetaObject::invokeMethod(
            this, [this] { rows_->scrollTo(rows_->currentIndex()); }, Qt::QueuedConnection);
    if (event->type() == QEvent::KeyPress && handle_key(*static_cast<QKeyEvent*>(event)))
        return true;
    return QWidget::eventFilter(watched, event);
}

bool Ledger::handle_key(const QKeyEvent& event) {
    if (event.matches(QKeySequence::Paste)) return emit wants_paste(), true;
    if (chosen_passes().empty()) return false;
    if (event.matches(QKeySequence::Copy)) return copy(), true;
    const bool alt = event.modifiers().testFlag(Qt::AltModifier);
    switch (event.key()) {
        case Qt::Key_Delete: return remove(), true;
        case Qt::Key_Space: return switch_passes(), true;
        case Qt::Key_Left: return fold(true);
        case Qt::Key_Right: return fold(false);
        case Qt::Key_Up: return alt ? (move(-1), true) : false;
        case Qt::Key_Down: return alt ? (move(1), true) : false;
        default: return false;
    }
}

/// False where no group is chosen.
bool Ledger::fold(bool folded) {
    const LedgerRow& row = model_->row(model_->chosen_row());
    if (row.group == kNoGroup) return false;
    session_.outlook.fold(row.group, folded);
    return true;
}

void Ledger::show_menu(const QPoint& at) {
    const PassPlaces places = chosen_passes();
    if (places.empty()) return;
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("ledger_menu"));
    const auto add = [&](const char* name, const QString& label, void (Ledger::*act)(),
                         bool enabled = true) {
        QAction* action = menu.addAction(label, this, act);
        action->setObjectName(QLatin1String(name));
        action->setEnabled(enabled);
    };
    const bool one = places.size() == 1;
    const LedgerRow& row = model_->row(model_->chosen_row());
    add("duplicate_pass", one ? tr("Duplicate") : tr("Duplicate them"), &Ledger::duplicate);
    add("switch_pass", tr("Switch on or off"), &Ledger::switch_passes);
    add("copy_pass", tr("Copy"), &Ledger::copy, one);
    add("group_passes", tr("Group"), &Ledger::group);
    add("ungroup_passes", tr("Take the group apart"), &Ledger::ungroup, row.group != kNoGroup);
    menu.addSeparator();
    add("remove_pass", tr("Remove"), &Ledger::remove);
    menu.exec(rows_->viewport()->mapToGlobal(at));
}

QString Ledger::of_chosen(const QString& one, const QString& several) const {
    const PassPlaces places = chosen_passes();
    if (places.size() != 1) return several.arg(places.size());
    return one.arg(shown(session_.document.painting().passes[places.front()].name));
}

void Ledger::remove() {
    session_.document.change(of_chosen(tr("Remove %1"), tr("Remove %1 passes")),
                             without_passes(session_.document.painting(), chosen_passes()));
}

/// On when one of them is off, as a whole.
void Ledger::switch_passes() {
    const Painting& painting = session_.document.painting();
    const LedgerRow& row = model_->row(model_->chosen_row());
    if (row.kind == LedgerRow::Kind::group &&
        rows_->selectionModel()->selectedIndexes().size() == 1) {
        Group group = *painting.group(row.group);
        group.on = !group.on;
        const QString what = group.on ? tr("Switch %1 on") : tr("Switch %1 off");
        session_.document.change(what.arg(shown(group.name)), with_changed_group(painting, group));
        return;
    }
    const PassPlaces places = chosen_passes();
    const bool on =
        !std::ranges::all_of(places, [&](std::size_t place) { return painting.passes[place].on; });
    session_.document.change(on ? of_chosen(tr("Switch %1 on"), tr("Switch %1 passes on"))
                                : of_chosen(tr("Switch %1 off"), tr("Switch %1 passes off")),
                             with_passes_on(painting, places, on));
}

/// One pass past its neighbour; several, or a group, past the pass or group that stands there.
void Ledger::move(int by) {
    const Painting& painting = session_.document.painting();
    const PassPlaces places = chosen_passes();
    const QString what = of_chosen(tr("Move %1"), tr("Move %1 passes"));
    const LedgerRow& row = model_->row(model_->chosen_row());
    if (places.size() == 1 && row.kind == LedgerRow::Kind::pass) {
        const std::size_t from = places.front(), to = from + static_cast<std::size_t>(by);
        if (to >= painting.passes.size()) return;  // also for an index that wrapped below zero
        session_.document.change(what, with_pass_moved(painting, from, to));
        session_.outlook.set_moment(to + 1);
        return;
    }
    const std::size_t first = places.front(), last = places.back();
    if (by < 0 ? first == 0 : last + 1 >= painting.passes.size()) return;
    const std::size_t beside = by < 0 ? first - 1 : last + 1;
    const GroupId other = painting.passes[beside].group;
    const GroupId own = row.kind == LedgerRow::Kind::group ? row.group : kNoGroup;
    PassPlaces past{beside};
    if (other != kNoGroup && other != own) past = places_of(painting, other);
    const std::size_t to = by < 0 ? past.front() : past.back() + 1;
    session_.document.change(what, with_passes_moved(painting, places, to, own));
}

void Ledger::duplicate() {
    const PassPlaces places = chosen_passes();
    session_.document.change(of_chosen(tr("Duplicate %1"), tr("Duplicate %1 passes")),
                             with_passes_doubled(session_.document.painting(), places));
    session_.outlook.set_moment(places.back() + 1 + places.size());
}

/// Named after the part that all of them land on, where there is one.
void Ledger::group() {
    const Painting& painting = session_.document.painting();
    const PassPlaces places = chosen_passes();
    const auto& parts = painting.passes[places.front()].reach.parts;
    const bool same = parts.size() == 1 && std::ranges::all_of(places, [&](std::size_t place) {
                          return painting.passes[place].reach.parts == parts;
                      });
    const std::string name =
        same ? painting.part(parts.front())->name : painting.passes[places.front()].name;
    session_.document.change(tr("Group passes"), with_passes_grouped(painting, places, name));
    session_.outlook.choose_group(session_.document.painting().groups.back().id);
}

void Ledger::ungroup() {
    const GroupId group = model_->row(model_->chosen_row()).group;
    session_.document.change(tr("Take a group apart"),
                             without_group(session_.document.painting(), group));
}

void Ledger::copy() {
    const PassPlaces places = chosen_passes();
    if (places.size() != 1) return;
    QGuiApplication::clipboard()->setMimeData(
        new PassClip(session_.document.painting(), places.front()));
}

LedgerHeader::LedgerHeader(Choices& choices, QWidget* parent) : QWidget(parent) {
    setFixedHeight(scaled(29));
    auto* grey =
        action_button("grey_thumbnails", tr("Grey"), tr("The small pictures show values only"));
    grey->setProperty("role", "lens");
    grey->setCheckable(true);
    grey->setChecked(choices.grey_thumbnails());
    connect(grey, &QPushButton::toggled, &choices, &Choices::set_grey_thumbnails);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(scaled(56), 0, 0, 0);
    row->addWidget(grey);
    row->addStretch(1);
}

void LedgerHeader::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().sheet);
    painter.fillRect(QRect(0, height() - 2, width(), 2), greys().rule);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(rect().adjusted(scaled(6), 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("Passes"));
    draw_column_names(painter, rect().adjusted(0, 0, -scaled(kScrollBar), 0));
}

BalanceRow::BalanceRow(const Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), session_(session), measuring_(measuring) {
    setObjectName(QStringLiteral("balance"));
    setFixedHeight(scaled(36));
    no_focus_ = new QPushButton(QStringLiteral("–"), this);
    no_focus_->setObjectName(QStringLiteral("no_focus"));
    no_focus_->setProperty("role", "choice");
    no_focus_->setFont(figure_font(15));
    no_focus_->setToolTip(
        tr("No focus is placed, so nothing is measured of it. Press to place one"));
    no_focus_->setAccessibleName(tr("Focus: none is placed. Place one"));
    connect(no_focus_, &QPushButton::clicked, this, &BalanceRow::wants_focus);
    connect(&measuring_, &Measuring::figures_changed, this, &BalanceRow::refresh);
    connect(&session.document, &Document::changed, this, &BalanceRow::refresh);
    refresh();
}

void BalanceRow::refresh() {
    const auto& audit = measuring_.audit();
    if (audit && !audit->passes.empty())
        setAccessibleName(tr("Balance: values %1").arg(word_of(audit->balance())));
    const Painting& painting = session_.document.painting();
    no_focus_->setVisible(painting.sealed() && painting.plan.foci.empty());
    update();
}

void BalanceRow::resizeEvent(QResizeEvent*) {
    const QSize size(scaled(28), height() - 4);
    for (const LedgerColumn& column : ledger_columns(width() - scaled(kScrollBar)))
        if (&column.measure == &kFocusMeasure)
            no_focus_->setGeometry(QRect(QPoint(column.right - size.width(), 2), size));
}

void BalanceRow::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().sheet);
    painter.fillRect(QRect(0, 0, width(), 2), greys().rule);
    painter.fillRect(QRect(0, height() - 2, width(), 2), greys().rule);
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    painter.drawText(rect().adjusted(scaled(6), 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("Balance"));
    if (!session_.document.has_painting()) return;
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(
        rect().adjusted(scaled(66), 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
        measuring_.audit() && measuring_.audit()->open()
            ? tr("open: not judged yet")
            : tr("held to %1 step")
                  .arg(limits_of(session_.document.painting(), session_.settings.rules()).drift, 0,
                       'f', 2));
    const auto& audit = measuring_.audit();
    if (!audit || audit->passes.empty()) return;
    const PassAudit& last = audit->passes.back();
    if (!measuring_.current()) painter.setOpacity(0.5);
    for (const LedgerColumn& column : ledger_columns(width() - scaled(kScrollBar)))
        if (const auto words = column.measure.words(last))
            draw_figure(
                painter, column.right, rect(),
                about(column.measure, audit->exact) + QString::fromStdString(words->balance),
                words->verdict, 15);
}

}  // namespace underpaint
