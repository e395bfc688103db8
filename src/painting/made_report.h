// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <string>

namespace underpaint {

/// A report that was saved, as it is remembered for the next one.
struct MadeReport {
    std::string file;  ///< its name without folders
    std::chrono::sys_seconds when{};
    /// 95th percentile of the drift from the seal that it told of, in steps; nothing where the
    /// painting had no passes.
    std::optional<double> drift;
    friend bool operator==(const MadeReport&, const MadeReport&) = default;
};

}  // namespace underpaint
