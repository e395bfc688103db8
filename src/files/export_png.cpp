// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/export_png.h"

#include "files/flat_picture.h"
#include "files/limits.h"
#include "render/grey.h"

namespace underpaint {

ExportChoice everything_of(const Painting& painting) {
    return {painting.passes.size(), painting.ground()->base().depth(), {}};
}

Done export_png(const std::filesystem::path& path, const Painting& painting,
                const ExportChoice& choice, const std::stop_token& stop, const Progress& progress,
                const Replacing& replacing) {
    const auto pixels = static_cast<std::uint64_t>(painting.size().area());
    const auto channels = choice.grey ? Channels::grey : Channels::rgb;
    if (Done fits = check_memory(path.string(), pixels * bytes_per_pixel(channels, choice.depth));
        !fits)
        return fits;
    const auto picture =
        choice.grey ? render_grey(painting, choice.upto, *choice.grey, choice.depth, stop, progress)
                    : render_picture(painting, choice.upto, choice.depth, stop, progress);
    if (!picture) return stopped();
    return save_png(path, *picture, replacing);
}

}  // namespace underpaint
