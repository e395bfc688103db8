// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint::bench {

/// The most memory, in MB, that all takes which the Palette bench computes of 24 megapixels in
/// twelve planned parts with 64 colours, beyond the painting.
double megabytes_of_a_palette();

}  // namespace underpaint::bench
