// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/json.h"
#include "files/unsaved_note.h"

namespace underpaint {

Json to_json(const UnsavedNote& note);
/// Throws Json::exception where something is missing or of another kind.
UnsavedNote note_from(const Json& json);

}  // namespace underpaint
