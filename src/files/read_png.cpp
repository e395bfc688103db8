// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/png.h"

#include <spng.h>

#include <algorithm>
#include <memory>
#include <optional>

#include "files/limits.h"
#include "icc/icc.h"

namespace underpaint {
namespace {

using Context = std::unique_ptr<spng_ctx, decltype(&spng_ctx_free)>;

std::string explain(int error) {
    if (error == SPNG_EIO || error == SPNG_IO_EOF || error == SPNG_EIDAT_TOO_SHORT ||
        error == SPNG_EIDAT_STREAM)
        return "it is cut short or damaged: the pixels end before the picture does.";
    if (error == SPNG_ESIGNATURE) return "this is not a PNG picture.";
    return std::string("it can't be read as PNG: ") + spng_strerror(error) + ".";
}

/// How the pixels are asked for, and what that makes.
struct Layout {
    int format, flags;
    Channels channels;
    Depth depth;
};

Layout layout_of(const spng_ihdr& header, bool has_trns) {
    const Depth depth = header.bit_depth == 16 ? Depth::bits16 : Depth::bits8;
    const bool deep = depth == Depth::bits16;
    switch (header.color_type) {
        case SPNG_COLOR_TYPE_GRAYSCALE:
            if (has_trns)
                return {deep ? SPNG_FMT_RGBA16 : SPNG_FMT_RGBA8, SPNG_DECODE_TRNS,
                        Channels::rgb_alpha, depth};
            return {deep ? SPNG_FMT_PNG : SPNG_FMT_G8, 0, Channels::grey, depth};
        case SPNG_COLOR_TYPE_GRAYSCALE_ALPHA: return {SPNG_FMT_PNG, 0, Channels::grey_alpha, depth};
        case SPNG_COLOR_TYPE_TRUECOLOR:
            if (has_trns)
                return {deep ? SPNG_FMT_RGBA16 : SPNG_FMT_RGBA8, SPNG_DECODE_TRNS,
                        Channels::rgb_alpha, depth};
            return {SPNG_FMT_PNG, 0, Channels::rgb, depth};
        case SPNG_COLOR_TYPE_INDEXED:
            if (has_trns) return {SPNG_FMT_RGBA8, SPNG_DECODE_TRNS, Channels::rgb_alpha, depth};
            return {SPNG_FMT_RGB8, 0, Channels::rgb, depth};
        default: return {SPNG_FMT_PNG, 0, Channels::rgb_alpha, depth};
    }
}

constexpr std::uint32_t kUsualGamma = 45455;  // sRGB's gamma, as the chunk rounds it

/// The profile that gAMA and cHRM ask for (W3C PNG, 11.3.2); empty where they ask for sRGB, or for
/// nothing that can be. A gamma of 45455 is what writers of sRGB put there for readers that know
/// nothing else, so it stands for the curve of sRGB.
Bytes asked_profile(spng_ctx* context, bool colour) {
    std::uint8_t intent = 0;
    if (spng_get_srgb(context, &intent) == 0) return {};
    std::uint32_t gamma = 0;
    spng_chrm_int named{};
    const bool has_gamma = spng_get_gama_int(context, &gamma) == 0 && gamma != 0;
    const bool has_primaries = colour && spng_get_chrm_int(context, &named) == 0;
    if (!has_gamma && !has_primaries) return {};
    const bool usual = !has_gamma || gamma == kUsualGamma;
    if (usual && !has_primaries) return {};
    const auto at = [](std::uint32_t x, std::uint32_t y) {
        return icc::Chromaticity{x / 100'000.0, y / 100'000.0};
    };
    std::optional<icc::Primaries> primaries;
    if (has_primaries)
        primaries = icc::Primaries{at(named.white_point_x, named.white_point_y),
                                   at(named.red_x, named.red_y), at(named.green_x, named.green_y),
                                   at(named.blue_x, named.blue_y)};
    return icc::profile_of(usual ? std::nullopt : std::optional(100'000.0 / gamma), primaries,
                           colour);
}

template <class Sample>
int decode_rows(spng_ctx* context, const Layout& layout, bool interlaced, Picture& picture,
                const std::stop_token& stop) {
    const auto row = static_cast<std::size_t>(picture.size().width) *
                     static_cast<std::size_t>(count_of(picture.channels()));
    if (interlaced) {  // its rows do not arrive in order
        std::vector<Sample> all(row * static_cast<std::size_t>(picture.size().height));
        const int error = spng_decode_image(context, all.data(), all.size() * sizeof(Sample),
                                            layout.format, layout.flags);
        if (error) return error;
        for (int y = 0; y < picture.size().height; ++y)
            picture.write_interleaved(
                y, std::span<const Sample>(all).subspan(static_cast<std::size_t>(y) * row, row));
        return 0;
    }
    int error = spng_decode_image(context, nullptr, 0, layout.format,
                                  layout.flags | SPNG_DECODE_PROGRESSIVE);
    if (error) return error;
    std::vector<Sample> samples(row);
    for (int y = 0; y < picture.size().height; ++y) {
        if (stop.stop_requested()) return 0;
        error = spng_decode_row(context, samples.data(), samples.size() * sizeof(Sample));
        if (error && error != SPNG_EOI) return error;
        picture.write_interleaved(y, std::span<const Sample>(samples));
    }
    return 0;
}

}  // namespace

Result<std::size_t> most_png_bytes(const std::string& file, std::span<const std::byte> first) {
    constexpr unsigned char signature[] = {0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};
    const auto byte = [&](std::size_t at) { return std::to_integer<std::uint64_t>(first[at]); };
    if (first.size() < kPngHeader ||
        !std::ranges::equal(signature, first.first(sizeof signature),
                            [](unsigned char a, std::byte b) { return std::byte{a} == b; }))
        return trouble(file, "this is not a PNG picture.");
    const auto number = [&](std::size_t at) {
        return byte(at) << 24 | byte(at + 1) << 16 | byte(at + 2) << 8 | byte(at + 3);
    };
    const std::uint64_t width = number(16), height = number(20);
    if (Done sized = check_size(file, width, height); !sized) return tl::unexpected(sized.error());
    // Largest size of the pixels: four samples of two bytes and a filter byte per row; seven passes
    // if interlaced. Deflate stores what it can't pack and adds little for blocks and chunks. Other
    // chunks are limited separately.
    const std::uint64_t raw = height * (8 * width + 1) + 7 * (height + width);
    return static_cast<std::size_t>(raw + raw / 16 + 8 * kMaxChunkBytes);
}

Result<Decoded> read_png(const std::string& file, std::span<const std::byte> bytes,
                         const std::stop_token& stop) {
    const Context context(spng_ctx_new(0), spng_ctx_free);
    if (!context) return trouble(file, "there is not enough memory to open it.");
    spng_set_image_limits(context.get(), kMaxSide, kMaxSide);
    spng_set_chunk_limits(context.get(), kMaxChunkBytes, 4 * kMaxChunkBytes);
    spng_set_png_buffer(context.get(), bytes.data(), bytes.size());

    spng_ihdr header{};
    if (const int error = spng_get_ihdr(context.get(), &header)) {
        // The library refuses a size beyond its limits without reporting it: the size is read from
        // byte 16.
        const auto number = [&](std::size_t at) {
            std::uint64_t v = 0;
            for (std::size_t i = 0; i < 4; ++i)
                v = v << 8 | std::to_integer<unsigned>(bytes[at + i]);
            return v;
        };
        if (bytes.size() >= 24 && (error == SPNG_EUSER_WIDTH || error == SPNG_EUSER_HEIGHT ||
                                   error == SPNG_EWIDTH || error == SPNG_EHEIGHT))
            if (Done sized = check_size(file, number(16), number(20)); !sized)
                return tl::unexpected(sized.error());
        return trouble(file, explain(error));
    }
    spng_trns trns{};
    spng_iccp icc{};
    const Layout layout = layout_of(header, spng_get_trns(context.get(), &trns) == 0);
    if (Done sized = check_size(file, header.width, header.height,
                                bytes_per_pixel(layout.channels, layout.depth));
        !sized)
        return tl::unexpected(sized.error());
    Decoded decoded{Picture({static_cast<int>(header.width), static_cast<int>(header.height)},
                            layout.channels, layout.depth),
                    {}};
    if (spng_get_iccp(context.get(), &icc) == 0) {
        const auto* profile = reinterpret_cast<const std::byte*>(icc.profile);
        decoded.icc.assign(profile, profile + icc.profile_len);
    } else {
        decoded.icc = asked_profile(context.get(), has_colour(layout.channels));
    }
    const bool interlaced = header.interlace_method != 0;
    const int error =
        layout.depth == Depth::bits16
            ? decode_rows<std::uint16_t>(context.get(), layout, interlaced, decoded.picture, stop)
            : decode_rows<std::uint8_t>(context.get(), layout, interlaced, decoded.picture, stop);
    if (stop.stop_requested()) return stopped();
    if (error) return trouble(file, explain(error));
    spng_exif exif{};  // it may come before or after the pixels
    if (!interlaced) spng_decode_chunks(context.get());
    if (spng_get_exif(context.get(), &exif) == 0)
        decoded.orientation = orientation_in_exif(std::as_bytes(std::span(exif.data, exif.length)));
    decoded.picture.settle();
    return decoded;
}

}  // namespace underpaint
