// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

#include "watch/save.h"

namespace underpaint {

/// The picture of a save in the seal's frame.
struct SavePicture {
    SharedPicture picture;
    bool exact = false;  ///< from the file itself; else what the ledger keeps, enlarged
};
/// Trouble where the file has gone on and the ledger keeps no picture of it, or when stopped.
[[nodiscard]] Result<SavePicture> picture_of_save(const std::filesystem::path& file,
                                                  const Painting& sealed, const KeptSave& save,
                                                  const std::stop_token& stop = {});

/// A sealed painting with the picture of a save as its last pass, named after it.
Painting with_save_laid(Painting painting, const KeptSave& save, const SavePicture& picture);

}  // namespace underpaint
