// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/limits.h"

namespace underpaint {

Done check_size(const std::string& file, std::uint64_t width, std::uint64_t height) {
    if (width == 0 || height == 0)
        return trouble(file, "it claims to be " + std::to_string(width) + " x " +
                                 std::to_string(height) + " pixels, so there is nothing in it.");
    if (width <= kMaxSide && height <= kMaxSide && width * height <= kMaxPixels) return {};
    return trouble(file, "it claims to be " + std::to_string(width) + " x " +
                             std::to_string(height) + " pixels; at most " +
                             std::to_string(kMaxPixels / 1'000'000) + " megapixels, and " +
                             std::to_string(kMaxSide) + " along a side, can be opened.");
}

}  // namespace underpaint
