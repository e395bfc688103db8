// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListView>
#include <QWidget>

#include "desk/passes/ledger_delegate.h"
#include "desk/passes/ledger_model.h"

namespace underpaint {

/// The passes in the order they were laid, what each changed, and the balance. Choosing a row winds
/// the canvas to that moment. Space switches a pass off and on, Delete removes it, Alt with the
/// arrows moves it.
class Ledger : public QWidget {
    Q_OBJECT
public:
    Ledger(Session& session, const Measuring& measuring, QWidget* parent = nullptr);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void follow_moment();
    bool handle_key(int key, Qt::KeyboardModifiers modifiers);

    Session& session_;
    LedgerModel* model_;
    QListView* rows_;
};

/// The names over the columns.
class LedgerHeader : public QWidget {
    Q_OBJECT
public:
    explicit LedgerHeader(QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// The last pass's balance, large, and the budgets.
class BalanceRow : public QWidget {
    Q_OBJECT
public:
    BalanceRow(const Session& session, const Measuring& measuring, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Measuring& measuring_;
};

}  // namespace underpaint
