// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

// Small writers of the formats that the program only reads.
#include <cstdio>
// jpeglib.h needs stdio.
#include <jpeglib.h>
#include <lcms2.h>
#include <tiffio.h>
#include <webp/encode.h>

#include <cstdlib>
#include <filesystem>

#include "files/disk.h"
#include "raster/picture.h"

namespace underpaint::testing {

template <class Sample>
std::vector<Sample> interleaved(const Picture& picture) {
    const auto row = static_cast<std::size_t>(picture.size().width) *
                     static_cast<std::size_t>(count_of(picture.channels()));
    std::vector<Sample> all(row * static_cast<std::size_t>(picture.size().height));
    for (int y = 0; y < picture.size().height; ++y)
        picture.read_interleaved(y, std::span(all).subspan(static_cast<std::size_t>(y) * row, row));
    return all;
}

/// Progressive when it has scans.
inline Bytes jpeg_of(const Picture& picture, int quality = 95,
                     std::span<const jpeg_scan_info> scans = {}) {
    jpeg_compress_struct codec{};
    jpeg_error_mgr errors{};
    codec.err = jpeg_std_error(&errors);
    jpeg_create_compress(&codec);
    unsigned char* out = nullptr;
    unsigned long size = 0;
    jpeg_mem_dest(&codec, &out, &size);
    codec.image_width = static_cast<JDIMENSION>(picture.size().width);
    codec.image_height = static_cast<JDIMENSION>(picture.size().height);
    codec.input_components = count_of(picture.channels());
    codec.in_color_space = has_colour(picture.channels()) ? JCS_RGB : JCS_GRAYSCALE;
    jpeg_set_defaults(&codec);
    jpeg_set_quality(&codec, quality, TRUE);
    if (!scans.empty()) codec.scan_info = scans.data();
    codec.num_scans = static_cast<int>(scans.size());
    jpeg_start_compress(&codec, TRUE);
    auto all = interleaved<std::uint8_t>(picture);
    const auto row = all.size() / codec.image_height;
    for (JDIMENSION y = 0; y < codec.image_height; ++y) {
        JSAMPROW rows[] = {all.data() + y * row};
        jpeg_write_scanlines(&codec, rows, 1);
    }
    jpeg_finish_compress(&codec);
    jpeg_destroy_compress(&codec);
    const auto* first = reinterpret_cast<const std::byte*>(out);
    Bytes bytes(first, first + size);
    std::free(out);
    return bytes;
}

inline Bytes webp_of(const Picture& picture) {
    const auto all = interleaved<std::uint8_t>(picture);
    const int width = picture.size().width, height = picture.size().height;
    std::uint8_t* out = nullptr;
    const std::size_t size =
        has_alpha(picture.channels())
            ? WebPEncodeLosslessRGBA(all.data(), width, height, width * 4, &out)
            : WebPEncodeLosslessRGB(all.data(), width, height, width * 3, &out);
    const auto* first = reinterpret_cast<const std::byte*>(out);
    Bytes bytes(first, first + size);
    WebPFree(out);
    return bytes;
}

struct TiffOptions {
    std::uint16_t compression = COMPRESSION_LZW;
    std::uint16_t photometric = PHOTOMETRIC_MINISBLACK;
    bool tiled = false;
    Bytes icc;
};

template <class Sample>
void write_tiff(const std::filesystem::path& path, const Picture& picture,
                const TiffOptions& options) {
    TIFF* tiff = TIFFOpen(path.c_str(), "w");
    const auto width = static_cast<std::uint32_t>(picture.size().width);
    const auto height = static_cast<std::uint32_t>(picture.size().height);
    const auto samples = static_cast<std::uint16_t>(count_of(picture.channels()));
    TIFFSetField(tiff, TIFFTAG_IMAGEWIDTH, width);
    TIFFSetField(tiff, TIFFTAG_IMAGELENGTH, height);
    TIFFSetField(tiff, TIFFTAG_SAMPLESPERPIXEL, samples);
    TIFFSetField(tiff, TIFFTAG_BITSPERSAMPLE, 8 * sizeof(Sample));
    TIFFSetField(tiff, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG);
    TIFFSetField(tiff, TIFFTAG_COMPRESSION, options.compression);
    TIFFSetField(tiff, TIFFTAG_PHOTOMETRIC,
                 has_colour(picture.channels()) ? PHOTOMETRIC_RGB : options.photometric);
    if (has_alpha(picture.channels())) {
        const std::uint16_t kind = EXTRASAMPLE_UNASSALPHA;
        TIFFSetField(tiff, TIFFTAG_EXTRASAMPLES, 1, &kind);
    }
    if (!options.icc.empty())
        TIFFSetField(tiff, TIFFTAG_ICCPROFILE, static_cast<std::uint32_t>(options.icc.size()),
                     options.icc.data());
    auto all = interleaved<Sample>(picture);
    if (options.tiled) {
        TIFFSetField(tiff, TIFFTAG_TILEWIDTH, 64);
        TIFFSetField(tiff, TIFFTAG_TILELENGTH, 64);
        std::vector<Sample> tile(64 * 64 * static_cast<std::size_t>(samples));
        for (std::uint32_t y = 0; y < height; y += 64)
            for (std::uint32_t x = 0; x < width; x += 64) {
                for (std::size_t i = 0; i < tile.size(); ++i) {
                    const std::size_t px = x + i / samples % 64, py = y + i / samples / 64;
                    tile[i] = px < width && py < height
                                  ? all[(py * width + px) * samples + i % samples]
                                  : 0;
                }
                TIFFWriteTile(tiff, tile.data(), x, y, 0, 0);
            }
    } else {
        TIFFSetField(tiff, TIFFTAG_ROWSPERSTRIP, 16);
        for (std::uint32_t y = 0; y < height; ++y)
            TIFFWriteScanline(tiff, all.data() + std::size_t{y} * width * samples, y, 0);
    }
    TIFFClose(tiff);
}

/// A profile wider than sRGB, with a plain gamma of 2.2.
inline Bytes wide_profile() {
    const cmsCIExyY white{0.3127, 0.3290, 1};
    const cmsCIExyYTRIPLE primaries{{0.70, 0.29, 1}, {0.17, 0.80, 1}, {0.13, 0.05, 1}};
    cmsToneCurve* curve = cmsBuildGamma(nullptr, 2.2);
    cmsToneCurve* curves[] = {curve, curve, curve};
    cmsHPROFILE profile = cmsCreateRGBProfile(&white, &primaries, curves);
    cmsUInt32Number size = 0;
    cmsSaveProfileToMem(profile, nullptr, &size);
    Bytes bytes(size);
    cmsSaveProfileToMem(profile, bytes.data(), &size);
    cmsCloseProfile(profile);
    cmsFreeToneCurve(curve);
    return bytes;
}

}  // namespace underpaint::testing
