// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "brief/schedule.h"
#include "painting/painting.h"

namespace underpaint {

/// The content of the calendar.
struct CalendarFace {
    Route route;
    std::vector<LoggedTime> times;
    Schedule schedule;
    Days days;
    Date today{};
};

/// The steps on days: light bars are worked, grey ones planned; a line says where now is, a
/// triangle when it is due.
class CalendarView : public QWidget {
    Q_OBJECT
public:
    explicit CalendarView(QWidget* parent = nullptr);
    void set_face(CalendarFace face);
    QSize sizeHint() const override;

    /// The first day shown and how many.
    Date first_day() const { return Date(first_); }
    int day_count() const { return count_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Bar {
        std::size_t step = 0;
        std::chrono::local_days day;
        double from = 0, to = 0;  ///< share of the day's column
        bool worked = false;
    };
    void lay_out_days();
    void lay_out_bars();
    QString words() const;

    CalendarFace face_;
    std::chrono::local_days first_{};
    int count_ = 5;
    std::vector<Bar> bars_;
    std::vector<std::size_t> rows_;  // steps that have a bar
};

}  // namespace underpaint
