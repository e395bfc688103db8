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

bool has_place(const Finding& finding) {
    const FindingKind* kind = kind_of(finding.code);
    return kind != nullptr && kind->place != nullptr;
}

}  // namespace

SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop) {
    if (figures.passes.empty() || figures.passes.size() != painting.passes.size() ||
        static_cast<std::size_t>(finding.pass) > figures.passes.size() || !has_place(finding))
        return nullptr;
    return unless_empty(kind_of(finding.code)->place({painting, figures, finding, stop}));
}

bool can_be_shown(const Finding& finding) {
    return finding.where || finding.pass > 0 || has_place(finding);
}

}  // namespace underpaint
