// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/settling.h"

namespace underpaint {

bool Settling::look(const std::optional<FileStamp>& now, Clock::time_point moment) {
    if (now != last_) {
        last_ = now;
        since_ = moment;
        tries_ = 0;
        // A missing file may come back: nothing is reported yet.
        wanted_ = now.has_value();
        return false;
    }
    const auto rest = tries_ == 0 ? Clock::duration(kQuiet) : Clock::duration(kReadAgain);
    return wanted_ && moment - since_ >= rest;
}

bool Settling::was_torn(Clock::time_point moment) {
    since_ = moment;
    if (++tries_ < kMostTries) return false;
    wanted_ = false;
    return true;
}

}  // namespace underpaint
