// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/beside_file.h"

#include "files/openraster.h"
#include "painting/stage.h"
#include "render/render.h"

namespace underpaint {

std::optional<Comparison> beside_file(const std::filesystem::path& file, const QString& left,
                                      const Painting& painting, const QString& right,
                                      const std::stop_token& stop) {
    auto there = read_finished(file, stop);
    if (!there || there->picture.size() != painting.size()) return std::nullopt;
    const Painting seen = as_seen(painting);
    auto here = render_picture(seen, seen.passes.size(), Depth::bits8, stop);
    if (!here) return std::nullopt;
    return Comparison{compared(painting, share(std::move(there->picture)), share(std::move(*here)),
                               right.toStdString()),
                      left, right};
}

}  // namespace underpaint
