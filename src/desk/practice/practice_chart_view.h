// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/practice/practice_charts.h"
#include "desk/work/ask_for_file.h"

class QLabel;
class QPushButton;

namespace underpaint {

class ElidedLabel;

/// One of the charts of practice, which one is chosen, and where one is weakest. It is saved as
/// vectors, a page or a picture.
class PracticeChartView : public QWidget {
    Q_OBJECT
public:
    PracticeChartView(const PracticeSession& session, AskForFile ask, QWidget* parent = nullptr);
    PracticeChart chart() const { return chart_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void choose(PracticeChart chart);
    void save(const std::filesystem::path& file);
    void refresh();

    const PracticeSession& session_;
    AskForFile ask_;
    PracticeChart chosen_ = PracticeChart::weeks, chart_ = PracticeChart::weeks;
    QLabel* title_;
    ElidedLabel* caption_;
    QPushButton* which_;
    QWidget* head_;
};

}  // namespace underpaint
