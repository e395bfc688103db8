// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/tiff_page.h"

#include <algorithm>
#include <cstring>
#include <new>

namespace underpaint {
namespace {

constexpr std::size_t kMostAtOnce = std::size_t{512} << 20;

tmsize_t read_bytes(thandle_t handle, void* to, tmsize_t size) {
    auto& stream = *static_cast<TiffStream*>(handle);
    const auto left = stream.at < stream.bytes.size() ? stream.bytes.size() - stream.at : 0;
    const auto run = std::min(static_cast<std::size_t>(size), static_cast<std::size_t>(left));
    if (run > 0) std::memcpy(to, stream.bytes.data() + stream.at, run);
    stream.at += run;
    return static_cast<tmsize_t>(run);
}
tmsize_t no_write(thandle_t, void*, tmsize_t) {
    return 0;
}
toff_t seek(thandle_t handle, toff_t offset, int whence) {
    auto& stream = *static_cast<TiffStream*>(handle);
    if (whence == SEEK_CUR) offset += stream.at;
    if (whence == SEEK_END) offset += stream.bytes.size();
    return stream.at = offset;
}
int no_close(thandle_t) {
    return 0;
}
toff_t size_of(thandle_t handle) {
    return static_cast<TiffStream*>(handle)->bytes.size();
}

/// How many bytes at most one packed byte stands for; 0 where the packing knows no bound. TIFF 6.0
/// for PackBits (two bytes for 128) and LZW (a code of 12 bits for a string of 4096), zlib's
/// technical notes for deflate.
std::uint64_t most_unpacked(std::uint16_t compression) {
    switch (compression) {
        case COMPRESSION_NONE: return 1;
        case COMPRESSION_PACKBITS: return 64;
        case COMPRESSION_LZW: return 4096 * 8 / 12 + 1;
        case COMPRESSION_ADOBE_DEFLATE:
        case COMPRESSION_DEFLATE: return 1032;
        default: return 0;
    }
}

}  // namespace

TiffFile open_tiff(const std::string& file, TiffStream& stream) {
    const std::unique_ptr<TIFFOpenOptions, decltype(&TIFFOpenOptionsFree)> options(
        TIFFOpenOptionsAlloc(), TIFFOpenOptionsFree);
    if (!options) throw std::bad_alloc();
    TIFFOpenOptionsSetMaxSingleMemAlloc(
        options.get(), static_cast<tmsize_t>(std::max(kMostAtOnce, 2 * stream.bytes.size())));
    return {TIFFClientOpenExt(file.c_str(), "rm", &stream, read_bytes, no_write, seek, no_close,
                              size_of, nullptr, nullptr, options.get()),
            TIFFClose};
}

TiffPage page_of(TIFF* tiff) {
    TiffPage page;
    TIFFGetField(tiff, TIFFTAG_IMAGEWIDTH, &page.width);
    TIFFGetField(tiff, TIFFTAG_IMAGELENGTH, &page.height);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_SAMPLESPERPIXEL, &page.samples);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_BITSPERSAMPLE, &page.bits);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_PLANARCONFIG, &page.planar);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_SAMPLEFORMAT, &page.format);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_COMPRESSION, &page.compression);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_ORIENTATION, &page.orientation);
    TIFFGetField(tiff, TIFFTAG_PHOTOMETRIC, &page.photometric);
    page.tiled = TIFFIsTiled(tiff) != 0;
    std::uint16_t extras = 0;
    std::uint16_t* kinds = nullptr;
    if (TIFFGetField(tiff, TIFFTAG_EXTRASAMPLES, &extras, &kinds) && extras > 0)
        page.associated_alpha = kinds[0] == EXTRASAMPLE_ASSOCALPHA;
    return page;
}

bool can_hold(TIFF* tiff, const TiffPage& page, std::size_t bytes) {
    const std::uint64_t most = most_unpacked(page.compression);
    const std::uint64_t pieces = page.tiled ? TIFFNumberOfTiles(tiff) : TIFFNumberOfStrips(tiff);
    // A strip's claimed height may exceed the picture's.
    const std::uint64_t needed =
        page.tiled ? TIFFTileSize64(tiff) * pieces
                   : TIFFScanlineSize64(tiff) * page.height * (page.separate() ? page.samples : 1);
    if (most > 0) return needed <= most * bytes;
    // Fax codes need at least a bit per row, the other codes a byte per piece.
    return std::max<std::uint64_t>(pieces, page.height / 8) <= bytes;
}

}  // namespace underpaint
