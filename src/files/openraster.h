// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "files/result.h"
#include "painting/painting.h"
#include "render/render.h"

namespace underpaint {

/// A painting out of a file, and what there is to say about how it was read.
struct OpenedPainting {
    Painting painting;
    bool ours = false;                 ///< saved by this program and not changed since
    std::vector<std::string> notices;  ///< sentences
};

/// Whether the file begins as a ZIP container does, or at least is named .ora.
bool looks_like_openraster(const std::filesystem::path& path);

/// Opens an OpenRaster file. One of ours comes back as it was saved; one made elsewhere, or changed
/// elsewhere since, is read from its layers: the lowest visible one (or the one named `under`) is
/// the underpaint, sealed on `date`, and each visible layer above it a pass.
[[nodiscard]] Result<OpenedPainting> open_painting(const std::filesystem::path& path,
                                                   const std::string& date,
                                                   const std::optional<std::string>& under = {});

/// A layer's alpha as a mask of the painting's size.
struct NamedMask {
    std::string name;
    SharedPicture mask;
};

/// The layers of an OpenRaster file as masks for a painting of `size`, lowest first. A layer that
/// covers everything is a ground and no part, and is left out, as are empty ones. Trouble when the
/// file is of another size or has no such layer.
[[nodiscard]] Result<std::vector<NamedMask>> read_layer_masks(const std::filesystem::path& path,
                                                              Size size);

/// Saves as OpenRaster, in one step; see layers_of() for what other programs see. When stopped,
/// trouble with an empty sentence, and nothing has changed.
[[nodiscard]] Done save_painting(const std::filesystem::path& path, const Painting& painting,
                                 const std::stop_token& stop = {}, const Progress& progress = {});

}  // namespace underpaint
