// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

#include "watch/save_detail.h"

namespace underpaint {

// What is mended in the painter's own program is handed to it as files of the watched file's size.

/// A place of the seal's frame as it lies in the file, as a grey picture: white inside.
Picture mask_for_file(const FloatBlock& place, Size seal, const Alignment& where, Size file);

/// A layer that gives a place its values back when it is laid `normal` over the file.
struct MendingLayer {
    Picture picture;    ///< sRGB with alpha, as large as the file and as deep
    double before = 0;  ///< 95 % of what differs in the place from what it is to be, in steps
    double after = 0;   ///< the same with the layer laid
};
/// The colours of the file as it is now, relit to the lightness of the seal or of an earlier save.
/// An earlier save is known at viewing scale alone: its small detail stays that of the file.
/// Measured on all pixels of the place. \param before null: the seal. Trouble when the file can't
/// be read or is not `now` any more.
[[nodiscard]] Result<MendingLayer> mending_layer(const std::filesystem::path& file,
                                                 const Painting& sealed, const KeptSave* before,
                                                 const KeptSave& now, const FloatBlock& place,
                                                 const std::stop_token& stop = {});

}  // namespace underpaint
