// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

namespace underpaint {

class ValuesSheet;

/// The bench of the values, above the seal line: parts, shapes, plan, value passes and seals.
class ValuesBench : public Bench {
    Q_OBJECT
public:
    static constexpr BenchText kText{"values", "Values", "Look at the greys, outline parts, seal"};

    ValuesBench(const Desk& desk, int key);

    bool suits(const Painting& painting) const override { return !painting.sealed(); }
    QWidget& sheet() override;
    Stage stage() const override { return Stage::values; }
    LadderFace ladder() const override;
    FindingsMeter& findings() const override;
    QString words_for(const Probe& spot, QPointF picture) const override;
    bool says_chosen_scale() const override { return true; }
    void enter() override;
    void leave() override;
    bool finished() const override;
    bool show_page(const QString& id) override;

private:
    QString edge_at(QPointF picture) const;

    Desk desk_;
    ValuesSheet* sheet_;
    ShapeCount shapes_ = ShapeCount::three;  // those of the lens last chosen that has any
};

}  // namespace underpaint
