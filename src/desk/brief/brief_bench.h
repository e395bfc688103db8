// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

namespace underpaint {

class BriefBoard;
class BriefSheet;

/// The bench of the brief: what the picture is to be, in what order, by when.
class BriefBench : public Bench {
    Q_OBJECT
public:
    static constexpr KeyText kKeys[] = {
        {"Enter", "choose a thumbnail; go on with a step"},
        {"← →", "the better one of a pair"},
        {"M", "mirror both of a pair"},
        {"C", "take the colour under the pointer on a reference into the palette"},
        {"Ctrl V", "bring in what is on the clipboard"}};
    static constexpr BenchText kText{
        "brief", "Brief", "What the picture is to be, in what order, by when", "Brief", kKeys};

    BriefBench(const Desk& desk, int key);

    QWidget& sheet() override;
    QWidget* middle() override;
    Stage stage() const override { return Stage::values; }
    LadderFace ladder() const override;
    FindingsMeter& findings() const override;
    bool says_chosen_scale() const override { return true; }
    void enter() override;
    bool finished() const override;
    bool show_page(const QString& id) override;

private:
    void go_on(std::size_t step);

    Desk desk_;
    BriefSheet* sheet_;
    BriefBoard* board_;
};

}  // namespace underpaint
