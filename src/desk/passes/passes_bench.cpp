// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/passes_bench.h"

#include <cmath>

#include "colour/intensity.h"
#include "colour/warmth.h"
#include "desk/kit/words.h"
#include "desk/panes/sealed_and_now.h"
#include "desk/passes/charts/chart_board.h"
#include "desk/passes/pass_sheet.h"
#include "desk/passes/passes_sheet.h"

namespace underpaint {
PassesBench::PassesBench(const Desk& desk, int key)
    : Bench(kText, key),
      desk_(desk),
      sheet_(new PassesSheet(desk)),
      charts_(new ChartBoard(desk.session, desk.meters.passes, desk.ask)) {
    connect(charts_, &ChartBoard::back, this, [this] { emit wants_charts(false); });
    connect(charts_, &ChartBoard::said, this, &Bench::said);
    connect(sheet_, &PassesSheet::wants_focus, this, [this] {
        emit wants_page(QStringLiteral("values"), QStringLiteral("plan"));
        desk_.canvas.begin_placing_focus();
    });
    connect(&desk_.meters.passes, &Measuring::figures_changed, this, &Bench::ladder_changed);
    connect(&sheet_->pass_sheet(), &PassSheet::ladder_changed, this, &Bench::ladder_changed);
}

QWidget& PassesBench::sheet() {
    return *sheet_;
}

QWidget* PassesBench::charts() {
    return charts_;
}

FindingsMeter& PassesBench::findings() const {
    return desk_.meters.passes;
}

/// A painting that stands at its seal is shown with all that was laid over it.
void PassesBench::enter() {
    const Document& document = desk_.session.document;
    if (document.has_painting() && desk_.session.outlook.moment() == 0)
        desk_.session.outlook.set_moment(document.painting().passes.size());
    sheet_->pass_sheet().enter();
}

void PassesBench::leave() {
    sheet_->pass_sheet().leave();
}

void PassesBench::act_on_ladder(HandleAct act, std::size_t handle, double step) {
    sheet_->pass_sheet().act_on_ladder(act, handle, step);
}

bool PassesBench::finished() const {
    return sheet_->finished() && charts_->finished();
}

/// "lay": the menu of what can be laid is open; "merge": likewise, for bringing a copy back;
/// "also": what else the passes did; or a chart by its name.
bool PassesBench::show_page(const QString& id) {
    if (charts_->show_chart(id)) {
        sheet_->show_page(PassesSheet::Page::also);
        emit wants_charts(true);
        return true;
    }
    if (id == QLatin1String("also")) {
        sheet_->show_page(PassesSheet::Page::also);
        return true;
    }
    if (id != QLatin1String("lay") && id != QLatin1String("merge")) return false;
    sheet_->open_lay_menu();
    return true;
}

/// With nothing pointed at, the sheet goes back to the mend of its own pass.
void PassesBench::point_at(const Mend* mend) {
    if (mend != nullptr && desk_.session.outlook.chosen_pass() == pass_of(*mend))
        sheet_->pass_sheet().show_ghost(mend);
}

LadderFace PassesBench::ladder() const {
    LadderFace face = sealed_and_now(desk_.meters.passes.audit(), desk_.session.outlook.moment());
    sheet_->pass_sheet().add_to(face);
    return face;
}

QString PassesBench::words_for(const Probe& spot, QPointF) const {
    const Reader reader = desk_.session.choices.reader();
    const float was = step_of(read(reader, spot.sealed));
    const double now = step_of(read(reader, spot.now));
    return tr("sealed %1 → now %2 (%3 step) · warmth %4 · intensity %5%")
        .arg(was, 0, 'f', 1)
        .arg(now, 0, 'f', 1)
        .arg(signed_figure(now - static_cast<double>(was), 1))
        .arg(signed_figure(warmth(spot.now), 1))
        .arg(std::lround(100 * intensity(spot.now)));
}

}  // namespace underpaint
