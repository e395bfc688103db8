// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

namespace underpaint::testing {

/// As long as it lives, files of a folder lie on a device or a network that does not do what it
/// should: what was written is found not to have got there when it is flushed, which is when such
/// a one tells.
class StandInDevice {
public:
    /// Every flush fails with an errno.
    StandInDevice(const std::filesystem::path& folder, int error);
    /// No flush comes back until it answers() again.
    explicit StandInDevice(const std::filesystem::path& folder);
    ~StandInDevice();
    StandInDevice(const StandInDevice&) = delete;
    StandInDevice& operator=(const StandInDevice&) = delete;

    /// Whether somebody waits for it.
    bool is_waited_for() const;
    void answer();
};

}  // namespace underpaint::testing
