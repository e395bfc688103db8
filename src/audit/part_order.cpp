// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/part_order.h"

#include <algorithm>

namespace underpaint {

std::vector<Swap> find_swaps(std::span<const PartStep> parts) {
    std::vector<Swap> swaps;
    for (const PartStep& dark : parts)
        for (const PartStep& light : parts)
            if (light.sealed - dark.sealed >= kOrderGap && dark.now > light.now)
                swaps.push_back({dark, light});
    std::ranges::stable_sort(swaps, std::greater(), [](const Swap& swap) {
        return swap.was_lighter.sealed - swap.was_darker.sealed;
    });
    return swaps;
}

}  // namespace underpaint
