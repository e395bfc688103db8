// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/picture_due.h"

namespace underpaint {

void PictureDue::end() {
    if (!due_) return;
    due_ = false;
    emit ended();
}

}  // namespace underpaint
