// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>

#include "desk/work/ask_for_file.h"
#include "desk/work/paper_choice.h"

namespace underpaint {

/// The papers that there are profiles of, a profile from a file, and the two ways of bringing
/// colours in.
void fill_papers(QMenu& menu, PaperChoice& paper, const AskForFile& ask);

}  // namespace underpaint
