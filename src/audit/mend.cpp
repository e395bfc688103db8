// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/mend.h"

#include "painting/changes.h"
#include "painting/flats.h"
#include "painting/gradient_tools.h"

namespace underpaint {
namespace {

/// Takes each kind of change on a painting that it was computed for.
struct Take {
    const Painting& painting;

    template <class Change>
    Painting pass_with(std::size_t at, Change change) const {
        if (at >= painting.passes.size()) return painting;
        Pass pass = painting.passes[at];
        change(pass);
        return with_changed_pass(painting, at, std::move(pass));
    }
    Painting operator()(const SetStrength& set) const {
        return pass_with(set.pass, [&](Pass& pass) { pass.strength = set.to; });
    }
    Painting operator()(const SetHold& set) const {
        return pass_with(set.pass, [&](Pass& pass) {
            pass.hold = set.to;
            pass.hold_to = set.hold_to;
        });
    }
    Painting operator()(const SetBand& set) const {
        return pass_with(set.pass, [&](Pass& pass) { pass.reach.band = set.to; });
    }
    Painting operator()(const SetReach& set) const {
        return pass_with(set.pass, [&](Pass& pass) { pass.reach = set.to; });
    }
    Painting operator()(const SetTune& set) const {
        return pass_with(set.pass, [&](Pass& pass) { pass.tune = set.to; });
    }
    Painting operator()(const LayAbove& lay) const {
        return with_pass_at(painting, lay.pass + 1, lay.laid);
    }
    Painting operator()(const MatchStops& match) const {
        return pass_with(match.pass, [](Pass& pass) {
            if (auto* map = std::get_if<GradientMap>(&pass.source))
                map->stops = matched_to_values(map->stops);
        });
    }
    Painting operator()(const LayBeneath& lay) const {
        return with_pass_at(painting, lay.pass, lay.shade);
    }
    Painting operator()(const SetBalance& set) const {
        const auto shading = shading_at(painting, set.pass);
        return shading ? with_balance(painting, *shading, set.to) : painting;
    }
    Painting operator()(const LayValuePass& lay) const {
        return with_pass(painting, lay.pass, Stage::values);
    }
    Painting operator()(const MoveSplits& move) const {
        return with_splits(painting, move.count, move.to);
    }
};

struct PassOf {
    using Result = std::optional<std::size_t>;
    Result operator()(const SetStrength& set) const { return set.pass; }
    Result operator()(const SetHold& set) const { return set.pass; }
    Result operator()(const MatchStops& match) const { return match.pass; }
    Result operator()(const SetBand& set) const { return set.pass; }
    Result operator()(const SetReach& set) const { return set.pass; }
    Result operator()(const SetTune& set) const { return set.pass; }
    Result operator()(const LayAbove& lay) const { return lay.pass; }
    Result operator()(const LayBeneath& lay) const { return lay.pass; }
    Result operator()(const SetBalance& set) const { return set.pass; }
    Result operator()(const LayValuePass&) const { return std::nullopt; }
    Result operator()(const MoveSplits&) const { return std::nullopt; }
};

}  // namespace

Painting mended(const Painting& painting, const Mend& mend) {
    if (mend.basis != basis_of(painting, mend.basis.stage, mend.basis.reader, mend.basis.own))
        return painting;
    return std::visit(Take{painting}, mend.change);
}

std::optional<std::size_t> pass_of(const Mend& mend) {
    return std::visit(PassOf{}, mend.change);
}

}  // namespace underpaint
