// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/brush_settings.h"

#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/view/canvas.h"

namespace underpaint {
namespace {

constexpr Parameter kBrushSize{
    "brush_size", "Brush size", "Radius at full pressure. Keys: [ and ]", 1, 1500,
    60,           Unit::pixels};
constexpr Parameter kBrushFlow{"brush_flow", "Flow", "How much one touch lays on at full pressure",
                               0.01F,        1,      0.1F};
constexpr Parameter kBrushHardness{
    "brush_hardness", "Hardness", "Share of the brush that lays on evenly", 0, 1, 0};

}  // namespace

BrushSettings::BrushSettings(Canvas& canvas, QWidget* parent) : QWidget(parent), canvas_(canvas) {
    auto* sliders = new QHBoxLayout;
    sliders->setSpacing(scaled(14));
    const auto slider = [&](const Parameter& parameter, double Brush::*member) {
        auto* result = new BarSlider(parameter);
        connect(result, &BarSlider::moved, this, [this, member](float value) {
            Brush brush = canvas_.brush().brush();
            brush.*member = value;
            canvas_.brush().set_brush(brush);
            canvas_.update();
        });
        sliders->addWidget(result, 1);
        return result;
    };
    size_ = slider(kBrushSize, &Brush::radius);
    flow_ = slider(kBrushFlow, &Brush::flow);
    hardness_ = slider(kBrushHardness, &Brush::hardness);
    auto* simulate = action_button("simulate_pen", tr("Pressure from speed"),
                                   tr("For those without a pen: the mouse presses harder the "
                                      "slower it goes, as a simulated pen"));
    simulate->setCheckable(true);
    connect(simulate, &QPushButton::toggled, this, [this](bool on) { pen_.watch(canvas_, on); });

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(4));
    column->addLayout(sliders);
    column->addLayout(button_row({simulate}));
    connect(&canvas_, &Canvas::tool_changed, this, &BrushSettings::refresh);
    connect(&canvas_.brush(), &BrushTool::brush_changed, this, &BrushSettings::refresh);
    refresh();
}

void BrushSettings::refresh() {
    const Brush& brush = canvas_.brush().brush();
    size_->set_value(static_cast<float>(brush.radius));
    flow_->set_value(static_cast<float>(brush.flow));
    hardness_->set_value(static_cast<float>(brush.hardness));
    setVisible(canvas_.tool() == Canvas::Tool::brush);
}

}  // namespace underpaint
