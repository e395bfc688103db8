// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>
#include <chrono>
#include <memory>
#include <optional>

#include "desk/view/through_lens.h"
#include "desk/work/latest_job.h"

namespace underpaint {

/// Makes what the canvas shows, beside the interface: a coarse picture at once where the fine one
/// will take a while, the fine one, and then what lies around it, for when the view is moved. A
/// hand that moves faster than pictures come sees the first of each in turn.
class Projector : public QObject {
    Q_OBJECT
public:
    explicit Projector(QObject* parent = nullptr);

    /// Shows a painting. An earlier request is dropped, unless a first picture of the same kind is
    /// on its way.
    void show(const Painting& painting, const Sight& sight, const View& view);
    /// Whether what was last asked for has been shown.
    bool settled() const { return settled_; }

    /// Null for an sRGB screen. Counts from the next show() on.
    void set_display(std::shared_ptr<const DisplayTransform> display) {
        display_ = std::move(display);
    }
    /// In milliseconds: where a frame takes longer, the next one begins coarse. Counts from the
    /// next show() on.
    void set_slow(double milliseconds) { slow_ = milliseconds; }
    /// How much memory, in bytes, may be kept to be quick with.
    void set_budget(std::size_t bytes) { live_.set_budget(bytes); }

signals:
    void shown(const underpaint::Seen& seen, underpaint::Lens lens);
    /// The last request has been shown, or can't be.
    void caught_up();

private:
    using Milliseconds = std::chrono::duration<double, std::milli>;
    struct Wish {
        Painting painting;
        Sight sight;
        View view;
    };
    void begin(const Wish& wish);
    void begin_next();
    void project(const Wish& wish, const DisplayTransform* display, double slow_from,
                 const std::stop_token& stop, const Deliver& deliver);
    void take(const Seen& seen, Lens lens, bool last);

    LiveRender live_;             // the job's alone
    double slow_ = 11;            // milliseconds of a frame, which are not noticed
    Milliseconds fine_frame_{0};  // how long one takes; the job's alone
    std::optional<Wish> first_,
        next_;            // whose first picture is being made; what is wanted after it
    QTimer first_waits_;  // for the first picture
    std::shared_ptr<const DisplayTransform> display_;
    bool settled_ = true;
    LatestJob job_;  // goes first
};

}  // namespace underpaint
