// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/time_keeper.h"

#include <QDateTime>
#include <QUuid>

namespace underpaint {
namespace {

Date date_of(const QDate& day) {
    return {std::chrono::year(day.year()), std::chrono::month(static_cast<unsigned>(day.month())),
            std::chrono::day(static_cast<unsigned>(day.day()))};
}

}  // namespace

Moment moment_now() {
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
}

TimeKeeper::TimeKeeper(Session& session, const BriefMeter& brief, std::function<Moment()> clock,
                       QObject* parent)
    : QObject(parent), session_(session), brief_(brief), clock_(std::move(clock)) {
    connect(&session_.document, &Document::begun, this, [this] { clock_state_.stop(); });
}

void TimeKeeper::act(bool on_painting) {
    const auto worked = clock_state_.act(clock_());
    const bool due = clock_state_.without_rest() >= WorkClock::kRestDue;
    if (std::exchange(rest_due_, due) != due) emit rest_due_changed();
    if (!on_painting || !session_.document.has_painting()) return;
    const RouteStep* step = brief_.in_hand();
    if (step == nullptr || worked.count() <= 0) return;
    const QDateTime began =
        QDateTime::fromSecsSinceEpoch((clock_().time_since_epoch() - worked).count());
    WorkLog log = session_.document.painting().log;
    if (log.id.empty()) log.id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    log = with_time(std::move(log), {step->id, date_of(began.date()),
                                     began.time().hour() * 60 + began.time().minute(),
                                     static_cast<double>(worked.count())});
    session_.document.log(std::move(log));
}

void TimeKeeper::keep_record() {
    if (!session_.document.has_painting()) return;
    session_.settings.keep_past(with_painting(
        session_.settings.past(), session_.document.painting(), done_steps(brief_.standing())));
}

}  // namespace underpaint
