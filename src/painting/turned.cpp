// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/turned.h"

#include "painting/turner.h"

namespace underpaint {
namespace {

void turn_pass(Pass& pass, Turner& turner) {
    pass.reach.painted = turner.picture(pass.reach.painted);
    for (KeptMask& kept : pass.reach.kept) kept.mask = turner.picture(kept.mask);
    std::visit(
        [&](auto& source) {
            if constexpr (std::decay_t<decltype(source)>::has_place) source.turn(turner);
        },
        pass.source);
}

}  // namespace

Painting turned(const Painting& painting, Turn turn) {
    Painting result = painting;
    Turner turner(painting.size(), turn);
    result.underpaint = turner.picture(painting.underpaint);
    for (Part& part : result.parts) part.mask = turner.picture(part.mask);
    for (Seal& seal : result.seals) seal.picture = turner.picture(seal.picture);
    for (Pass& pass : result.values) turn_pass(pass, turner);
    for (Pass& pass : result.passes) turn_pass(pass, turner);
    for (Version& version : result.versions)
        for (Pass& pass : version.colouring.passes) turn_pass(pass, turner);
    for (Focus& focus : result.plan.foci) focus.centre = turner.point(focus.centre);
    return result;
}

}  // namespace underpaint
