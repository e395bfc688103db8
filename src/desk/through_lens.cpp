// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/through_lens.h"

#include <algorithm>
#include <cmath>

#include "audit/tile_audit.h"
#include "desk/value_lenses.h"
#include "raster/sample_rows.h"
#include "render/grey.h"

namespace underpaint {
namespace {

/// One picture that is shown: a lens, and which of the moments it is made from.
struct Side {
    Lens lens;
    std::size_t now = 0, sealed = 0;  // places in the list of moments
};

/// The sides of a sight, and the moments that they need between them.
struct Wanted {
    explicit Wanted(const Sight& sight) {
        if (sight.lens == Lens::twin) {
            add(sight, sight.left);
            add(sight, sight.right);
        } else {
            add(sight, sight.lens);
        }
    }
    void add(const Sight& sight, Lens lens) {
        Side side{lens, place(lens == Lens::seal ? 0 : sight.upto)};
        if (lens == Lens::drift) side.sealed = place(0);
        sides.push_back(side);
    }
    std::size_t place(std::size_t moment) {
        const auto found = std::ranges::find(moments, moment);
        const auto at = static_cast<std::size_t>(found - moments.begin());
        if (found == moments.end()) moments.push_back(moment);
        return at;
    }

    std::vector<Side> sides;
    std::vector<std::size_t> moments;
};

/// The drift of `now` against `then`, as a tint over the greys of `now`, darkened to let it show.
RgbBlock tinted(const RgbBlock& now, const RgbBlock& then, Reader reader) {
    const FloatBlock steps = steps_of(now, reader), before = steps_of(then, reader);
    RgbBlock result(now.area());
    const RgbRow all = result.all();
    for (std::size_t i = 0; i < all.r.size(); ++i) {
        const float step = steps.samples()[i];
        all.set(i,
                drift_tint(step - before.samples()[i], encoded_grey_of(lightness_of_step(step))));
    }
    return result;
}

RgbBlock through_lens(const Side& side, const Sight& sight, const Plan& plan, double shrink,
                      LiveRender::States states) {
    RgbBlock pixels = side.lens == Lens::drift
                          ? tinted(*states[side.now], *states[side.sealed], sight.reader)
                          : *states[side.now];
    if (side.lens == Lens::grey || side.lens == Lens::seal || side.lens == Lens::pull)
        turn_grey(pixels, sight.reader);
    if (side.lens == Lens::edges) sink(pixels, sight.reader);
    if (const auto count = shapes_of(side.lens))
        flatten_to_shapes(pixels, sight.reader, *count, plan.splits.of(*count));
    if (side.lens == Lens::extremes) mark_extremes(pixels, plan.foci, shrink);
    return pixels;
}

/// Rows of an image that any number of threads may write tiles into.
class Target {
public:
    Target(QImage& image, const Rect& area, const DisplayTransform* display)
        : bits_(image.bits()), stride_(image.bytesPerLine()), area_(area), display_(display) {}

    void take(const RgbBlock& tile) const {
        const Rect part = intersection(tile.area(), area_);
        const auto skip = static_cast<std::size_t>(part.x - tile.area().x);
        const auto width = static_cast<std::size_t>(part.width);
        for (int y = part.y; y < part.bottom(); ++y) {
            const ConstRgbRow row = tile.row(y - tile.area().y);
            const std::span line(bits_ + (y - area_.y) * stride_ + 4 * (part.x - area_.x),
                                 4 * width);
            pack_screen_row({row.r.subspan(skip, width), row.g.subspan(skip, width),
                             row.b.subspan(skip, width)},
                            line);
            if (display_ != nullptr) display_->convert_row(line);
        }
    }

private:
    uchar* bits_;
    qsizetype stride_;
    Rect area_;
    const DisplayTransform* display_;
};

}  // namespace

Rgb drift_tint(float drift, float value) {
    // A step is full tint; what is inside the held budget stays nearly grey.
    const float size = std::min(std::fabs(drift), 1.0F);
    const float share = size * size * (3 - 2 * size) * 0.35F + size * 0.65F;
    const Rgb full = drift > 0 ? Rgb{1.0F, 0.62F, 0.16F} : Rgb{0.20F, 0.52F, 1.0F};
    const float base = 0.12F + 0.62F * value;
    const auto channel = [&](float tint) {
        return base + share * (tint * (0.45F + 0.55F * base) - base);
    };
    return {channel(full.r), channel(full.g), channel(full.b)};
}

QImage image_of(const RgbBlock& pixels) {
    QImage image(pixels.area().width, pixels.area().height, QImage::Format_RGB32);
    Target(image, pixels.area(), nullptr).take(pixels);
    return image;
}

std::vector<std::size_t> moments_of(const Sight& sight) {
    return Wanted(sight).moments;
}

std::optional<Seen> look(LiveRender& live, const Painting& painting, const Sight& sight,
                         const View& view, const DisplayTransform* display,
                         const std::stop_token& stop) {
    const Wanted wanted(sight);
    Seen seen{{}, {}, view};
    std::vector<Target> targets;
    for (std::size_t i = 0; i < wanted.sides.size(); ++i) {
        QImage& image = i == 0 ? seen.image : seen.right;
        image = QImage(view.area.width, view.area.height, QImage::Format_RGB32);
        targets.emplace_back(image, view.area, display);
    }
    const auto show = [&](LiveRender::States states) {
        for (std::size_t i = 0; i < wanted.sides.size(); ++i) {
            const Side& side = wanted.sides[i];
            const bool plain = side.lens == Lens::colour || side.lens == Lens::squint;
            if (plain)
                targets[i].take(*states[side.now]);
            else
                targets[i].take(through_lens(side, sight, painting.plan, view.shrink, states));
        }
    };
    if (!live.frame(painting, wanted.moments, view, show, stop)) return std::nullopt;
    const double long_side = std::max(painting.size().width, painting.size().height) / view.shrink;
    for (std::size_t i = 0; i < wanted.sides.size(); ++i)
        if (wanted.sides[i].lens == Lens::squint)
            squint(i == 0 ? seen.image : seen.right, sight.squint * long_side);
    return seen;
}

}  // namespace underpaint
