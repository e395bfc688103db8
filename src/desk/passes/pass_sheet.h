// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <map>

#include "desk/panes/bench.h"
#include "desk/passes/editors/pass_editor.h"
#include "desk/passes/scale_plot.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;

namespace underpaint {

class BarSlider;
class ReachPage;
class TuneRow;

/// The settings of the chosen pass: what all have, then a page for its source and one for where it
/// lands.
class PassSheet : public QWidget {
    Q_OBJECT
public:
    /// \param ask must outlive it
    PassSheet(const Desk& desk, const AskForFile& ask, QWidget* parent = nullptr);

    /// Puts a ghost mark where a mend would put a slider; nothing takes it away.
    void show_ghost(const Mend* mend);
    bool finished() const;
    /// Adds the handles of the page in sight to the ladder.
    void add_to(LadderFace& face) const;
    void act_on_ladder(HandleAct act, std::size_t handle, double step);
    /// The bench is entered or left.
    void enter();
    /// The chosen pass was just laid.
    void begin_by_hand();
    void leave();
    enum class Page { source, reach };
    void show_page(Page page);

signals:
    void ladder_changed();

private:
    void add_pull(LadderFace& face) const;
    void build();
    QLayout* head();
    QLayout* sliders();
    QLayout* choices();
    QLayout* pages();
    void show_pass();
    void show_empty();
    void put_down();
    void show_editor(const Pass& pass);
    PassEditor* editor() const;
    template <class Choice, std::size_t n, class Take>
    QMenu* choice_menu(const std::array<ChoiceText<Choice>, n>& texts, Take take);
    QMenu* blend_menu();
    void refresh_ghost();

    Session& session_;
    const Measuring& measuring_;
    Canvas& canvas_;
    const AskForFile& ask_;
    StrokeMeter& strokes_;
    PassEdits edits_;
    QWidget* settings_;
    QLabel* empty_;
    QLineEdit* name_;
    QPushButton *on_, *blend_, *intent_, *hold_to_, *parts_;
    QPushButton *source_tab_, *reach_tab_;
    BarSlider *strength_, *hold_;
    QWidget* source_page_;
    QStackedWidget* editors_;
    std::map<std::size_t, PassEditor*> editor_of_;  // by Source::index(), made when first needed
    TuneRow* tune_;
    ReachPage* reach_page_;
    ScalePlot* plot_;
    Page page_ = Page::source;
    bool entered_ = false;
    std::optional<std::size_t> shown_;  // the pass that is shown
};

}  // namespace underpaint
