// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <stop_token>
#include <string>
#include <vector>

#include "files/layers.h"
#include "files/saved_file.h"

namespace underpaint {

/// Packs the layers of a painting as they are asked for, so that never more than a few are held:
/// those that are made in one walk. What the file before has already comes from there.
class LayerFeed {
public:
    /// All must outlive it. \param layers outlines of the maker's, with their entries named
    LayerFeed(std::string file, const Painting& painting, const LayerMaker& maker,
              const OldEntries& before, const std::vector<Layer>& layers, std::stop_token stop,
              Progress progress);

    /// The PNG of a layer that is not at hand as a picture. Each is to be asked for once, in order.
    [[nodiscard]] Result<Bytes> take(std::size_t layer);

private:
    Done make_from(std::size_t layer);
    void tell(std::size_t layer);

    std::string file_;
    const Painting& painting_;
    const LayerMaker& maker_;
    const OldEntries& before_;
    const std::vector<Layer>& layers_;
    std::stop_token stop_;
    Progress progress_;
    std::map<std::size_t, Bytes> made_;
    std::uint64_t all_ = 0, done_ = 0;  // bytes of pixels
};

}  // namespace underpaint
