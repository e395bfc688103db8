// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/work/brief_meter.h"
#include "desk/work/edge_meter.h"
#include "desk/work/focus_meter.h"
#include "desk/work/measuring.h"
#include "desk/work/pass_thumbnails.h"
#include "desk/work/stroke_meter.h"
#include "desk/work/values_meter.h"

namespace underpaint {

/// Everything that is measured beside the interface, for whoever wants to know of it.
struct Meters {
    explicit Meters(Session& session)
        : passes(session),
          thumbnails(session),
          values(session),
          foci(session, values),
          edges(session, values),
          strokes(session),
          brief(session, values, passes) {}

    /// All that is to come has come, but for mends that are still tried.
    bool finished() const {
        return passes.measured() && thumbnails.finished() && values.finished() &&
               strokes.finished();
    }

    Measuring passes;
    PassThumbnails thumbnails;
    ValuesMeter values;
    FocusMeter foci;
    EdgeMeter edges;
    StrokeMeter strokes;
    BriefMeter brief;
};

}  // namespace underpaint
