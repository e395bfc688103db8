// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/pass_thumbnails.h"

#include <chrono>

#include "desk/kit/look.h"
#include "desk/kit/screen_image.h"
#include "render/grey.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr std::chrono::milliseconds kThumbnailsRest{40};

PassThumbnails::Images images_of(const Painting& painting, int side, Reader reader,
                                 const std::stop_token& stop) {
    const int level = level_for(painting.size(), side);
    auto states = render_states(painting, whole_at(painting.size(), shrink_of_level(level)), stop);
    if (!states) return {};
    PassThumbnails::Images images;
    for (RgbBlock& state : *states) {
        images.colour.push_back(image_of(state));
        turn_grey(state, reader);
        images.grey.push_back(image_of(state));
    }
    return images;
}

}  // namespace

PassThumbnails::PassThumbnails(const Session& session, QObject* parent)
    : QObject(parent),
      session_(session),
      follower_(this, "the pictures of the ledger", kThumbnailsRest, {[this] { return make(); }}) {
    session_.when(this, &PassThumbnails::look, &Document::changed, &Choices::reader_changed);
    connect(&session_.document, &Document::begun, this, [this] {
        follower_.forget();
        basis_.reset();
        images_ = {};
    });
}

void PassThumbnails::look() {
    if (!session_.document.has_painting()) return;
    Basis basis = basis_of(session_.document.painting(), Stage::colour, session_.choices.reader());
    if (basis_ == basis) return;
    basis_ = std::move(basis);
    follower_.follow();
}

Follower::Work PassThumbnails::make() {
    return
        [this, painting = session_.document.painting(), side = 2 * scaled(kThumbnailWidth),
         reader = session_.choices.reader()](const std::stop_token& stop, const Deliver& deliver) {
            auto images = images_of(painting, side, reader, stop);
            if (stop.stop_requested()) return;
            deliver([this, images] {
                images_ = images;
                emit changed();
            });
        };
}

}  // namespace underpaint
