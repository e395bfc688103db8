// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/benches.h"

#include "desk/brief/brief_bench.h"
#include "desk/passes/passes_bench.h"
#include "desk/values/values_bench.h"

namespace underpaint {

std::vector<std::unique_ptr<Bench>> make_benches(const Desk& desk) {
    std::vector<std::unique_ptr<Bench>> benches;
    benches.push_back(std::make_unique<BriefBench>(desk));
    benches.push_back(std::make_unique<ValuesBench>(desk));
    benches.push_back(std::make_unique<PassesBench>(desk));
    return benches;
}

}  // namespace underpaint
