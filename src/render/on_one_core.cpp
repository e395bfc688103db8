// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/on_one_core.h"

#include <tbb/task_arena.h>

namespace underpaint {

void on_one_core(const std::function<void()>& work) {
    tbb::task_arena(1).execute(work);
}

}  // namespace underpaint
