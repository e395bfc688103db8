// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// Recognises a painting without holding its pictures in memory: all else of it, and the identity
/// of its pictures.
class Trace {
public:
    explicit Trace(const Painting& painting);

    /// Whether it is that painting, picture for picture; what was worked on it does not count. Once
    /// nobody holds a picture any more it is none.
    bool is(const Painting& painting) const;

    /// The painting without its pictures.
    const Painting& rest() const { return rest_; }
    /// A place for a picture, in the order of each_picture().
    struct Place {
        bool taken = false;
        std::weak_ptr<const Pyramid> picture;
    };
    const std::vector<Place>& places() const { return places_; }

private:
    Painting rest_;
    std::vector<Place> places_;
};

}  // namespace underpaint
