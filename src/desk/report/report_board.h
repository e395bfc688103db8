// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/report/contact_view.h"
#include "desk/report/figures_view.h"
#include "desk/report/pages_view.h"
#include "desk/report/report_saving.h"

class QButtonGroup;
class QLabel;
class QPushButton;
class QStackedWidget;

namespace underpaint {

/// The middle of the Report bench: the pages as they will be, a contact sheet, or the figures.
class ReportBoard : public QWidget {
    Q_OBJECT
public:
    ReportBoard(const Desk& desk, ReportMaker& maker, ReportSaving& saving,
                QWidget* parent = nullptr);

    PagesView& pages() const { return *pages_; }
    enum class Shown { pages, contact, figures };
    void show_board(Shown shown);

signals:
    void said(const QString& words);

private:
    QWidget* head();
    QWidget* turning();
    QWidget* contact_choices();
    void refresh();

    Desk desk_;
    ReportMaker& maker_;
    ReportSaving& saving_;
    PagesView* pages_;
    ContactView* contact_;
    FiguresView* figures_;
    QStackedWidget *shown_, *beside_;
    QButtonGroup *choices_, *sheets_;
    QLabel* place_;
    QPushButton *back_, *on_, *save_contact_, *save_figures_;
};

}  // namespace underpaint
