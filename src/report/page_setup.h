// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint {

enum class Paper { a4, a5, letter };

/// The sheet that a report is laid out on.
struct PageSetup {
    Paper paper = Paper::a4;
    bool lying = false;  ///< the long side across
    bool dark = false;   ///< a dark ground, for screens
    friend bool operator==(const PageSetup&, const PageSetup&) = default;
};

}  // namespace underpaint
