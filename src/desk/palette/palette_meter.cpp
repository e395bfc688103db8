// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_meter.h"

#include <algorithm>
#include <cmath>
#include <random>

#include "audit/viewing.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "painting/changes.h"
#include "render/resample.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr std::chrono::milliseconds kAtOnce{0}, kRest{60};
constexpr int kDots = 1400;
constexpr int kSketchSide = 400;  // long side of the picture that a plan is tried on during a drag

/// The same pixels on every run.
std::vector<ColourDot> dots_of(const RgbBlock& pixels) {
    const ConstRgbRow all = pixels.all();
    std::mt19937 random(1);
    std::uniform_int_distribution<std::size_t> any(0, all.r.size() - 1);
    std::vector<ColourDot> dots;
    for (int i = 0; i < kDots; ++i) {
        const OkLch colour = oklch(oklab(decode(all[any(random)])));
        dots.push_back({colour.h, colour.c});
    }
    return dots;
}

bool same_but_for_palette(Painting a, const Painting& b) {
    a.palette = b.palette;
    a.colour_plan = b.colour_plan;
    return same_but_for_records(a, b);
}

}  // namespace

PaletteMeter::PaletteMeter(Session& session, QObject* parent)
    : QObject(parent),
      session_(session),
      seeing_(this, "the picture's colours", kRest, {[this] { return see(); }}),
      figuring_(this, "the palette in the picture", kRest, {[this] { return measure_figures(); }}),
      reading_(this, "the greys that are laid over", kAtOnce, {[this] { return read_backdrop(); }}),
      placing_(this, "the places of the colour plan", kAtOnce, {[this] { return find_places(); }}),
      planning_(
          this, "what the colour plan comes to", kRest,
          {[this] { return try_plan(kViewingSide); }, [this] { return try_plan(kSketchSide); }}),
      reaching_(this, "what tubes reach", kAtOnce, {[this] { return find_reach(); }}) {
    connect(&session_.document, &Document::begun, this, [this] {
        for (Follower* each : {&seeing_, &figuring_, &reading_, &placing_, &planning_, &reaching_})
            each->forget();
        followed_.reset();
        picture_.reset();
        dots_.clear();
        figures_.reset();
        backdrop_.reset();
        places_.reset();
        outcome_.reset();
        reach_.reset();
    });
    session_.when(this, &PaletteMeter::follow, &Document::changed, &Choices::reader_changed);
}

void PaletteMeter::watch(bool on) {
    watching_ = on;
    follow();
}

void PaletteMeter::set_setting(const ForecastSetting& setting) {
    if (setting_ == setting) return;
    const bool other = setting.part != setting_.part || setting.over_now != setting_.over_now;
    setting_ = setting;
    if (other && watching_ && session_.document.has_painting()) reading_.follow_at_once();
    emit backdrop_changed();
}

bool PaletteMeter::finished() const {
    if (!watching_) return true;
    for (const Follower* each :
         {&seeing_, &figuring_, &reading_, &placing_, &planning_, &reaching_})
        if (!each->settled()) return false;
    return true;
}

/// Begins only what the change touches.
void PaletteMeter::follow() {
    if (!watching_ || !session_.document.has_painting()) return;
    const Painting& painting = session_.document.painting();
    const bool other_reader = reader_ != session_.choices.reader();
    const bool first = !followed_;
    const bool picture = first || !same_but_for_palette(*followed_, painting);
    const bool ground =
        first || followed_->ground() != painting.ground() || followed_->parts != painting.parts;
    const bool palette = first || followed_->palette != painting.palette;
    const bool tubes = first || followed_->palette.tubes != painting.palette.tubes;
    const bool plan = first || followed_->colour_plan.parts != painting.colour_plan.parts ||
                      followed_->colour_plan.whole != painting.colour_plan.whole;
    followed_ = painting;
    reader_ = session_.choices.reader();
    if (picture) seeing_.follow();
    if (palette || other_reader) figuring_.follow();
    if (ground || (picture && setting_.over_now)) reading_.follow_at_once();
    if (ground) placing_.follow_at_once();
    if (tubes) reaching_.follow_at_once();
    if (palette || plan || ground || other_reader) planning_.follow();
}

Follower::Work PaletteMeter::see() {
    return [this, painting = session_.document.painting()](const std::stop_token& stop,
                                                           const Deliver& deliver) {
        auto pixels = seen_within(painting, kViewingSide, stop);
        if (!pixels) return;
        auto dots = dots_of(*pixels);
        auto picture = std::make_shared<const RgbBlock>(std::move(*pixels));
        deliver([this, picture = std::move(picture), dots = std::move(dots)] {
            picture_ = picture;
            dots_ = dots;
            emit picture_changed();
            figuring_.follow_at_once();
        });
    };
}

Follower::Work PaletteMeter::measure_figures() {
    if (!picture_) return {};
    return
        [this, picture = picture_, palette = session_.document.painting().palette,
         reader = session_.choices.reader()](const std::stop_token& stop, const Deliver& deliver) {
            auto figures = figures_of(palette, *picture, reader);
            if (stop.stop_requested()) return;
            deliver([this, figures = std::move(figures)] {
                figures_ = figures;
                emit figures_changed();
            });
        };
}

Follower::Work PaletteMeter::read_backdrop() {
    return [this, painting = session_.document.painting(), setting = setting_](
               const std::stop_token& stop, const Deliver& deliver) {
        const Part* part = setting.part ? painting.part(*setting.part) : nullptr;
        const Picture* mask = part == nullptr ? nullptr : &part->mask->base();
        std::optional<Backdrop> made;
        if (setting.over_now) {
            const auto pixels = seen_within(painting, kViewingSide, stop);
            if (!pixels) return;
            FloatBlock covered;
            if (mask != nullptr) {
                Picture seen(pixels->area().size(), Channels::grey, mask->depth());
                resample(*part->mask, shrink_within(painting.size(), kViewingSide), pixels->area(),
                         seen);
                covered = coverage_of(seen, pixels->area());
            }
            made = backdrop_of(*pixels, covered);
        } else {
            made = backdrop_of(painting.ground()->base(), mask, stop);
        }
        if (!made) return;
        auto backdrop = std::make_shared<const Backdrop>(std::move(*made));
        deliver([this, backdrop = std::move(backdrop)] {
            backdrop_ = backdrop;
            emit backdrop_changed();
        });
    };
}

Follower::Work PaletteMeter::find_places() {
    return [this, painting = session_.document.painting()](const std::stop_token& stop,
                                                           const Deliver& deliver) {
        auto places = plan_places(painting, stop);
        if (!places) return;
        deliver([this, places = std::move(*places)] {
            places_ = places;
            emit places_changed();
            planning_.follow_at_once();
        });
    };
}

Follower::Work PaletteMeter::try_plan(int side) {
    if (!places_ || !session_.document.painting().sealed()) return {};
    return [this, side, painting = session_.document.painting(), places = *places_,
            reader = session_.choices.reader(), rules = session_.settings.rules()](
               const std::stop_token& stop, const Deliver& deliver) {
        auto outcome = plan_outcome(painting, places, {reader, rules, side}, stop);
        if (!outcome) return;
        deliver([this, outcome = std::move(*outcome)]() mutable {
            outcome_ = std::move(outcome);
            emit outcome_changed();
        });
    };
}

Follower::Work PaletteMeter::find_reach() {
    reach_.reset();
    emit reach_changed();
    const TubeSet& tubes = session_.document.painting().palette.tubes;
    if (tubes.tubes.empty()) return {};
    return [this, tubes](const std::stop_token& stop, const Deliver& deliver) {
        auto reach = std::make_shared<const TubeReach>(tubes, stop);
        if (stop.stop_requested()) return;
        deliver([this, reach = std::move(reach)] {
            reach_ = reach;
            emit reach_changed();
        });
    };
}

}  // namespace underpaint
