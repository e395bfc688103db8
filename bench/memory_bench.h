// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint::bench {

/// Given this, the program prints only peak_megabytes_of_24(); and given the other, that with two
/// painted passes.
inline constexpr const char *kMemoryFlag = "--peak-memory",
                            *kPaintedMemoryFlag = "--peak-memory-painted";

/// Makes the painting of 24 megapixels and twelve passes, looks at it and renders it whole; the
/// most memory that this process had, in MB.
/// \param painted two of its passes are painted over the whole picture, and 100 strokes on one of
/// them can be undone
double peak_megabytes_of_24(bool painted);

}  // namespace underpaint::bench
