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

ViewingSteps ViewingStates::steps(std::size_t state) const {
    const Size size = grid_->size();
    const auto width = static_cast<std::size_t>(size.width);
    std::vector<std::uint16_t> sums(static_cast<std::size_t>(size.area()));
    const auto add = [&](const State& from) {
        for (std::size_t b = 0; b < from.blocks.size(); ++b) {
            const Block* block = from.blocks[b].load(std::memory_order_acquire);
            if (block == nullptr) continue;
            const int left = static_cast<int>(b) % across_ * kSide,
                      top = static_cast<int>(b) / across_ * kSide;
            const auto run = static_cast<std::size_t>(std::min(kSide, size.width - left));
            for (int y = 0; y < std::min(kSide, size.height - top); ++y) {
                const auto more =
                    std::span(*block).subspan(static_cast<std::size_t>(y) * kSide, run);
                const auto to = std::span(sums).subspan(
                    static_cast<std::size_t>(top + y) * width + static_cast<std::size_t>(left),
                    run);
                for (std::size_t x = 0; x < run; ++x)
                    to[x] = static_cast<std::uint16_t>(to[x] + more[x]);
            }
        }
    };
    add(*states_[0]);
    for (std::size_t i = known_ + 1; i <= state; ++i) add(*states_[i]);
    return grid_->steps(sums);
}

}  // namespace underpaint
