// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <vector>

#include "raster/picture.h"

namespace underpaint {

/// The tiles that a picture does not share with another, compressed (DEFLATE of the differences
/// between neighbours). With that other picture they give the first one back, to the bit.
class SqueezedTiles {
public:
    /// \param beside alike; null: everything
    SqueezedTiles(const Picture& picture, const Picture* beside);

    /// \param beside what it was squeezed beside, or one with the same levels
    Picture unpacked(const Picture* beside) const;
    /// The area outside which no pixel differs.
    const Rect& area() const { return area_; }
    /// Memory that it takes.
    std::size_t bytes() const;
    /// How many tiles of their channels two alike pictures have in common.
    static std::size_t shared(const Picture& a, const Picture& b);

private:
    struct Tile {
        int channel, index;
        std::uint16_t value;      // of all its samples, where there are no bytes
        bool apart;               // its bytes tell it from the tile beside
        std::size_t begin, size;  // of its bytes
    };
    template <class Sample>
    void squeeze(const Picture::Planes<Sample>& planes, const Picture* beside);
    template <class Sample>
    void take_out(Picture::Planes<Sample>& planes) const;

    Size size_;
    Channels channels_;
    Depth depth_;
    Rect area_;
    std::vector<Tile> tiles_;
    std::vector<std::byte> bytes_;
};

}  // namespace underpaint
