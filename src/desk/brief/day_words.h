// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "painting/date.h"

namespace underpaint {

/// "Sat 28"
QString short_day(Date day);
/// "Sat 28 Nov"
QString day_in_words(Date day);
/// "two days", "1 day"
QString days_in_words(int days);

}  // namespace underpaint
