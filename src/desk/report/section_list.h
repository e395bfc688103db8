// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListWidget>

#include "desk/report/report_edits.h"
#include "desk/report/report_maker.h"

namespace underpaint {

/// The sections of a report in their order, each with a box that puts it in and the page it stands
/// on. One is moved by dragging it, or with Alt and an arrow.
class SectionList : public QListWidget {
    Q_OBJECT
public:
    SectionList(ReportEdits& edits, const ReportMaker& maker, QWidget* parent = nullptr);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

signals:
    /// The page of a section is to be shown.
    void wants_page(int page);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void refresh();
    void move(int from, int to);

    ReportEdits& edits_;
    const ReportMaker& maker_;
    bool filling_ = false;
};

}  // namespace underpaint
