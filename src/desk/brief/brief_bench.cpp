// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/brief_bench.h"

#include "audit/step_histogram.h"
#include "desk/brief/brief_board.h"
#include "desk/brief/brief_sheet.h"
#include "desk/kit/words.h"
#include "files/kept_pictures.h"

namespace underpaint {
BriefBench::BriefBench(const Desk& desk, int key)
    : Bench(kText, key), desk_(desk), sheet_(new BriefSheet(desk)), board_(new BriefBoard(desk)) {
    connect(sheet_, &BriefSheet::wants_step, this, &BriefBench::go_on);
    connect(sheet_, &BriefSheet::wants_late_change, board_, &BriefBoard::show_late_change);
    connect(board_, &BriefBoard::wants_ghost, this, [this](std::size_t at) {
        const auto& thumbnails = desk_.session.document.painting().brief.thumbnails;
        if (const auto* seen = desk_.meters.brief.seen(thumbnails[at]))
            desk_.canvas.set_ghost(seen->image);
        emit wants_bench(QStringLiteral("values"));
    });
    connect(&desk_.meters.values, &ValuesMeter::changed, this, &Bench::ladder_changed);
    desk_.session.when(this, &Bench::ladder_changed, &Document::changed);
}

QWidget& BriefBench::sheet() {
    return *sheet_;
}

QWidget* BriefBench::middle() {
    return board_;
}

FindingsMeter& BriefBench::findings() const {
    return desk_.meters.values;
}

void BriefBench::enter() {
    board_->setFocus();
}

bool BriefBench::finished() const {
    return board_->finished() && (!board_->isVisible() || desk_.meters.brief.finished());
}

bool BriefBench::show_page(const QString& id) {
    if (id != QLatin1String("change")) return false;
    board_->show_late_change();
    return true;
}

void BriefBench::go_on(std::size_t at) {
    const auto& steps = desk_.session.document.painting().brief.route.steps;
    if (at >= steps.size()) return;
    const RouteStep step = steps[at];
    if (step.bench == kText.id) return;
    emit wants_page(QString::fromStdString(step.bench), QString::fromStdString(step.page));
}

LadderFace BriefBench::ladder() const {
    const Choices& choices = desk_.session.choices;
    LadderFace face{tr("The scale of values from 9, white, to 1, black. Left: the picture. Right: "
                       "the planned range, whose ends are dragged"),
                    tr("painting"),
                    desk_.session.document.has_painting() ? tr("plan") : QString(),
                    nullptr,
                    nullptr,
                    choices.scale(),
                    true,
                    {}};
    const auto figures = desk_.meters.values.figures();
    if (!figures || !desk_.session.document.has_painting()) return face;
    face.filled = &figures->steps;
    face.figures = {{tr("Key, range"),
                     tr("%1, %2").arg(from_view(name_of(key_of(figures->steps))),
                                      from_view(width_of(range_of(figures->steps)))),
                     true}};
    if (const auto chosen = desk_.session.document.painting().brief.chosen)
        face.figures.push_back({tr("Planned by"), tr("thumbnail %1").arg(*chosen + 1), true});
    return face;
}

}  // namespace underpaint
