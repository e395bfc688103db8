// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/bench.h"

class QLabel;
class QPushButton;
class QStackedWidget;

namespace underpaint {

class MoreFigures;
class GroupSheet;
class LayMenu;
class Ledger;
class PassSheet;
class SafePage;

/// The right side of the Passes bench: the ledger, the chosen pass or group, and the ways to lay
/// another pass. A picture that is dropped here is laid.
class PassesSheet : public QWidget {
    Q_OBJECT
public:
    explicit PassesSheet(const Desk& desk, QWidget* parent = nullptr);
    PassSheet& pass_sheet() { return *pass_sheet_; }
    LayMenu& lay_menu() { return *lay_menu_; }
    bool finished() const;
    /// At its button; nothing happens before there is a seal.
    void open_lay_menu();
    /// The page under the ledger.
    enum class Page { pass, also, safe };
    void show_page(Page page);

signals:
    void wants_focus();

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void show_chosen();
    void offer_safe();
    void say(const QString& trouble);
    void show_brought_back();

    Session& session_;
    Canvas& canvas_;
    AskForFile ask_;
    PassSheet* pass_sheet_;
    GroupSheet* group_sheet_;
    QStackedWidget* chosen_;
    LayMenu* lay_menu_;
    Measuring& measuring_;
    MoreFigures* also_;
    SafePage* safe_;
    Page page_ = Page::pass;
    QLabel* trouble_;
    QPushButton *lay_, *mend_, *to_pass_, *to_also_;
    LatestJob comparing_;
};

}  // namespace underpaint
