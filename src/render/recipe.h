// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <memory>
#include <optional>
#include <vector>

#include "painting/painting.h"
#include "render/inputs.h"
#include "render/view.h"

namespace underpaint {

/// A pass with what it needs; of the source's needs, what its prepare() filled in.
struct ReadyPass {
    const Pass* pass = nullptr;
    bool idle = false;                ///< could not change any pixel anywhere
    const Group* group = nullptr;     ///< its group, where that mixes
    std::optional<std::size_t> clip;  ///< the pass that it is clipped to
    std::vector<SeenPicture*> masks;  ///< of the reach; empty: everywhere
    SeenPicture* painted = nullptr;   ///< the painted reach; null: none is needed
    SeenPlaced* pixels = nullptr;
    SeenBlurred* blurred = nullptr;  ///< the ground
    std::vector<Table> tables;       ///< of a curve, a channel each
    std::optional<ColourTable> gradient;
};

/// A painting made ready to be evaluated at one shrink: what is looked up once a pass, and not once
/// a tile. Any number of threads may walk it.
class Recipe {
public:
    /// The painting must outlive the recipe, and so must the inputs.
    Recipe(const Painting& painting, Inputs& inputs);
    /// Makes inputs of its own.
    explicit Recipe(const Painting& painting, double shrink = 1);

    const Painting& painting() const { return painting_; }
    double shrink() const { return shrink_; }
    Size size() const { return size_at(painting_.size(), shrink_); }
    std::size_t passes() const { return ready_.size(); }
    const ReadyPass& pass(std::size_t index) const { return ready_[index]; }
    SeenPicture& ground() const { return *ground_; }

    /// False when pass `index` can't change a pixel of `tile`. True says nothing.
    bool may_touch(std::size_t index, const Rect& tile) const;

private:
    void prepare(Inputs& inputs);

    const Painting& painting_;
    double shrink_;
    std::unique_ptr<Inputs> own_;
    SeenPicture* ground_ = nullptr;
    std::vector<ReadyPass> ready_;
};

}  // namespace underpaint
