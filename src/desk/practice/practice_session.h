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
    static constexpr std::size_t kRecent = 40;
    double minutes() const { return static_cast<double>(sitting_.elapsed()) / 60'000; }

    const DrillStanding& standing(DrillKind kind) const {
        return standings_[static_cast<std::size_t>(kind)];
    }
    /// Of the kind that is asked.
    const std::vector<Logbook::Stretch>& weeks() const { return weeks_; }
    /// Where one is weakest, in words; empty: nothing to say yet.
    QString weakest() const;
    /// Null when it can't be used; `trouble` says why.
    Logbook* logbook() { return logbook_ ? &*logbook_ : nullptr; }
    const QString& trouble() const { return trouble_; }
    bool finished() const { return !asking_.running(); }

signals:
    void changed();

private:
    void ask_next();
    void look_up(DrillKind kind);

    std::filesystem::path file_;
    std::uint64_t seed_;
    std::function<double()> surround_;
    std::optional<Logbook> logbook_;
    QString trouble_;
    bool begun_ = false;
    DrillKind kind_ = DrillKind::step_alone;
    std::shared_ptr<const DrillQuestion> question_;
    std::optional<Answered> last_;
    int answered_ = 0;
    QElapsedTimer asked_at_, sitting_;
    std::vector<Naming> namings_;
    std::vector<Trial> trials_;
    std::array<DrillStanding, kDrills.size()> standings_;
    std::vector<Logbook::Stretch> weeks_;
    LatestJob asking_;
};

}  // namespace underpaint
