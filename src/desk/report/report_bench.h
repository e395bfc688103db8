// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

namespace underpaint {

class ReportBoard;
class ReportEdits;
class ReportMaker;
class ReportSaving;
class ReportSheet;

/// The bench of the report: what was measured and what the painter says of it, on pages.
class ReportBench : public Bench {
    Q_OBJECT
public:
    static constexpr KeyText kKeys[] = {{"Page Up  Page Down", "turn the page"},
                                        {"Home  End", "the first page, the last"},
                                        {"+ −", "larger and smaller"},
                                        {"← → ↑ ↓", "move a page that is larger than its place"},
                                        {"Space", "a section in or out, in the list"},
                                        {"Alt ↑ ↓", "move it, in the list"}};
    static constexpr BenchText kText{"report", "Report",
                                     "Pages, files and figures of what became of the painting",
                                     "Report", kKeys};

    ReportBench(const Desk& desk, int key);

    QWidget& sheet() override;
    QWidget* middle() override;
    LadderFace ladder() const override;
    FindingsMeter& findings() const override;
    void enter() override;
    void leave() override;
    bool finished() const override;
    bool show_page(const QString& id) override;
    bool look(Looking how) override;

private:
    Desk desk_;
    ReportEdits* edits_;
    ReportMaker* maker_;
    ReportSaving* saving_;
    ReportBoard* board_;
    ReportSheet* sheet_;
};

}  // namespace underpaint
