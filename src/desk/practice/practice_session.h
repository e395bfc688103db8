// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <array>
#include <memory>
#include <optional>

#include "desk/work/latest_job.h"
#include "files/logbook.h"
#include "practice/naming.h"
#include "practice/staircase.h"

namespace underpaint {

/// What one kind of drill came to.
struct DrillStanding {
    std::size_t count = 0;
    AnswerFigures recent;                 ///< over the last kRecent answers
    std::optional<AnswerFigures> before;  ///< over as many, up to a month ago
    std::optional<Threshold> threshold;
};

/// Somebody who practises: asks, takes the answer, writes it into the logbook, and asks again.
/// Questions are made beside the interface.
class PracticeSession : public QObject {
    Q_OBJECT
public:
    /// \param surround the step around patches that stand alone
    PracticeSession(std::filesystem::path logbook, std::uint64_t seed,
                    std::function<double()> surround, QObject* parent = nullptr);

    /// Opens the logbook when it is first wanted, and asks.
    void begin();
    DrillKind kind() const { return kind_; }
    void choose(DrillKind kind);
    /// Null while it is made.
    const std::shared_ptr<const DrillQuestion>& question() const { return question_; }
    void answer(const DrillAnswer& answer);
    /// What DrillKind::here asks about; null: there is nothing.
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
    /// What a round that has just ended came to; else empty.
    QString round_in_words() const;
    static constexpr std::size_t kRecent = 40;
    /// Since the sitting began.
    double minutes() const { return begun_ ? static_cast<double>(sitting_.elapsed()) / 60'000 : 0; }
    /// Practised yesterday, and since Monday, by the logbook: answers and studies; in UTC.
    double minutes_yesterday() const { return yesterday_; }
    double minutes_this_week() const;

    const DrillStanding& standing(DrillKind kind) const {
        return standings_[static_cast<std::size_t>(kind)];
    }
    /// Of the kind that is asked.
    const std::vector<Logbook::Stretch>& weeks() const { return weeks_; }
    /// The same of its last kRemembered answers.
    const std::vector<Naming>& namings() const { return namings_; }
    static constexpr std::size_t kRemembered = 400;
    /// Minutes of all drills and studies, week by week.
    const std::vector<Logbook::Stretch>& all_weeks() const { return all_weeks_; }
    /// Where one is weakest, in words; empty: nothing to say yet.
    QString weakest() const;
    /// Null when it can't be used; `trouble` says why.
    const std::filesystem::path& file() const { return file_; }
    Logbook* logbook() { return logbook_ ? &*logbook_ : nullptr; }
    /// The logbook was changed by somebody else than answer().
    void look_again();
    const QString& trouble() const { return trouble_; }
    bool finished() const { return !asking_.running(); }

signals:
    void changed();

private:
    void ask_next(std::optional<Point> at = {});
    void look_up(DrillKind kind, std::size_t count);
    void count_minutes(const LoggedAnswer& answer);

    std::filesystem::path file_;
    std::uint64_t seed_;
    std::function<double()> surround_;
    std::optional<Logbook> logbook_;
    QString trouble_;
    bool begun_ = false;
    DrillKind kind_ = DrillKind::step_alone;
    std::shared_ptr<const DrillQuestion> question_;
    std::shared_ptr<const RgbBlock> picture_;
    std::optional<Answered> last_;
    std::vector<LoggedAnswer> round_;
    int answered_ = 0;
    QElapsedTimer asked_at_, sitting_;
    std::vector<Naming> namings_;
    std::vector<Trial> trials_;
    std::array<DrillStanding, kDrills.size()> standings_;
    std::vector<Logbook::Stretch> weeks_, all_weeks_;
    double yesterday_ = 0;
    LatestJob asking_;
};

}  // namespace underpaint
