// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/saved_file.h"

#include "files/limits.h"
#include "painting/stage.h"

namespace underpaint {

OldEntries::OldEntries(const SavedFile& saved, Depth depth)
    : saved_(saved), same_depth_(saved.depth == depth) {
    if (!saved.stamp || stamp_of(saved.path) != saved.stamp) return;
    if (auto zip = ZipReader::open(saved.path)) zip_ = std::move(*zip);
    seen_ = as_seen(saved.painting);
    plans_ = plans_of(seen_);
    if (plans_.size() != saved.layers.size()) plans_.clear();
}

Bytes OldEntries::take(const Pyramid& picture) const {
    const auto found = saved_.pictures.find(&picture);
    return found == saved_.pictures.end() ? Bytes() : read(found->second);
}

const std::string* OldEntries::find(const Painting& now, const LayerPlan& plan) const {
    if (!zip_ || !same_depth_) return nullptr;
    for (std::size_t i = 0; i < plans_.size(); ++i)
        if (same_layer(seen_, plans_[i], now, plan)) return &saved_.layers[i];
    return nullptr;
}

Bytes OldEntries::take(const Painting& now, const LayerPlan& plan) const {
    const std::string* entry = find(now, plan);
    return entry != nullptr ? read(*entry) : Bytes();
}

bool OldEntries::has(const Painting& now, const LayerPlan& plan) const {
    const std::string* entry = find(now, plan);
    return entry != nullptr && zip_->has(*entry);
}

Bytes OldEntries::read(const std::string& entry) const {
    if (!zip_) return {};
    auto bytes = zip_->read(entry, kMaxEntryBytes);
    return bytes ? std::move(*bytes) : Bytes();
}

}  // namespace underpaint
