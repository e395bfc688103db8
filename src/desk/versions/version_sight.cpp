// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/version_sight.h"

#include <QPainter>
#include <utility>

#include "desk/kit/greys.h"
#include "desk/kit/screen_image.h"
#include "render/view.h"

namespace underpaint {

VersionSight::VersionSight(Session& session, const VersionsMeter& meter, QObject* parent)
    : QObject(parent),
      session_(session),
      meter_(meter),
      job_(this, Urgency::figures, "the versions in sight") {
    connect(&meter_, &VersionsMeter::changed, this, &VersionSight::changed);
    connect(&session_.document, &Document::begun, this, [this] {
        job_.stop();
        fine_.clear();
        images_.clear();
        next_.reset();
        wanted_.reset();
        instead_.reset();
    });
    connect(&job_, &LatestJob::ended, this, [this] {
        if (next_) begin(*std::exchange(next_, std::nullopt));
    });
}

void VersionSight::set_lens(Lens lens) {
    lens_ = lens;
    emit changed();
}

void VersionSight::peek(std::optional<Lens> lens) {
    if (peeked_ == lens) return;
    peeked_ = lens;
    emit changed();
}

void VersionSight::show_instead(VersionId id, std::shared_ptr<const RgbBlock> picture) {
    instead_of_ = id;
    instead_ = std::move(picture);
    emit changed();
}

/// What there is of a version in the view that was wanted last, or in another one until then.
const VersionSight::Fine* VersionSight::fine_of(const SeenVersion& version) const {
    const auto found = fine_.find(version.id);
    return found != fine_.end() && same_to_measure(found->second.of, version.alone) ? &found->second
                                                                                    : nullptr;
}

void VersionSight::want(std::vector<VersionId> versions, const View& view) {
    Wish wish{{}, view};
    for (const VersionId id : versions) {
        const SeenVersion* version = meter_.find(id);
        if (version == nullptr) continue;
        const Fine* there = fine_of(*version);
        if (there == nullptr || there->view != view) wish.versions.emplace_back(id, version->alone);
    }
    const bool under_way = wanted_ == view && job_.running();
    if (wish.versions.empty() || view.area.empty() || under_way) {
        if (wish.versions.empty()) next_.reset();
        return;
    }
    job_.running() ? void(next_ = std::move(wish)) : begin(std::move(wish));
}

void VersionSight::begin(Wish wish) {
    wanted_ = wish.view;
    job_.start([this, wish = std::move(wish)](const std::stop_token& stop, const Deliver& deliver) {
        for (const auto& [id, painting] : wish.versions) {
            auto picture = render_view(painting, painting.passes.size(), wish.view, stop);
            auto sealed = picture ? render_view(painting, 0, wish.view, stop) : std::nullopt;
            if (!sealed) return;
            deliver([this, id = id,
                     fine = Fine{painting, wish.view,
                                 std::make_shared<const RgbBlock>(std::move(*picture)),
                                 std::make_shared<const RgbBlock>(std::move(*sealed))}] {
                fine_[id] = fine;
                emit changed();
            });
        }
    });
}

const QImage& VersionSight::image_of_pixels(const std::shared_ptr<const RgbBlock>& picture,
                                            const RgbBlock& sealed, const SeenVersion& version,
                                            double shrink) {
    const Lens lens = peeked_.value_or(lens_);
    const Reader reader = session_.choices.reader();
    const auto known = images_.find(picture);
    if (known != images_.end() && known->second.lens == lens && known->second.reader == reader)
        return known->second.image;
    // Drop the drawings of pixels that no longer exist.
    std::erase_if(images_, [](const auto& each) { return each.first.use_count() == 1; });
    const LensRecord& record = record_of(lens);
    Sight sight;
    sight.lens = lens;
    sight.reader = reader;
    const LensTile tile{*picture,
                        sealed,
                        reader,
                        version.alone.plan,
                        shrink,
                        kFullSeverity,
                        version.alone.palette.tubes};
    QImage image = image_of(record.pixels != nullptr ? record.pixels(tile) : *picture);
    const Size size = version.alone.size();
    if (record.whole != nullptr)
        record.whole(image, sight, std::max(size.width, size.height) / shrink);
    Shown& shown_now = images_[picture];
    shown_now = {lens, reader, std::move(image)};
    return shown_now.image;
}

namespace {

/// What the pixels of all of a painting are a view of.
View whole_of(const RgbBlock& pixels, Size painting) {
    const double shrink = static_cast<double>(std::max(painting.width, painting.height)) /
                          std::max(pixels.area().width, pixels.area().height);
    return {std::max(1.0, shrink), pixels.area()};
}

}  // namespace

void VersionSight::draw_whole(QPainter& painter, const SeenVersion& version, const QRectF& place) {
    if (!version.picture) return;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const double shrink = whole_of(*version.picture, version.alone.size()).shrink;
    painter.drawImage(place, image_of_pixels(version.picture, *version.sealed, version, shrink));
}

void VersionSight::draw(QPainter& painter, const SeenVersion& version, const QRectF& place,
                        const ViewTransform& transform) {
    painter.save();
    painter.setClipRect(place, Qt::IntersectClip);
    painter.setRenderHint(QPainter::SmoothPixmapTransform, transform.zoom() < 3);
    painter.fillRect(place, greys().ground);
    const Size size = version.alone.size();
    const auto lay = [&](const QImage& image, const View& view) {
        const QRectF at = transform.to_canvas(view).translated(place.topLeft());
        painter.drawImage(at, image.mirrored(transform.mirrored(), transform.upended()));
    };
    const auto whole = [&](const RgbBlock& pixels) { return whole_of(pixels, size); };
    if (shows_instead(version.id) && version.sealed) {
        const View view = whole(*instead_);
        lay(image_of_pixels(instead_, *version.sealed, version, view.shrink), view);
    } else {
        const Fine* fine = fine_of(version);
        // Drawn below fine pixels that don't fill the place, as during a move.
        if (version.picture && (fine == nullptr || !wanted_ || fine->view != *wanted_)) {
            const View view = whole(*version.picture);
            lay(image_of_pixels(version.picture, *version.sealed, version, view.shrink), view);
        }
        if (fine != nullptr)
            lay(image_of_pixels(fine->picture, *fine->sealed, version, fine->view.shrink),
                fine->view);
    }
    painter.restore();
}

}  // namespace underpaint
