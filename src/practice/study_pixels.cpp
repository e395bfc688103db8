// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/study_pixels.h"

#include <algorithm>

namespace underpaint {

Picture picture_of(const RgbBlock& block) {
    RgbBlock upright(rect_of(block.area().size()));
    std::ranges::copy(block.all().r, upright.all().r.begin());
    std::ranges::copy(block.all().g, upright.all().g.begin());
    std::ranges::copy(block.all().b, upright.all().b.begin());
    Picture picture(block.area().size(), Channels::rgb, Depth::bits8);
    picture.write_rgb(upright);
    return picture;
}

RgbBlock pixels_of(const Picture& picture) {
    RgbBlock block(rect_of(picture.size()));
    picture.read_rgb(block);
    return block;
}

}  // namespace underpaint
