// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "desk/passes/charts/chart.h"
#include "desk/work/ask_for_file.h"

class QPushButton;
class QStackedWidget;

namespace underpaint {

class ElidedLabel;

/// The charts, in place of the picture: a row of their names, and one of them.
class ChartBoard : public QWidget {
    Q_OBJECT
public:
    ChartBoard(Session& session, Measuring& measuring, AskForFile ask, QWidget* parent = nullptr);
    /// False when there is none of that name.
    bool show_chart(const QString& id);
    Chart& current() const;
    bool finished() const;

signals:
    void back();
    void said(const QString& words);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void choose(std::size_t index);
    void refresh();
    void fit_bar();
    void save(bool svg);

    AskForFile ask_;
    std::vector<Chart*> charts_;
    std::vector<QPushButton*> tabs_;
    QStackedWidget *stack_, *controls_;
    ElidedLabel* caption_;
    QWidget* bar_;
    QPushButton* back_;
};

}  // namespace underpaint
