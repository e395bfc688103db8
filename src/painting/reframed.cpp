// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/reframed.h"

#include "painting/reframer.h"

namespace underpaint {
namespace {

void reframe_pass(Pass& pass, Reframer& reframer) {
    pass.reach.painted = reframer.picture(pass.reach.painted);
    for (KeptMask& kept : pass.reach.kept) kept.mask = reframer.picture(kept.mask);
    std::visit(
        [&](auto& source) {
            if constexpr (std::decay_t<decltype(source)>::has_frame) source.reframe(reframer);
        },
        pass.source);
}

Painting in_frame(const Painting& painting, Reframer reframer) {
    Painting result = painting;
    result.underpaint = reframer.picture(painting.underpaint);
    for (Part& part : result.parts) part.mask = reframer.picture(part.mask);
    for (Seal& seal : result.seals) seal.picture = reframer.picture(seal.picture);
    for (Pass& pass : result.values) reframe_pass(pass, reframer);
    for (Pass& pass : result.passes) reframe_pass(pass, reframer);
    for (Version& version : result.versions)
        for (Pass& pass : version.colouring.passes) reframe_pass(pass, reframer);
    for (Focus& focus : result.plan.foci) {
        focus.centre = reframer.point(focus.centre);
        focus.radius *= reframer.scale();
    }
    return result;
}

}  // namespace

Painting turned(const Painting& painting, Turn turn) {
    return in_frame(painting, Reframer(painting.size(), turn));
}

Painting reframed(const Painting& painting, const Reframe& frame) {
    return *reframed(painting, frame, {});
}

std::optional<Painting> reframed(const Painting& painting, const Reframe& frame,
                                 const std::stop_token& stop) {
    if (frame == Reframe{painting.size(), 0, 0, painting.size()}) return painting;
    Painting made = in_frame(painting, Reframer(painting.size(), frame, stop));
    return stop.stop_requested() ? std::nullopt : std::optional(std::move(made));
}

}  // namespace underpaint
