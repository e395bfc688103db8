// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/save_picture.h"

#include <fmt/format.h>

#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "files/pixel_sum.h"
#include "painting/changes.h"

namespace underpaint {

Result<SavePicture> picture_of_save(const std::filesystem::path& file, const Painting& sealed,
                                    const KeptSave& save, const std::stop_token& stop) {
    if (auto read = read_finished(file, stop); read && pixel_sum(read->picture) == save.pixels)
        return SavePicture{in_frame_of(sealed.size(), share(std::move(read->picture)), save.where),
                           true};
    if (stop.stop_requested()) return stopped();
    if (!save.picture)
        return trouble(fmt::format("Save {}", save.number),
                       "its picture was not kept, and the file has gone on.");
    return pixels_of(*save.picture, stop).map([&](const Picture& kept) {
        return SavePicture{share(scaled(kept, sealed.size())), false};
    });
}

Painting with_save_laid(Painting painting, const KeptSave& save, const SavePicture& picture) {
    Pass pass;
    pass.name = fmt::format("Save {}", save.number);
    pass.blend = BlendMode::normal;
    pass.source = Painted{picture.picture, 0, 0};
    return with_pass(std::move(painting), std::move(pass));
}

}  // namespace underpaint
