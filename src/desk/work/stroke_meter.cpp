// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/stroke_meter.h"

#include <chrono>

namespace underpaint {
namespace {

/// Long enough for the next move of a drag to come.
constexpr std::chrono::milliseconds kStrokeRest{80};

}  // namespace

StrokeMeter::StrokeMeter(Session& session, QObject* parent)
    : QObject(parent),
      session_(session),
      follower_(this, "the directions of strokes", kStrokeRest, {[this] { return measure(); }}) {
    session_.when(this, &StrokeMeter::follow, &Document::changed, &Outlook::moment_changed);
    connect(&session_.document, &Document::begun, this, [this] {
        follower_.forget();
        sealed_of_ = nullptr;
        strokes_ = nullptr;
        agreement_.reset();
    });
}

void StrokeMeter::set_wanted(const void* who, bool wanted) {
    const bool before = !wanted_by_.empty();
    wanted ? void(wanted_by_.insert(who)) : void(wanted_by_.erase(who));
    if (!before && !wanted_by_.empty()) follower_.follow_at_once();
}

void StrokeMeter::follow() {
    wanted_by_.empty() ? follower_.forget() : follower_.follow();
}

Follower::Work StrokeMeter::measure() {
    if (wanted_by_.empty() || !session_.document.has_painting()) return {};
    const bool known = strokes_ && sealed_of_ == session_.document.painting().ground();
    return [this, painting = session_.document.painting(), pass = session_.outlook.chosen_pass(),
            known = known ? strokes_->sealed : nullptr](const std::stop_token& stop,
                                                        const Deliver& deliver) {
        auto sealed = known;
        if (!sealed)
            if (auto field = sealed_strokes(painting, stop))
                sealed = std::make_shared<const StrokeField>(std::move(*field));
        if (!sealed) return;
        std::optional<StrokeField> own;
        if (pass) own = strokes_of_pass(painting, *pass, stop);
        if (stop.stop_requested()) return;
        const auto agree = own ? underpaint::agreement(*sealed, *own) : std::nullopt;
        if (!agree) own.reset();
        const auto strokes = std::make_shared<const Strokes>(Strokes{sealed, std::move(own)});
        deliver([this, strokes, agree, ground = painting.ground()] {
            strokes_ = strokes, sealed_of_ = ground, agreement_ = agree;
            emit changed();
        });
    };
}

}  // namespace underpaint
