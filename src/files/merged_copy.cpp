// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/merged_copy.h"

#include "files/design_tokens.h"
#include "files/export_png.h"
#include "files/openraster.h"
#include "files/zip_container.h"
#include "painting/stage.h"
#include "render/merged.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kSide = 320;  // long side of the copy that the palette is taken from

Done save_picture(const std::filesystem::path& path, const Painting& painting,
                  const std::stop_token& stop, const Progress& progress,
                  const Replacing& replacing) {
    if (path.extension() == ".png")
        return export_png(path, painting, everything_of(painting), stop, progress, replacing);
    const auto merged = with_merged_on_top(painting, stop);
    return merged ? save_painting(path, *merged, stop, progress, replacing) : Done(stopped());
}

}  // namespace

std::filesystem::path palette_beside(const std::filesystem::path& path) {
    return path.parent_path() / (path.stem().string() + " palette.json");
}

Done save_merged_copy(const std::filesystem::path& path, const Painting& painting,
                      const std::stop_token& stop, const Progress& progress,
                      const Replacing& replacing) {
    if (Done saved = save_picture(path, painting, stop, progress, replacing); !saved) return saved;
    const Painting seen = as_seen(painting);
    const double shrink = shrink_of_level(level_for(seen.size(), kSide));
    const auto pixels = render_view(seen, seen.passes.size(), whole_at(seen.size(), shrink), stop);
    if (!pixels) return stopped();
    const auto palette = palette_of(*pixels, kPaletteColours);
    return replace_file(palette_beside(path), bytes_of(write_tokens(painting.name, palette)));
}

}  // namespace underpaint
