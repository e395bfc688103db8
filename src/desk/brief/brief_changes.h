// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "desk/work/session.h"
#include "painting/changes.h"

namespace underpaint {

// Changes of the painting at the desk that the panels of this bench make, each one step back.

template <class Change>
void change_brief(Session& session, const QString& what, Change change,
                  const QString& gesture = {}) {
    if (!session.document.has_painting()) return;
    Brief brief = session.document.painting().brief;
    change(brief);
    session.document.change(what, with_brief(session.document.painting(), std::move(brief)),
                            gesture);
}

template <class Change>
void change_plan(Session& session, const QString& what, Change change) {
    if (!session.document.has_painting()) return;
    Plan plan = session.document.painting().plan;
    change(plan);
    session.document.change(what, with_plan(session.document.painting(), std::move(plan)));
}

}  // namespace underpaint
