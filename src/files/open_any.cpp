// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/open_any.h"

#include "files/flat_picture.h"
#include "files/path_text.h"

namespace underpaint {

Result<OpenedPainting> open_any(const std::filesystem::path& path, const std::string& date,
                                const std::optional<std::string>& under,
                                const std::stop_token& stop, const Progress& progress) {
    if (Done plain = check_plain_file(path); !plain) return tl::unexpected(plain.error());
    if (looks_like_openraster(path)) return open_painting(path, date, under, stop, progress);
    return read_flat_picture(path, stop).map([&](FlatPicture flat) {
        OpenedPainting opened;
        opened.painting.name = name_from_file(path);
        opened.painting.underpaint = share(std::move(flat.picture));
        opened.notices = std::move(flat.notices);
        return opened;
    });
}

}  // namespace underpaint
