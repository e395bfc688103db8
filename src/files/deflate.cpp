// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/deflate.h"
#include "raster/in_parallel.h"

#include <libdeflate.h>
#include <tbb/enumerable_thread_specific.h>
#include <zlib.h>

#include <array>
#include <memory>

namespace underpaint {
namespace {

using Compressor = std::unique_ptr<libdeflate_compressor, decltype(&libdeflate_free_compressor)>;

/// A band on its own, packed, with the sum over its bytes.
struct Packed {
    Bytes bytes;
    std::uint32_t adler = 1;
    std::size_t length = 0;
};

/// An empty block that says that it is the last, with codes that are fixed.
constexpr std::array kEnd{std::byte{0x03}, std::byte{0x00}};

}  // namespace

bool make_open_ended(Bytes& deflated) {
    z_stream stream{};
    if (inflateInit2(&stream, -MAX_WBITS) != Z_OK) return false;
    const std::unique_ptr<z_stream, decltype(&inflateEnd)> ending(&stream, inflateEnd);
    auto* first = reinterpret_cast<Bytef*>(deflated.data());
    stream.next_in = first;
    stream.avail_in = static_cast<uInt>(deflated.size());
    std::array<Bytef, 1 << 16> sink;
    // Positions in bits; the beginning of a block is known when the one before it ends.
    std::size_t last_block = 0, end = 0;
    for (int state = Z_OK; state != Z_STREAM_END;) {
        stream.next_out = sink.data();
        stream.avail_out = static_cast<uInt>(sink.size());
        state = inflate(&stream, Z_BLOCK);
        if (state != Z_OK && state != Z_STREAM_END) return false;
        end = 8 * static_cast<std::size_t>(stream.next_in - first) -
              static_cast<std::size_t>(stream.data_type & 7);
        const bool at_boundary = (stream.data_type & 128) != 0,
                   in_last = (stream.data_type & 64) != 0;
        if (at_boundary && !in_last) last_block = end;
        if (at_boundary && in_last) break;
    }
    first[last_block / 8] = static_cast<Bytef>(first[last_block / 8] & ~(1U << last_block % 8));
    // An empty stored block: three zero bits, zeros up to the next byte, the length 0 and its
    // complement.
    deflated.resize((end + 3 + 7) / 8);
    if (end % 8 != 0) deflated[end / 8] &= static_cast<std::byte>((1U << end % 8) - 1);
    for (const int byte : {0, 0, 0xff, 0xff}) deflated.push_back(static_cast<std::byte>(byte));
    return true;
}

namespace {

/// In stored blocks of RFC 1951, each of a byte 0, its length and the inverse of that.
Bytes stored(std::span<const std::uint8_t> band) {
    constexpr std::size_t most = 0xffff;
    Bytes bytes;
    bytes.reserve(band.size() + 5 * (band.size() / most + 1));
    while (!band.empty()) {
        const std::size_t length = std::min(most, band.size());
        bytes.push_back(std::byte{0});
        for (const std::size_t number : {length, ~length})
            for (const int shift : {0, 8}) bytes.push_back(static_cast<std::byte>(number >> shift));
        const auto block = std::as_bytes(band.first(length));
        bytes.insert(bytes.end(), block.begin(), block.end());
        band = band.subspan(length);
    }
    return bytes;
}

/// Whether a band's beginning comes to less than half.
bool packs_well(libdeflate_compressor& compressor, std::span<const std::uint8_t> band) {
    const auto some = band.first(std::min<std::size_t>(band.size(), 1 << 15));
    std::array<std::byte, 1 << 14> half;  // packing into it fails if more is needed
    const std::size_t room = some.size() / 2;
    return libdeflate_deflate_compress(&compressor, some.data(), some.size(), half.data(), room) >
           0;
}

/// Null when memory ran out.
std::shared_ptr<const Packed> pack(const std::vector<std::uint8_t>& band, int level) {
    const bool quick = level == kQuickLevel;
    const Compressor compressor(libdeflate_alloc_compressor(quick ? 1 : level),
                                libdeflate_free_compressor);
    if (!compressor) return nullptr;
    Packed result;
    result.length = band.size();
    result.adler = libdeflate_adler32(1, band.data(), band.size());
    if (quick && !packs_well(*compressor, band)) {
        result.bytes = stored(band);
        return std::make_shared<const Packed>(std::move(result));
    }
    // Not a vector: that would write to, and so take, memory that the packed bytes do not need.
    const std::size_t room = libdeflate_deflate_compress_bound(compressor.get(), band.size());
    const std::unique_ptr<std::byte[]> bytes(new (std::nothrow) std::byte[room]);
    if (!bytes) return nullptr;
    const std::size_t size =
        libdeflate_deflate_compress(compressor.get(), band.data(), band.size(), bytes.get(), room);
    result.bytes.reserve(size + 8);
    result.bytes.assign(bytes.get(), bytes.get() + size);
    if (size == 0 || !make_open_ended(result.bytes)) return nullptr;
    return std::make_shared<const Packed>(std::move(result));
}

/// What a thread packed last: pictures have large places of one colour, and so bands that are the
/// same.
struct Last {
    std::vector<std::uint8_t> band;
    std::shared_ptr<const Packed> packed;
};

}  // namespace

std::optional<Bytes> zlib_of_bands(std::size_t bands, int level, const FillBand& fill) {
    std::vector<std::shared_ptr<const Packed>> packed(bands);
    tbb::enumerable_thread_specific<Last> lasts;
    in_parallel(std::size_t{0}, bands, [&](std::size_t i) {
        Last& last = lasts.local();
        std::vector<std::uint8_t> band;
        fill(i, band);
        if (!last.packed || band != last.band) {
            last.packed = pack(band, level);
            last.band = std::move(band);
        }
        packed[i] = last.packed;
    });
    lasts.clear();
    std::size_t size = 6 + kEnd.size();
    for (const auto& each : packed) {
        if (!each) return std::nullopt;
        size += each->bytes.size();
    }
    // RFC 1950: deflate, a window of 32 KB, the default level.
    Bytes stream{std::byte{0x78}, std::byte{0x9c}};
    stream.reserve(size);
    uLong adler = 1;
    for (auto& each : packed) {
        stream.insert(stream.end(), each->bytes.begin(), each->bytes.end());
        adler = adler32_combine(adler, each->adler, static_cast<z_off_t>(each->length));
        each.reset();
    }
    stream.insert(stream.end(), kEnd.begin(), kEnd.end());
    for (const int shift : {24, 16, 8, 0}) stream.push_back(static_cast<std::byte>(adler >> shift));
    return stream;
}

}  // namespace underpaint
