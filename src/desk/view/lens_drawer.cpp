// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens_drawer.h"

namespace underpaint {

LensDrawer::LensDrawer(const Meters& meters, QObject* parent)
    : QObject(parent), meters_(meters), job_(this, Urgency::figures, "a drawing over the picture") {
    connect(&meters_.edges, &EdgeMeter::changed, this, &LensDrawer::draw);
    connect(&meters_.foci, &FocusMeter::changed, this, &LensDrawer::draw);
    connect(&meters_.strokes, &StrokeMeter::changed, this, &LensDrawer::draw);
}

void LensDrawer::set_lens(Lens lens) {
    if (lens == lens_) return;
    lens_ = lens;
    // A drawing of the previous lens that is still being made is dropped.
    job_.stop();
    of_ = wanted_ = nullptr;
    draw();
}

const LensDrawing* LensDrawer::of(Lens lens) const {
    return lens == lens_ && of_ ? &drawing_ : nullptr;
}

/// What was drawn before stays until the new drawing is there.
void LensDrawer::draw() {
    const auto work = record_of(lens_).drawing;
    LensDrawingWork next = work != nullptr ? work(meters_) : LensDrawingWork{};
    if (next.of == wanted_) return;
    wanted_ = next.of;
    if (!wanted_) {
        job_.stop();
        of_ = nullptr;
        emit drawn();
        return;
    }
    job_.start([this, next = std::move(next)](const std::stop_token&, const auto& deliver) {
        deliver([this, of = next.of, drawing = next.make()] {
            of_ = of;
            drawing_ = drawing;
            emit drawn();
        });
    });
}

}  // namespace underpaint
