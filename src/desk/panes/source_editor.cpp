// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/source_editor.h"

#include <QVBoxLayout>
#include <algorithm>

#include "desk/kit/bar_slider.h"
#include "desk/kit/words.h"
#include "painting/source_fields.h"

namespace underpaint {

SourceEditor::SourceEditor(QWidget* parent) : QWidget(parent) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    hide();
}

void SourceEditor::show_source(const Source& source) {
    const bool other = source.index() != source_.index();
    source_ = source;
    if (other) make_sliders();
    std::size_t number = 0;
    for_numbers(source_, [&](const Parameter&, const auto& value) {
        sliders_[number++]->set_value(static_cast<float>(value));
    });
    setVisible(!sliders_.empty());
}

void SourceEditor::make_sliders() {
    qDeleteAll(sliders_);
    sliders_.clear();
    for_numbers(source_, [&](const Parameter& parameter, const auto&) {
        auto* slider = new BarSlider(parameter);
        const QString id = from_view(parameter.id);
        slider->setObjectName(id);
        connect(slider, &BarSlider::moved, this,
                [this, number = sliders_.size(), id](float to) { move(number, to, id); });
        connect(slider, &BarSlider::released, this, &SourceEditor::released);
        layout()->addWidget(slider);
        sliders_.push_back(slider);
    });
}

void SourceEditor::move(std::size_t number, float to, const QString& field) {
    std::size_t at = 0;
    for_numbers(source_, [&](const Parameter&, auto& value) {
        if (at++ == number) value = to;
    });
    emit changed(in_range(source_), field);
}

}  // namespace underpaint
