// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/report_bench.h"

#include "desk/panes/sealed_and_now.h"
#include "desk/report/report_board.h"
#include "desk/report/report_sheet.h"
#include "files/user_folders.h"

namespace underpaint {

ReportBench::ReportBench(const Desk& desk, int key)
    : Bench(kText, key),
      desk_(desk),
      edits_(new ReportEdits(desk.session, settings_folder(), this)),
      maker_(new ReportMaker(desk.session, desk.meters.passes, *edits_, desk.day, this)),
      saving_(new ReportSaving(desk, *maker_, this)),
      board_(new ReportBoard(desk, *maker_, *saving_)),
      sheet_(new ReportSheet(desk, *edits_, *maker_, *saving_)) {
    connect(sheet_, &ReportSheet::wants_page, &board_->pages(), &PagesView::turn_to);
    connect(board_, &ReportBoard::said, sheet_, &ReportSheet::say);
    const auto hint = [this] {
        board_->pages().set_hint(!desk_.session.document.has_painting()
                                     ? tr("Open a painting or bring in a picture: its report is "
                                          "shown here as it will be.")
                                     : tr("The figures are being measured."));
        emit ladder_changed();
    };
    connect(maker_, &ReportMaker::changed, this, hint);
    connect(&desk_.meters.passes, &Measuring::figures_changed, this, &Bench::ladder_changed);
    hint();
}

QWidget& ReportBench::sheet() {
    return *sheet_;
}

QWidget* ReportBench::middle() {
    return board_;
}

LadderFace ReportBench::ladder() const {
    const auto& audit = desk_.meters.passes.audit();
    return sealed_and_now(audit, audit ? audit->passes.size() : 0);
}

FindingsMeter& ReportBench::findings() const {
    return desk_.meters.passes;
}

void ReportBench::enter() {
    maker_->watch(true);
    board_->pages().setFocus();
}

void ReportBench::leave() {
    maker_->watch(false);
}

bool ReportBench::finished() const {
    return maker_->finished() && !saving_->busy();
}

bool ReportBench::show_page(const QString& id) {
    if (id == QLatin1String("pages"))
        board_->show_board(ReportBoard::Shown::pages);
    else if (id == QLatin1String("contact"))
        board_->show_board(ReportBoard::Shown::contact);
    else if (id == QLatin1String("figures"))
        board_->show_board(ReportBoard::Shown::figures);
    else
        return false;
    return true;
}

bool ReportBench::look(Looking how) {
    board_->pages().look(how);
    return true;
}

}  // namespace underpaint
