// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <stop_token>
#include <string>

#include "painting/kept_picture.h"
#include "raster/picture.h"
#include "terms/result.h"

namespace underpaint {

/// Limits for a picture that is kept beside the painting: its side and its bytes. Eight thumbnails
/// and four references stay under 4 MB together.
struct Keeping {
    int side;
    std::size_t bytes;
};
inline constexpr Keeping kKeptThumbnail{1000, 120'000}, kKeptReference{2000, 720'000};
/// A save at viewing scale: kMostSaves of them stay under 40 MB.
inline constexpr Keeping kKeptSave{1600, 100'000};

/// Keeps a picture as fine as fits. Grey where it has no colour, on white where it was transparent.
[[nodiscard]] Result<KeptPicture> keep(const Picture& picture, std::string name,
                                       const Keeping& keeping);
/// A file that read_flat_picture() takes, or the finished picture of an OpenRaster file; named as
/// the file is.
[[nodiscard]] Result<KeptPicture> keep_file(const std::filesystem::path& path,
                                            const Keeping& keeping,
                                            const std::stop_token& stop = {});

/// Its pixels.
[[nodiscard]] Result<Picture> pixels_of(const KeptPicture& kept, const std::stop_token& stop = {});

/// How much of a picture is looked at when a file is opened: all of it, or, where there may be
/// hundreds, its header alone. One whose pixels turn out to be damaged is trouble for pixels_of().
enum class KeptCheck { pixels, header };

/// A kept picture from a file's bytes: trouble where it is no picture that could have been kept.
[[nodiscard]] Result<KeptPicture> kept_from(const std::string& file, std::string name,
                                            std::vector<std::byte> jpeg, KeptCheck check);

}  // namespace underpaint
