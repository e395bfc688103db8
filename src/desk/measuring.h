// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <map>
#include <vector>

#include <QImage>
#include <QTimer>

#include "audit/basis.h"
#include "audit/finding.h"
#include "audit/mend.h"
#include "desk/latest_job.h"
#include "desk/session.h"

namespace underpaint {

/// Keeps the figures of the session's painting up to date beside the interface: at once on a small
/// picture (marked as not exact), then on every pixel, then the mends for what slipped.
class Measuring : public QObject {
    Q_OBJECT
public:
    explicit Measuring(Session& session, QObject* parent = nullptr);

    /// The figures are those of the session's painting as it is now.
    bool current() const { return current_; }
    const std::optional<Audit>& audit() const { return audit_; }
    const std::vector<Finding>& findings() const { return findings_; }
    /// For a pass counted from 0; empty when there are none, or not yet.
    const std::vector<Mend>& mends(std::size_t pass) const;
    /// The picture after each pass, small; the first is the seal.
    const std::vector<QImage>& thumbnails() const { return thumbnails_; }
    /// Everything that is to come has come.
    bool finished() const { return !job_.running() && !rest_.isActive(); }

signals:
    /// The figures are no longer those of the painting; new ones will come.
    void outdated();
    void figures_changed();
    void mends_changed();
    void thumbnails_changed();
    void finished_measuring();

private:
    void put_off();
    void measure();
    void take(Audit figures, std::vector<Finding> findings);

    Session& session_;
    LatestJob job_;
    QTimer rest_;
    std::optional<Basis> basis_;
    bool current_ = false;
    std::optional<Audit> audit_;
    std::vector<Finding> findings_;
    std::map<std::size_t, std::vector<Mend>> mends_;
    std::vector<QImage> thumbnails_;
};

/// Side in pixels that a thumbnail is made for.
inline constexpr int kThumbnailWidth = 58, kThumbnailHeight = 38;

}  // namespace underpaint
