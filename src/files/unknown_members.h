// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/json.h"

namespace underpaint {

// JSON of ours that a later version wrote: what this one does not know of it rides along.

/// Members of an object that `ours`, written of the same thing, lacks; deeper down too. Items of
/// lists are matched by their "id", "number" or "name"; others are not compared. Null when there
/// are none.
Json unknown_members(const Json& theirs, const Json& ours);

/// The other way round: into what is still there, and the same "kind" of thing.
void put_back(const Json& unknown, Json& ours);

}  // namespace underpaint
