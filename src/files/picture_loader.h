// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <mutex>
#include <stop_token>
#include <string>
#include <vector>

#include "files/limits.h"
#include "files/zip_container.h"
#include "raster/pyramid.h"
#include "render/render.h"

namespace underpaint {

/// Reads pictures out of a container, each once, within the bound for all together.
class PictureLoader {
public:
    /// \param most memory in bytes for all of them, as they are kept
    PictureLoader(const ZipReader& zip, const std::stop_token& stop,
                  std::uint64_t most = kMaxPictureBytes)
        : zip_(zip), stop_(stop), most_(most) {}

    /// Reads these on all cores, so that load() has them at hand; which it has not, and why, is
    /// load()'s to tell.
    void prepare(const std::vector<std::string>& entries, const Progress& progress = {});
    /// Every one that was read, and its entry.
    std::map<const Pyramid*, std::string> names() const;
    [[nodiscard]] Result<SharedPicture> load(const std::string& entry);

private:
    Result<SharedPicture> read(const std::string& entry);

    const ZipReader& zip_;
    const std::stop_token& stop_;
    std::mutex reading_;  // the container: it is read by one thread at a time
    std::mutex mutex_;    // what follows
    std::map<std::string, SharedPicture> loaded_;
    std::uint64_t most_, bytes_ = 0;
};

}  // namespace underpaint
