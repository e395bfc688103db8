// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <stop_token>
#include <string>
#include <variant>
#include <vector>

#include "audit/audit.h"
#include "raster/alignment.h"
#include "terms/result.h"

namespace underpaint {

/// A save of the painter's own program, in the frame of the seal and measured against it like a
/// state after a pass.
struct Save {
    Painting painting;                 ///< sealed, with the saved picture as its one pass
    Audit audit;                       ///< of that
    Size size;                         ///< of the file
    Alignment where;                   ///< of the seal in the file
    std::vector<std::string> notices;  ///< sentences about how it was read and laid

    const PassAudit& figures() const { return audit.passes.front(); }
    const SharedPicture& picture() const;
};

/// A saved picture that does not look like what was sealed, so that a person is to say whether it
/// is.
struct Unlike {
    double certainty = 0;  ///< see Alignment
    bool may_be = false;   ///< it could be measured: as it was found to lie, or as it has the shape
    SharedPicture picture;
};

/// The painting that saves are measured against: its seal, parts, plan and brief. Its passes and
/// versions are not used.
struct Against {
    Painting painting;
    Reader reader = Reader::lightness;
    HouseRules own_rules;
    /// Figures of a save that was measured against it: those of the seal are taken over. Or null.
    std::shared_ptr<const Audit> known = nullptr;
};

/// A picture, sealed as it is, to measure later saves of it against.
Painting sealed_from(Picture picture, std::string name, const std::string& date);

/// Called with a saved picture once it is in the seal's frame, before it is measured.
using InFrame = std::function<void(const SharedPicture& picture)>;

/// Measures a saved picture. One of another size or turned is brought to the seal's frame first,
/// and that is said. \param even_unlike what may be something else is measured all the same
[[nodiscard]] Result<std::variant<Save, Unlike>> measure_save(const Against& against,
                                                              Picture picture, bool even_unlike,
                                                              const std::stop_token& stop = {},
                                                              const InFrame& in_frame = {});

/// A saved picture, as it was found to lie, in the frame of a seal of that size.
SharedPicture in_frame_of(Size seal, SharedPicture saved, const Alignment& where);

/// The figures in the columns of the ledger for a state, in their order.
std::array<SaveFigure, kSaveColumns> column_figures(const PassAudit& state);

}  // namespace underpaint
