// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/picture_entries.h"

#include <atomic>

#include "files/foreign_entries.h"
#include "files/png.h"
#include "raster/in_parallel.h"

namespace underpaint {

std::string PictureEntries::name(const SharedPicture& picture, const std::string& wanted) {
    const auto [place, fresh] = names_.try_emplace(picture.get(), unused_name(taken_, wanted));
    if (fresh) pictures_.emplace_back(place->second, picture);
    return place->second;
}

std::string PictureEntries::name(const SharedPicture& picture) {
    return name(picture,
                "faithful-underpaint/pictures/" + std::to_string(pictures_.size() + 1) + ".png");
}

Result<SharedPicture> PictureEntries::find(const std::string& entry,
                                           const std::string& file) const {
    for (const auto& [name, picture] : pictures_)
        if (name == entry) return picture;
    return trouble(file, "the picture " + entry + " is missing.");
}

std::uint64_t PictureEntries::bytes() const {
    std::uint64_t sum = 0;
    for (const auto& [name, picture] : pictures_) sum += picture->base().bytes();
    return sum;
}

std::vector<ZipEntry> PictureEntries::entries(const std::string& file, const OldEntries& before,
                                              const std::stop_token& stop,
                                              const Progress& progress) const {
    std::vector<ZipEntry> entries;
    for (std::size_t i = 0; i < pictures_.size(); ++i)
        entries.push_back({pictures_[i].first, {}, false, [=, this, &before]() -> Result<Bytes> {
                               if (stop.stop_requested()) return stopped();
                               if (progress)
                                   progress(static_cast<float>(i) /
                                            static_cast<float>(pictures_.size()));
                               const SharedPicture& picture = pictures_[i].second;
                               Bytes bytes = before.take(*picture);
                               return bytes.empty() ? write_png(file, picture->base())
                                                    : Result<Bytes>(std::move(bytes));
                           }});
    return entries;
}

Result<std::vector<ZipEntry>> PictureEntries::encode(const std::string& file,
                                                     const OldEntries& before,
                                                     const std::stop_token& stop,
                                                     const Progress& progress) const {
    std::vector<ZipEntry> entries(pictures_.size());
    std::vector<Done> done(pictures_.size());
    for (std::size_t i = 0; i < pictures_.size(); ++i)
        entries[i] = {pictures_[i].first, before.take(*pictures_[i].second), false};
    std::atomic<std::size_t> count = 0;
    in_parallel(std::size_t{0}, pictures_.size(), [&](std::size_t i) {
        if (stop.stop_requested()) return;
        if (entries[i].bytes.empty()) {
            auto bytes = write_png(file, pictures_[i].second->base());
            if (bytes)
                entries[i].bytes = std::move(*bytes);
            else
                done[i] = tl::unexpected(bytes.error());
        }
        if (progress) progress(static_cast<float>(++count) / static_cast<float>(pictures_.size()));
    });
    if (stop.stop_requested()) return stopped();
    for (Done& each : done)
        if (!each) return tl::unexpected(each.error());
    return entries;
}

}  // namespace underpaint
