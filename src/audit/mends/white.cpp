// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "audit/mends/laying.h"
#include "audit/value_mends.h"
#include "colour/reader.h"

namespace underpaint {

Mend mend_white(const Painting& painting, const ValuesAudit& figures, double wanted) {
    const auto step = static_cast<float>(wanted);
    Pass pass = value_pass("Tone the white", Tint{grey(encoded_grey_of(lightness_of_step(step)))},
                           Intent::deepen);
    pass.blend = BlendMode::darken;
    if (!painting.plan.foci.empty()) {
        Picture mask(painting.size(), Channels::grey, Depth::bits8, 1);
        for (const Focus& focus : painting.plan.foci) stamp(mask, focus.centre, focus.radius, true);
        pass.reach.painted = share(std::move(mask));
    }
    return laying(fmt::format("Tone to {:.1f}", figures.said(wanted)),
                  fmt::format("Would take whatever is lighter outside the foci down to {:.1f}",
                              figures.said(wanted)),
                  std::move(pass));
}

}  // namespace underpaint
