// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/wording.h"

#include <algorithm>
#include <cstdarg>
#include <cstdio>

namespace underpaint {

std::string words(const char* format, ...) {
    char text[512];
    va_list arguments;
    va_start(arguments, format);
    const int length = std::vsnprintf(text, sizeof text, format, arguments);
    va_end(arguments);
    return {text, static_cast<std::size_t>(std::clamp<int>(length, 0, sizeof text - 1))};
}

}  // namespace underpaint
