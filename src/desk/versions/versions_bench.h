// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

namespace underpaint {

class VersionEdits;
class VersionsBoard;
class VersionsMeter;
class VersionsSheet;

/// The bench of versions: several colourings of one underpaint side by side, measured.
class VersionsBench : public Bench {
    Q_OBJECT
public:
    static constexpr KeyText kKeys[] = {
        {"← → ↑ ↓", "look at the version beside this one; by pairs: the next pair; blind: choose"},
        {"Shift ← →", "move the seam between two"},
        {"+ −", "larger and smaller, all together"},
        {"Enter", "choose it"},
        {"F2", "rename it, in the list"},
        {"Alt ↑ ↓", "move it, in the list"},
        {"Delete", "delete it"}};
    static constexpr BenchText kText{"versions", "Versions",
                                     "Several colourings of one underpaint, side by side and "
                                     "measured",
                                     "Versions", kKeys};

    VersionsBench(const Desk& desk, int key);

    QWidget& sheet() override;
    QWidget* middle() override;
    LadderFace ladder() const override;
    FindingsMeter& findings() const override;
    void enter() override;
    void leave() override;
    bool finished() const override;
    bool show_page(const QString& id) override;
    void peek(std::optional<Lens> lens) override;
    bool look(Looking how) override;

private:
    Desk desk_;
    VersionEdits* edits_;
    VersionsMeter* meter_;
    VersionsBoard* board_;
    VersionsSheet* sheet_;
};

}  // namespace underpaint
