// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/here_picture.h"

#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "files/kept_pictures.h"
#include "palette/palette_figures.h"
#include "raster/shrink.h"
#include "render/render.h"

namespace underpaint {
namespace {

constexpr int kSide = 1000;  // pixels of the long side

}  // namespace

HerePicture::HerePicture(Session& session, QObject* parent)
    : QObject(parent), session_(session), making_(this, Urgency::figures, "a picture to name") {
    session_.when(
        this,
        [this] {
            stale_ = true;
            make();
        },
        &Document::begun, &Document::changed);
}

void HerePicture::want(bool on) {
    wanted_ = on;
    make();
}

int HerePicture::references() const {
    return session_.document.has_painting()
               ? static_cast<int>(session_.document.painting().brief.references.size())
               : 0;
}

QString HerePicture::label() const {
    if (which_ == kSealed) return tr("as sealed");
    if (which_ < 0 || which_ >= references()) return tr("as it is now");
    const auto& all = session_.document.painting().brief.references;
    return shown(all[static_cast<std::size_t>(which_)].picture.name);
}

void HerePicture::fill(QMenu& menu) {
    const int now = which_ < references() ? which_ : kNow;
    add_choice(menu, tr("The painting as it is now"), now == kNow, [this] { choose(kNow); });
    add_choice(menu, tr("As it was sealed"), now == kSealed, [this] { choose(kSealed); });
    for (int i = 0; i < references(); ++i) {
        const auto& all = session_.document.painting().brief.references;
        add_choice(menu, shown_on_button(all[static_cast<std::size_t>(i)].picture.name), now == i,
                   [this, i] { choose(i); });
    }
}

void HerePicture::choose(int which) {
    which_ = which;
    stale_ = true;
    emit chosen();
    make();
}

void HerePicture::make() {
    if (!wanted_ || !std::exchange(stale_, false)) return;
    if (!session_.document.has_painting()) {
        making_.stop();
        emit made(nullptr);
        return;
    }
    making_.start([this, painting = session_.document.painting(),
                   which = which_ < references() ? which_ : kNow](const std::stop_token& stop,
                                                                  const Deliver& deliver) {
        std::shared_ptr<const RgbBlock> made;
        if (which >= 0) {
            const auto& kept = painting.brief.references[static_cast<std::size_t>(which)].picture;
            if (const auto picture = pixels_of(kept, stop))
                made = std::make_shared<const RgbBlock>(shrunk(*picture, kSide));
        } else {
            const View view = whole_at(painting.size(), shrink_within(painting.size(), kSide));
            auto pixels =
                render_view(painting, which == kSealed ? 0 : painting.passes.size(), view, stop);
            if (pixels) made = std::make_shared<const RgbBlock>(std::move(*pixels));
        }
        if (!stop.stop_requested())
            deliver([this, made = std::move(made)] { emit this->made(made); });
    });
}

}  // namespace underpaint
