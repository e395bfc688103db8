// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/bench.h"
