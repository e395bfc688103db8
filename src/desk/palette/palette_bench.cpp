// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_bench.h"

#include <algorithm>

#include "colour/colour_at.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "desk/kit/words.h"
#include "desk/palette/palette_board.h"
#include "desk/palette/palette_sheet.h"

namespace underpaint {

PaletteBench::PaletteBench(const Desk& desk, int key)
    : Bench(kText, key),
      desk_(desk),
      edits_(new PaletteEdits(desk.session, this)),
      meter_(new PaletteMeter(desk.session, this)),
      board_(new PaletteBoard(desk, *edits_, *meter_)),
      sheet_(new PaletteSheet(desk, *edits_, *meter_)) {
    connect(board_, &PaletteBoard::said, this, &Bench::said);
    connect(sheet_, &PaletteSheet::said, this, &Bench::said);
    connect(sheet_, &PaletteSheet::wants_table, board_, &PaletteBoard::save_table);
    connect(board_, &PaletteBoard::picked, sheet_,
            [this](Rgb colour) { sheet_->take(colour, tr("from the picture")); });
    connect(edits_, &PaletteEdits::changed, this, &Bench::ladder_changed);
    connect(meter_, &PaletteMeter::figures_changed, this, &Bench::ladder_changed);
    connect(&desk_.meters.passes, &Measuring::figures_changed, this, &Bench::ladder_changed);
}

QWidget& PaletteBench::sheet() {
    return *sheet_;
}

QWidget* PaletteBench::middle() {
    return board_;
}

FindingsMeter& PaletteBench::findings() const {
    return desk_.meters.passes;
}

void PaletteBench::enter() {
    meter_->watch(true);
}

void PaletteBench::leave() {
    meter_->watch(false);
    edits_->set_ghosts({});
}

bool PaletteBench::finished() const {
    return meter_->finished() && board_->finished() && sheet_->finished();
}

bool PaletteBench::show_page(const QString& id) {
    return board_->show_page(id);
}

LadderFace PaletteBench::ladder() const {
    const Choices& choices = desk_.session.choices;
    LadderFace face;
    face.about =
        tr("The scale of values from 9, white, to 1, black. Left: the picture. Right: the "
           "colours of the palette at their steps; drag one to lighten or darken it");
    face.left = tr("painting");
    face.right = edits_->palette().colours.empty() ? QString() : tr("palette");
    face.scale = choices.scale();
    if (const auto& audit = desk_.meters.passes.audit()) face.filled = &audit->ground.steps;
    const auto chosen = edits_->chosen_place();
    for (std::size_t i = 0; i < edits_->palette().colours.size(); ++i) {
        const PaletteColour& colour = edits_->palette().colours[i];
        face.handles.push_back({static_cast<double>(step_of(read(choices.reader(), colour.colour))),
                                colour.colour, chosen == i, shown(colour.name)});
    }
    const PaletteFigures* is = meter_->figures();
    if (is == nullptr || is->colours.empty()) return face;
    const auto percent = [](double share) {
        return QString::number(100 * share, 'f', share < 0.0995 ? 1 : 0);
    };
    face.figures = {
        {tr("Steps covered"), QStringLiteral("%1 · %2")
                                  .arg(choices.said(is->darkest), 0, 'f', 1)
                                  .arg(choices.said(is->lightest), 0, 'f', 1)},
        {tr("Warm, cool"), QStringLiteral("%1 · %2%").arg(percent(is->warm), percent(is->cool))}};
    if (is->strongest)
        face.figures.push_back({tr("Strongest in"), QStringLiteral("%1%").arg(percent(
                                                        is->colours[*is->strongest].area))});
    return face;
}

void PaletteBench::act_on_ladder(HandleAct act, std::size_t handle, double step) {
    const auto& colours = edits_->palette().colours;
    if (handle >= colours.size()) return;
    switch (act) {
        case HandleAct::choose: return edits_->choose_place(handle);
        case HandleAct::release: return edits_->end_gesture();
        case HandleAct::add: return;
        case HandleAct::remove: return edits_->remove(colours[handle].id);
        case HandleAct::move: break;
    }
    const OkLch at = oklch(oklab(decode(colours[handle].colour)));
    edits_->recolour(colours[handle].id,
                     colour_of_chroma(at.h, lightness_of_step(static_cast<float>(step)), at.c,
                                      desk_.session.choices.reader()),
                     QStringLiteral("palette/ladder"));
}

}  // namespace underpaint
