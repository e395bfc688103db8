// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/pass_editor.h"
#include "desk/work/latest_job.h"

class QLabel;
class QPushButton;

namespace underpaint {

class ColourButton;
class ColourStrip;
class PicturePicker;

/// Painted colour: the brush and the eraser, where colours come from, and whether dabs follow the
/// strokes of the underpaint.
class PaintedEditor : public PassEditor {
    Q_OBJECT
public:
    explicit PaintedEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;
    void begin_by_hand() override { take_up(false); }
    void leave() override;

private:
    void take_up(bool takes_off);
    void take_colour(Rgb colour);
    void pick(QPointF picture);
    void follow(bool on);
    void refresh_tools();
    void take_strokes();
    void ask_for_reference();

    QPushButton *paint_, *erase_, *follow_;
    ColourButton* swatch_;
    ColourStrip* strip_;
    QLabel* agreement_;
    PicturePicker* reference_;
    LatestJob reading_;
};

}  // namespace underpaint
