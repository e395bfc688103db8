// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/squeezed_tiles.h"

#include <libdeflate.h>

#include <bit>
#include <stdexcept>

namespace underpaint {
namespace {

constexpr int kLevel = 1;  // a higher level takes several times as long to save a tenth more
constexpr auto kSide = static_cast<std::size_t>(kTileSide);
constexpr std::size_t kSamples = kSide * kSide;

/// What a sample is expected to be: on a plane through its neighbours before it.
template <class Sample>
Sample foreseen(std::span<const Sample> samples, std::size_t at) {
    const Sample left = at % kSide > 0 ? samples[at - 1] : Sample{0};
    if (at < kSide) return left;
    const Sample above = samples[at - kSide];
    return at % kSide > 0 ? static_cast<Sample>(left + above - samples[at - kSide - 1]) : above;
}

/// A tile of the picture beside, as samples that others are told from.
template <class Sample>
struct Beside {
    const TilePlane<Sample>* plane;  // null if there is none
    int tile;
    Sample operator()(std::size_t at) const { return stored.empty() ? value : stored[at]; }
    std::span<const Sample> stored = plane ? plane->stored(tile) : std::span<const Sample>();
    Sample value = plane ? plane->value(tile) : Sample{0};
};

/// How samples differ from those beside: nothing outside a stroke, little from pixel to pixel
/// inside.
template <class Sample>
void tell_apart(std::span<const Sample> samples, const Beside<Sample>& beside,
                std::span<Sample> differences) {
    for (std::size_t i = 0; i < kSamples; ++i)
        differences[i] = static_cast<Sample>(samples[i] - beside(i));
}

/// What samples are beyond what is foreseen, all low bytes before all high ones. One below zero has
/// its sign in the lowest bit, so that the high byte of a small one is zero. Returns about how many
/// bits that is.
template <class Sample>
std::size_t bytes_of(std::span<const Sample> samples, std::span<std::byte> bytes) {
    constexpr int kBits = 8 * sizeof(Sample);
    std::size_t bits = 0;
    for (std::size_t i = 0; i < kSamples; ++i) {
        const auto difference = static_cast<Sample>(samples[i] - foreseen(samples, i));
        const bool below = (difference >> (kBits - 1)) != 0;
        const auto folded = static_cast<Sample>(below ? ~(difference << 1) : difference << 1);
        bits += static_cast<std::size_t>(std::bit_width(folded));
        bytes[i] = static_cast<std::byte>(folded & 0xff);
        if constexpr (sizeof(Sample) == 2)
            bytes[kSamples + i] = static_cast<std::byte>(folded >> 8);
    }
    return bits;
}

template <class Sample>
void samples_of(std::span<const std::byte> bytes, std::span<Sample> samples) {
    for (std::size_t i = 0; i < kSamples; ++i) {
        auto folded = static_cast<unsigned>(bytes[i]);
        if constexpr (sizeof(Sample) == 2)
            folded |= static_cast<unsigned>(bytes[kSamples + i]) << 8;
        const unsigned difference = folded & 1 ? ~(folded >> 1) : folded >> 1;
        samples[i] =
            static_cast<Sample>(foreseen(std::span<const Sample>(samples), i) + difference);
    }
}

}  // namespace

SqueezedTiles::SqueezedTiles(const Picture& picture, const Picture* beside)
    : size_(picture.size()), channels_(picture.channels()), depth_(picture.depth()) {
    std::visit([&](const auto& planes) { squeeze(planes, beside); }, picture.planes_);
    tiles_.shrink_to_fit();
    bytes_.shrink_to_fit();
}

template <class Sample>
void SqueezedTiles::squeeze(const Picture::Planes<Sample>& planes, const Picture* beside) {
    using Compressor =
        std::unique_ptr<libdeflate_compressor, decltype(&libdeflate_free_compressor)>;
    const Compressor compressor(libdeflate_alloc_compressor(kLevel), libdeflate_free_compressor);
    if (!compressor) throw std::bad_alloc();
    const TileGrid grid{size_};
    std::vector<std::byte> plain(kSamples * sizeof(Sample)), apart(plain.size());
    std::vector<Sample> differences(kSamples);
    const std::size_t most = libdeflate_deflate_compress_bound(compressor.get(), plain.size());
    for (std::size_t channel = 0; channel < planes.size(); ++channel) {
        const auto* other =
            beside ? &std::get<Picture::Planes<Sample>>(beside->planes_)[channel] : nullptr;
        for (int index = 0; index < grid.count(); ++index) {
            const TilePlane<Sample>& plane = planes[channel];
            if (other != nullptr && plane.shares(*other, index)) continue;
            area_ = united(area_, grid.tile(index));
            Tile tile{
                static_cast<int>(channel), index, plane.value(index), false, bytes_.size(), 0};
            if (const auto stored = plane.stored(index); !stored.empty()) {
                // Where strokes overlap, the old pixels can be smoother than the difference.
                tell_apart(stored, Beside<Sample>{other, index}, std::span(differences));
                tile.apart = bytes_of(std::span<const Sample>(differences), std::span(apart)) <
                             bytes_of(stored, std::span(plain));
                if (tile.apart) plain.swap(apart);
                bytes_.resize(tile.begin + most);
                tile.size = libdeflate_deflate_compress(compressor.get(), plain.data(),
                                                        plain.size(), &bytes_[tile.begin], most);
                bytes_.resize(tile.begin + tile.size);
            }
            tiles_.push_back(tile);
        }
    }
}

Picture SqueezedTiles::unpacked(const Picture* beside) const {
    Picture picture = beside ? *beside : Picture(size_, channels_, depth_);
    std::visit([&](auto& planes) { take_out(planes); }, picture.planes_);
    return picture;
}

template <class Sample>
void SqueezedTiles::take_out(Picture::Planes<Sample>& planes) const {
    using Decompressor =
        std::unique_ptr<libdeflate_decompressor, decltype(&libdeflate_free_decompressor)>;
    const Decompressor decompressor(libdeflate_alloc_decompressor(), libdeflate_free_decompressor);
    if (!decompressor) throw std::bad_alloc();
    std::vector<std::byte> plain(kSamples * sizeof(Sample));
    std::vector<Sample> samples(kSamples);
    for (const Tile& tile : tiles_) {
        TilePlane<Sample>& plane = planes[static_cast<std::size_t>(tile.channel)];
        if (tile.size == 0) {
            plane.store(tile.index, static_cast<Sample>(tile.value));
            continue;
        }
        if (libdeflate_deflate_decompress(decompressor.get(), &bytes_[tile.begin], tile.size,
                                          plain.data(), plain.size(),
                                          nullptr) != LIBDEFLATE_SUCCESS)
            throw std::logic_error("Squeezed tiles do not come out again.");
        samples_of(std::span<const std::byte>(plain), std::span(samples));
        // `planes` hold the neighbouring step's tiles until they are written: what is replaced is
        // read first.
        if (const Beside<Sample> beside{&plane, tile.index}; tile.apart)
            for (std::size_t i = 0; i < kSamples; ++i)
                samples[i] = static_cast<Sample>(samples[i] + beside(i));
        std::ranges::copy(samples, plane.store(tile.index).begin());
    }
}

std::size_t SqueezedTiles::bytes() const {
    return bytes_.capacity() + tiles_.capacity() * sizeof(Tile);
}

std::size_t SqueezedTiles::shared(const Picture& a, const Picture& b) {
    return std::visit(
        [&]<class Sample>(const Picture::Planes<Sample>& planes) {
            const auto& others = std::get<Picture::Planes<Sample>>(b.planes_);
            std::size_t sum = 0;
            for (std::size_t channel = 0; channel < planes.size(); ++channel)
                for (int tile = 0; tile < TileGrid{a.size()}.count(); ++tile)
                    sum += planes[channel].shares(others[channel], tile) ? 1 : 0;
            return sum;
        },
        a.planes_);
}

}  // namespace underpaint
