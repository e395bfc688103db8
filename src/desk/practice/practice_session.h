// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <memory>
#include <optional>

#include "desk/practice/practice_record.h"
#include "desk/work/latest_job.h"

namespace underpaint {

/// Somebody who practises: asks, takes the answer, writes it into the logbook, and asks again.
/// The logbook is opened, and questions are made, beside the interface.
class PracticeSession : public QObject {
    Q_OBJECT
public:
    /// \param surround the step around patches that stand alone
    PracticeSession(std::filesystem::path logbook, std::uint64_t seed,
                    std::function<double()> surround, QObject* parent = nullptr);

    /// Opens the logbook when it is first wanted, and then asks.
    void begin();
    bool opening() const { return opening_.running(); }
    DrillKind kind() const { return kind_; }
    void choose(DrillKind kind);
    /// Null while it is made.
    const std::shared_ptr<const DrillQuestion>& question() const { return question_; }
    void answer(const DrillAnswer& answer);
    /// Sets the picture of DrillKind::here; null: none.
    void set_picture(std::shared_ptr<const RgbBlock> picture);
    bool has_picture() const { return picture_ != nullptr; }
    /// Asks about another spot of it, in its pixels, in place of the one that is asked about.
    void ask_at(Point at);

    struct Answered {
        std::shared_ptr<const DrillQuestion> question;
        DrillAnswer answer;
        DrillResult result;
    };
    /// The last answer of this kind in this sitting.
    const std::optional<Answered>& last() const { return last_; }
    /// Answers of this kind in this round, and how many it has.
    int answered() const { return answered_; }
    static constexpr int kRound = 20;
    int left_of_round() const { return kRound - answered_ % kRound; }
    /// The result of a round that has just ended; else empty.
    QString round_in_words() const;
    /// Since the sitting began.
    double minutes() const { return begun_ ? static_cast<double>(sitting_.elapsed()) / 60'000 : 0; }
    /// Practised yesterday, and since Monday, by the logbook: answers and studies; in UTC.
    double minutes_yesterday() const { return record_.yesterday; }
    double minutes_this_week() const;

    const DrillStanding& standing(DrillKind kind) const { return drill(kind).standing; }
    /// Weeks of the kind that is asked.
    const std::vector<Logbook::Stretch>& weeks() const { return drill(kind_).weeks; }
    /// The same of its last kRemembered answers.
    const std::vector<Naming>& namings() const { return drill(kind_).namings; }
    /// Minutes of all drills and studies, week by week.
    const std::vector<Logbook::Stretch>& all_weeks() const { return record_.weeks; }
    /// The weakest cell, in words; empty: nothing to say yet.
    QString weakest() const;
    const std::filesystem::path& file() const { return file_; }
    /// Null when it can't be used, and `trouble` says why, and while it is opened.
    Logbook* logbook() { return logbook_.get(); }
    /// The logbook was changed by somebody else than answer().
    void look_again();
    const QString& trouble() const { return trouble_; }
    bool finished() const { return !asking_.running() && !opening_.running(); }

signals:
    void changed();

private:
    void ask_next(std::optional<Point> at = {});
    struct Opened;
    void take(const Opened& opened);
    DrillRecord& drill(DrillKind kind) { return record_.drills[static_cast<std::size_t>(kind)]; }
    const DrillRecord& drill(DrillKind kind) const {
        return record_.drills[static_cast<std::size_t>(kind)];
    }
    void count_minutes(const LoggedAnswer& answer);

    std::filesystem::path file_;
    std::uint64_t seed_;
    std::function<double()> surround_;
    std::shared_ptr<Logbook> logbook_;
    QString trouble_;
    bool begun_ = false;
    DrillKind kind_ = DrillKind::step_alone;
    std::shared_ptr<const DrillQuestion> question_;
    std::shared_ptr<const RgbBlock> picture_;
    std::optional<Answered> last_;
    std::vector<LoggedAnswer> round_;
    int answered_ = 0;
    QElapsedTimer asked_at_, sitting_;
    PracticeRecord record_;
    LatestJob opening_, asking_;
};

}  // namespace underpaint
