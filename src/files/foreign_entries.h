// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <set>
#include <string>
#include <vector>

#include "files/zip_container.h"
#include "painting/painting.h"

namespace underpaint {

/// Gives a painting all entries of its container but those that are known here. A sentence for each
/// that can't be kept along: damaged, or more than kMaxForeignBytes together.
std::vector<std::string> keep_along(const ZipReader& zip, const std::set<std::string>& known,
                                    Painting& painting);

/// Changes what others keep in a painting's file.
template <class Change>
void change_foreign(Painting& painting, Change change) {
    ForeignFile file = painting.foreign ? *painting.foreign : ForeignFile();
    change(file);
    painting.foreign = std::make_shared<const ForeignFile>(std::move(file));
}

/// The entries that are still to be written: all but those of layers that are gone.
std::vector<ForeignEntry> still_kept(const Painting& painting);

/// A name that none of others has: the wanted one, or one much like it.
std::string unused_name(const std::set<std::string>& taken, const std::string& wanted);

}  // namespace underpaint
