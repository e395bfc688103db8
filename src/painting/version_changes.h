// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>

#include "painting/painting.h"

namespace underpaint {

// Changes of a painting's versions. One that names a version that is not there, or would make more
// than kMostVersions, gives the painting back as it was. No two versions have the same name: one
// that is taken gets a number.

/// The version that a painting has while it has but one.
inline constexpr std::string_view kFirstVersionName = "Version 1";

/// The colouring of the chosen version.
Colouring colouring_of(const Painting& painting);
/// The painting with another colouring in place of the chosen one's. Passes that reach parts that
/// are not there, or are of another size, are left out.
Painting with_colouring(Painting painting, Colouring colouring);

/// One version as a painting of its own, which has no versions. The painting itself, without
/// versions, where there is no such version.
Painting as_version(const Painting& painting, VersionId id);
/// Finds a version by name, without regard to case; or by its place from 1, as "#2".
std::optional<VersionId> version_named(const Painting& painting, std::string_view name);

/// Passes, palette and plan are those of that version from then on.
Painting with_version_chosen(Painting painting, VersionId id);
/// The chosen one once more, after it, and chosen. \param from how it came about, in words
Painting with_branch(Painting painting, std::string name, std::string from = {});
/// Another version after all others, which is not chosen.
Painting with_version(Painting painting, std::string name, std::string from, Colouring colouring);
Painting with_version_renamed(Painting painting, VersionId id, std::string name);
Painting with_version_noted(Painting painting, VersionId id, std::string note);
Painting with_version_moved(Painting painting, std::size_t from, std::size_t to);
/// Removes a version. After the chosen one, the one before it is chosen, or the one after. The last
/// version stays. Blind looks at it are removed too.
Painting without_version(Painting painting, VersionId id);
/// One more look, at two that are there; none beyond kMostLooks.
Painting with_look(Painting painting, const BlindLook& look);

Painting with_all_for_others(Painting painting, bool on);

/// How often a version was chosen, in how many looks.
struct LooksAt {
    int chosen = 0, looks = 0;
    /// Probability that chance alone chooses it at least as often: the upper tail of the binomial
    /// distribution with p = 1/2. 1 without a look.
    double by_chance() const;
};
LooksAt looks_at(const Painting& painting, VersionId id);

}  // namespace underpaint
