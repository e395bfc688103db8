// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>

#include "files/disk.h"

namespace underpaint {

/// Tells when a file that another program writes is to be read: once for every state of it that
/// stays as it is for kQuiet. Knows neither clock nor disk of its own, so a clock that is set back
/// does not reach it.
class Settling {
public:
    using Clock = std::chrono::steady_clock;
    static constexpr std::chrono::milliseconds kQuiet{500};
    /// After so long it may be read already, in case that it stays as it is.
    static constexpr std::chrono::milliseconds kPause{100};
    /// A file that was quiet and could not be read whole is read again after so long, even where it
    /// did not change: a program may write with pauses and leave the time of the file alone.
    static constexpr std::chrono::seconds kReadAgain{1};
    /// How often that is done with one state before it is given up.
    static constexpr int kMostTries = 4;

    /// Tells it the state of the file at a moment; nothing: no file. Returns whether the file is to
    /// be read now.
    bool look(const std::optional<FileStamp>& now, Clock::time_point moment);
    /// It may be read, though nothing is to be made of it yet.
    bool pauses(Clock::time_point moment) const {
        return wanted_ && tries_ == 0 && moment - since_ >= kPause;
    }
    /// It was read while it stayed as it was.
    void was_whole() { tries_ = 0, wanted_ = false; }
    /// It could not be read. True: that was the last try with this state, so it is to be told of.
    bool was_torn(Clock::time_point moment);
    /// Whether something is still to come of what is there.
    bool waits() const { return wanted_; }

private:
    std::optional<FileStamp> last_;
    Clock::time_point since_{};
    bool wanted_ = false;
    int tries_ = 0;
};

}  // namespace underpaint
