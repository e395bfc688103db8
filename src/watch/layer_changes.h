// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "files/layer_list.h"

namespace underpaint {

/// The change of one layer between two saves of a file.
struct LayerChange {
    enum class Kind { added, gone, painted, moved, shown, hidden, strength, blend, renamed };
    Kind kind = Kind::added;
    std::string name;               ///< as it is now; of a gone one as it was
    std::string was;                ///< the name, the blend or the strength before, in words
    std::string is;                 ///< the blend or the strength now
    std::optional<std::size_t> at;  ///< its place in the later list; nothing: it is gone
};

/// Layers are matched by their names, those of one name in their order; what is left over then by
/// their pixels, as they were renamed. In the order of the later list, gone ones last.
std::vector<LayerChange> layer_changes(const std::vector<ListedLayer>& before,
                                       const std::vector<ListedLayer>& now);

/// How much of a change lies on a layer (0..1), by its place in the later list.
using CoveredBy = std::function<double(std::size_t at)>;
/// The changes that a change of values lies on first; layers painted elsewhere are left out where
/// something else explains it.
std::vector<LayerChange> by_blame(std::vector<LayerChange> changes, const CoveredBy& covered);

/// "The layer Glaze is new; Sky was painted on." at most four of them; empty where none changed.
std::string in_words(const std::vector<LayerChange>& changes);

}  // namespace underpaint
