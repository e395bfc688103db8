// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/grain_editor.h"

#include <QLabel>
#include <QSpinBox>
#include <QVBoxLayout>
#include <limits>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {

GrainEditor::GrainEditor(const EditorDesk& desk) : PlainEditor(desk) {
    seed_ = new QSpinBox;
    seed_->setObjectName(QStringLiteral("grain_seed"));
    seed_->setAccessibleName(tr("Seed"));
    seed_->setToolTip(tr("A number for each grain there is: the same number, the same grain"));
    seed_->setRange(0, std::numeric_limits<int>::max());
    seed_->setFont(figure_font());
    seed_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    seed_->setKeyboardTracking(false);
    auto* another = action_button("another_grain", tr("Another"), tr("The grain of another seed"));
    more().addLayout(button_row({hint_label(tr("Seed")), seed_, another}));
    connect(seed_, &QSpinBox::valueChanged, this,
            [this](int seed) { set_seed(static_cast<std::uint32_t>(seed)); });
    connect(another, &QPushButton::clicked, this, [this] {
        if (const auto* grain = edits().source<Grain>()) set_seed(grain->seed + 1);
    });
}

void GrainEditor::set_seed(std::uint32_t seed) {
    const auto* grain = edits().source<Grain>();
    if (grain == nullptr || grain->seed == seed) return;
    edits().change(tr("Another grain"), [&](Pass& p) { std::get<Grain>(p.source).seed = seed; });
}

void GrainEditor::show_pass(const Pass& pass) {
    PlainEditor::show_pass(pass);
    const QSignalBlocker quiet(seed_);
    seed_->setValue(static_cast<int>(std::min<std::uint32_t>(
        std::get<Grain>(pass.source).seed, std::uint32_t{std::numeric_limits<int>::max()})));
}

}  // namespace underpaint
