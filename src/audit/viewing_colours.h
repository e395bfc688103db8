// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <tbb/enumerable_thread_specific.h>

#include <stop_token>

#include "audit/cell_states.h"
#include "audit/measures.h"
#include "audit/tile_state.h"
#include "raster/pyramid.h"

namespace underpaint {

/// The colours of a picture that is larger than the viewing scale: averaged there, in linear light,
/// while its tiles are walked from the top down, and gathered as soon as all tiles of a row have
/// been, since all states of the whole picture would take much memory.
class ViewingColours {
public:
    struct Of {
        const Painting& painting;
        TileSplits splits;
        const std::vector<Pyramid::Level>& masks;  ///< of the parts, as large as what is walked
    };
    /// \param known states after the ground that are left out
    ViewingColours(const Of& of, const ViewingGrid& grid, std::size_t states, std::size_t known);

    /// A tile's pixels of the ground, in linear light.
    void begin(const LinearCells& cells) { lights_.begin(cells); }
    void change(std::size_t state, const LinearCells& before, const LinearCells& now) {
        lights_.change(state, before, now);
    }
    /// Gathers what is complete when all tiles above a row of pixels were added; `steps` are of the
    /// same states. False when stopped.
    bool gather_above(int row, const ViewingStates& steps, const std::stop_token& stop);
    /// When all of the picture was gathered.
    RunTallies<ColourTally> tallies() const;

private:
    /// One square of the viewing scale, on its way through the states.
    struct Square {
        TileState tile;
        ViewingStates::Square steps;
        CellStates<LinearSum>::Square lights;
        void read_steps(FloatBlock& into) const;
        void read_colours();
    };
    struct ThreadBuffers {
        RunTallies<ColourTally> tallies;
        Square square;
    };
    void gather(int index, const ViewingStates& steps, ThreadBuffers& own);

    Of of_;
    ViewingGrid grid_;
    CellStates<LinearSum> lights_;
    int gathered_ = 0;  // squares, from the top
    ColourTally nothing_;
    tbb::enumerable_thread_specific<ThreadBuffers> threads_;
};

/// An empty tally with room for each part of the painting.
ColourTally no_colours(const Painting& painting);
/// Adds a tile's colours to the sums of every measure.
void gather_colours(const TileState& tile, ColourTally& into);

}  // namespace underpaint
