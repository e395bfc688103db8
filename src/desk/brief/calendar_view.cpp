// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/calendar_view.h"

#include <QLocale>
#include <QPainter>
#include <algorithm>
#include <map>

#include "desk/brief/day_words.h"
#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

using std::chrono::local_days;
constexpr int kFewestDays = 5, kMostDaysShown = 28;
constexpr int kDaysBack = 3;  // worked days before today that are shown
constexpr int kMostRows = 7;

}  // namespace

CalendarView::CalendarView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("calendar"));
    set_accessible_role(*this, QAccessible::Chart);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void CalendarView::set_face(CalendarFace face) {
    face_ = std::move(face);
    lay_out_days();
    lay_out_bars();
    setAccessibleName(words());
    updateGeometry();
    update();
}

QSize CalendarView::sizeHint() const {
    return {scaled(400),
            scaled(25) + scaled(17) * std::max<int>(3, static_cast<int>(rows_.size()))};
}

/// From a few worked days back to when it is ready or due.
void CalendarView::lay_out_days() {
    const local_days today(face_.today);
    first_ = today;
    std::set<Date> worked;
    for (const LoggedTime& time : face_.times)
        if (time.seconds > 0 && time.day < face_.today) worked.insert(time.day);
    for (auto [day, left] = std::pair(worked.rbegin(), kDaysBack); day != worked.rend() && left > 0;
         ++day, --left)
        if ((today - local_days(*day)).count() < kMostDaysShown / 2) first_ = local_days(*day);
    local_days last = first_ + std::chrono::days(kFewestDays - 1);
    if (!face_.schedule.times.empty())
        last = std::max(last, local_days(face_.schedule.times.back().day));
    if (face_.schedule.ready) last = std::max(last, local_days(*face_.schedule.ready));
    if (face_.days.due) last = std::max(last, local_days(*face_.days.due));
    count_ = std::clamp(static_cast<int>((last - first_).count()) + 1, kFewestDays, kMostDaysShown);
}

void CalendarView::lay_out_bars() {
    bars_.clear();
    rows_.clear();
    const auto place_of = [&](const std::string& step) {
        const auto found = std::ranges::find(face_.route.steps, step, &RouteStep::id);
        // Steps that are not on the route come last.
        return static_cast<std::size_t>(found - face_.route.steps.begin());
    };
    std::map<Date, double> worked;
    for (const LoggedTime& time : face_.times)
        if (time.seconds > 0) worked[time.day] += time.seconds / 60;
    std::map<Date, double> so_far;
    const auto full = [&](Date day) {
        const auto found = worked.find(day);
        const double minutes = found == worked.end() ? 0 : found->second;
        return std::max({1.0, static_cast<double>(face_.days.minutes), minutes});
    };
    for (const LoggedTime& time : face_.times) {
        if (time.seconds <= 0) continue;
        double& at = so_far[time.day];
        const double end = at + time.seconds / 60;
        bars_.push_back({place_of(time.step), local_days(time.day), at / full(time.day),
                         end / full(time.day), true});
        at = end;
    }
    for (const PlannedTime& time : face_.schedule.times)
        bars_.push_back({place_of(time.step), local_days(time.day), time.from / full(time.day),
                         time.to / full(time.day), false});
    std::erase_if(bars_, [&](const Bar& bar) {
        return bar.day < first_ || bar.day >= first_ + std::chrono::days(count_);
    });
    for (const Bar& bar : bars_)
        if (std::ranges::count(rows_, bar.step) == 0) rows_.push_back(bar.step);
    std::ranges::sort(rows_);
    if (rows_.size() > kMostRows) rows_.resize(kMostRows);
}

QString CalendarView::words() const {
    QStringList steps;
    for (const PlannedTime& time : face_.schedule.times)
        if (const auto* step = [&]() -> const RouteStep* {
                const auto found = std::ranges::find(face_.route.steps, time.step, &RouteStep::id);
                return found == face_.route.steps.end() ? nullptr : &*found;
            }())
            steps << tr("%1 on %2").arg(shown(step->name), day_in_words(time.day));
    return steps.isEmpty() ? tr("Calendar: nothing is planned")
                           : tr("Calendar: %1").arg(steps.join(QStringLiteral(", ")));
}

void CalendarView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const double column = static_cast<double>(width() - 1) / count_, top = scaled(24),
                 row = scaled(17);
    painter.setFont(secondary_font());
    const int label_every = std::max(
        1, static_cast<int>(std::ceil(
               painter.fontMetrics().horizontalAdvance(QStringLiteral("Wed 30 ")) / column)));
    for (int i = 0; i < count_; ++i) {
        const local_days day = first_ + std::chrono::days(i);
        const double x = i * column;
        if (!works_on(face_.days, Date(day)))
            painter.fillRect(QRectF(x, top - scaled(4), column, height() - top + scaled(4)),
                             greys().bar);
        painter.fillRect(QRectF(x, 0, 1, height()), greys().rule);
        if (i % label_every != 0) continue;
        painter.setPen(Date(day) == face_.today ? greys().strong : greys().secondary);
        painter.drawText(QRectF(x + scaled(5), 0, label_every * column - scaled(6), scaled(18)),
                         Qt::AlignLeft | Qt::AlignVCenter, short_day(Date(day)));
    }
    std::vector<std::pair<QRectF, QString>> labels;
    for (std::size_t r = 0; r < rows_.size(); ++r) {
        const double y = top + static_cast<double>(r) * row;
        double first = width(), last = 0;
        for (const Bar& bar : bars_) {
            if (bar.step != rows_[r]) continue;
            const double x = static_cast<double>((bar.day - first_).count()) * column;
            const QRectF place(x + bar.from * column + 1, y,
                               std::max(2.0, (bar.to - bar.from) * column - 1), scaled(11));
            painter.fillRect(place, bar.worked ? greys().action : QColor(0x8c8c8c));
            first = std::min(first, place.left());
            last = std::max(last, place.right());
        }
        const QString name = rows_[r] < face_.route.steps.size()
                                 ? shown(face_.route.steps[rows_[r]].name)
                                 : tr("other work");
        const double wide = painter.fontMetrics().horizontalAdvance(name) + scaled(6);
        const bool after = last + wide <= width() || first < wide;
        const double text = wide - scaled(6);
        labels.emplace_back(
            QRectF(after ? last + scaled(6) : first - wide, y - scaled(3), text, row), name);
    }
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(greys().strong);
    const double size = scaled(4), head = scaled(18);
    const double now_day = static_cast<double>((local_days(face_.today) - first_).count());
    double worked = 0;
    for (const Bar& bar : bars_)
        if (bar.worked && Date(bar.day) == face_.today) worked = std::max(worked, bar.to);
    const double now = (now_day + worked) * column;
    if (now <= width()) {
        painter.fillRect(QRectF(now, scaled(20), 1.5, height() - scaled(20)), greys().strong);
        painter.drawPolygon(QPolygonF({{now - size + 0.75, head},
                                       {now + size + 0.75, head},
                                       {now + 0.75, head + size * 1.4}}));
    }
    // Drawn last, since the line of today would cross the letters.
    painter.setFont(secondary_font());
    for (const auto& [place, name] : labels) {
        painter.fillRect(place.adjusted(-1, 2, 1, -2), greys().ground);
        painter.setPen(greys().text);
        painter.drawText(place, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextDontClip, name);
    }
    painter.setPen(Qt::NoPen);
    if (!face_.days.due) return;
    const double due = static_cast<double>((local_days(*face_.days.due) - first_).count());
    if (due < 0 || due >= count_) return;
    const double x = (due + 1) * column - scaled(34), y = top + scaled(6);
    painter.drawPolygon(QPolygonF({{x - size, y + size}, {x + size, y + size}, {x, y - size}}));
    painter.setPen(greys().strong);
    painter.drawText(QRectF(x + scaled(7), y - scaled(8), scaled(30), scaled(16)),
                     Qt::AlignLeft | Qt::AlignVCenter, tr("due"));
}

}  // namespace underpaint
