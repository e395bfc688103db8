// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/mending_files.h"

#include <algorithm>
#include <cmath>

#include "blend/relight.h"
#include "colour/lab.h"
#include "colour/srgb.h"
#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "files/pixel_sum.h"
#include "raster/turn.h"
#include "render/readings.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostMeasured = 4'000'000;  // pixels whose differences are held in memory
constexpr int kAlpha = 3;                         // index of the channel

/// As the file lies, of what was turned back to lie as the seal does.
Picture turned_as(Picture picture, const Alignment& where) {
    if (where.mirrored) picture = turned(picture, Turn::mirror);
    for (int i = 0; i < where.quarter_turns; ++i) picture = turned(picture, Turn::right);
    return picture;
}

/// The size of the file when it is turned back.
Size upright(Size file, const Alignment& where) {
    return where.quarter_turns % 2 == 0 ? file : Size{file.height, file.width};
}

/// The place in the frame of the file, turned back; nothing of it beyond the seal.
Picture placed_mask(const FloatBlock& place, Size seal, const Alignment& where, Size file) {
    Picture small(place.area().size(), Channels::grey, Depth::bits8);
    small.write_channel(0, rect_of(small.size()), place.samples());
    const Reframe frame = frame_of(where, seal, file);
    Picture mask = reframed(small, frame);
    const Rect shown =
        intersection({frame.x, frame.y, frame.scaled.width, frame.scaled.height}, rect_of(file));
    const std::vector<float> nothing(static_cast<std::size_t>(file.width), 0.0F);
    const auto clear = [&](int y, int from, int to) {
        if (from < to)
            mask.write_channel(0, from, y,
                               std::span(nothing).first(static_cast<std::size_t>(to - from)));
    };
    for (int y = 0; y < file.height; ++y) {
        const bool inside = y >= shown.y && y < shown.bottom() && shown.width > 0;
        clear(y, 0, inside ? shown.x : file.width);
        if (inside) clear(y, shown.right(), file.width);
    }
    mask.settle();
    return mask;
}

/// What lightness (L*) each pixel of the file is to have.
class Wanted {
public:
    /// The seal's own.
    explicit Wanted(Picture seal) : to_(std::move(seal)) {}
    /// The file's own, and what an earlier save had more of it.
    Wanted(Picture earlier, Picture now) : to_(std::move(earlier)), from_(std::move(now)) {}

    FloatBlock steps(const FloatBlock& file, const Rect& area) const {
        FloatBlock wanted = steps_of(rgb_of(to_, area), Reader::lightness);
        if (!from_) return wanted;
        const FloatBlock had = steps_of(rgb_of(*from_, area), Reader::lightness);
        for (std::size_t i = 0; i < wanted.samples().size(); ++i)
            wanted.samples()[i] =
                std::clamp(file.samples()[i] + wanted.samples()[i] - had.samples()[i], 1.0F, 9.0F);
        return wanted;
    }

private:
    Picture to_;
    std::optional<Picture> from_;
};

Rgb relit(Rgb colour, float step) {
    return encode(relight(decode(colour), luminance_of_lightness(lightness_of_step(step))));
}

}  // namespace

Picture mask_for_file(const FloatBlock& place, Size seal, const Alignment& where, Size file) {
    return turned_as(placed_mask(place, seal, where, upright(file, where)), where);
}

Result<MendingLayer> mending_layer(const std::filesystem::path& file, const Painting& sealed,
                                   const KeptSave* before, const KeptSave& now,
                                   const FloatBlock& place, const std::stop_token& stop) {
    auto read = read_finished(file, stop);
    if (!read) return tl::unexpected(read.error());
    if (pixel_sum(read->picture) != now.pixels)
        return trouble(file.string(), "it was saved again meanwhile; choose its last save.");
    const Picture found = turned_back(std::move(read->picture), now.where);
    const Size size = found.size();
    const auto in_file = [&](const Picture& picture) {
        return reframed(picture, frame_of(now.where, sealed.size(), size));
    };
    std::optional<Wanted> wanted;
    if (before == nullptr) {
        wanted.emplace(in_file(sealed.ground()->base()));
    } else {
        for (const KeptSave* save : {before, &now})
            if (!save->picture)
                return trouble("Save " + std::to_string(save->number), "its picture was not kept.");
        const auto earlier = pixels_of(*before->picture, stop),
                   later = pixels_of(*now.picture, stop);
        if (!earlier) return tl::unexpected(earlier.error());
        if (!later) return tl::unexpected(later.error());
        wanted.emplace(in_file(*earlier), in_file(*later));
    }
    const Picture mask = placed_mask(place, sealed.size(), now.where, size);
    MendingLayer layer{Picture(size, Channels::rgb_alpha, found.depth()), 0, 0};
    const std::size_t every =
        std::max<std::size_t>(1, static_cast<std::size_t>(size.area()) / kMostMeasured);
    std::vector<float> before_it, after_it;
    const TileGrid grid{size};
    std::size_t pixel = 0;
    for (int i = 0; i < grid.count(); ++i) {
        if (stop.stop_requested()) return stopped();
        const Rect tile = grid.tile(i);
        const FloatBlock cover = coverage_of(mask, tile);
        if (std::ranges::all_of(cover.samples(), [](float v) { return v <= 0; })) continue;
        const RgbBlock colours = rgb_of(found, tile);
        const FloatBlock is = steps_of(colours, Reader::lightness), to = wanted->steps(is, tile);
        RgbBlock laid = colours;
        for (std::size_t p = 0; p < cover.samples().size(); ++p) {
            const Rgb made = relit({colours.all().r[p], colours.all().g[p], colours.all().b[p]},
                                   to.samples()[p]);
            laid.all().r[p] = made.r, laid.all().g[p] = made.g, laid.all().b[p] = made.b;
        }
        layer.picture.write_rgb(laid);
        layer.picture.write_channel(kAlpha, tile, cover.samples());
        // Composited as another program will do it: the rounded layer over the file.
        RgbBlock result = rgb_of(layer.picture, tile);
        for (std::size_t p = 0; p < cover.samples().size(); ++p) {
            const float a = cover.samples()[p];
            result.all().r[p] = colours.all().r[p] + a * (result.all().r[p] - colours.all().r[p]);
            result.all().g[p] = colours.all().g[p] + a * (result.all().g[p] - colours.all().g[p]);
            result.all().b[p] = colours.all().b[p] + a * (result.all().b[p] - colours.all().b[p]);
        }
        const FloatBlock then = steps_of(result, Reader::lightness);
        for (std::size_t p = 0; p < cover.samples().size(); ++p) {
            if (cover.samples()[p] <= 0.5F || ++pixel % every != 0) continue;
            before_it.push_back(std::abs(is.samples()[p] - to.samples()[p]));
            after_it.push_back(std::abs(then.samples()[p] - to.samples()[p]));
        }
    }
    layer.picture.settle();
    layer.before = at_share(std::move(before_it), 0.95);
    layer.after = at_share(std::move(after_it), 0.95);
    layer.picture = turned_as(std::move(layer.picture), now.where);
    return layer;
}

}  // namespace underpaint
