// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_session.h"

#include <algorithm>
#include <cmath>

#include "desk/kit/words.h"
#include "desk/work/time_keeper.h"

namespace underpaint {
namespace {

// Seconds that one answer may count: longer means that the person went away.
constexpr double kLongest = 120;

}  // namespace

/// What came of opening a logbook.
struct PracticeSession::Opened {
    DrillKind kind;  ///< whose weeks were read
    std::shared_ptr<Logbook> book;
    PracticeRecord record;
    std::string trouble;  ///< why there is no book
};

PracticeSession::PracticeSession(std::filesystem::path logbook, std::uint64_t seed,
                                 std::function<double()> surround, QObject* parent)
    : QObject(parent),
      file_(std::move(logbook)),
      seed_(seed),
      surround_(std::move(surround)),
      opening_(this, Urgency::figures, "opening the logbook"),
      asking_(this, Urgency::figures, "a question") {
    connect(&opening_, &LatestJob::ended, this, &PracticeSession::begin);
    connect(&asking_, &LatestJob::ended, this, &PracticeSession::changed);
}

void PracticeSession::begin() {
    if (!std::exchange(begun_, true)) {
        sitting_.start();
        opening_.start(
            [this, file = file_, kind = kind_](const std::stop_token&, const Deliver& deliver) {
                Opened made{kind, nullptr, {}, {}};
                auto book = Logbook::open(file);
                if (book) {
                    made.book = std::make_shared<Logbook>(std::move(*book));
                    made.record = read_practice(*made.book, kind);
                } else {
                    made.trouble = book.error().message();
                }
                deliver([this, opened = std::make_shared<const Opened>(std::move(made))] {
                    take(*opened);
                });
            });
    }
    if (!question_ && finished()) ask_next();
    emit changed();
}

void PracticeSession::take(const Opened& opened) {
    logbook_ = opened.book;
    if (!logbook_) {
        trouble_ =
            QString::fromStdString(opened.trouble) + tr(" You can practise; answers are not kept.");
        return;
    }
    for (const std::string& notice : logbook_->notices()) trouble_ = QString::fromStdString(notice);
    record_ = opened.record;
    if (opened.kind != kind_) look_again();
}

void PracticeSession::look_again() {
    if (logbook_) record_ = read_practice(*logbook_, kind_);
    emit changed();
}

/// In their order also where a clock was set back.
void PracticeSession::count_minutes(const LoggedAnswer& answer) {
    const auto begins = monday_of(std::chrono::floor<std::chrono::days>(answer.when));
    auto& weeks = record_.weeks;
    auto week = std::ranges::lower_bound(weeks, begins, {}, &Logbook::Stretch::begins);
    if (week == weeks.end() || week->begins != begins)
        week = weeks.insert(week, {.begins = begins});
    ++week->count;
    week->minutes += answer.seconds / 60;
}

void PracticeSession::choose(DrillKind kind) {
    if (kind == kind_) return;
    kind_ = kind;
    last_.reset();
    answered_ = 0;
    round_.clear();
    if (logbook_) {
        drill(kind_) = read_drill(*logbook_, kind_, standing(kind_).count);
        drill(kind_).weeks = logbook_->weeks(kind_).value_or(std::vector<Logbook::Stretch>{});
    } else {
        drill(kind_) = {};
    }
    if (!opening()) ask_next();
    emit changed();
}

void PracticeSession::set_picture(std::shared_ptr<const RgbBlock> picture) {
    picture_ = std::move(picture);
    if (!needs_picture(kind_) || !begun_ || opening()) return;
    ask_next();
    emit changed();
}

void PracticeSession::ask_at(Point at) {
    if (!needs_picture(kind_) || !picture_) return;
    ask_next(at);
    emit changed();
}

void PracticeSession::ask_next(std::optional<Point> at) {
    question_.reset();
    if (needs_picture(kind_) && !picture_) return asking_.stop();
    std::mt19937_64 random(++seed_);
    DrillRequest request;
    request.seed = seed_;
    request.surround = surround_();
    request.picture = picture_;
    request.at = at;
    const bool names = text_of(kind_).unit == "step";
    request.cell = next_cell(names ? std::span<const Naming>(namings()) : std::span<const Naming>(),
                             kind_ != DrillKind::shadows, random);
    request.level = next_level(text_of(kind_).levels, drill(kind_).trials);
    asking_.start([this, kind = kind_, request](const std::stop_token&, const Deliver& deliver) {
        auto question = std::make_shared<const DrillQuestion>(ask(kind, request));
        deliver([this, question] {
            question_ = question;
            asked_at_.start();
            emit changed();
        });
    });
}

void PracticeSession::answer(const DrillAnswer& answer) {
    // A second click while the next question is made is ignored.
    if (!question_) return;
    const DrillResult result = judge(*question_, answer);
    trouble_.clear();  // the last trouble has been read by now
    LoggedAnswer logged;
    logged.when = moment_now();
    logged.kind = kind_;
    logged.seed = question_->seed;
    logged.cell = question_->cell;
    logged.level = question_->level;
    logged.truth = question_->truth;
    logged.said = answer.value;
    logged.error = result.error;
    logged.right = result.right;
    logged.seconds = std::min(kLongest, static_cast<double>(asked_at_.elapsed()) / 1000);
    last_ = Answered{question_, answer, result};
    if (answered_++ % kRound == 0) round_.clear();
    round_.push_back(logged);
    const auto added = logbook_ ? logbook_->add(logged) : Result<std::int64_t>(0);
    if (!added) trouble_ = QString::fromStdString(added.error().message());
    if (logbook_ && added) {
        count_minutes(logged);
        auto weeks = std::move(drill(kind_).weeks);
        read_weeks_from(*logbook_, kind_, logged.when, weeks);
        drill(kind_) = read_drill(*logbook_, kind_, standing(kind_).count + 1);
        drill(kind_).weeks = std::move(weeks);
    } else {
        drill(kind_).namings.push_back({logged.cell, logged.error});
        drill(kind_).trials.push_back({logged.level, logged.right});
    }
    ask_next();
    emit changed();
}

QString PracticeSession::round_in_words() const {
    if (answered_ == 0 || answered_ % kRound != 0) return {};
    const AnswerFigures figures = figures_of(round_);
    double seconds = 0;
    for (const LoggedAnswer& each : round_) seconds += each.seconds;
    const DrillText& drill = text_of(kind_);
    const QString result =
        drill.unit.empty()
            ? tr("%1% right").arg(qRound(100 * figures.right))
            : tr("%1 %2 off on the whole").arg(figures.error, 0, 'f', 2).arg(from_view(drill.unit));
    return tr("That was a round of %1: %2, in %3 min.")
        .arg(kRound)
        .arg(result)
        .arg(std::max(1L, std::lround(seconds / 60)));
}

double PracticeSession::minutes_this_week() const {
    const auto begins = monday_of(std::chrono::floor<std::chrono::days>(moment_now()));
    const auto week = std::ranges::find(all_weeks(), begins, &Logbook::Stretch::begins);
    return week == all_weeks().end() ? 0 : week->minutes;
}

QString PracticeSession::weakest() const {
    if (text_of(kind_).unit != "step" || namings().size() < 8) return {};
    const auto cell = weakest_cell(namings());
    if (!cell) return {};
    double sum = 0;
    int count = 0;
    for (const Naming& naming : namings())
        if (naming.cell == *cell) sum += naming.error, ++count;
    const double bias = sum / std::max(1, count);
    return tr("%1 about step %2, %3 too %4")
        .arg(from_view(hue_name(cell->hue)))
        .arg(cell->step)
        .arg(std::abs(bias), 0, 'f', 1)
        .arg(bias > 0 ? tr("light") : tr("dark"));
}

}  // namespace underpaint
