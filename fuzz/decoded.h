// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/srgb_profile.h"
#include "fuzz/target.h"

namespace underpaint::fuzz {

/// What a reader of pictures gave back, if it did, and what its profile makes of it.
inline void look_at(Result<Decoded> read) {
    if (!read) return;
    look_at(read->picture);
    if (auto converted = to_srgb(kFile, std::move(*read))) look_at(converted->picture);
}

}  // namespace underpaint::fuzz
