// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListView>
#include <QWidget>

#include "desk/passes/ledger_delegate.h"
#include "desk/passes/ledger_model.h"

class QKeyEvent;
class QPushButton;

namespace underpaint {

/// The passes in the order they were laid, what each changed, and the balance. Choosing a row winds
/// the canvas to that moment; several can be chosen at once. Space switches passes off and on,
/// Delete removes them, Alt with the arrows or dragging moves them, left and right fold a group.
class Ledger : public QWidget {
    Q_OBJECT
public:
    Ledger(Session& session, const Meters& meters, QWidget* parent = nullptr);

    /// The places of the passes in all rows chosen.
    PassPlaces chosen_passes() const;

signals:
    void wants_paste();
    /// There is none, and one is to be placed.
    void wants_focus();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void follow_moment();
    void wind_to(int row);
    bool handle_key(const QKeyEvent& event);
    bool fold(bool folded);
    void show_menu(const QPoint& at);
    void remove();
    void switch_passes();
    void move(int by);
    void duplicate();
    void group();
    void ungroup();
    void copy();
    QString of_chosen(const QString& one, const QString& several) const;

    Session& session_;
    LedgerModel* model_;
    QListView* rows_;
    bool following_ = false;
};

/// The names over the columns.
class LedgerHeader : public QWidget {
    Q_OBJECT
public:
    explicit LedgerHeader(Choices& choices, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// The last pass's balance, large, and the budgets.
class BalanceRow : public QWidget {
    Q_OBJECT
public:
    BalanceRow(const Session& session, const Measuring& measuring, QWidget* parent = nullptr);

signals:
    void wants_focus();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void refresh();

    QPushButton* no_focus_;  // in place of the figure
    const Session& session_;
    const Measuring& measuring_;
};

}  // namespace underpaint
