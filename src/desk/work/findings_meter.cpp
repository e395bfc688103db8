// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/findings_meter.h"
