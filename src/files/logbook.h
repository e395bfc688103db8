// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "practice/drill.h"
#include "practice/goals.h"
#include "practice/study.h"
#include "terms/result.h"

namespace underpaint {

/// An answer to a drill, as it is kept.
struct LoggedAnswer {
    std::int64_t id = 0;  ///< given by the logbook
    std::chrono::sys_seconds when{};
    DrillKind kind = DrillKind::step_alone;
    std::uint64_t seed = 0;  ///< of the question
    DrillCell cell;
    double level = 0;  ///< of choices
    double truth = 0, said = 0, error = 0;
    bool right = false;
    double seconds = 0;  ///< that it took
    friend bool operator==(const LoggedAnswer&, const LoggedAnswer&) = default;
};

/// How well drills went.
struct AnswerFigures {
    std::size_t count = 0;
    double error = 0;  ///< mean of the errors' sizes
    double right = 0;  ///< share 0..1
};
AnswerFigures figures_of(std::span<const LoggedAnswer> answers);

/// A study that was held against its reference.
struct LoggedStudy {
    std::int64_t id = 0;
    std::chrono::sys_seconds when{};
    StudyKind kind = StudyKind::two;
    std::string name;    ///< of its file, UTF-8
    double minutes = 0;  ///< that it took, as the painter says; 0: not said
    double figure = 0;   ///< agreement, or the drift's 95th percentile
    double second = 0;   ///< what crept in, or mean CIEDE2000
    friend bool operator==(const LoggedStudy&, const LoggedStudy&) = default;
};

/// No logbook's text is longer: over two million answers.
inline constexpr std::size_t kMostLogbookCsv = std::size_t{256} << 20;

/// Monday of the week that a day is in.
std::chrono::sys_days monday_of(std::chrono::sys_days day);

/// All studies, and what somebody set out to do.
struct StudyRecord {
    std::vector<LoggedStudy> studies;
    std::vector<StudyGoal> goals;
};
/// Reads a logbook; empty where there is none, and none is made.
[[nodiscard]] Result<StudyRecord> read_studies(const std::filesystem::path& file);

/// Answers, studies and goals, in a SQLite database of their own. Each answer is on the disk before
/// the next is asked; two windows may write at once. Not to be used by two threads at once.
class Logbook {
public:
    /// Opens or makes it. One that is damaged is put aside under its name and ".damaged", and a
    /// number where there is such a file, and what can be read of it is taken over; `notices` says
    /// so. One of a later version of the program is trouble, and is left as it is.
    [[nodiscard]] static Result<Logbook> open(const std::filesystem::path& file);
    /// In the folder of a person's records.
    static std::filesystem::path usual_file();

    ~Logbook();
    Logbook(Logbook&& other) noexcept;
    Logbook& operator=(Logbook&& other) noexcept;

    const std::vector<std::string>& notices() const { return notices_; }

    [[nodiscard]] Result<std::int64_t> add(const LoggedAnswer& answer);
    [[nodiscard]] Result<std::int64_t> add(const LoggedStudy& study);
    /// Zero takes it away.
    [[nodiscard]] Done set_goal(const StudyGoal& goal);

    /// In the order in which they were given. \param last only so many, the newest
    [[nodiscard]] Result<std::vector<LoggedAnswer>> answers(
        std::optional<DrillKind> kind = {}, std::optional<std::size_t> last = {}) const;
    [[nodiscard]] Result<std::vector<LoggedStudy>> studies() const;
    [[nodiscard]] Result<std::vector<StudyGoal>> goals() const;

    /// Mean error or share of right answers in a stretch of days, with what is needed to draw it.
    struct Stretch {
        std::chrono::sys_days begins{};
        std::size_t count = 0;
        double error = 0, low = 0, high = 0;  ///< mean size of errors, and its quartiles
        double right = 0;                     ///< share 0..1
        double minutes = 0;
    };
    /// Week by week (from Monday on), the oldest first; weeks without an answer are left out.
    /// \param from the first day, in UTC
    [[nodiscard]] Result<std::vector<Stretch>> weeks(
        DrillKind kind, std::optional<std::chrono::sys_days> from = {}) const;
    /// The same of minutes alone, of all drills and of what studies took.
    [[nodiscard]] Result<std::vector<Stretch>> minutes_by_week() const;
    /// Minutes of answers and studies from a day on, up to another, in UTC.
    [[nodiscard]] Result<double> minutes_between(std::chrono::sys_days from,
                                                 std::chrono::sys_days to) const;
    /// How many answers each kind has.
    [[nodiscard]] Result<std::vector<std::size_t>> counts() const;

    [[nodiscard]] Done remove_answer(std::int64_t id);
    [[nodiscard]] Done remove_study(std::int64_t id);
    /// All answers and studies of a day, in UTC.
    [[nodiscard]] Done remove_day(std::chrono::sys_days day);
    [[nodiscard]] Done remove_all();

    /// All answers and studies as comma-separated values (RFC 4180).
    [[nodiscard]] Result<std::string> write_csv() const;
    /// Adds what such a text has; lines that are there already are left out. How many were added.
    [[nodiscard]] Result<std::size_t> read_csv(const std::string& file, std::string_view text);

private:
    struct Database;
    explicit Logbook(std::unique_ptr<Database> database);
    std::unique_ptr<Database> database_;
    std::vector<std::string> notices_;
};

}  // namespace underpaint
