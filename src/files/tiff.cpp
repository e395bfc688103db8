// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/tiff.h"

#include <tiffio.h>

#include <algorithm>
#include <cstring>
#include <memory>
#include <new>

#include "files/limits.h"

namespace underpaint {
namespace {

struct Stream {
    std::span<const std::byte> bytes;
    toff_t at = 0;
};

tmsize_t read_bytes(thandle_t handle, void* to, tmsize_t size) {
    auto& stream = *static_cast<Stream*>(handle);
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
    auto& stream = *static_cast<Stream*>(handle);
    if (whence == SEEK_CUR) offset += stream.at;
    if (whence == SEEK_END) offset += stream.bytes.size();
    return stream.at = offset;
}
int no_close(thandle_t) {
    return 0;
}
toff_t size_of(thandle_t handle) {
    return static_cast<Stream*>(handle)->bytes.size();
}

using File = std::unique_ptr<TIFF, decltype(&TIFFClose)>;

/// A directory of a few bytes may claim gigabytes: no piece that libtiff holds may be larger than
/// this, or than the file twice over.
constexpr std::size_t kMostAtOnce = std::size_t{512} << 20;

File open_tiff(const std::string& file, Stream& stream) {
    const std::unique_ptr<TIFFOpenOptions, decltype(&TIFFOpenOptionsFree)> options(
        TIFFOpenOptionsAlloc(), TIFFOpenOptionsFree);
    if (!options) throw std::bad_alloc();
    TIFFOpenOptionsSetMaxSingleMemAlloc(
        options.get(), static_cast<tmsize_t>(std::max(kMostAtOnce, 2 * stream.bytes.size())));
    return {TIFFClientOpenExt(file.c_str(), "rm", &stream, read_bytes, no_write, seek, no_close,
                              size_of, nullptr, nullptr, options.get()),
            TIFFClose};
}

struct Page {
    std::uint32_t width = 0, height = 0;
    std::uint16_t samples = 1, bits = 1, planar = PLANARCONFIG_CONTIG, photometric = 0;
    std::uint16_t format = SAMPLEFORMAT_UINT;
    bool tiled = false, associated_alpha = false;

    /// Rows can be taken as they stand, at their own depth.
    bool plain() const {
        const bool grey =
            photometric == PHOTOMETRIC_MINISBLACK || photometric == PHOTOMETRIC_MINISWHITE;
        const bool rgb = photometric == PHOTOMETRIC_RGB;
        return !tiled && planar == PLANARCONFIG_CONTIG && (bits == 8 || bits == 16) &&
               format == SAMPLEFORMAT_UINT && !associated_alpha &&
               ((grey && samples <= 2) || (rgb && (samples == 3 || samples == 4)));
    }
};

Page page_of(TIFF* tiff) {
    Page page;
    TIFFGetField(tiff, TIFFTAG_IMAGEWIDTH, &page.width);
    TIFFGetField(tiff, TIFFTAG_IMAGELENGTH, &page.height);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_SAMPLESPERPIXEL, &page.samples);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_BITSPERSAMPLE, &page.bits);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_PLANARCONFIG, &page.planar);
    TIFFGetFieldDefaulted(tiff, TIFFTAG_SAMPLEFORMAT, &page.format);
    TIFFGetField(tiff, TIFFTAG_PHOTOMETRIC, &page.photometric);
    page.tiled = TIFFIsTiled(tiff) != 0;
    std::uint16_t extras = 0;
    std::uint16_t* kinds = nullptr;
    if (TIFFGetField(tiff, TIFFTAG_EXTRASAMPLES, &extras, &kinds) && extras > 0)
        page.associated_alpha = kinds[0] == EXTRASAMPLE_ASSOCALPHA;
    return page;
}

template <class Sample>
bool read_plain(TIFF* tiff, const Page& page, Picture& picture, const std::stop_token& stop) {
    std::vector<Sample> row(std::size_t{page.width} * page.samples);
    const auto needed = static_cast<tmsize_t>(row.size() * sizeof(Sample));
    if (TIFFScanlineSize(tiff) != needed) return false;
    const bool inverted = page.photometric == PHOTOMETRIC_MINISWHITE;
    for (std::uint32_t y = 0; y < page.height; ++y) {
        if (stop.stop_requested() || TIFFReadScanline(tiff, row.data(), y, 0) != 1) return false;
        if (inverted)
            for (std::size_t i = 0; i < row.size(); i += page.samples)
                row[i] = static_cast<Sample>(~row[i]);
        picture.write_interleaved(static_cast<int>(y), std::span<const Sample>(row));
    }
    return true;
}

/// Everything else, through libtiff's own conversion to 8-bit RGBA.
bool read_any(TIFF* tiff, const Page& page, Picture& picture) {
    std::vector<std::uint32_t> all(std::size_t{page.width} * page.height);
    if (!TIFFReadRGBAImageOriented(tiff, page.width, page.height, all.data(), ORIENTATION_TOPLEFT,
                                   1))
        return false;
    std::vector<std::uint8_t> row(std::size_t{page.width} * 4);
    for (std::uint32_t y = 0; y < page.height; ++y) {
        for (std::size_t x = 0; x < page.width; ++x) {
            const std::uint32_t pixel = all[std::size_t{y} * page.width + x];
            const std::uint32_t alpha = TIFFGetA(pixel);
            // What libtiff hands over is multiplied by alpha; pictures here are not.
            const auto straight = [&](std::uint32_t v) {
                return static_cast<std::uint8_t>(
                    alpha == 0 ? 0 : std::min(255U, (v * 255 + alpha / 2) / alpha));
            };
            row[4 * x] = straight(TIFFGetR(pixel));
            row[4 * x + 1] = straight(TIFFGetG(pixel));
            row[4 * x + 2] = straight(TIFFGetB(pixel));
            row[4 * x + 3] = static_cast<std::uint8_t>(alpha);
        }
        picture.write_interleaved(static_cast<int>(y), std::span<const std::uint8_t>(row));
    }
    return true;
}

}  // namespace

Result<Decoded> read_tiff(const std::string& file, std::span<const std::byte> bytes,
                          const std::stop_token& stop) {
    TIFFSetErrorHandler(nullptr);  // its complaints go to stderr; ours go to the person
    TIFFSetWarningHandler(nullptr);
    Stream stream{bytes};
    const File tiff = open_tiff(file, stream);
    const std::string damaged = "it is cut short or damaged, or of a kind that can't be read.";
    if (!tiff) return trouble(file, damaged);
    const Page page = page_of(tiff.get());
    if (Done sized = check_size(file, page.width, page.height, 4 * 2); !sized)
        return tl::unexpected(sized.error());

    const Size size{static_cast<int>(page.width), static_cast<int>(page.height)};
    const bool plain = page.plain();
    const auto channels = plain ? static_cast<Channels>(page.samples) : Channels::rgb_alpha;
    const Depth depth = plain && page.bits == 16 ? Depth::bits16 : Depth::bits8;
    Decoded decoded{Picture(size, channels, depth), {}};
    const bool whole = !plain ? read_any(tiff.get(), page, decoded.picture)
                       : depth == Depth::bits16
                           ? read_plain<std::uint16_t>(tiff.get(), page, decoded.picture, stop)
                           : read_plain<std::uint8_t>(tiff.get(), page, decoded.picture, stop);
    if (stop.stop_requested()) return stopped();
    if (!whole) return trouble(file, damaged);
    std::uint32_t length = 0;
    void* profile = nullptr;
    if (TIFFGetField(tiff.get(), TIFFTAG_ICCPROFILE, &length, &profile)) {
        const auto* first = static_cast<const std::byte*>(profile);
        decoded.icc.assign(first, first + length);
    }
    decoded.picture.settle();
    return decoded;
}

}  // namespace underpaint
