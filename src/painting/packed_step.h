// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "painting/trace.h"
#include "raster/squeezed_tiles.h"

namespace underpaint {

/// A painting that is wanted again only together with one that it shares most pixels with, as two
/// steps of a history are: of its pictures only what the other has not is kept, and that squeezed.
class PackedStep {
public:
    PackedStep(const Painting& painting, const Painting& beside);

    /// The painting again. Pictures that somebody still holds are those; others are new ones with
    /// the same levels.
    /// \param beside what it was packed against
    Painting unpacked(const Painting& beside) const;

    const Trace& trace() const { return trace_; }
    /// Memory of the pixels.
    std::size_t bytes() const;

private:
    struct Kept {
        std::optional<std::size_t> beside;   // which picture of the other one is the nearest
        std::optional<SqueezedTiles> tiles;  // nothing: it is that one, or there is none
    };

    Trace trace_;
    std::vector<Kept> pictures_;
};

}  // namespace underpaint
