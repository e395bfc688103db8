// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/sealed_and_now.h"

#include <QObject>
#include <algorithm>

#include "desk/kit/words.h"

namespace underpaint {

LadderFace sealed_and_now(const std::optional<Audit>& audit, std::size_t moment) {
    LadderFace face{
        QObject::tr("The scale of values from 9, white, to 1, black. Left: as sealed. Right: now."),
        QObject::tr("sealed"),
        QObject::tr("now"),
        nullptr,
        nullptr,
        ValueScale::one_to_nine,
        false,
        {}};
    if (!audit) return face;
    moment = std::min(moment, audit->passes.size());
    const StepHistogram& sealed = audit->ground.steps;
    const StepHistogram& now = moment == 0 ? sealed : audit->passes[moment - 1].steps;
    face.filled = &sealed, face.outlined = &now;
    const Range was = range_of(sealed), is = range_of(now);
    const auto ends = [](const Range& range) {
        return QObject::tr("%1 · %2").arg(range.darkest, 0, 'f', 1).arg(range.lightest, 0, 'f', 1);
    };
    if (moment == 0) {
        face.figures = {{QObject::tr("Key, range"),
                         QObject::tr("%1, %2").arg(from_view(name_of(key_of(sealed))),
                                                   from_view(width_of(was))),
                         true},
                        {QObject::tr("Darkest, lightest"), ends(was)}};
        return face;
    }
    face.figures = {{QObject::tr("Darkest, lightest"), ends(is)}};
    for (const MeasureRecord* measure : {&kRangeMeasure, &kOrderMeasure})
        if (const auto words = measure->words(audit->passes[moment - 1]))
            face.figures.push_back({from_view(measure->label), QString::fromStdString(words->now),
                                    measure == &kOrderMeasure});
    return face;
}

}  // namespace underpaint
