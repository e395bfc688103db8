// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <ostream>

#include "blend/mode.h"
#include "colour/reader.h"

/// So that tests that are run for each of them say which.
namespace underpaint {

inline void PrintTo(const BlendText& text, std::ostream* out) {
    *out << text.id;
}
inline void PrintTo(const ReaderText& text, std::ostream* out) {
    *out << text.id;
}
inline void PrintTo(Reader reader, std::ostream* out) {
    *out << text_of(reader).id;
}

}  // namespace underpaint
