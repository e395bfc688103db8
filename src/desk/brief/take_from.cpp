// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/take_from.h"

#include "audit/measures/swing.h"
#include "painting/changes.h"

namespace underpaint {

void take_from(Session& session, const PictureFigures& figures, const QString& from) {
    Painting painting = session.document.painting();
    Plan plan = painting.plan;
    plan.key = figures.key;
    plan.range = figures.range;
    Brief brief = painting.brief;
    if (!figures.grey) {
        const double swing = std::abs(figures.swing);
        // A swing too small to be seen counts as one temperature.
        brief.light = swing < kLeastSwing ? Light::one_temperature
                      : figures.swing > 0 ? Light::warm_lights
                                          : Light::cool_lights;
        brief.swing =
            swing < kLeastSwing ? std::nullopt : std::optional(std::round(10 * swing) / 10);
    }
    session.document.change(
        QObject::tr("Take the brief from %1").arg(from),
        with_brief(with_plan(std::move(painting), std::move(plan)), std::move(brief)));
}

}  // namespace underpaint
