// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <set>
#include <stop_token>
#include <string>
#include <utility>
#include <vector>

#include "files/saved_file.h"
#include "files/zip_container.h"
#include "raster/pyramid.h"
#include "render/render.h"

namespace underpaint {

/// Pictures by the entry that keeps them; the same picture is kept once.
class PictureEntries {
public:
    /// \param taken names that are not to be had
    explicit PictureEntries(std::set<std::string> taken = {}) : taken_(std::move(taken)) {}

    /// \param wanted the entry's name, unless the picture has one already
    std::string name(const SharedPicture& picture, const std::string& wanted);
    /// Among our own pictures.
    std::string name(const SharedPicture& picture);

    [[nodiscard]] Result<SharedPicture> find(const std::string& entry,
                                             const std::string& file) const;
    const std::map<const Pyramid*, std::string>& names() const { return names_; }
    /// Memory of the pixels.
    std::uint64_t bytes() const;

    /// All of them as entries that are packed when their turn comes; this and `before` must outlive
    /// them.
    std::vector<ZipEntry> entries(const std::string& file, const OldEntries& before,
                                  const std::stop_token& stop, const Progress& progress) const;
    /// All of them as PNG, on all cores; those that `before` has are taken over from there.
    [[nodiscard]] Result<std::vector<ZipEntry>> encode(const std::string& file,
                                                       const OldEntries& before,
                                                       const std::stop_token& stop,
                                                       const Progress& progress) const;

private:
    std::set<std::string> taken_;
    std::map<const Pyramid*, std::string> names_;
    std::vector<std::pair<std::string, SharedPicture>> pictures_;
};

}  // namespace underpaint
