// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "audit/mends/laying.h"
#include "audit/value_mends.h"
#include "terms/value_curves.h"

namespace underpaint {

Mend mend_range(const ValuesAudit& figures, const Range& wanted) {
    const Range is = range_of(figures.steps);
    return laying(fmt::format("Set range to {:.1f}–{:.1f}", figures.said(wanted.darkest),
                              figures.said(wanted.lightest)),
                  fmt::format("Would stretch {:.1f}–{:.1f} to {:.1f}–{:.1f}, evenly",
                              figures.said(is.darkest), figures.said(is.lightest),
                              figures.said(wanted.darkest), figures.said(wanted.lightest)),
                  value_pass("Set range", curve_source(range_curve(is, wanted)), Intent::reshape));
}

}  // namespace underpaint
