// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/time_panel.h"

#include <QDateTime>
#include <QLabel>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>

#include "brief/estimates.h"
#include "brief/routes.h"
#include "brief/time_log.h"
#include "desk/brief/brief_changes.h"
#include "desk/brief/calendar_view.h"
#include "desk/brief/day_words.h"
#include "desk/brief/days_sheet.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/work/paths.h"
#include "files/disk.h"
#include "files/icalendar.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {}  // namespace

TimePanel::TimePanel(const Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), session_(desk.session), meter_(desk.meters.brief) {
    summary_ = hint_label();
    summary_->setObjectName(QStringLiteral("time_summary"));
    hint_ = hint_label();
    hint_->setObjectName(QStringLiteral("time_hint"));
    calendar_ = new CalendarView;
    auto* days =
        choice_button("days", tr("Days"), tr("When it is due, and when there is time to work"));
    auto* sheet = new DaysSheet(session_, this);
    connect(days, &QPushButton::clicked, this, [days, sheet] { sheet->open_above(*days); });
    export_ = action_button("export_times", tr("Export…"),
                            tr("What was worked and what is planned, as iCalendar"));
    connect(export_, &QPushButton::clicked, this, &TimePanel::export_times);
    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(10));
    auto* title = group_title(tr("Time"));
    // Aligns the title with the words of the buttons.
    title->setContentsMargins(0, scaled(4), 0, 0);
    summary_->setContentsMargins(0, scaled(4), 0, 0);
    head->addWidget(title, 0, Qt::AlignTop);
    head->addWidget(summary_, 1, Qt::AlignTop);
    head->addWidget(days, 0, Qt::AlignTop);
    head->addWidget(export_, 0, Qt::AlignTop);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(7), scaled(14), scaled(8));
    column->setSpacing(scaled(7));
    column->addLayout(head);
    column->addWidget(calendar_);
    column->addWidget(hint_);
    session_.when(this, &TimePanel::refresh, &Document::changed, &Document::logged);
    connect(&meter_, &BriefMeter::standing_changed, this, &TimePanel::refresh);
    connect(&session_.settings, &PainterSettings::changed, this, &TimePanel::refresh);
    refresh();
}

Date TimePanel::today() const {
    return date_from_iso(desk_.day()).value_or(Date{});
}

Schedule TimePanel::schedule() const {
    const Painting& painting = session_.document.painting();
    return lay_out(to_go(painting.brief, painting.log, done_steps(meter_.standing()),
                         session_.settings.past()),
                   painting.brief.days, today(), minutes_on_day(painting.log, today()));
}

QString TimePanel::summary(const Schedule& schedule) const {
    const Painting& painting = session_.document.painting();
    const Days& days = painting.brief.days;
    if (schedule.minutes <= 0) return tr("Nothing of the route is left to do.");
    QString text = tr("%1 to go; ").arg(time_in_words(schedule.minutes));
    if (!schedule.ready)
        return text + (days.minutes == 0 ? tr("with no minutes a day it will not be ready.")
                                         : tr("with every day off it will not be ready."));
    text += tr("at %1 a day ready on <b>%2</b>")
                .arg(time_in_words(days.minutes), day_in_words(*schedule.ready));
    if (!schedule.days_to_spare) return text + QStringLiteral(".");
    const int spare = *schedule.days_to_spare;
    if (spare == 0) return text + tr(", the day it is due.");
    if (spare > 0) return text + tr(", %1 before it is due.").arg(days_in_words(spare));
    text += tr(", %1 too late.").arg(days_in_words(-spare));
    if (schedule.drop.empty()) return text + tr(" Nothing that can be left out would change that.");
    QStringList names;
    for (const std::string& id : schedule.drop)
        if (const RouteStep* step = step_of(painting.brief.route, id))
            names << shown(step->name).toHtmlEscaped();
    return text + tr(" In time without: %1.").arg(names.join(QStringLiteral(", ")));
}

void TimePanel::refresh() {
    setEnabled(session_.document.has_painting());
    // Minutes are logged while other benches are used; a hidden panel ignores that.
    if (!session_.document.has_painting() || !isVisible()) return;
    const Painting& painting = session_.document.painting();
    const Days& days = painting.brief.days;
    const Schedule planned = schedule();
    summary_->setText(summary(planned));
    calendar_->set_face({painting.brief.route, painting.log.times, planned, days, today()});
    const auto own = std::ranges::count_if(session_.settings.past(), [&](const PastPainting& past) {
        return past.route == painting.brief.route.name && past.id != painting.log.id;
    });
    const bool studies = std::ranges::count(session_.settings.past(), std::string(kStudies),
                                            &PastPainting::route) > 0;
    QString hint =
        own > 0 ? tr("Light: worked, as logged. Grey: to come, the middle of your last %1 "
                     "of this route.")
                      .arg(std::min<std::ptrdiff_t>(own, kPaintingsBack))
        : studies ? tr("Light: worked, as logged. Grey: to come, by what your studies took "
                       "and else by the route's usual times, until you have some of your own.")
                  : tr("Light: worked, as logged. Grey: to come, by the route's usual times "
                       "until you have some of your own.");
    // Shown once, in the first session that has work on canvas.
    static const QString kSaid = QStringLiteral("cautions/solvents");
    if (days.canvas && !QSettings().value(kSaid).toBool()) {
        QSettings().setValue(kSaid, true);
        cautions_ = true;
    }
    if (days.canvas && cautions_)
        hint =
            tr("Solvents and oils: see to ventilation, keep rags in a closed metal bin, and follow "
               "the maker's sheet and local rules first. %1")
                .arg(hint);
    hint_->setText(hint);
}

void TimePanel::export_times() {
    const Painting painting = session_.document.painting();
    const std::string stamp = QDateTime::currentDateTimeUtc()
                                  .toString(QStringLiteral("yyyyMMdd'T'HHmmss'Z'"))
                                  .toStdString();
    const std::string times = icalendar_of(painting, schedule(), stamp);
    desk_.ask.to_save(
        tr("Export times"), tr("iCalendar (*.ics)"), shown(painting.name) + QStringLiteral(".ics"),
        [this, times](const std::filesystem::path& path) {
            const Done saved = replace_file(path, bytes_of(times));
            hint_->setText(saved ? tr("The times are in %1.").arg(text_of(path.filename()))
                                 : QString::fromStdString(saved.error().message()));
        });
}

}  // namespace underpaint
