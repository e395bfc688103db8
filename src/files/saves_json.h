// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/brief_json.h"
#include "files/json.h"

namespace underpaint {

/// The ledger of saves as a member of the brief's JSON.
Json saves_to_json(const SaveLedger& ledger, const NameKept& name);
/// A save that can't be read is left out, and its number said in `lost`; a picture that can't be
/// read leaves its save without one. Throws Json::exception where there is no ledger at all.
SaveLedger saves_from_json(const Json& json, const LoadKept& load, std::vector<std::string>& lost);

}  // namespace underpaint
