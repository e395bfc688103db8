// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint::testing {

/// Waits end when what is waited for has come. This long, in milliseconds, none ends by itself on
/// the slowest machine: it is there for a program that hangs.
inline constexpr int kHang = 600'000;

}  // namespace underpaint::testing
