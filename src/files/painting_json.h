// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include "painting/painting.h"
#include "terms/result.h"

namespace underpaint {

/// Gives the name of the entry that keeps a picture, and the other way round.
using NamePicture = std::function<std::string(const SharedPicture&)>;
using LoadPicture = std::function<Result<SharedPicture>(const std::string& entry)>;

/// All of a painting but its pixels, as JSON text ("faithful-underpaint/painting-1").
std::string write_painting(const Painting& painting, const NamePicture& name);

/// A painting as far as it could be read.
struct ParsedPainting {
    Painting painting;
    /// What could not be read, a sentence each; empty when all is whole.
    std::vector<std::string> lost;
};

/// Reads it back. Numbers are brought into range. A picture that can't be loaded or is of the wrong
/// size takes with it only what is made of it: a part, a seal, a pass. A pass that would reach
/// further without its parts is switched off. Trouble when there is no underpaint, or the text is
/// damaged or of another version.
[[nodiscard]] Result<ParsedPainting> parse_painting(const std::string& file, std::string_view json,
                                                    const LoadPicture& load);

}  // namespace underpaint
