// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/today.h"

#include <ctime>

namespace underpaint {

std::string today() {
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    char text[16];
    return {text, std::strftime(text, sizeof text, "%Y-%m-%d", &local)};
}

}  // namespace underpaint
