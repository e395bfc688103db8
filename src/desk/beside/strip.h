// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>
#include <functional>

#include "desk/beside/watching.h"
#include "desk/kit/elided_label.h"
#include "desk/kit/verdict_mark.h"
#include "desk/work/ask_for_file.h"

class QPushButton;
class QStackedWidget;

namespace underpaint {

class DoubtPage;
class Notices;
class SaveDetailPanel;
class SavesList;
class WhereView;

/// The strip beside the painter's own program: it stays on top of other windows, shows the figures
/// of the last save, and opens into the ledger of saves. Remembers its place, where the system lets
/// a window set it. Closing it loses nothing and asks nothing.
class Strip : public QWidget {
    Q_OBJECT
public:
    /// \param ask null: the system's dialog
    Strip(Watching& watching, Notices& notices, AskForFile ask = {}, QWidget* parent = nullptr);

    bool expanded() const;
    void set_expanded(bool on);
    const SavesList& saves() const { return *saves_; }
    const SaveDetailPanel& detail() const { return *detail_; }
    /// Everything that is shown is made.
    bool settled() const;

signals:
    /// The chosen save is wanted on the desk.
    void wants_opening(int number);
    void closed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void closeEvent(QCloseEvent* event) override;
    void moveEvent(QMoveEvent* event) override;
    void changeEvent(QEvent* event) override;

private:
    QWidget* build_head();
    QWidget* build_ledger(AskForFile ask);
    void refresh();
    void show_where(bool on);
    void go_to_kept_place();

    Watching& watching_;
    Notices& notices_;
    ElidedLabel *when_, *since_, *told_;
    QWidget* figures_;
    std::array<VerdictMark*, kSaveColumns> marks_{};
    std::array<QLabel*, kSaveColumns> balances_{};
    QPushButton* open_;
    QWidget* ledger_;
    QStackedWidget* pages_;
    QStackedWidget* list_;
    SavesList* saves_;
    WhereView* where_;
    SaveDetailPanel* detail_;
    DoubtPage* doubt_;
    bool placed_ = false;
};

}  // namespace underpaint
