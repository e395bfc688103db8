// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <QRectF>
#include <optional>
#include <vector>

#include "audit/focus.h"
#include "desk/latest_job.h"
#include "desk/session.h"

namespace underpaint {

/// What the foci have of contrast, as they are moved: measured on a small picture of the ground, so
/// that it is there at once. The exact figures are Measuring's.
class FocusMeter : public QObject {
    Q_OBJECT
public:
    explicit FocusMeter(const Session& session, QObject* parent = nullptr);

    /// 95th - 5th percentile of step in each focus, in the plan's order; nothing where no pixel
    /// lies in it. Empty until the ground has been looked at.
    const std::vector<std::optional<double>>& contrasts() const { return contrasts_; }
    /// The places that compete with the first focus, the strongest first; some few.
    const std::vector<Rival>& rivals() const { return rivals_; }
    /// How strongly each place draws the eye, the strongest white, in an image that lies over
    /// pull_place() of the picture when it is drawn smoothly; null when there is none. Discs are as
    /// large as the first focus, or where there is none as it usually is.
    const QImage& pull() const { return pull_; }
    const QRectF& pull_place() const { return pull_place_; }
    /// The first focus over the first rival; nothing without either.
    std::optional<double> lead() const;

signals:
    void changed();

private:
    void look_at_ground();
    void measure();
    void draw_pull(const ContrastGrid& grid);

    const Session& session_;
    LatestJob job_;
    SharedPicture ground_;
    Reader reader_ = Reader::lightness;
    std::vector<Focus> foci_;
    std::optional<ViewingSteps> steps_;
    std::vector<std::optional<double>> contrasts_;
    std::vector<Rival> rivals_;
    QImage pull_;
    QRectF pull_place_;
};

}  // namespace underpaint
