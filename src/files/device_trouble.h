// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace underpaint {

/// What an errno of the system means for who works here: the middle of a sentence.
std::string reason_of(int error);

/// What is said when a file could not be written, and what to do.
std::string not_saved(const std::string& reason);
inline std::string not_saved(int error) {
    return not_saved(reason_of(error));
}

}  // namespace underpaint
