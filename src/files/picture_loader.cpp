// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/picture_loader.h"

#include <algorithm>
#include <atomic>

#include "files/flat_picture.h"
#include "files/png.h"
#include "raster/in_parallel.h"
#include "terms/shown_name.h"

namespace underpaint {

void PictureLoader::prepare(const std::vector<std::string>& entries, const Progress& progress) {
    std::uint64_t all = 0;
    for (const std::string& entry : entries) all += zip_.size(entry);
    std::atomic<std::uint64_t> done = 0;
    in_parallel(std::size_t{0}, entries.size(), [&](std::size_t i) {
        // An entry that fails here is read again where it is used, and the error is reported there.
        if (zip_.has(entries[i])) static_cast<void>(load(entries[i]));
        done += zip_.size(entries[i]);
        if (progress && all > 0) progress(static_cast<float>(done) / static_cast<float>(all));
    });
}

std::map<const Pyramid*, std::string> PictureLoader::names() const {
    std::map<const Pyramid*, std::string> names;
    for (const auto& [entry, picture] : loaded_) names.try_emplace(picture.get(), entry);
    return names;
}

Result<SharedPicture> PictureLoader::load(const std::string& entry) {
    if (stop_.stop_requested()) return stopped();
    {
        const std::scoped_lock lock(mutex_);
        if (const auto known = loaded_.find(entry); known != loaded_.end()) return known->second;
    }
    auto picture = read(entry);
    if (!picture) return picture;
    const std::scoped_lock lock(mutex_);
    const auto [place, fresh] = loaded_.try_emplace(entry, std::move(*picture));
    if (!fresh) return place->second;
    bytes_ += place->second->base().bytes();
    if (bytes_ <= most_) return place->second;
    loaded_.erase(place);
    return trouble(zip_.file(), "its pictures together take more memory than they may.");
}

Result<SharedPicture> PictureLoader::read(const std::string& entry) {
    const std::string where = zip_.file() + " (" + shown_name(entry) + ")";
    auto bytes = [&] {
        const std::scoped_lock lock(reading_);
        return zip_.beginning(entry, kPngHeader)
            .and_then([&](const Bytes& first) { return most_png_bytes(where, first); })
            .and_then(
                [&](std::size_t most) { return zip_.read(entry, std::min(most, kMaxEntryBytes)); });
    }();
    if (!bytes) return tl::unexpected(bytes.error());
    auto decoded = read_png(where, *bytes, stop_).and_then([&](Decoded png) {
        return to_srgb(where, std::move(png), stop_);
    });
    if (!decoded) return tl::unexpected(decoded.error());
    return share(std::move(decoded->picture));
}

}  // namespace underpaint
