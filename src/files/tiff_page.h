// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <tiffio.h>

#include <cstddef>
#include <cstdint>
#include <memory>
#include <span>
#include <string>

namespace underpaint {

// What a TIFF says of itself, and whether that can be believed. Its pixels are read in tiff.cpp.

/// A file in memory, as libtiff reads it.
struct TiffStream {
    std::span<const std::byte> bytes;
    toff_t at = 0;
};

using TiffFile = std::unique_ptr<TIFF, decltype(&TIFFClose)>;

/// Null when it is no TIFF. The stream must outlive what is returned. A directory of a few bytes
/// may claim gigabytes: no piece that libtiff holds is larger than 512 MB, or the file twice over.
TiffFile open_tiff(const std::string& file, TiffStream& stream);

/// One page as its directory describes it.
struct TiffPage {
    std::uint32_t width = 0, height = 0;
    std::uint16_t samples = 1, bits = 1, planar = PLANARCONFIG_CONTIG, photometric = 0;
    std::uint16_t format = SAMPLEFORMAT_UINT, compression = COMPRESSION_NONE;
    std::uint16_t orientation = ORIENTATION_TOPLEFT;
    bool tiled = false, associated_alpha = false;

    /// Samples can be taken as they stand, at their own depth.
    bool plain() const {
        const bool grey =
            photometric == PHOTOMETRIC_MINISBLACK || photometric == PHOTOMETRIC_MINISWHITE;
        const bool rgb = photometric == PHOTOMETRIC_RGB;
        return (bits == 8 || bits == 16) && format == SAMPLEFORMAT_UINT &&
               ((grey && samples <= 2) || (rgb && (samples == 3 || samples == 4)));
    }
    bool separate() const { return planar == PLANARCONFIG_SEPARATE && samples > 1; }
};
TiffPage page_of(TIFF* tiff);

/// Whether a file of so many bytes can hold what it claims: asked before memory is taken for it.
bool can_hold(TIFF* tiff, const TiffPage& page, std::size_t bytes);

}  // namespace underpaint
