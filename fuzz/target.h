// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <cstdlib>
#include <span>
#include <string_view>

#include "files/zip_container.h"
#include "raster/pyramid.h"
#include "terms/result.h"

/// Each target reads whatever it is given, as libFuzzer calls it. It may refuse it; it may not
/// crash, hang, or take memory beyond bounds, and what it took in it must be able to give back.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size);

namespace underpaint::fuzz {

inline constexpr const char* kFile = "fuzzed";

inline std::span<const std::byte> as_bytes(const std::uint8_t* data, std::size_t size) {
    return std::as_bytes(std::span(data, size));
}
inline std::string_view as_text(const std::uint8_t* data, std::size_t size) {
    return {reinterpret_cast<const char*>(data), size};
}
inline Bytes copied(const std::uint8_t* data, std::size_t size) {
    const auto bytes = as_bytes(data, size);
    return {bytes.begin(), bytes.end()};
}

/// What must hold of anything that was read.
inline void expect(bool holds) {
    if (!holds) std::abort();
}

/// Looks at every sample of a picture.
inline void look_at(const Picture& picture) {
    std::vector<float> row(static_cast<std::size_t>(picture.size().width));
    // Large ones were bounded by who read them; the first and last rows are enough of them.
    const int rows = picture.size().height, step = 1 + rows / 64;
    const auto channels = count_of(picture.channels());
    for (int y = 0; y < rows; y += step)
        for (int channel = 0; channel < channels; ++channel)
            picture.read_channel(channel, 0, y, row);
}

/// Stands for any picture of a container.
inline Result<SharedPicture> any_picture(const std::string& entry) {
    static const SharedPicture picture = share(Picture({4, 3}, Channels::grey, Depth::bits8));
    if (entry.empty()) return trouble(kFile, "it has no such picture.");
    return picture;
}

}  // namespace underpaint::fuzz
