// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/lens.h"

#include <cmath>

#include "audit/tile_audit.h"
#include "audit/verdict.h"
#include "render/grey.h"
#include "render/render.h"

namespace underpaint {
namespace {

/// The drift of `now` against `then`, as a tint over the greys of `now`, darkened to let it show.
RgbBlock tinted(const RgbBlock& now, const RgbBlock& then, Reader reader) {
    const FloatBlock steps = steps_of(now, reader), before = steps_of(then, reader);
    RgbBlock result(now.area());
    for (int y = 0; y < now.area().height; ++y) {
        const RgbRow row = result.row(y);
        for (std::size_t x = 0; x < row.r.size(); ++x) {
            const float step = steps.row(y)[x];
            row.set(x,
                    drift_tint(step - before.row(y)[x], encoded_grey_of(lightness_of_step(step))));
        }
    }
    return result;
}

/// Dims what pass `index` left within the held budget.
std::optional<RgbBlock> dimmed(RgbBlock pixels, const Painting& painting, std::size_t index,
                               Reader reader, const View& view, const std::stop_token& stop) {
    const auto before = render_view(painting, index, view, stop);
    const auto after = render_view(painting, index + 1, view, stop);
    if (!before || !after) return std::nullopt;
    const FloatBlock was = steps_of(*before, reader), is = steps_of(*after, reader);
    for (int y = 0; y < pixels.area().height; ++y) {
        const RgbRow row = pixels.row(y);
        for (std::size_t x = 0; x < row.r.size(); ++x) {
            if (std::fabs(is.row(y)[x] - was.row(y)[x]) > kHeldDrift) continue;
            const Rgb c = row[x];
            const float dim = 0.10F + 0.22F * (0.3F * c.r + 0.59F * c.g + 0.11F * c.b);
            row.set(x, grey(dim));
        }
    }
    return pixels;
}

std::optional<RgbBlock> pixels_for(const Painting& painting, Lens lens, const Sight& sight,
                                   const View& view, const std::stop_token& stop) {
    const std::size_t upto = lens == Lens::seal ? 0 : sight.upto;
    auto pixels = render_view(painting, upto, view, stop);
    if (!pixels) return std::nullopt;
    if (lens == Lens::grey || lens == Lens::seal) turn_grey(*pixels, sight.reader);
    if (lens == Lens::drift) {
        const auto sealed = render_view(painting, 0, view, stop);
        if (!sealed) return std::nullopt;
        pixels = tinted(*pixels, *sealed, sight.reader);
    }
    if (sight.shown_pass && lens != Lens::seal)
        return dimmed(std::move(*pixels), painting, *sight.shown_pass, sight.reader, view, stop);
    return pixels;
}

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
    const auto level = [](float v) {
        return static_cast<int>(std::lround(255 * (v > 0 ? std::min(v, 1.0F) : 0.0F)));
    };
    for (int y = 0; y < image.height(); ++y) {
        const ConstRgbRow row = pixels.row(y);
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (std::size_t x = 0; x < row.r.size(); ++x)
            line[x] = qRgb(level(row.r[x]), level(row.g[x]), level(row.b[x]));
    }
    return image;
}

std::optional<Seen> look(const Painting& painting, const Sight& sight, const View& view,
                         const std::stop_token& stop) {
    const bool twin = sight.lens == Lens::twin;
    const auto first = pixels_for(painting, twin ? sight.left : sight.lens, sight, view, stop);
    if (!first) return std::nullopt;
    Seen seen{image_of(*first), {}, view};
    if (twin) {
        const auto second = pixels_for(painting, sight.right, sight, view, stop);
        if (!second) return std::nullopt;
        seen.right = image_of(*second);
    }
    return seen;
}

}  // namespace underpaint
