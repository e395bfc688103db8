// SPDX-License-Identifier: GPL-3.0-or-later
#include "terms/verdict.h"

#include <cmath>

namespace underpaint {

std::string_view id_of(Verdict verdict) {
    constexpr std::string_view ids[] = {"open", "held", "slipping", "lost"};
    return ids[static_cast<int>(verdict)];
}

Verdict judged(double figure, const Bounds& bounds) {
    const auto within = [&](double bound) {
        switch (bounds.better) {
            case Better::large: return figure >= bound;
            case Better::small: return figure <= bound;
            case Better::near_nought: return std::fabs(figure) <= bound;
        }
        return false;
    };
    return within(bounds.held)   ? Verdict::held
           : within(bounds.lost) ? Verdict::slipping
                                 : Verdict::lost;
}

}  // namespace underpaint
