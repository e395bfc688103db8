// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "files/layer_plan.h"
#include "files/layer_stack.h"
#include "painting/painting.h"
#include "render/render.h"

namespace underpaint {

/// A layer with its pixels.
struct Layer {
    LayerEntry entry;
    SharedPicture pixels;
    GroupId group = kNoGroup;  ///< of the painting, that it is nested in
};

struct LayerInWork;

/// Makes of a painting the layers that any reader of the format composites to the same picture: the
/// ground at the bottom, then one a pass, each as large as where it lands. A pass that the format
/// can say exactly is a plain layer with its composite-op; any other is baked: the picture after
/// it, where it lands. So is a group that mixes, as one; the layers of any other are to be nested.
/// A few are made at a time, so that not all have to be held at once.
class LayerMaker {
public:
    /// The painting must outlive it.
    explicit LayerMaker(const Painting& painting);

    /// The finished picture, of the ground's depth. Finds out, too, how deep layers have to be: 8
    /// bits unless the painting has 16, or rounding layers to 8 would show (more than half a level
    /// in the result). To be called first. Nothing when stopped.
    std::optional<Picture> look(const std::stop_token& stop = {}, const Progress& progress = {});
    Depth depth() const { return depth_; }

    /// Layers, the ground among them as the first.
    std::size_t count() const { return plans_.size() + 1; }
    /// The plan of a layer above the ground.
    const LayerPlan& plan(std::size_t layer) const { return plans_[layer - 1]; }
    /// Pixels that are there already; else null.
    SharedPicture ready(std::size_t layer) const;
    /// The memory that one takes while it is made, at the most.
    std::uint64_t bytes_of(std::size_t layer) const;

    /// The memory that a finished picture and all of them together may take, were they held.
    std::uint64_t bytes_to_make() const;
    /// All of them without their pixels.
    std::vector<Layer> outlines() const;

    /// The pixels of those that are asked for, which are not ready(), in one walk. Nothing when
    /// stopped.
    std::optional<std::vector<Picture>> make(std::span<const std::size_t> layers,
                                             const std::stop_token& stop = {}) const;

private:
    LayerEntry entry_of(std::size_t layer) const;
    GroupId group_of(std::size_t layer) const;
    bool make_shown(std::span<std::optional<LayerInWork>> making,
                    const std::stop_token& stop) const;
    bool make_hidden(LayerInWork& making, const std::stop_token& stop) const;

    const Painting& painting_;
    std::vector<LayerPlan> plans_;
    Recipe recipe_;
    std::vector<Rect> areas_;
    Depth depth_;
};

/// All of them at once.
std::optional<std::vector<Layer>> layers_of(const Painting& painting,
                                            const std::stop_token& stop = {});

/// The layers as entries of a stack, those of a group nested.
std::vector<LayerEntry> nested(const Painting& painting, const std::vector<Layer>& layers);

/// Layers as a painting: layer `under` is the underpaint (over white, and sealed on `date`), each
/// one above it a pass; hidden ones are switched off, those below it come first. Those of a folder
/// become a group.
Painting painting_from(const std::vector<Layer>& layers, std::size_t under, const LayerStack& stack,
                       const std::string& date);

}  // namespace underpaint
