// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <vector>

#include "brief/estimates.h"
#include "painting/house_rules.h"
#include "painting/route.h"
#include "terms/result.h"

namespace underpaint {

/// The painter's own records that hold for every painting, each in a file of its own. A missing
/// file reads as empty; a file that can't be read is trouble, and is kept beside the new one, under
/// the same name and ".damaged", once something is saved.
class PainterFiles {
public:
    /// \param settings where rules and routes are, \param records where times are
    PainterFiles(std::filesystem::path settings, std::filesystem::path records);
    /// In the folders that the XDG Base Directory Specification (0.8) names.
    static PainterFiles usual();

    [[nodiscard]] Result<HouseRules> rules() const;
    [[nodiscard]] Done save_rules(const HouseRules& rules) const;

    /// In order of their names. A file that can't be read is left out, and told of in `troubles`.
    std::vector<Route> routes(std::vector<Trouble>& troubles) const;
    /// Under its name; one of the same name is replaced.
    [[nodiscard]] Done save_route(const Route& route) const;

    /// In the order in which they were worked.
    [[nodiscard]] Result<std::vector<PastPainting>> past() const;
    [[nodiscard]] Done save_past(const std::vector<PastPainting>& past) const;

private:
    std::filesystem::path rules_, routes_, past_;
};

/// A route out of a file of its own, and into one.
[[nodiscard]] Result<Route> open_route(const std::filesystem::path& path);
[[nodiscard]] Done save_route(const std::filesystem::path& path, const Route& route);

}  // namespace underpaint
