// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

namespace underpaint {

class PaletteBoard;
class PaletteEdits;
class PaletteMeter;
class PaletteSheet;

/// The bench of the palette: colours computed before they are laid, and the colour plan.
class PaletteBench : public Bench {
    Q_OBJECT
public:
    static constexpr KeyText kKeys[] = {
        {"← → ↑ ↓", "on the disc: hue and intensity of the chosen colour"},
        {"Shift ↑ ↓", "on the disc: its step"},
        {"F2", "rename the chosen colour"},
        {"Alt ↑ ↓", "move it in the list"},
        {"Delete", "delete it"},
        {"Enter", "in the table: lay the chosen row"}};
    static constexpr BenchText kText{"palette", "Palette",
                                     "Choose colours, and know what they would do before they are "
                                     "laid",
                                     "Palette", kKeys};

    PaletteBench(const Desk& desk, int key);

    QWidget& sheet() override;
    QWidget* middle() override;
    LadderFace ladder() const override;
    void act_on_ladder(HandleAct act, std::size_t handle, double step) override;
    FindingsMeter& findings() const override;
    void enter() override;
    void leave() override;
    bool finished() const override;
    bool show_page(const QString& id) override;

private:
    Desk desk_;
    PaletteEdits* edits_;
    PaletteMeter* meter_;
    PaletteBoard* board_;
    PaletteSheet* sheet_;
};

}  // namespace underpaint
