// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/picture.h"

#include <cmath>

#include "raster/sample_rows.h"

namespace underpaint {
namespace {

template <class Sample>
constexpr float kWhite = sizeof(Sample) == 1 ? 255.0F : 65535.0F;

template <class Sample>
Sample level_of(float v) {
    return static_cast<Sample>(std::lround(unit(v) * kWhite<Sample>));
}

}  // namespace

Picture::Picture(Size size, Channels channels, Depth depth, float fill)
    : size_(size), channels_(channels), depth_(depth) {
    const auto planes = static_cast<std::size_t>(count_of(channels));
    if (depth == Depth::bits8)
        planes_ = Planes<std::uint8_t>(planes,
                                       TilePlane<std::uint8_t>(size, level_of<std::uint8_t>(fill)));
    else
        planes_ = Planes<std::uint16_t>(
            planes, TilePlane<std::uint16_t>(size, level_of<std::uint16_t>(fill)));
}

void Picture::read_channel(int channel, int x, int y, std::span<float> out) const {
    read_channel(channel, {x, y, static_cast<int>(out.size()), 1}, out);
}

void Picture::read_channel(int channel, const Rect& area, std::span<float> out) const {
    std::visit(
        [&]<class Sample>(const Planes<Sample>& planes) {
            planes[static_cast<std::size_t>(channel)].through(
                area,
                [&](std::size_t done, std::span<const Sample> samples) {
                    unpack_row(samples, out.subspan(done, samples.size()));
                },
                [&](std::size_t done, std::size_t run, Sample value) {
                    std::ranges::fill(out.subspan(done, run),
                                      static_cast<float>(value) * (1 / kWhite<Sample>));
                });
        },
        planes_);
}

void Picture::write_channel(int channel, int x, int y, std::span<const float> in) {
    std::visit(
        [&]<class Sample>(Planes<Sample>& planes) {
            thread_local std::vector<Sample> levels;
            levels.resize(in.size());
            pack_row(in, levels);
            planes[static_cast<std::size_t>(channel)].write_row(x, y, levels);
        },
        planes_);
}

void Picture::write_channel(int channel, const Rect& area, std::span<const float> in) {
    std::visit(
        [&]<class Sample>(Planes<Sample>& planes) {
            planes[static_cast<std::size_t>(channel)].overwrite(
                area, [&](std::size_t done, std::span<Sample> samples) {
                    pack_row(in.subspan(done, samples.size()), samples);
                });
        },
        planes_);
}

void Picture::write_halved(const Picture& from, int x, int y, int width) {
    std::visit(
        [&]<class Sample>(Planes<Sample>& planes) {
            thread_local std::vector<Sample> above, below, row;
            const int end = std::min(2 * (x + width), from.size_.width);
            above.resize(static_cast<std::size_t>(end - 2 * x));
            below.resize(above.size());
            row.resize(static_cast<std::size_t>(width));
            for (std::size_t c = 0; c < planes.size(); ++c) {
                const auto& plane = std::get<Planes<Sample>>(from.planes_)[c];
                plane.read_row(2 * x, 2 * y, above);
                plane.read_row(2 * x, std::min(2 * y + 1, from.size_.height - 1), below);
                halve_rows(above, below, row);
                planes[c].write_row(x, y, row);
            }
        },
        planes_);
}

void Picture::read_rgb(int x, int y, RgbRow out) const {
    read_channel(0, x, y, out.r);
    if (!has_colour(channels_)) {
        std::copy(out.r.begin(), out.r.end(), out.g.begin());
        std::copy(out.r.begin(), out.r.end(), out.b.begin());
        return;
    }
    read_channel(1, x, y, out.g);
    read_channel(2, x, y, out.b);
}

void Picture::read_rgb(RgbBlock& out) const {
    const RgbRow all = out.all();
    read_channel(0, out.area(), all.r);
    if (has_colour(channels_)) {
        read_channel(1, out.area(), all.g);
        read_channel(2, out.area(), all.b);
    } else {
        std::ranges::copy(all.r, all.g.begin());
        std::ranges::copy(all.r, all.b.begin());
    }
}

void Picture::write_rgb(const RgbBlock& in) {
    const ConstRgbRow all = in.all();
    write_channel(0, in.area(), all.r);
    write_channel(1, in.area(), all.g);
    write_channel(2, in.area(), all.b);
}

void Picture::read_alpha(FloatBlock& out) const {
    if (has_alpha(channels_))
        read_channel(count_of(channels_) - 1, out.area(), out.samples());
    else
        std::ranges::fill(out.samples(), 1.0F);
}

void Picture::read_alpha(int x, int y, std::span<float> out) const {
    if (has_alpha(channels_))
        read_channel(count_of(channels_) - 1, x, y, out);
    else
        std::fill(out.begin(), out.end(), 1.0F);
}

template <class Sample>
void Picture::write_interleaved(int y, std::span<const Sample> samples) {
    auto& planes = std::get<Planes<Sample>>(planes_);
    if (planes.size() == 1) return planes[0].write_row(0, y, samples);
    thread_local std::vector<Sample> row;
    row.resize(static_cast<std::size_t>(size_.width));
    for (std::size_t c = 0; c < planes.size(); ++c) {
        // For colour, with a stride that the compiler knows.
        if (planes.size() == 3)
            for (std::size_t x = 0; x < row.size(); ++x) row[x] = samples[x * 3 + c];
        else
            for (std::size_t x = 0; x < row.size(); ++x) row[x] = samples[x * planes.size() + c];
        planes[c].write_row(0, y, row);
    }
}

template <class Sample>
void Picture::read_interleaved(int y, std::span<Sample> samples) const {
    const auto& planes = std::get<Planes<Sample>>(planes_);
    if (planes.size() == 1) return planes[0].read_row(0, y, samples);
    thread_local std::vector<Sample> row;
    row.resize(static_cast<std::size_t>(size_.width));
    for (std::size_t c = 0; c < planes.size(); ++c) {
        planes[c].read_row(0, y, row);
        // For colour, with a stride that the compiler knows.
        if (planes.size() == 3)
            for (std::size_t x = 0; x < row.size(); ++x) samples[x * 3 + c] = row[x];
        else
            for (std::size_t x = 0; x < row.size(); ++x) samples[x * planes.size() + c] = row[x];
    }
}

template void Picture::write_interleaved(int, std::span<const std::uint8_t>);
template void Picture::write_interleaved(int, std::span<const std::uint16_t>);
template void Picture::read_interleaved(int, std::span<std::uint8_t>) const;
template void Picture::read_interleaved(int, std::span<std::uint16_t>) const;

bool Picture::surely_all(int channel, const Rect& area, float level) const {
    return std::visit(
        [&]<class Sample>(const Planes<Sample>& planes) {
            return planes[static_cast<std::size_t>(channel)].surely_all(area,
                                                                        level_of<Sample>(level));
        },
        planes_);
}

void Picture::settle() {
    std::visit(
        [](auto& planes) {
            for (auto& plane : planes) plane.settle();
        },
        planes_);
}

void Picture::settle(const Rect& area) {
    std::visit(
        [&](auto& planes) {
            for (auto& plane : planes) plane.settle(area);
        },
        planes_);
}

void Picture::give_up(int tile_row) {
    std::visit(
        [&](auto& planes) {
            for (auto& plane : planes) plane.give_up(tile_row);
        },
        planes_);
}

bool Picture::shares(const Picture& other, int tile) const {
    return std::visit(
        [&]<class Sample>(const Planes<Sample>& planes) {
            const auto& theirs = std::get<Planes<Sample>>(other.planes_);
            return std::ranges::equal(planes, theirs, [&](const auto& one, const auto& another) {
                return one.shares(another, tile);
            });
        },
        planes_);
}

std::size_t Picture::bytes() const {
    return std::visit(
        [](const auto& planes) {
            std::size_t sum = 0;
            for (const auto& plane : planes) sum += plane.bytes();
            return sum;
        },
        planes_);
}

RgbBlock rgb_of(const Picture& picture, const Rect& area) {
    RgbBlock block(area);
    picture.read_rgb(block);
    return block;
}

FloatBlock coverage_of(const Picture& mask, const Rect& area) {
    FloatBlock block(area);
    mask.read_channel(0, area, block.samples());
    return block;
}

bool alike(const Picture& a, const Picture& b) {
    return a.size() == b.size() && a.channels() == b.channels() && a.depth() == b.depth();
}

bool same_pixels(const Picture& a, const Picture& b) {
    if (!alike(a, b)) return false;
    std::vector<float> one(static_cast<std::size_t>(a.size().width)), other(one.size());
    for (int y = 0; y < a.size().height; ++y)
        for (int c = 0; c < count_of(a.channels()); ++c) {
            a.read_channel(c, 0, y, one);
            b.read_channel(c, 0, y, other);
            if (one != other) return false;
        }
    return true;
}

bool is_neutral(const Picture& picture) {
    if (!has_colour(picture.channels())) return true;
    RgbBlock row({0, 0, picture.size().width, 1});
    for (int y = 0; y < picture.size().height; ++y) {
        const RgbRow pixels = row.row(0);
        picture.read_rgb(0, y, pixels);
        if (!std::equal(pixels.r.begin(), pixels.r.end(), pixels.g.begin()) ||
            !std::equal(pixels.r.begin(), pixels.r.end(), pixels.b.begin()))
            return false;
    }
    return true;
}

}  // namespace underpaint
