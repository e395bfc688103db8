// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "desk/view/lens.h"
#include "desk/work/latest_job.h"
#include "desk/work/meters.h"

namespace underpaint {

/// Makes what the lens in use lays over the picture, beside the interface, and follows the meter
/// that it is drawn from.
class LensDrawer : public QObject {
    Q_OBJECT
public:
    explicit LensDrawer(const Meters& meters, QObject* parent = nullptr);

    void set_lens(Lens lens);
    /// Null: that lens lays nothing over the picture, or not yet.
    const LensDrawing* of(Lens lens) const;
    bool finished() const { return !job_.running(); }

signals:
    void drawn();

private:
    void draw();

    const Meters& meters_;
    Lens lens_ = Lens::colour;
    LensDrawing drawing_;
    std::shared_ptr<const void> of_, wanted_;  // what it is drawn from; what is being drawn
    LatestJob job_;
};

}  // namespace underpaint
