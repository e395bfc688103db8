// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <stop_token>
#include <string>

#include "files/limits.h"
#include "files/openraster.h"
#include "files/zip_container.h"

namespace underpaint {

/// Reads pictures out of a container, each once, within the bound for all together.
class PictureLoader {
public:
    /// \param most memory in bytes for all of them, as they are kept
    PictureLoader(const ZipReader& zip, const std::stop_token& stop,
                  std::uint64_t most = kMaxPictureBytes)
        : zip_(zip), stop_(stop), most_(most) {}
    Result<SharedPicture> load(const std::string& entry);

private:
    const ZipReader& zip_;
    const std::stop_token& stop_;
    std::map<std::string, SharedPicture> loaded_;
    std::uint64_t most_, bytes_ = 0;
};

/// A painting from the layers of a container; see open_painting(). `xml` is its stack.xml.
[[nodiscard]] Result<OpenedPainting> open_layers(const ZipReader& zip, std::string_view xml,
                                                 const std::string& date,
                                                 const std::optional<std::string>& under,
                                                 const std::stop_token& stop);

}  // namespace underpaint
