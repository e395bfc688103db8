// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "painting/tube.h"
#include "terms/result.h"

namespace underpaint {

struct NamedTubes {
    std::string name;
    TubeSet tubes;
};

/// A painter's own limited palettes by name, across paintings: tubes.json among the records. What
/// others put into that file stays in it; a file that can't be read is told of and never written
/// over.
class TubeLibrary {
public:
    explicit TubeLibrary(std::filesystem::path file);
    /// The library in the place of the XDG Base Directory Specification (0.8).
    static TubeLibrary usual();

    /// In order of their names; none where there is no file yet. Sets that make no sense are left
    /// out.
    [[nodiscard]] Result<std::vector<NamedTubes>> sets() const;
    /// One of the same name is replaced.
    [[nodiscard]] Done keep(const std::string& name, const TubeSet& tubes) const;
    [[nodiscard]] Done drop(const std::string& name) const;

    static constexpr std::size_t kMostSets = 200;
    static constexpr std::size_t kLongestName = 200;

private:
    std::filesystem::path file_;
};

}  // namespace underpaint
