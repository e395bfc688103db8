// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/save_ledger.h"

#include <algorithm>

namespace underpaint {
namespace {

/// The save of the older half that is missed least.
std::size_t least_missed(const std::vector<KeptSave>& saves) {
    std::size_t least = 1;
    auto best = std::pair(true, std::chrono::seconds::max());
    for (std::size_t i = 1; i <= saves.size() / 2; ++i) {
        const auto span =
            std::pair(slipped(saves[i]), std::chrono::abs(saves[i + 1].when - saves[i - 1].when));
        if (span < best) best = span, least = i;
    }
    return least;
}

}  // namespace

bool slipped(const KeptSave& save) {
    return std::ranges::any_of(save.figures,
                               [](const SaveFigure& each) { return is_bad(each.verdict); });
}

SaveLedger with_save(const SaveLedger& ledger, KeptSave save) {
    std::vector<KeptSave> saves = ledger.saves();
    saves.push_back(std::move(save));
    while (saves.size() > kMostSaves)
        saves.erase(saves.begin() + static_cast<std::ptrdiff_t>(least_missed(saves)));
    return {ledger.file(), std::move(saves)};
}

}  // namespace underpaint
