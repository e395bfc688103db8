// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/tune_row.h"

#include <QHBoxLayout>

#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

struct Tuning {
    const Parameter& parameter;
    float Tune::*member;
};
constexpr Tuning kTunings[] = {
    {kTuneHue, &Tune::hue}, {kTuneIntensity, &Tune::intensity}, {kTuneLightness, &Tune::lightness}};

}  // namespace

TuneRow::TuneRow(const PassEdits& edits, QWidget* parent) : QWidget(parent), edits_(edits) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(14));
    for (std::size_t i = 0; i < sliders_.size(); ++i) {
        auto* slider = sliders_[i] = new BarSlider(kTunings[i].parameter);
        row->addWidget(slider, 1);
        connect(slider, &BarSlider::moved, this, [this, member = kTunings[i].member](float v) {
            // All moves of the three sliders are one change until the hand lets go.
            edits_.change(
                tr("Tune"), [&](Pass& p) { p.tune.*member = v; }, QStringLiteral("tune"));
        });
        connect(slider, &BarSlider::released, this, [this] { edits_.end_gesture(); });
    }
}

void TuneRow::show_pass(const Pass& pass) {
    setVisible(
        std::visit([](const auto& source) { return std::decay_t<decltype(source)>::own_colours; },
                   pass.source));
    for (std::size_t i = 0; i < sliders_.size(); ++i)
        sliders_[i]->set_value(pass.tune.*kTunings[i].member);
}

}  // namespace underpaint
