// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint::testing {

/// Milliseconds after which a test gives up: far more than any machine takes.
inline constexpr int kHang = 600'000;

}  // namespace underpaint::testing
