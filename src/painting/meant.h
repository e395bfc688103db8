// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/part.h"

namespace underpaint {

/// A finding that the painter accepts: so it was meant. It holds as long as the figure is no worse.
struct Meant {
    std::string finding;        ///< its code, as in files
    std::string pass;           ///< the name of the pass that it names; empty: none
    std::vector<PartId> parts;  ///< that it is about
    std::size_t focus = 0;      ///< likewise, in the plan's order
    double figure = 0;          ///< when it was accepted
    std::string note;
    friend bool operator==(const Meant&, const Meant&) = default;
};

}  // namespace underpaint
