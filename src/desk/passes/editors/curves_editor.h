// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include "audit/part_tones.h"
#include "desk/passes/editors/curve_plot.h"
#include "desk/passes/editors/pass_editor.h"
#include "desk/work/latest_job.h"

class QLineEdit;
class QPushButton;

namespace underpaint {

class ColourButton;
class CurveEffect;

/// Curves of all channels together and of each; points dragged or typed; beside them what they make
/// of neutrals and of each part's light and shadow; and two colours that set the channels.
class CurvesEditor : public PassEditor {
    Q_OBJECT
public:
    explicit CurvesEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;

private:
    QLayout* channel_row();
    QLayout* tone_row();
    using Change = std::function<void(Curve&)>;
    void change(const QString& what, const Change& change, const QString& gesture = {});
    void show_channel(CurveChannel channel);
    void show_point();
    void take_point();
    void tone(const QString& gesture);
    void measure_parts();

    CurveChannel channel_ = CurveChannel::all;
    std::array<QPushButton*, kCurveChannels> channels_{};
    QLineEdit *in_, *out_;
    CurvePlot* plot_;
    CurveEffect* effect_;
    ColourButton *shadows_, *lights_;
    LatestJob job_;
};

/// Swatches, before over after: the whole steps of the scale, and the shadows and lights of parts.
class CurveEffect : public QWidget {
    Q_OBJECT
public:
    explicit CurveEffect(QWidget* parent = nullptr);
    void set_curve(const Curve& curve, float strength);
    void set_parts(std::vector<PartTones> tones, std::vector<QString> names);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Rgb after(Rgb before) const;

    Curve curve_;
    float strength_ = 1;
    std::vector<PartTones> tones_;
    std::vector<QString> names_;
};

}  // namespace underpaint
