// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/limits.h"
#include "colour/reader.h"
#include "painting/stage.h"

namespace underpaint {

/// The inputs of figures, findings and mends on one side of the seal line. Results of another basis
/// are out of date: they may be shown, but none of their mends may be taken.
struct Basis {
    Stage stage = Stage::colour;
    SharedPicture ground;
    std::vector<Part> parts;
    Plan plan;  ///< of the colour side what passes are judged by alone
    std::vector<Pass> passes;
    std::vector<Group> groups;
    Reader reader = Reader::lightness;
    HouseRules own;  ///< the painter's own rules
    Limits limits;   ///< of the colour side
    friend bool operator==(const Basis&, const Basis&) = default;
};

Basis basis_of(const Painting& painting, Stage stage, Reader reader, const HouseRules& own = {});

}  // namespace underpaint
