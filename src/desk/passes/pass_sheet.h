// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/passes/scale_plot.h"
#include "desk/work/measuring.h"
#include "desk/work/session.h"

class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;

namespace underpaint {

class BandSlider;
class BarSlider;
class ColourSheet;
class SourceEditor;

/// The settings of the chosen pass.
class PassSheet : public QWidget {
    Q_OBJECT
public:
    PassSheet(Session& session, const Measuring& measuring, QWidget* parent = nullptr);

    /// Puts a ghost mark where a mend would put a slider; nothing takes it away.
    void show_ghost(const Mend* mend);
    bool finished() const { return plot_->finished(); }

private:
    void build();
    void show_pass();
    const Pass& pass() const;
    /// One undoable change of the chosen pass; changes with the same gesture become one.
    template <class Change>
    void change(const QString& what, Change change, const QString& gesture = {});
    void fill_blends(QMenu* menu);
    void fill_intents(QMenu* menu);
    void toggle_colours();
    void refresh_ghost();

    Session& session_;
    const Measuring& measuring_;
    QWidget* settings_;
    QLabel* empty_;
    QLineEdit* name_;
    QLabel* kind_;
    QPushButton *swatch_, *on_, *blend_, *intent_, *parts_;
    BarSlider *strength_, *hold_;
    BandSlider* band_;
    ColourSheet* colours_;
    SourceEditor* source_;
    ScalePlot* plot_;
};

}  // namespace underpaint
