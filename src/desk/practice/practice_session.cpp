// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_session.h"

#include <algorithm>
#include <cmath>

#include "desk/kit/words.h"
#include "desk/work/time_keeper.h"

namespace underpaint {
namespace {

constexpr double kLongest = 120;  // seconds: somebody who went away took no longer
constexpr auto kMonth = std::chrono::days(30);

}  // namespace

PracticeSession::PracticeSession(std::filesystem::path logbook, std::uint64_t seed,
                                 std::function<double()> surround, QObject* parent)
    : QObject(parent),
      file_(std::move(logbook)),
      seed_(seed),
      surround_(std::move(surround)),
      asking_(this, Urgency::figures, "a question") {
    connect(&asking_, &LatestJob::ended, this, &PracticeSession::changed);
}

void PracticeSession::begin() {
    if (!std::exchange(begun_, true)) {
        auto opened = Logbook::open(file_);
        if (opened) {
            logbook_.emplace(std::move(*opened));
            for (const std::string& notice : logbook_->notices())
                trouble_ = QString::fromStdString(notice);
        } else {
            trouble_ = QString::fromStdString(opened.error().message()) +
                       tr(" You can practise; answers are not kept.");
        }
        sitting_.start();
        look_again();
    }
    if (!question_ && !asking_.running()) ask_next();
    emit changed();
}

void PracticeSession::look_again() {
    if (!logbook_) return emit changed();
    const auto counts = logbook_->counts().value_or(std::vector<std::size_t>(kDrills.size()));
    for (const DrillText& drill : kDrills)
        look_up(drill.kind, counts[static_cast<std::size_t>(drill.kind)]);
    all_weeks_ = logbook_->minutes_by_week().value_or(std::vector<Logbook::Stretch>{});
    const auto today = std::chrono::floor<std::chrono::days>(moment_now());
    yesterday_ = logbook_->minutes_between(today - std::chrono::days(1), today).value_or(0);
    emit changed();
}

/// What the logbook has of a kind.
void PracticeSession::look_up(DrillKind kind, std::size_t count) {
    DrillStanding& standing = standings_[static_cast<std::size_t>(kind)];
    if (!logbook_) return;
    const auto answers = logbook_->answers(kind, kRemembered);
    if (!answers) return;
    standing = {};
    standing.count = count;
    const std::span all(*answers);
    standing.recent = figures_of(all.last(std::min(kRecent, all.size())));
    std::vector<LoggedAnswer> before;
    for (const LoggedAnswer& each : all)
        if (each.when <= moment_now() - kMonth) before.push_back(each);
    if (!before.empty())
        standing.before = figures_of(std::span(before).last(std::min(kRecent, before.size())));
    std::vector<Naming> namings;
    std::vector<Trial> trials;
    for (const LoggedAnswer& each : all) {
        namings.push_back({each.cell, each.error});
        trials.push_back({each.level, each.right});
    }
    if (const int choices = text_of(kind).choices; choices > 0)
        standing.threshold = threshold_of(trials, 1.0 / choices);
    if (kind != kind_) return;
    namings_ = std::move(namings), trials_ = std::move(trials);
    weeks_ = logbook_->weeks(kind).value_or(std::vector<Logbook::Stretch>{});
}

/// In their order also where a clock was set back.
void PracticeSession::count_minutes(const LoggedAnswer& answer) {
    const auto begins = monday_of(std::chrono::floor<std::chrono::days>(answer.when));
    auto week = std::ranges::lower_bound(all_weeks_, begins, {}, &Logbook::Stretch::begins);
    if (week == all_weeks_.end() || week->begins != begins)
        week = all_weeks_.insert(week, {.begins = begins});
    ++week->count;
    week->minutes += answer.seconds / 60;
}

void PracticeSession::choose(DrillKind kind) {
    if (kind == kind_) return;
    kind_ = kind;
    last_.reset();
    answered_ = 0;
    round_.clear();
    namings_.clear(), trials_.clear(), weeks_.clear();
    look_up(kind_, standing(kind_).count);
    ask_next();
    emit changed();
}

void PracticeSession::set_picture(std::shared_ptr<const RgbBlock> picture) {
    picture_ = std::move(picture);
    if (!needs_picture(kind_) || !begun_) return;
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
    request.cell = next_cell(names ? std::span<const Naming>(namings_) : std::span<const Naming>(),
                             kind_ != DrillKind::shadows, random);
    request.level = next_level(text_of(kind_).levels, trials_);
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
    // A second click, while the next question is made, answers nothing.
    if (!question_) return;
    const DrillResult result = judge(*question_, answer);
    trouble_.clear();  // it was read by now
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
    if (logbook_) {
        const auto added = logbook_->add(logged);
        if (added)
            count_minutes(logged);
        else
            trouble_ = QString::fromStdString(added.error().message());
        look_up(kind_, standing(kind_).count + (added ? 1 : 0));
    }
    if (!logbook_) {
        namings_.push_back({logged.cell, logged.error});
        trials_.push_back({logged.level, logged.right});
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
    const auto week = std::ranges::find(all_weeks_, begins, &Logbook::Stretch::begins);
    return week == all_weeks_.end() ? 0 : week->minutes;
}

QString PracticeSession::weakest() const {
    if (text_of(kind_).unit != "step" || namings_.size() < 8) return {};
    const auto cell = weakest_cell(namings_);
    if (!cell) return {};
    double sum = 0;
    int count = 0;
    for (const Naming& naming : namings_)
        if (naming.cell == *cell) sum += naming.error, ++count;
    const double bias = sum / std::max(1, count);
    return tr("%1 about step %2, %3 too %4")
        .arg(from_view(hue_name(cell->hue)))
        .arg(cell->step)
        .arg(std::abs(bias), 0, 'f', 1)
        .arg(bias > 0 ? tr("light") : tr("dark"));
}

}  // namespace underpaint
