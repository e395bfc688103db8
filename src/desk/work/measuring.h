// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "audit/audit.h"
#include "audit/basis.h"
#include "desk/work/findings_meter.h"
#include "desk/work/follower.h"
#include "desk/work/session.h"

namespace underpaint {

/// Keeps the figures of the passes up to date beside the interface: on a small picture (marked as
/// not exact) one after the other while a hand moves; once it rests on every pixel, and then the
/// mends for what slipped.
class Measuring : public FindingsMeter {
    Q_OBJECT
public:
    explicit Measuring(Session& session, QObject* parent = nullptr);

    /// The figures are those of the session's painting as it is now.
    bool current() const { return current_; }
    /// The figures are of the painting of a moment ago, those of now are on their way.
    bool behind() const { return follower_.state() == FollowSchedule::State::behind; }
    const std::optional<Audit>& audit() const { return audit_; }
    bool findings_current() const override { return current_; }
    void find_place(const Finding& finding) override;
    /// For a pass counted from 0; empty when there are none, or not yet.
    const std::vector<Mend>& mends(std::size_t pass) const;
    bool finished() const override { return follower_.settled() && !placing_.running(); }
    /// All figures and findings have come; mends may still be tried.
    bool measured() const {
        return !placing_.running() && (follower_.settled() || (current_ && mending_));
    }

signals:
    void figures_changed();

private:
    /// Figures, and of what: those that a change could not touch are taken over from them.
    struct Measured {
        Painting painting;
        Audit audit;
    };
    using SharedMeasured = std::shared_ptr<const Measured>;
    /// The small picture as it is below the pass in hand.
    struct Below {
        Painting painting;
        std::size_t passes = 0;
        RgbBlock pixels;
    };
    using SharedBelow = std::shared_ptr<const Below>;
    static KnownFigures known_of(const SharedMeasured& measured, const SharedBelow& below,
                                 const Painting& painting, Reader reader);
    void forget();
    void put_off();
    Follower::Work sketch();
    void take_sketch(const SharedMeasured& figures, std::vector<Finding> findings);
    Follower::Work measure();
    void take(Audit figures, std::vector<Finding> findings);
    const Finding* slip_of(std::size_t pass) const;
    void mark_what_is_meant();
    /// The finding that says the same; null: it is no longer there.
    Finding* own(const Finding& finding);

    Session& session_;
    Follower follower_;
    LatestJob placing_;
    std::optional<Basis> basis_;
    bool current_ = false, mending_ = false;
    std::optional<Audit> audit_;
    SharedMeasured sketched_, measured_;         // the last of a small picture, and of every pixel
    std::optional<std::vector<Finding>> found_;  // by the last sketch, until the hand rests
    SharedBelow below_;
};

}  // namespace underpaint
