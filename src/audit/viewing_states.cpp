// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing_states.h"

#include <algorithm>

namespace underpaint {

ViewingSteps ViewingStates::ground() const {
    return ViewingWalk(*this).now();
}

ViewingWalk::ViewingWalk(const ViewingStates& states)
    : states_(states), sums_(static_cast<std::size_t>(states.size().area())) {
    add(0);
    now_ = states.grid_->steps(sums_);
    changed_ = {};
}

void ViewingWalk::go_to(std::size_t state) {
    changed_ = {};
    for (std::size_t i = std::max(at_, states_.known()) + 1; i <= state; ++i) add(i);
    at_ = state;
    states_.grid_->read(sums_, changed_, now_.steps);
}

void ViewingWalk::add(std::size_t state) {
    const auto width = static_cast<std::size_t>(states_.size().width);
    for (int s = 0; s < states_.squares(); ++s) {
        const ViewingStates::Square* square = states_.added(state, s);
        if (square == nullptr) continue;
        const Rect area = states_.area(s);
        changed_ = united(changed_, area);
        const auto run = static_cast<std::size_t>(area.width);
        for (int y = 0; y < area.height; ++y) {
            const auto more =
                std::span(*square).subspan(static_cast<std::size_t>(y * ViewingStates::kSide), run);
            const auto to = std::span(sums_).subspan(
                static_cast<std::size_t>(area.y + y) * width + static_cast<std::size_t>(area.x),
                run);
            for (std::size_t x = 0; x < run; ++x)
                to[x] = static_cast<std::uint16_t>(to[x] + more[x]);
        }
    }
}

}  // namespace underpaint
