// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/turned.h"

#include <cmath>
#include <map>

namespace underpaint {
namespace {

/// Turns everything of one painting; a picture that is used twice is turned once.
class Turner {
public:
    Turner(Size size, Turn turn) : size_(size), turn_(turn) {}

    SharedPicture operator()(const SharedPicture& picture) {
        if (!picture) return nullptr;
        auto& known = known_[picture];
        if (!known) known = share(turned(picture->base(), turn_));
        return known;
    }

    void pass(Pass& pass) {
        pass.reach.painted = (*this)(pass.reach.painted);
        if (auto* painted = std::get_if<Painted>(&pass.source)) {
            const Point corner = corner_of(painted->x, painted->y, painted->pixels->size().width,
                                           painted->pixels->size().height);
            painted->x = static_cast<int>(std::lround(corner.x));
            painted->y = static_cast<int>(std::lround(corner.y));
            painted->pixels = (*this)(painted->pixels);
        } else if (auto* placed = std::get_if<Placed>(&pass.source)) {
            place(placed->placement, placed->pixels->size());
        } else if (auto* glow = std::get_if<Glow>(&pass.source)) {
            glow->centre = turned(glow->centre, size_, turn_);
        }
    }

private:
    /// The top left corner of what lay in a rectangle of the painting.
    Point corner_of(double x, double y, double width, double height) const {
        const Point a = turned({x, y}, size_, turn_);
        const Point b = turned({x + width, y + height}, size_, turn_);
        return {std::min(a.x, b.x), std::min(a.y, b.y)};
    }
    /// The picture keeps its pixels and is placed otherwise. Mirroring what is turned is turning
    /// the other way what is mirrored.
    void place(Placement& p, Size picture) const {
        const bool swapped = p.quarter_turns % 2 != 0;
        const double width = p.scale * (swapped ? picture.height : picture.width);
        const double height = p.scale * (swapped ? picture.width : picture.height);
        const Point corner = corner_of(p.x, p.y, width, height);
        p.x = corner.x, p.y = corner.y;
        switch (turn_) {
            case Turn::right: p.quarter_turns = (p.quarter_turns + 1) % 4; break;
            case Turn::left: p.quarter_turns = (p.quarter_turns + 3) % 4; break;
            case Turn::half: p.quarter_turns = (p.quarter_turns + 2) % 4; break;
            case Turn::mirror:
                p.quarter_turns = (4 - p.quarter_turns) % 4;
                p.mirrored = !p.mirrored;
                break;
        }
    }

    Size size_;
    Turn turn_;
    std::map<SharedPicture, SharedPicture> known_;
};

}  // namespace

Painting turned(const Painting& painting, Turn turn) {
    Painting result = painting;
    Turner turner(painting.size(), turn);
    result.underpaint = turner(painting.underpaint);
    for (Part& part : result.parts) part.mask = turner(part.mask);
    for (Seal& seal : result.seals) seal.picture = turner(seal.picture);
    for (Pass& pass : result.values) turner.pass(pass);
    for (Pass& pass : result.passes) turner.pass(pass);
    for (Focus& focus : result.plan.foci)
        focus.centre = turned(focus.centre, painting.size(), turn);
    return result;
}

}  // namespace underpaint
