// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "files/disk.h"
#include "files/flat_picture.h"
#include "files/saved_file.h"
#include "painting/painting.h"
#include "render/render.h"
#include "terms/result.h"

namespace underpaint {

/// A painting out of a file, and what there is to say about how it was read.
struct OpenedPainting {
    Painting painting;
    bool ours = false;  ///< saved by this program and not changed since
    /// The file holds more than could be read: it is not to be saved over.
    bool incomplete = false;
    std::vector<std::string> notices;  ///< sentences
    /// The notices about content that could not be read, and so is in no figure.
    std::vector<std::string> left_out = {};
    /// For a file of ours: its content, for the next save; all but the stamp.
    SavedFile saved = {};
};

/// Whether the file begins as a ZIP container does, or is named .ora and begins as nothing else
/// that is known here.
bool looks_like_openraster(const std::filesystem::path& path);

/// Opens an OpenRaster file. One of ours comes back as it was saved, or as far as it is whole; one
/// made elsewhere, changed elsewhere since, or by a later version of this program, is read from its
/// layers: the lowest visible one (or the one named `under`) is the underpaint, sealed on `date`,
/// and each layer above it a pass; those that are hidden are switched off.
[[nodiscard]] Result<OpenedPainting> open_painting(const std::filesystem::path& path,
                                                   const std::string& date,
                                                   const std::optional<std::string>& under = {},
                                                   const std::stop_token& stop = {},
                                                   const Progress& progress = {});

/// The finished picture in a file: the image that an OpenRaster file shows by itself, or a picture;
/// see read_flat_picture().
[[nodiscard]] Result<FlatPicture> read_finished(const std::filesystem::path& path,
                                                const std::stop_token& stop = {});

/// A layer's alpha as a mask of the painting's size.
struct NamedMask {
    std::string name;
    SharedPicture mask;
};

/// The layers of an OpenRaster file as masks for a painting of `size`, lowest first. A layer that
/// covers everything is a ground and no part, and is left out, as are empty ones. Trouble when the
/// file is of another size or has no such layer.
[[nodiscard]] Result<std::vector<NamedMask>> read_layer_masks(const std::filesystem::path& path,
                                                              Size size,
                                                              const std::stop_token& stop = {});

/// Saves as OpenRaster, in one step; see LayerMaker for what other programs see. What could not be
/// opened again is not saved. When stopped, trouble with an empty sentence, and nothing has
/// changed.
/// \param known what was saved last, of which all that is unchanged is taken over as it is; and
/// then what was saved now
[[nodiscard]] Done save_painting(const std::filesystem::path& path, const Painting& painting,
                                 const std::stop_token& stop = {}, const Progress& progress = {},
                                 const Replacing& replacing = {}, SavedFile* known = nullptr);

}  // namespace underpaint
