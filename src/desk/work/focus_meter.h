// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <memory>
#include <optional>
#include <vector>

#include "audit/focus.h"
#include "desk/work/session.h"
#include "desk/work/values_meter.h"

namespace underpaint {

/// The contrast of the foci as they are moved: measured at once on a small picture of the values,
/// and exactly when the exact figures are there.
class FocusMeter : public QObject {
    Q_OBJECT
public:
    FocusMeter(const Session& session, const ValuesMeter& values, QObject* parent = nullptr);

    /// 95th - 5th percentile of step in each focus, in the plan's order; nothing where no pixel
    /// lies in it. Empty until the values have been looked at.
    const std::vector<std::optional<double>>& contrasts() const { return contrasts_; }
    /// The mean step in each focus, likewise.
    const std::vector<std::optional<double>>& means() const { return means_; }
    /// The places that compete with the first focus, the strongest first; some few.
    const std::vector<Rival>& rivals() const { return rivals_; }
    /// How strongly each place draws the eye.
    struct Pull {
        ContrastGrid grid;  ///< discs as large as the first focus, or as it usually is
        double scale = 1;   ///< pixels of the grid to one of the picture
    };
    /// Null when there is none.
    const std::shared_ptr<const Pull>& pull() const { return pull_; }
    /// The first focus over the first rival; nothing without either.
    std::optional<double> lead() const;
    /// They are of the viewing scale, as every figure of a focus, and of the picture as it is now.
    bool exact() const { return exact_; }

signals:
    void changed();

private:
    void take_values();
    void look();
    void measure(const ViewingSteps& steps);

    const Session& session_;
    const ValuesMeter& values_;
    std::vector<Focus> foci_;
    std::optional<ViewingSteps> small_;
    std::vector<std::optional<double>> contrasts_, means_;
    std::vector<Rival> rivals_;
    std::shared_ptr<const Pull> pull_;
    bool exact_ = false;
};

}  // namespace underpaint
