// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace underpaint {

/// The meaning of an errno for the painter: the middle of a sentence.
std::string reason_of(int error);

/// The sentence for a file that could not be written, with what to do.
std::string not_saved(const std::string& reason);
inline std::string not_saved(int error) {
    return not_saved(reason_of(error));
}

}  // namespace underpaint
