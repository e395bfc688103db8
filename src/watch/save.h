// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/audit.h"
#include "raster/alignment.h"
#include "terms/result.h"

namespace underpaint {

/// What a painter's own program saved, as it was then, in the frame of the seal and measured
/// against it like a state after a pass.
struct Save {
    int number = 1;     ///< from 1, the first being what was sealed where nothing else was given
    Painting painting;  ///< sealed, with the saved picture as its one pass
    Audit audit;        ///< of that
    Size size;          ///< of the file
    Alignment where;    ///< of the seal in the file
    std::vector<std::string> notices;  ///< sentences about how it was read and laid

    const PassAudit& figures() const { return audit.passes.front(); }
    const SharedPicture& picture() const;
};

/// What saves are measured against: a painting with a seal, its parts, plan and brief. Its passes
/// and versions are not looked at.
struct Against {
    Painting painting;
    Reader reader = Reader::lightness;
    HouseRules own_rules;
};

/// A picture, sealed as it is, to measure later saves of it against.
Painting sealed_from(Picture picture, std::string name, const std::string& date);

/// Measures a saved picture. One of another size or turned is brought to the seal's frame first,
/// and that is said; one that can't be recognised is trouble, with the certainty in it.
[[nodiscard]] Result<Save> measure_save(const Against& against, const std::string& file,
                                        Picture picture, const std::stop_token& stop = {});

}  // namespace underpaint
