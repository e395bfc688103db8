// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <memory>
#include <span>

#include "terms/result.h"

namespace underpaint {

/// From sRGB to the numbers with which a screen shows the same colours (littlecms, relative
/// colorimetric with black point compensation). Any thread may convert.
class DisplayTransform {
public:
    /// For the ICC profile of a screen; `file` is what trouble calls it. Null when the screen is as
    /// good as sRGB and nothing is to be done.
    [[nodiscard]] static Result<std::shared_ptr<const DisplayTransform>> for_screen(
        const std::string& file, std::span<const std::byte> icc);

    /// In place: four bytes a pixel, blue, green, red and one that is left alone.
    void convert_row(std::span<std::uint8_t> pixels) const;

private:
    struct Engine;
    explicit DisplayTransform(std::shared_ptr<const Engine> engine) : engine_(std::move(engine)) {}
    std::shared_ptr<const Engine> engine_;
};

}  // namespace underpaint
