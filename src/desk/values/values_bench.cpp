// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/values_bench.h"

#include "desk/kit/words.h"
#include "desk/values/values_sheet.h"

namespace underpaint {
ValuesBench::ValuesBench(const Desk& desk, int key)
    : Bench(kText, key), desk_(desk), sheet_(new ValuesSheet(desk)) {
    connect(sheet_, &ValuesSheet::wants_passes, this,
            [this] { emit wants_bench(QStringLiteral("passes")); });
    connect(&desk_.meters.values, &ValuesMeter::changed, this, &Bench::ladder_changed);
    connect(&desk_.canvas, &Canvas::lens_changed, this,
            [this] { shapes_ = shapes_of(desk_.canvas.lens()).value_or(shapes_); });
}

QWidget& ValuesBench::sheet() {
    return *sheet_;
}

FindingsMeter& ValuesBench::findings() const {
    return desk_.meters.values;
}

void ValuesBench::enter() {
    desk_.canvas.set_focus_editing(true);
}

void ValuesBench::leave() {
    desk_.canvas.set_focus_editing(false);
}

bool ValuesBench::finished() const {
    return sheet_->finished();
}

bool ValuesBench::show_page(const QString& id) {
    for (const auto& text : kValuesPages)
        if (id.compare(QLatin1String(text.id), Qt::CaseInsensitive) == 0)
            return sheet_->show_page(text.page), true;
    return false;
}

LadderFace ValuesBench::ladder() const {
    const Choices& choices = desk_.session.choices;
    LadderFace face{
        tr("The scale of values from 9, white, to 1, black. Left: the picture. Right: the "
           "plan. Drag an end of the dashed range, or where one shape ends and the next "
           "begins. With the keyboard: left and right choose a line, up and down move it"),
        tr("painting"),
        desk_.session.document.has_painting() ? tr("plan") : QString(),
        nullptr,
        nullptr,
        choices.scale(),
        true,
        {}};
    const auto figures = desk_.meters.values.figures();
    if (!figures) return face;
    face.filled = &figures->steps;
    const Range range = range_of(figures->steps);
    const QString about = desk_.meters.values.exact() ? QString() : QStringLiteral("≈ ");
    face.figures = {
        {tr("Key, range"),
         tr("%1, %2").arg(from_view(name_of(key_of(figures->steps))), from_view(width_of(range))),
         true},
        {tr("Darkest, lightest"), tr("%1%2 · %3")
                                      .arg(about)
                                      .arg(choices.said(range.darkest), 0, 'f', 1)
                                      .arg(choices.said(range.lightest), 0, 'f', 1)}};
    return face;
}

QString ValuesBench::words_for(const Probe& spot, QPointF picture) const {
    const Choices& choices = desk_.session.choices;
    const float now = read(choices.reader(), spot.now);
    const double step = step_of(now);
    const Splits& splits = desk_.session.document.painting().plan.splits.of(shapes_);
    return tr("step %1 · L* %2 · %3 shape")
               .arg(choices.said(step), 0, 'f', 1)
               .arg(now, 0, 'f', 1)
               .arg(from_view(name_of_shape(shapes_, shape_of_step(splits, step)))) +
           edge_at(picture);
}

QString ValuesBench::edge_at(QPointF picture) const {
    const auto edge = desk_.meters.edges.near(picture);
    if (!edge) return {};
    const auto kind = static_cast<std::size_t>(kind_of_edge(edge->width));
    return tr(" · edge %1 (%2 px)")
        .arg(from_view(kEdgeNames[kind]))
        .arg(static_cast<double>(edge->width), 0, 'f', edge->width < 10 ? 1 : 0);
}

}  // namespace underpaint
