// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/json.h"

namespace underpaint {

// JSON of ours that a later version wrote: what this one does not know of it rides along.

/// What an object holds that `ours`, written of the same thing, lacks; deeper down too. Items of
/// lists are the same where their "id", "number" or "name" is; others are not looked into. Null
/// when there is nothing.
Json unknown_members(const Json& theirs, const Json& ours);

/// The other way round: into what is still there, and the same "kind" of thing.
void put_back(const Json& unknown, Json& ours);

}  // namespace underpaint
