// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/trace.h"

#include "painting/each_picture.h"

namespace underpaint {

Trace::Trace(const Painting& painting) : rest_(painting) {
    each_picture(rest_, [&](SharedPicture& picture) {
        places_.push_back({picture != nullptr, picture});
        picture.reset();
    });
}

bool Trace::is(const Painting& painting) const {
    bool same = true;
    auto place = places_.begin();
    each_picture(painting, [&](const SharedPicture& picture) {
        same = same && place != places_.end() && place->taken == (picture != nullptr) &&
               place->picture.lock() == picture;
        if (same) ++place;
    });
    if (!same || place != places_.end()) return false;
    Painting rest = painting;
    rest.log = rest_.log;
    each_picture(rest, [](SharedPicture& picture) { picture.reset(); });
    return rest == rest_;
}

}  // namespace underpaint
