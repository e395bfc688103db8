// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/projector.h"

#include <cmath>

#include "desk/view/enlarged.h"

namespace underpaint {
namespace {

constexpr std::size_t kUsualBudget = std::size_t{256} << 20;
/// Pixels on screen beyond which a view that was never shown begins coarse.
constexpr std::int64_t kCoarseFirst = 150'000;
/// Sides of the pixels of such a picture.
constexpr double kCoarse = 3;
/// Milliseconds that a coarse picture may take.
constexpr double kQuick = 3;
/// What is wanted waits no longer for the first picture of what was wanted before.
constexpr std::chrono::milliseconds kLongestFirst{150};

/// The same part of the painting at the next halving whose pixels are so many times as wide: those
/// need no resampling.
View coarse_of(const View& view, double wider, Size painting) {
    View coarse{std::exp2(std::ceil(std::log2(view.shrink * wider))), {}};
    const double by = view.shrink / coarse.shrink;
    const Rect& a = view.area;
    const auto at = [&](int v) { return static_cast<int>(std::floor(v * by)); };
    coarse.area =
        intersection({at(a.x), at(a.y), at(a.right()) - at(a.x) + 1, at(a.bottom()) - at(a.y) + 1},
                     rect_of(size_at(painting, coarse.shrink)));
    return coarse;
}

}  // namespace

Projector::Projector(QObject* parent)
    : QObject(parent),
      live_(kUsualBudget),
      job_(this, Urgency::frame, "the picture on the canvas") {
    first_waits_.setSingleShot(true);
    first_waits_.setInterval(kLongestFirst);
    connect(&first_waits_, &QTimer::timeout, this, &Projector::begin_next);
    // The frame that failed is asked for again by the next change, with a smaller budget.
    job_.on_fault([this](const QString&) {
        live_.set_budget(live_.budget() / 2);
        first_.reset();
        next_.reset();
        settled_ = true;
        emit caught_up();
    });
}

void Projector::show(const Painting& painting, const Sight& sight, const View& view) {
    settled_ = false;
    Wish wish{painting, sight, view};
    if (first_ && first_->sight == sight && first_->painting.ground() == painting.ground()) {
        next_ = std::move(wish);
        if (!first_waits_.isActive()) first_waits_.start();
    } else {
        begin(wish);
    }
}

void Projector::begin(const Wish& wish) {
    first_ = wish;
    next_.reset();
    first_waits_.stop();
    job_.start([this, wish, display = display_, slow = slow_](const std::stop_token& stop,
                                                              const auto& deliver) {
        project(wish, display.get(), slow, stop, deliver);
    });
}

void Projector::begin_next() {
    first_.reset();
    if (next_) begin(Wish(std::move(*next_)));
}

void Projector::take(const Seen& seen, Lens lens, bool last) {
    settled_ = last && !next_;
    emit shown(seen, lens);
    if (settled_) emit caught_up();
    begin_next();
}

void Projector::project(const Wish& wish, const DisplayTransform* display, double slow_from,
                        const std::stop_token& stop, const Deliver& deliver) {
    using Clock = std::chrono::steady_clock;
    const auto& [painting, sight, view] = wish;
    const auto show_at = [&](const View& now, bool last) {
        auto seen = look(live_, painting, sight, now, display, stop);
        if (seen && now != view) seen = enlarged(*seen, view);
        if (seen)
            deliver([this, lens = sight.lens, last, seen = std::move(*seen)] {
                take(seen, lens, last);
            });
        return seen.has_value();
    };
    if (view.area.size().area() > kCoarseFirst) {
        const bool slow = fine_frame_.count() > slow_from;
        if (slow || !live_.knows(view)) {
            const double wider = slow ? std::sqrt(fine_frame_.count() / kQuick) : kCoarse;
            if (!show_at(coarse_of(view, wider, painting.size()), false)) return;
        }
    }
    const auto begin = Clock::now();
    const bool whole = show_at(view, true);
    // A stopped frame is timed by the share that was finished.
    if (const double made = live_.made(); made > 0.1) fine_frame_ = (Clock::now() - begin) / made;
    if (whole) live_.look_ahead(painting, moments_of(sight), view, stop);
}

}  // namespace underpaint
