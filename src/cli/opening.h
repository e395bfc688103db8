// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <span>
#include <string>

#include "files/openraster.h"
#include "painting/plan.h"

namespace underpaint {

// What every command asks of the files that it is given.

/// How an input is to be opened.
struct OpenRequest {
    std::optional<std::string> under = {};    ///< name of the layer that is the underpaint
    bool strict = false;                      ///< trouble where something had to be left out
    std::optional<std::string> version = {};  ///< to be chosen; see version_named()
};

/// Opens a painting or picture, and says on the error stream what was changed or left out on the
/// way in.
[[nodiscard]] Result<OpenedPainting> open_input(const std::filesystem::path& in,
                                                const OpenRequest& request = {});

/// The painter's own house rules; what is wrong with them is said on the error stream.
HouseRules own_rules();

/// Trouble when a file can't be written to that name: it is a folder, or it would lie in none.
/// Asked before anything is opened, so that no work is done for nothing.
[[nodiscard]] Done check_output(const std::filesystem::path& out);

/// Trouble when a painting that was opened only in part would be saved over its own file.
[[nodiscard]] Done check_not_over_partial(const OpenedPainting& opened,
                                          const std::filesystem::path& in,
                                          const std::filesystem::path& out, bool even_partial);

/// Trouble when a focus does not lie within the picture.
[[nodiscard]] Done check_foci(const std::string& file, const Painting& painting,
                              std::span<const Focus> foci);

}  // namespace underpaint
