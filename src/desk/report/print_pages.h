// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>
#include <stop_token>

#include "pages/page_layout.h"
#include "terms/result.h"

namespace underpaint {

/// Names of the printers that the system has; asks it, which may take a moment.
QStringList printers();

/// Sends pages to a printer. Trouble when there is none of that name, or it does not answer;
/// nothing is printed then.
[[nodiscard]] Done print_pages(const PageLayout& pages, const QString& printer,
                               const std::stop_token& stop = {});

}  // namespace underpaint
