// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint::bench {

/// Given this, the program prints only peak_megabytes_of_24().
inline constexpr const char* kMemoryFlag = "--peak-memory";

/// Makes the painting of 24 megapixels and twelve passes, looks at it and renders it whole; the
/// most memory that this process had, in MB.
double peak_megabytes_of_24();

}  // namespace underpaint::bench
