// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string>
#include <string_view>

#include "files/result.h"
#include "painting/painting.h"

namespace underpaint {

/// Gives the name of the entry that keeps a picture, and the other way round.
using NamePicture = std::function<std::string(const SharedPicture&)>;
using LoadPicture = std::function<Result<SharedPicture>(const std::string& entry)>;

/// All of a painting but its pixels, as JSON text ("faithful-underpaint/painting-1").
std::string write_painting(const Painting& painting, const NamePicture& name);

/// Reads it back. Numbers are brought into range; a part that is not there, a picture of the wrong
/// size or an unknown word is trouble that says where it stands.
[[nodiscard]] Result<Painting> parse_painting(const std::string& file, std::string_view json,
                                              const LoadPicture& load);

}  // namespace underpaint
