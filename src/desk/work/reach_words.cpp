// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/reach_words.h"

#include <QStringList>

#include "desk/kit/words.h"

namespace underpaint {

QString parts_in_words(const Painting& painting, const Reach& reach) {
    if (reach.parts.empty()) return QStringLiteral("whole picture");
    if (reach.parts.size() > 2) return QStringLiteral("%1 parts").arg(reach.parts.size());
    QStringList names;
    for (const PartId id : reach.parts)
        if (const Part* part = painting.part(id)) names << shown(part->name);
    return names.join(QStringLiteral(", "));
}

QString reach_in_words(const Painting& painting, const Reach& reach) {
    QString text =
        reach.parts.empty() ? QStringLiteral("everything") : parts_in_words(painting, reach);
    if (!reach.band.whole_scale())
        text += QStringLiteral(", %1–%2").arg(step_in_words(reach.band.low),
                                              step_in_words(reach.band.high));
    return text;
}

}  // namespace underpaint
