// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

namespace underpaint {

class ChartBoard;
class PassesSheet;

/// The bench of the passes, below the seal line: the ledger, and the chosen pass.
class PassesBench : public Bench {
    Q_OBJECT
public:
    static constexpr KeyText kKeys[] = {{"↑  ↓", "wind the picture back and on"},
                                        {"Shift, Ctrl", "and a click: choose several rows"},
                                        {"Space", "switch off or on"},
                                        {"Alt ↑  Alt ↓", "move"},
                                        {"← →", "fold a group, unfold it"},
                                        {"Ctrl C  Ctrl V", "copy a pass, paste one"},
                                        {"Delete", "remove"}};
    static constexpr BenchText kText{
        "passes", "Passes", "Lay colour over the sealed greys and see what moved", "Ledger", kKeys};

    PassesBench(const Desk& desk, int key);

    bool suits(const Painting& painting) const override { return painting.sealed(); }
    QWidget& sheet() override;
    QWidget* charts() override;
    LadderFace ladder() const override;
    FindingsMeter& findings() const override;
    QString words_for(const Probe& spot, QPointF picture) const override;
    void act_on_ladder(HandleAct act, std::size_t handle, double step) override;
    void enter() override;
    void leave() override;
    bool finished() const override;
    bool show_page(const QString& id) override;
    void point_at(const Mend* mend) override;

private:
    Desk desk_;
    PassesSheet* sheet_;
    ChartBoard* charts_;
};

}  // namespace underpaint
