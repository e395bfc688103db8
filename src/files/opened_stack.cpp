// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/opened_stack.h"

#include "files/limits.h"
#include "files/openraster_names.h"

namespace underpaint {

Result<OpenedStack> open_stack(const std::filesystem::path& path) {
    if (Done plain = check_plain_file(path); !plain) return tl::unexpected(plain.error());
    auto zip = ZipReader::open(path);
    if (!zip) return tl::unexpected(zip.error());
    if (!zip->has(kStackEntry))
        return trouble(zip->file(), "it has no stack.xml, so it is not an OpenRaster painting.");
    const auto xml = zip->read(kStackEntry, kMaxTextBytes);
    if (!xml) return tl::unexpected(xml.error());
    return OpenedStack{std::move(*zip), std::string(text_of(*xml))};
}

}  // namespace underpaint
