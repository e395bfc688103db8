// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing_states.h"

#include <algorithm>

namespace underpaint {

ViewingStates::State::~State() {
    for (const auto& block : blocks) delete block.load();
}

ViewingStates::Block& ViewingStates::State::block(std::size_t index) {
    Block* is = blocks[index].load(std::memory_order_acquire);
    if (is != nullptr) return *is;
    auto fresh = std::make_unique<Block>();
    fresh->fill(0);
    if (blocks[index].compare_exchange_strong(is, fresh.get())) return *fresh.release();
    return *is;  // another thread was first
}

ViewingStates::ViewingStates(Size pixels, Size picture, std::size_t states, std::size_t known)
    : grid_(std::make_shared<const ViewingGrid>(pixels, picture)), known_(known) {
    const Size size = grid_->size();
    across_ = (size.width + kSide - 1) / kSide;
    const int down = (size.height + kSide - 1) / kSide;
    for (std::size_t i = 0; i < states; ++i)
        states_.push_back(std::make_unique<State>(static_cast<std::size_t>(across_) *
                                                  static_cast<std::size_t>(down)));
}

void ViewingStates::begin(const ViewingCells& cells) {
    change(0, {cells.area, std::vector<std::uint16_t>(cells.sums.size())}, cells);
}

void ViewingStates::change(std::size_t state, const ViewingCells& before, const ViewingCells& now) {
    State& into = *states_[state];
    std::size_t i = 0;
    for (int y = now.area.y; y < now.area.bottom(); ++y)
        for (int x = now.area.x; x < now.area.right(); ++x, ++i) {
            const auto more = static_cast<std::uint16_t>(now.sums[i] - before.sums[i]);
            if (more == 0) continue;
            Block& block =
                into.block(static_cast<std::size_t>(y / kSide) * static_cast<std::size_t>(across_) +
                           static_cast<std::size_t>(x / kSide));
            std::atomic_ref(block[static_cast<std::size_t>(y % kSide * kSide + x % kSide)])
                .fetch_add(more, std::memory_order_relaxed);
        }
}

ViewingSteps ViewingStates::ground() const {
    return ViewingWalk(*this).now();
}

ViewingWalk::ViewingWalk(const ViewingStates& states)
    : states_(states), sums_(static_cast<std::size_t>(states.grid_->size().area())) {
    add(*states.states_[0]);
    now_ = states.grid_->steps(sums_);
    changed_ = {};
}

void ViewingWalk::go_to(std::size_t state) {
    changed_ = {};
    for (std::size_t i = std::max(at_, states_.known_) + 1; i <= state; ++i)
        add(*states_.states_[i]);
    at_ = state;
    states_.grid_->read(sums_, changed_, now_.steps);
}

void ViewingWalk::add(const ViewingStates::State& state) {
    constexpr int side = ViewingStates::kSide;
    const Size size = states_.grid_->size();
    const auto width = static_cast<std::size_t>(size.width);
    for (std::size_t b = 0; b < state.blocks.size(); ++b) {
        const ViewingStates::Block* block = state.blocks[b].load(std::memory_order_acquire);
        if (block == nullptr) continue;
        const int left = static_cast<int>(b) % states_.across_ * side,
                  top = static_cast<int>(b) / states_.across_ * side;
        const Rect area = intersection({left, top, side, side}, rect_of(size));
        changed_ = united(changed_, area);
        const auto run = static_cast<std::size_t>(area.width);
        for (int y = 0; y < area.height; ++y) {
            const auto more = std::span(*block).subspan(static_cast<std::size_t>(y) * side, run);
            const auto to = std::span(sums_).subspan(
                static_cast<std::size_t>(top + y) * width + static_cast<std::size_t>(left), run);
            for (std::size_t x = 0; x < run; ++x)
                to[x] = static_cast<std::uint16_t>(to[x] + more[x]);
        }
    }
}

}  // namespace underpaint
