// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/projector.h"

#include <cmath>

namespace underpaint {
namespace {

using std::chrono::milliseconds;

constexpr std::size_t kUsualBudget = std::size_t{256} << 20;
/// Pixels on screen beyond which a view that was never shown begins coarse.
constexpr std::int64_t kCoarseFirst = 150'000;
/// A frame that took longer makes the next begin coarse, known or not.
constexpr milliseconds kSlow{40};
/// The coarse picture has at most a ninth of the pixels.
constexpr double kCoarser = 3;

/// The same part of the painting at the next halving that is coarse enough: those need no
/// resampling.
View coarse_of(const View& view, Size painting) {
    View coarse{std::exp2(std::ceil(std::log2(view.shrink * kCoarser))), {}};
    const double by = view.shrink / coarse.shrink;
    const Rect& a = view.area;
    const auto at = [&](int v) { return static_cast<int>(std::floor(v * by)); };
    coarse.area =
        intersection({at(a.x), at(a.y), at(a.right()) - at(a.x) + 1, at(a.bottom()) - at(a.y) + 1},
                     rect_of(size_at(painting, coarse.shrink)));
    return coarse;
}

}  // namespace

Projector::Projector(QObject* parent) : QObject(parent), live_(kUsualBudget), job_(this) {
    // What could not be shown is asked for again by the next change, and then keeps less.
    job_.on_fault([this](const QString&) {
        live_.set_budget(live_.budget() / 2);
        settled_ = true;
    });
}

void Projector::show(const Painting& painting, const Sight& sight, const View& view) {
    settled_ = false;
    job_.start([this, painting, sight, view, display = display_](const std::stop_token& stop,
                                                                 const auto& deliver) {
        project(painting, sight, view, display.get(), stop, deliver);
    });
}

void Projector::project(const Painting& painting, const Sight& sight, const View& view,
                        const DisplayTransform* display, const std::stop_token& stop,
                        const Deliver& deliver) {
    const auto show_at = [&](const View& now, bool last) {
        auto seen = look(live_, painting, sight, now, display, stop);
        if (!seen) return false;
        deliver([this, lens = sight.lens, last, seen = std::move(*seen)] {
            settled_ = last;
            emit shown(seen, lens);
        });
        return true;
    };
    const bool large = view.area.size().area() > kCoarseFirst;
    if (large && (!live_.knows(view) || last_frame_ > kSlow))
        if (!show_at(coarse_of(view, painting.size()), false)) return;
    const auto begin = std::chrono::steady_clock::now();
    if (!show_at(view, true)) return;
    last_frame_ =
        std::chrono::duration_cast<milliseconds>(std::chrono::steady_clock::now() - begin);
    live_.look_ahead(painting, moments_of(sight), view, stop);
}

}  // namespace underpaint
