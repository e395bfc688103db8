// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/reach_words.h"

#include <QStringList>

#include "desk/kit/words.h"

namespace underpaint {

QString parts_in_words(const Painting& painting, const Reach& reach) {
    if (!reach.has_parts()) return QStringLiteral("whole picture");
    if (const auto count = reach.parts.size() + reach.kept.size(); count > 2)
        return QStringLiteral("%1 parts").arg(count);
    QStringList names;
    for (const PartId id : reach.parts)
        if (const Part* part = painting.part(id)) names << shown(part->name);
    for (const KeptMask& kept : reach.kept)
        names << QStringLiteral("%1 (deleted)").arg(shown(kept.name));
    return names.join(QStringLiteral(", "));
}

QString reach_in_words(const Painting& painting, const Reach& reach) {
    QString text =
        reach.has_parts() ? parts_in_words(painting, reach) : QStringLiteral("everything");
    if (!reach.band.whole_scale())
        text += QStringLiteral(", %1–%2").arg(step_in_words(reach.band.low),
                                              step_in_words(reach.band.high));
    if (reach.painted) text += QStringLiteral(", painted");
    return reach.inverted ? QStringLiteral("all but %1").arg(text) : text;
}

}  // namespace underpaint
