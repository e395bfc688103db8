// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "files/layer_plan.h"
#include "files/zip_container.h"
#include "painting/painting.h"

namespace underpaint {

/// The content of a file that was saved here, with what it was made from, so that the next save
/// takes over what has stayed. Keeps that painting, and so its pictures, alive.
struct SavedFile {
    std::filesystem::path path;
    std::optional<FileStamp> stamp;   ///< nothing: nothing is known of any file
    Painting painting;                ///< as other programs see it
    Depth depth = Depth::bits8;       ///< of its layers
    std::vector<std::string> layers;  ///< the entry of each but the ground, in order
    std::map<const Pyramid*, std::string> pictures;
};

/// The entries of such a file, as far as it is still as it was saved.
class OldEntries {
public:
    /// `saved` must outlive it.
    OldEntries(const SavedFile& saved, Depth depth);

    /// The bytes that keep a picture; empty where there are none.
    Bytes take(const Pyramid& picture) const;
    /// The bytes of the layer that has the same pixels as one of another painting.
    Bytes take(const Painting& now, const LayerPlan& plan) const;
    bool has(const Painting& now, const LayerPlan& plan) const;

private:
    /// The entry of that layer; null where there is none.
    const std::string* find(const Painting& now, const LayerPlan& plan) const;
    Bytes read(const std::string& entry) const;

    const SavedFile& saved_;
    Painting seen_;  ///< what it holds, as other programs see it
    bool same_depth_;
    std::optional<ZipReader> zip_;
    std::vector<LayerPlan> plans_;
};

}  // namespace underpaint
