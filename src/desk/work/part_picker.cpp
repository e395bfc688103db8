// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/part_picker.h"

#include "audit/values_audit.h"
#include "painting/changes.h"
#include "render/shaped.h"

namespace underpaint {
namespace {

std::string next_name(const Painting& painting) {
    for (std::size_t i = painting.parts.size() + 1;; ++i) {
        const std::string name = "Part " + std::to_string(i);
        if (std::ranges::none_of(painting.parts, [&](const Part& p) { return p.name == name; }))
            return name;
    }
}

}  // namespace

PartPicker::PartPicker(Session& session, QObject* parent)
    : QObject(parent), session_(session), job_(this, Urgency::beside, "picking a part") {
    connect(&session_.document, &Document::begun, this, [this] {
        forget();
        known_.reset();
    });
}

void PartPicker::add(const QString& label, Picture mask, const PartTarget& target) {
    const Painting& painting = session_.document.painting();
    const Part* with = target.part ? painting.part(*target.part) : nullptr;
    if (with != nullptr && target.how != Combine::replace) {
        auto both = share(combined(with->mask->base(), mask, target.how));
        session_.document.change(label, with_part_mask(painting, with->id, std::move(both)));
        emit made(*target.part);
        return;
    }
    session_.document.change(label,
                             with_part(painting, next_name(painting), share(std::move(mask))));
    emit made(session_.document.painting().parts.back().id);
}

void PartPicker::pick(PickKind kind, QPointF picture, const PartTarget& target) {
    session_.document.end_gesture();
    const Painting& painting = session_.document.painting();
    const auto pixel = pixel_at(painting.size(), {picture.x(), picture.y()});
    if (!pixel) return;
    const Part* with =
        target.part && target.how != Combine::replace ? painting.part(*target.part) : nullptr;
    pick_ = Pick{kind,
                 pixel->x,
                 pixel->y,
                 target,
                 next_name(painting),
                 with ? with->mask : nullptr,
                 with ? std::optional(with->id) : std::nullopt};
    ++picks_;
    pick_again();
}

void PartPicker::set_settings(const PickSettings& settings) {
    if (settings == settings_) return;
    settings_ = settings;
    pick_again();
}

void PartPicker::forget() {
    if (!pick_) return;
    pick_.reset();
    job_.stop();
    session_.document.end_gesture();
    known_.reset();  // takes as much memory as the picture
    emit busy_changed();
}

void PartPicker::pick_again() {
    if (!pick_) return;
    Painting values = staged(session_.document.painting(), Stage::values);
    const bool fresh = !known_ || known_->underpaint != values.underpaint ||
                       known_->values != values.passes ||
                       known_->reader != session_.choices.reader();
    if (fresh) known_ = Known{values.underpaint, values.passes, session_.choices.reader(), nullptr};
    job_.start([this, values = std::move(values), reader = session_.choices.reader(), pick = *pick_,
                settings = settings_,
                steps = known_->steps](const std::stop_token& stop, const auto& deliver) mutable {
        if (!steps) {
            auto found = final_steps(values, reader, 0, stop);
            if (!found) return;
            steps = std::make_shared<const FloatBlock>(std::move(*found));
            deliver([this, steps] { known_->steps = steps; });
        }
        const double at = steps->row(pick.y)[static_cast<std::size_t>(pick.x)];
        Picture mask =
            pick.kind == PickKind::by_value
                ? band_mask(*steps, at - settings.width / 2, at + settings.width / 2, settings.soft)
                : touching_mask(*steps, pick.x, pick.y, settings.tolerance,
                                static_cast<int>(settings.gap));
        if (pick.before) mask = combined(pick.before->base(), mask, pick.target.how);
        deliver([this, shared = share(std::move(mask))] { take(shared); });
    });
    emit busy_changed();
}

void PartPicker::take(SharedPicture mask) {
    const Painting& painting = session_.document.painting();
    if (mask->size() != painting.size()) return forget();  // the painting was turned meanwhile
    const QString label =
        pick_->kind == PickKind::by_value ? tr("Pick by value") : tr("Pick touching");
    const QString gesture = QStringLiteral("pick %1").arg(picks_);
    if (pick_->part && painting.part(*pick_->part) != nullptr) {
        session_.document.change(label, with_part_mask(painting, *pick_->part, std::move(mask)),
                                 gesture);
    } else {
        session_.document.change(label, with_part(painting, pick_->name, std::move(mask)), gesture);
        pick_->part = session_.document.painting().parts.back().id;
    }
    emit made(*pick_->part);
    QMetaObject::invokeMethod(this, &PartPicker::busy_changed, Qt::QueuedConnection);
}

void PartPicker::soften(PartId part, double sigma) {
    rework(tr("Soften a part"), part,
           [sigma](const Picture& mask, const std::stop_token&) { return softened(mask, sigma); });
}

void PartPicker::snap(PartId part, int radius) {
    rework(tr("Snap a part to edges"), part,
           [radius, painting = session_.document.painting()](const Picture& mask,
                                                             const std::stop_token& stop) {
               const SharedPicture shaped = shaped_underpaint(painting, stop);
               return shaped ? snapped(mask, shaped->base(), radius) : mask;
           });
}

void PartPicker::rework(const QString& label, PartId part,
                        std::function<Picture(const Picture&, const std::stop_token&)> work) {
    forget();
    const Part* now = session_.document.painting().part(part);
    if (now == nullptr) return;
    job_.start([this, label, part, mask = now->mask, work = std::move(work)](
                   const std::stop_token& stop, const auto& deliver) {
        auto changed = share(work(mask->base(), stop));
        deliver([this, label, part, mask, changed] {
            const Part* is = session_.document.painting().part(part);
            // The part was deleted or changed meanwhile.
            if (is == nullptr || is->mask != mask) return;
            session_.document.change(label,
                                     with_part_mask(session_.document.painting(), part, changed));
            emit made(part);
            QMetaObject::invokeMethod(this, &PartPicker::busy_changed, Qt::QueuedConnection);
        });
    });
    emit busy_changed();
}

}  // namespace underpaint
