// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint::bench {

/// The most memory, in MB, that a report of 24 megapixels with twelve passes and all sections takes
/// until it is a PDF, beyond the painting and its figures.
double megabytes_of_a_report();

}  // namespace underpaint::bench
