// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "brief/estimates.h"
#include "files/kept_pictures.h"
#include "painting/painting.h"
#include "terms/result.h"

namespace underpaint {

/// Gives the name of the entry that keeps a picture, and the other way round.
using NameKept = std::function<std::string(const KeptPicture&)>;
using LoadKept =
    std::function<Result<KeptPicture>(const std::string& entry, std::string name, KeptCheck check)>;

/// The brief of a painting and what was written down while it was worked on (the log, the saves,
/// what reports say), as JSON text ("faithful-underpaint/brief-1").
std::string write_brief(const Painting& painting, const NameKept& name);

/// A brief as far as it could be read.
struct ParsedBrief {
    Brief brief;
    WorkLog log;
    SaveLedger saves;
    std::string report_words;
    std::optional<MadeReport> last_report;
    std::vector<std::string> lost;  ///< what could not, a sentence each
    std::string unknown;            ///< what a later version said; see Foreign::members
};
/// Numbers are brought into range; a picture that can't be loaded takes only itself along. Trouble
/// when the text is damaged or of another version.
[[nodiscard]] Result<ParsedBrief> parse_brief(const std::string& file, std::string_view json,
                                              const LoadKept& load);

/// Puts into a painting what was read for it.
void take_over(ParsedBrief parsed, Painting& painting);

/// A route by itself ("faithful-underpaint/route-1").
std::string write_route(const Route& route);
[[nodiscard]] Result<Route> parse_route(const std::string& file, std::string_view json);

/// A painter's own rules ("faithful-underpaint/house-rules-1").
std::string write_rules(const HouseRules& rules);
[[nodiscard]] Result<HouseRules> parse_rules(const std::string& file, std::string_view json);

/// Minutes of earlier paintings ("faithful-underpaint/times-1").
std::string write_past(const std::vector<PastPainting>& past);
[[nodiscard]] Result<std::vector<PastPainting>> parse_past(const std::string& file,
                                                           std::string_view json);

/// Most words at the top of a report, in bytes.
inline constexpr std::size_t kMostReportWords = 100'000;
inline constexpr std::size_t kMostSteps = 100;       ///< of a route
inline constexpr std::size_t kMostReferences = 100;  ///< in a file
inline constexpr std::size_t kMostLogged = 100'000;  ///< stretches of work

}  // namespace underpaint
