// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/ledger.h"

#include <QKeyEvent>
#include <QPainter>
#include <QVBoxLayout>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "painting/changes.h"

namespace underpaint {

Ledger::Ledger(Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent),
      session_(session),
      model_(new LedgerModel(session, measuring, this)),
      rows_(new QListView) {
    rows_->setObjectName(QStringLiteral("ledger"));
    rows_->setAccessibleName(tr("Ledger of passes"));
    rows_->setModel(model_);
    rows_->setItemDelegate(new LedgerDelegate(rows_));
    rows_->setSelectionMode(QAbstractItemView::SingleSelection);
    rows_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    rows_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    rows_->setUniformItemSizes(true);
    rows_->installEventFilter(this);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(new LedgerHeader);
    column->addWidget(rows_, 1);
    column->addWidget(new BalanceRow(session, measuring));

    connect(rows_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex& index) {
                if (index.isValid())
                    session_.outlook.set_moment(static_cast<std::size_t>(index.row()));
            });
    connect(&session_.outlook, &Outlook::moment_changed, this, &Ledger::follow_moment);
    connect(&session_.document, &Document::begun, this, &Ledger::follow_moment);
    connect(model_, &QAbstractItemModel::modelReset, this, &Ledger::follow_moment);
}

void Ledger::follow_moment() {
    const QModelIndex index = model_->index(static_cast<int>(session_.outlook.moment()));
    if (rows_->currentIndex() != index) rows_->setCurrentIndex(index);
}

bool Ledger::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Resize)  // the chosen row stays in sight
        QMetaObject::invokeMethod(
            this, [this] { rows_->scrollTo(rows_->currentIndex()); }, Qt::QueuedConnection);
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (handle_key(key->key(), key->modifiers())) return true;
    }
    return QWidget::eventFilter(watched, event);
}

bool Ledger::handle_key(int key, Qt::KeyboardModifiers modifiers) {
    const auto pass = session_.outlook.chosen_pass();
    if (!pass) return false;
    const Painting& painting = session_.document.painting();
    const QString name = shown(painting.passes[*pass].name);
    if (key == Qt::Key_Delete) {
        session_.document.change(tr("Remove %1").arg(name), without_pass(painting, *pass));
    } else if (key == Qt::Key_Space) {
        Pass changed = painting.passes[*pass];
        changed.on = !changed.on;
        session_.document.change(
            changed.on ? tr("Switch %1 on").arg(name) : tr("Switch %1 off").arg(name),
            with_changed_pass(painting, *pass, changed));
    } else if ((modifiers & Qt::AltModifier) && (key == Qt::Key_Up || key == Qt::Key_Down)) {
        const std::size_t to = key == Qt::Key_Up ? *pass - 1 : *pass + 1;
        if (to >= painting.passes.size()) return true;  // also when it wrapped below the first
        session_.document.change(tr("Move %1").arg(name), with_pass_moved(painting, *pass, to));
        session_.outlook.set_moment(to + 1);
    } else {
        return false;
    }
    return true;
}

LedgerHeader::LedgerHeader(QWidget* parent) : QWidget(parent) {
    setFixedHeight(scaled(29));
}

void LedgerHeader::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().sheet);
    painter.fillRect(QRect(0, height() - 2, width(), 2), greys().rule);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(rect().adjusted(scaled(6), 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("Passes"));
    for (const LedgerColumn& column : ledger_columns(width()))
        painter.drawText(QRect(0, 0, column.right, height()), Qt::AlignRight | Qt::AlignVCenter,
                         from_view(column.measure.label));
}

BalanceRow::BalanceRow(const Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), measuring_(measuring) {
    setObjectName(QStringLiteral("balance"));
    setFixedHeight(scaled(36));
    connect(&measuring_, &Measuring::figures_changed, this, [this] {
        const auto& audit = measuring_.audit();
        if (audit && !audit->passes.empty())
            setAccessibleName(tr("Balance: values %1").arg(word_of(audit->balance())));
        update();
    });
    connect(&session.document, &Document::changed, this, qOverload<>(&QWidget::update));
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
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(rect().adjusted(scaled(66), 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("held to %1 step").arg(kHeldDrift, 0, 'f', 2));
    const auto& audit = measuring_.audit();
    if (!audit || audit->passes.empty()) return;
    const PassAudit& last = audit->passes.back();
    if (!measuring_.current()) painter.setOpacity(0.5);
    for (const LedgerColumn& column : ledger_columns(width()))
        if (const auto words = column.measure.words(last))
            draw_figure(
                painter, column.right, rect(),
                about(column.measure, audit->exact) + QString::fromStdString(words->balance),
                words->verdict, 15);
}

}  // namespace underpaint
