// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding_place.h"

#include "audit/sought.h"

namespace underpaint {
namespace {

/// Null where nothing is marked: there is nothing to show then.
SharedPicture unless_empty(SharedPicture place) {
    if (!place || place->base().surely_all(0, rect_of(place->size()), 0)) return nullptr;
    return place;
}

auto place_finder(const Finding& finding) {
    const FindingKind* kind = kind_of(finding.code);
    return kind != nullptr ? kind->place : nullptr;
}

}  // namespace

SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop) {
    const auto find_place = place_finder(finding);
    if (find_place == nullptr || figures.passes.empty() ||
        figures.passes.size() != painting.passes.size() ||
        static_cast<std::size_t>(finding.pass) > figures.passes.size())
        return nullptr;
    return unless_empty(find_place({painting, figures, finding, stop}));
}

bool can_be_shown(const Finding& finding) {
    return finding.where || finding.pass > 0 || place_finder(finding) != nullptr;
}

}  // namespace underpaint
