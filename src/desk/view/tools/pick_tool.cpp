// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/tools/pick_tool.h"
