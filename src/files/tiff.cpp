// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/tiff.h"

#include <algorithm>
#include <limits>

#include "files/limits.h"
#include "files/tiff_page.h"

namespace underpaint {
namespace {

template <class Sample>
constexpr float kMost = std::numeric_limits<Sample>::max();

/// Samples of a run of pixels, `stride` apart, as shares of the most.
template <class Sample>
void take_channel(const Sample* from, std::size_t stride, bool inverted, std::span<float> to) {
    for (std::size_t i = 0; i < to.size(); ++i) {
        const float share = static_cast<float>(from[i * stride]) / kMost<Sample>;
        to[i] = inverted ? 1 - share : share;
    }
}

/// Rows or tiles of a page into a picture, sample by sample. False when some can't be read.
template <class Sample>
class PlainReader {
public:
    PlainReader(TIFF* tiff, const TiffPage& page, Picture& picture, const std::stop_token& stop)
        : tiff_(tiff), page_(page), picture_(picture), stop_(stop), row_(page.width) {}

    bool read() { return page_.tiled ? read_tiles() : read_rows(); }

private:
    /// Channels that one piece has, and how far its samples of one channel are apart.
    std::uint16_t together() const { return page_.separate() ? 1 : page_.samples; }
    std::uint16_t planes() const { return page_.separate() ? page_.samples : 1; }

    void put(const Sample* from, std::uint16_t plane, std::uint32_t x, std::uint32_t y,
             std::size_t pixels) {
        const std::span<float> run(row_.data(), pixels);
        for (std::uint16_t c = 0; c < together(); ++c) {
            const int channel = page_.separate() ? plane : c;
            take_channel(from + c, together(),
                         channel == 0 && page_.photometric == PHOTOMETRIC_MINISWHITE, run);
            picture_.write_channel(channel, static_cast<int>(x), static_cast<int>(y), run);
        }
    }

    bool read_rows() {
        std::vector<Sample> samples(std::size_t{page_.width} * together());
        if (TIFFScanlineSize(tiff_) != static_cast<tmsize_t>(samples.size() * sizeof(Sample)))
            return false;
        // Plane by plane: packed rows can only be read in order.
        for (std::uint16_t plane = 0; plane < planes(); ++plane)
            for (std::uint32_t y = 0; y < page_.height; ++y) {
                if (stop_.stop_requested() ||
                    TIFFReadScanline(tiff_, samples.data(), y, plane) != 1)
                    return false;
                put(samples.data(), plane, 0, y, page_.width);
            }
        return true;
    }

    bool read_tiles() {
        std::uint32_t width = 0, height = 0;
        TIFFGetField(tiff_, TIFFTAG_TILEWIDTH, &width);
        TIFFGetField(tiff_, TIFFTAG_TILELENGTH, &height);
        const auto bytes = static_cast<std::uint64_t>(TIFFTileSize(tiff_));
        if (width == 0 || height == 0 ||
            bytes != std::uint64_t{width} * height * together() * sizeof(Sample))
            return false;
        std::vector<Sample> samples(static_cast<std::size_t>(bytes / sizeof(Sample)));
        for (std::uint16_t plane = 0; plane < planes(); ++plane)
            for (std::uint32_t y = 0; y < page_.height; y += height)
                for (std::uint32_t x = 0; x < page_.width; x += width) {
                    if (stop_.stop_requested() ||
                        TIFFReadTile(tiff_, samples.data(), x, y, 0, plane) < 0)
                        return false;
                    const std::uint32_t across = std::min(width, page_.width - x);
                    for (std::uint32_t row = 0; row < std::min(height, page_.height - y); ++row)
                        put(samples.data() + std::size_t{row} * width * together(), plane, x,
                            y + row, across);
                }
        return true;
    }

    TIFF* tiff_;
    const TiffPage& page_;
    Picture& picture_;
    const std::stop_token& stop_;
    std::vector<float> row_;
};

/// Colours that were stored multiplied by their alpha are divided by it.
void make_straight(Picture& picture) {
    const int alpha_channel = count_of(picture.channels()) - 1;
    std::vector<float> alpha(static_cast<std::size_t>(picture.size().width)), row(alpha.size());
    for (int y = 0; y < picture.size().height; ++y) {
        picture.read_alpha(0, y, alpha);
        for (int c = 0; c < alpha_channel; ++c) {
            picture.read_channel(c, 0, y, row);
            for (std::size_t x = 0; x < row.size(); ++x)
                row[x] = alpha[x] > 0 ? std::min(1.0F, row[x] / alpha[x]) : 0;
            picture.write_channel(c, 0, y, row);
        }
    }
}

void put_rgba(std::span<const std::uint32_t> pixels, int x, int y, Picture& picture) {
    std::vector<float> channel(pixels.size());
    for (int c = 0; c < 4; ++c) {
        for (std::size_t i = 0; i < pixels.size(); ++i)
            channel[i] = static_cast<float>(pixels[i] >> (8 * c) & 0xFF) / 255;
        picture.write_channel(c, x, y, channel);
    }
}

/// Everything else, through libtiff's own conversion to 8-bit RGBA, a strip or tile at a time: its
/// rows come the last one first.
bool read_any(TIFF* tiff, const TiffPage& page, Picture& picture, const std::stop_token& stop) {
    // The picture is turned after reading, as for all formats.
    TIFFSetField(tiff, TIFFTAG_ORIENTATION, ORIENTATION_TOPLEFT);
    std::uint32_t width = page.width, height = page.height;
    if (page.tiled) {
        TIFFGetField(tiff, TIFFTAG_TILEWIDTH, &width);
        TIFFGetField(tiff, TIFFTAG_TILELENGTH, &height);
    } else {
        TIFFGetFieldDefaulted(tiff, TIFFTAG_ROWSPERSTRIP, &height);
        height = std::min(height, page.height);
    }
    if (width == 0 || height == 0 || std::uint64_t{width} * height > kMaxPixels) return false;
    std::vector<std::uint32_t> piece(std::size_t{width} * height);
    for (std::uint32_t y = 0; y < page.height; y += height)
        for (std::uint32_t x = 0; x < page.width; x += width) {
            if (stop.stop_requested()) return false;
            const int read = page.tiled ? TIFFReadRGBATileExt(tiff, x, y, piece.data(), 1)
                                        : TIFFReadRGBAStripExt(tiff, y, piece.data(), 1);
            if (read != 1) return false;
            const std::uint32_t rows = std::min(height, page.height - y);
            const std::uint32_t last = (page.tiled ? height : rows) - 1;
            for (std::uint32_t row = 0; row < rows; ++row)
                put_rgba(std::span(piece).subspan(std::size_t{last - row} * width,
                                                  std::min(width, page.width - x)),
                         static_cast<int>(x), static_cast<int>(y + row), picture);
        }
    make_straight(picture);  // libtiff multiplies colours by alpha
    return true;
}

}  // namespace

Result<Decoded> read_tiff(const std::string& file, std::span<const std::byte> bytes,
                          const std::stop_token& stop) {
    TIFFSetErrorHandler(nullptr);  // by default it prints to stderr; ours reports to the painter
    TIFFSetWarningHandler(nullptr);
    TiffStream stream{bytes};
    const TiffFile tiff = open_tiff(file, stream);
    const std::string damaged = "it is cut short or damaged, or of a kind that can't be read.";
    if (!tiff) return trouble(file, damaged);
    const TiffPage page = page_of(tiff.get());
    if (Done sized = check_size(file, page.width, page.height, 4 * 2); !sized)
        return tl::unexpected(sized.error());
    if (!can_hold(tiff.get(), page, bytes.size()))
        return trouble(file,
                       "it claims more pixels than so short a file can hold; it is cut short "
                       "or damaged.");

    const Size size{static_cast<int>(page.width), static_cast<int>(page.height)};
    const bool plain = page.plain();
    const auto channels = plain ? static_cast<Channels>(page.samples) : Channels::rgb_alpha;
    const Depth depth = plain && page.bits == 16 ? Depth::bits16 : Depth::bits8;
    Decoded decoded{Picture(size, channels, depth), {}};
    const bool whole =
        !plain ? read_any(tiff.get(), page, decoded.picture, stop)
        : depth == Depth::bits16
            ? PlainReader<std::uint16_t>(tiff.get(), page, decoded.picture, stop).read()
            : PlainReader<std::uint8_t>(tiff.get(), page, decoded.picture, stop).read();
    if (stop.stop_requested()) return stopped();
    if (!whole) return trouble(file, damaged);
    if (plain && page.associated_alpha && has_alpha(channels)) make_straight(decoded.picture);
    decoded.reduced = !plain && page.bits > 8;
    if (page.orientation >= 1 && page.orientation <= 8) decoded.orientation = page.orientation;
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
