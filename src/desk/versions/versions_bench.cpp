// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_bench.h"

#include <algorithm>

#include "audit/part_differences.h"
#include "desk/versions/versions_board.h"
#include "desk/versions/versions_sheet.h"

namespace underpaint {

VersionsBench::VersionsBench(const Desk& desk, int key)
    : Bench(kText, key),
      desk_(desk),
      edits_(new VersionEdits(desk.session, this)),
      meter_(new VersionsMeter(desk.session, this)),
      board_(new VersionsBoard(desk, *edits_, *meter_)),
      sheet_(new VersionsSheet(desk, *edits_, *meter_)) {
    connect(edits_, &VersionEdits::said, this, &Bench::said);
    connect(edits_, &VersionEdits::changed, this, &Bench::ladder_changed);
    connect(meter_, &VersionsMeter::changed, this, &Bench::ladder_changed);
    connect(board_, &VersionsBoard::wants_part, sheet_, &VersionsSheet::take_part);
    connect(board_, &VersionsBoard::looking_blind_changed, this, [this] {
        sheet_->set_blind(board_->looking_blind());
        emit ladder_changed();
    });
    connect(sheet_, &VersionsSheet::would_be, &board_->sight(), &VersionSight::show_instead);
    connect(sheet_, &VersionsSheet::wants_late_change, this,
            [this] { emit wants_page(QStringLiteral("brief"), QStringLiteral("change")); });
    connect(sheet_, &VersionsSheet::wants_sheet, this, [this](const std::filesystem::path& path) {
        const Done saved = board_->grid().save_sheet(path);
        emit said(saved ? tr("The contact sheet is saved.")
                        : QString::fromStdString(saved.error().message()));
    });
    connect(sheet_, &VersionsSheet::wants_to_go_on, this,
            [this] { emit wants_bench(QStringLiteral("passes")); });
}

QWidget& VersionsBench::sheet() {
    return *sheet_;
}

QWidget* VersionsBench::middle() {
    return board_;
}

FindingsMeter& VersionsBench::findings() const {
    return desk_.meters.passes;
}

void VersionsBench::enter() {
    meter_->watch(true);
    board_->pane().setFocus();
}

void VersionsBench::leave() {
    meter_->watch(false);
    board_->sight().peek(std::nullopt);
    sheet_->end_trying();
    // Leaving the bench ends the blind comparison.
    if (board_->looking_blind()) board_->show_way(VersionsBoard::Way::all);
}

bool VersionsBench::finished() const {
    return meter_->finished() && sheet_->finished() && board_->sight().finished();
}

bool VersionsBench::show_page(const QString& id) {
    if (id == QLatin1String("pair"))
        board_->show_way(VersionsBoard::Way::pair);
    else if (id == QLatin1String("blind"))
        board_->show_way(VersionsBoard::Way::blind);
    else
        return false;
    return true;
}

void VersionsBench::peek(std::optional<Lens> lens) {
    board_->sight().peek(lens);
}

bool VersionsBench::look(Looking how) {
    board_->pane().look(how);
    return true;
}

/// Values of the seal beside those of the version that is looked at; and how far all lie apart.
LadderFace VersionsBench::ladder() const {
    const Choices& choices = desk_.session.choices;
    LadderFace face;
    face.about =
        tr("The scale of values from 9, white, to 1, black. Left: as sealed. Right: the "
           "version that is looked at");
    face.left = tr("sealed");
    face.right = tr("version");
    face.scale = choices.scale();
    const SeenVersion* now = meter_->find(edits_->looked_at());
    if (board_->looking_blind()) {
        face.right.clear();
        if (now != nullptr && now->audit) face.filled = &now->audit->ground.steps;
        return face;
    }
    if (now != nullptr && now->audit) {
        face.filled = &now->audit->ground.steps;
        face.outlined = &now->last()->steps;
    }
    double most = 0;
    bool order = true, measured = !meter_->seen().empty();
    for (const SeenVersion& version : meter_->seen()) {
        measured = measured && version.picture && version.audit;
        if (!measured) break;
        order = order && !is_bad(version.last()->order.verdict);
    }
    if (!measured || meter_->seen().size() < 2) return face;
    for (std::size_t i = 0; i + 1 < meter_->seen().size(); ++i)
        for (std::size_t k = i + 1; k < meter_->seen().size(); ++k)
            most = std::max(most, steps_apart(*meter_->seen()[i].picture,
                                              *meter_->seen()[k].picture, choices.reader()));
    face.figures = {{tr("Apart by at most"), QString::number(most, 'f', 2)},
                    {tr("Same order of parts"), order ? tr("in all") : tr("not in all"), true}};
    return face;
}

}  // namespace underpaint
