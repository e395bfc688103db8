// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/panes/bench.h"

class QButtonGroup;
class QPushButton;
class QStackedWidget;

namespace underpaint {

class PartsPanel;
class PlanPanel;
class SealsPanel;
class ShapeBar;

/// The right side of the Values bench: the parts; below them shapes and edges, the plan, the value
/// passes or the seals; and the seal to be made.
class ValuesSheet : public QWidget {
    Q_OBJECT
public:
    explicit ValuesSheet(const Desk& desk, QWidget* parent = nullptr);

    enum class Page { shapes, plan, passes, seals };
    struct PageText {
        Page page;
        const char *id, *label, *about;
    };
    void show_page(Page page);
    /// Nothing of what it works on beside the interface is still to come.
    bool finished() const;

signals:
    void wants_passes();  ///< the next bench

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* tabs();
    QWidget* shapes_page();
    void refresh();
    void take_best_splits();
    void main_action();

    Session& session_;
    const Meters& meters_;
    Canvas& canvas_;
    PartsPanel* parts_;
    PlanPanel* plan_;
    SealsPanel* seals_;
    ShapeBar* shapes_;
    QButtonGroup* tab_group_;
    QStackedWidget* pages_;
    QPushButton *best_splits_, *main_;
};

/// Texts of the pages: the id is in object names and on the command line.
inline constexpr std::array<ValuesSheet::PageText, 4> kValuesPages{{
    {ValuesSheet::Page::shapes, "shapes", "Shapes and edges",
     "How the picture falls into flat values and edges"},
    {ValuesSheet::Page::plan, "plan", "Plan", "What you mean the values to be"},
    {ValuesSheet::Page::passes, "passes", "Value passes",
     "Lift, deepen, set range, soften and sharpen"},
    {ValuesSheet::Page::seals, "seals", "Seals", "Frozen copies of the underpaint"},
}};

}  // namespace underpaint
