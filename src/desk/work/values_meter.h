// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <memory>

#include "audit/value_findings.h"
#include "desk/work/findings_meter.h"
#include "desk/work/follower.h"
#include "desk/work/session.h"

namespace underpaint {

/// Keeps the figures of the values, above the seal line, up to date beside the interface while that
/// side is worked on: again and again on a small picture as long as a hand moves, and on every
/// pixel once it rests; then what is to be said of them, then what would help.
class ValuesMeter : public FindingsMeter {
    Q_OBJECT
public:
    explicit ValuesMeter(const Session& session, QObject* parent = nullptr);

    /// Null until there are some. They may be of the moment before.
    std::shared_ptr<const ValuesAudit> figures() const { return figures_; }
    /// The figures are those of every pixel as it is now.
    bool exact() const { return figures_ && figures_->exact && !out_of_date_; }
    bool findings_current() const override { return findings_current_; }
    bool finished() const override { return follower_.settled(); }

signals:
    void changed();

private:
    /// The inputs of the figures.
    struct Basis {
        SharedPicture underpaint;
        std::vector<Pass> values;
        std::vector<Part> parts;
        Reader reader;
        ValueScale scale;
        friend bool operator==(const Basis&, const Basis&) = default;
    };
    ValuesAuditOptions options(bool exact) const;
    void look();
    Follower::Work sketch();
    Follower::Work measure();
    void take(std::shared_ptr<const ValuesAudit> figures);

    const Session& session_;
    Follower follower_;
    std::optional<Basis> basis_;
    Plan plan_;
    bool out_of_date_ = true;  // the figures are not of every pixel as it is now
    std::shared_ptr<const ValuesAudit> figures_;
    bool findings_current_ = false;
};

}  // namespace underpaint
