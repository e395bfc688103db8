// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/png_filters.h"

#include <algorithm>
#include <cstdlib>

namespace underpaint {
namespace {

/// Of left, above and left above, the one nearest to left + above - left above. In 16 bits and
/// without a branch, so that it becomes vectors.
std::uint8_t paeth(std::uint8_t left, std::uint8_t above, std::uint8_t corner) {
    const auto a = static_cast<std::int16_t>(left), b = static_cast<std::int16_t>(above),
               c = static_cast<std::int16_t>(corner);
    const auto to_a = static_cast<std::int16_t>(std::abs(b - c));
    const auto to_b = static_cast<std::int16_t>(std::abs(a - c));
    const auto to_c = static_cast<std::int16_t>(std::abs(a + b - 2 * c));
    const std::int16_t other = to_b <= to_c ? b : c;
    return static_cast<std::uint8_t>(to_a <= to_b && to_a <= to_c ? a : other);
}

/// `foretell(left, above, left above)` for every byte; those of the first pixel have no left.
template <class Foretell>
void filter_with(std::span<const std::uint8_t> row, std::span<const std::uint8_t> above,
                 std::size_t pixel, std::span<std::uint8_t> left, Foretell foretell) {
    for (std::size_t i = 0; i < pixel; ++i)
        left[i] = static_cast<std::uint8_t>(row[i] - foretell(0, above[i], 0));
    const std::uint8_t *here = row.data(), *up = above.data();
    std::uint8_t* rest = left.data();
    for (std::size_t i = pixel; i < row.size(); ++i)
        rest[i] =
            static_cast<std::uint8_t>(here[i] - foretell(here[i - pixel], up[i], up[i - pixel]));
}

}  // namespace

void filter_row(PngFilter filter, std::span<const std::uint8_t> row,
                std::span<const std::uint8_t> above, std::size_t pixel,
                std::span<std::uint8_t> left) {
    using Byte = std::uint8_t;
    switch (filter) {
        case PngFilter::none: std::ranges::copy(row, left.begin()); return;
        case PngFilter::sub:
            return filter_with(row, above, pixel, left, [](Byte a, Byte, Byte) { return a; });
        case PngFilter::up:
            return filter_with(row, above, pixel, left, [](Byte, Byte b, Byte) { return b; });
        case PngFilter::average:
            return filter_with(row, above, pixel, left,
                               [](Byte a, Byte b, Byte) { return static_cast<Byte>((a + b) / 2); });
        case PngFilter::paeth: return filter_with(row, above, pixel, left, paeth);
    }
}

}  // namespace underpaint
