// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/pass_editor.h"

class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;

namespace underpaint {

class ColourButton;
class GradientPlot;

/// A gradient map: its stops, on the plot here and on the ladder, and what it does by itself to
/// values.
class GradientEditor : public PassEditor {
    Q_OBJECT
public:
    explicit GradientEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;
    void add_to(LadderFace& face) const override;
    /// Handles of the ladder: first the stops, then the middles between them.
    void act_on_ladder(HandleAct act, std::size_t handle, double step) override;
    bool plots_values() const override { return true; }

private:
    QLayout* stop_row();
    QLayout* choices();
    QMenu* file_menu();
    using Change = std::function<void(GradientMap&)>;
    void change(const QString& what, const Change& change, const QString& gesture = {});
    void choose(std::size_t stop);
    void move_stop(std::size_t stop, double at);
    void move_middle(std::size_t stop, double at);
    void add_stop(double at);
    void remove_stop(std::size_t stop);
    void take_value();
    void take_picture();
    void take_stops(const Picture& picture);
    void open_file();
    void save_file();
    void say(const QString& trouble);

    std::size_t chosen_ = 0;
    QLabel *title_, *own_, *trouble_;
    ColourButton* swatch_;
    QLineEdit* value_;
    QPushButton *reads_, *mixes_, *neutral_, *remove_;
    GradientPlot* plot_;
};

}  // namespace underpaint
