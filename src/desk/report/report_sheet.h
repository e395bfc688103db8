// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/report/report_saving.h"

class QButtonGroup;
class QLabel;
class QPlainTextEdit;
class QPushButton;

namespace underpaint {

/// The right side of the Report bench: what goes in, for whom, on what sheet, the painter's words,
/// and where it goes.
class ReportSheet : public QWidget {
    Q_OBJECT
public:
    ReportSheet(const Desk& desk, ReportEdits& edits, ReportMaker& maker, ReportSaving& saving,
                QWidget* parent = nullptr);
    /// Something to stand above the main action until something else is said.
    void say(const QString& words);

signals:
    void wants_page(int page);

private:
    QWidget* for_row();
    QWidget* about_row();
    QWidget* page_row();
    QWidget* paper_row();
    QWidget* leaving_row();
    void fill_paper(QMenu& menu);
    void fill_pictures(QMenu& menu);
    void fill_ground(QMenu& menu);
    void fill_helps(QMenu& menu);
    void refresh();
    QString last_one() const;

    Desk desk_;
    ReportEdits& edits_;
    ReportMaker& maker_;
    ReportSaving& saving_;
    QLabel *pages_, *about_, *last_, *said_;
    QButtonGroup* for_;
    QPushButton *keep_, *first_, *paper_, *pictures_, *ground_, *printer_, *helps_, *html_,
        *figures_, *print_, *stop_, *pdf_;
    QPlainTextEdit* words_;
    QString told_;
};

}  // namespace underpaint
