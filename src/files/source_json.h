// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/json.h"
#include "files/painting_json.h"

namespace underpaint {

/// A pass's source as JSON: its kind, what belongs to it, and pictures by the name they are given.
Json source_to_json(const Source& source, const NamePicture& name);

/// Pictures by the name of their entry, of any size.
using PictureByName = std::function<SharedPicture(const std::string& entry)>;

/// The reverse. What is missing or mistyped throws Json::exception; an unknown kind, or more points
/// than a painter would set, throws Trouble. Numbers may be out of range: see in_range().
Source source_from_json(const Json& json, const std::string& file, const PictureByName& picture);

}  // namespace underpaint
