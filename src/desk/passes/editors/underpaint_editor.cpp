// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/underpaint_editor.h"

#include <QLabel>
#include <QVBoxLayout>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/passes/shading_row.h"
#include "painting/flats.h"

namespace underpaint {

UnderpaintEditor::UnderpaintEditor(const EditorDesk& desk) : PassEditor(desk) {
    hint_ = hint_label(
        tr("The sealed greys once more: multiplied over flats they shade them, as luminosity they "
           "give the values back."));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addWidget(new ShadingRow(edits().session()));
    column->addWidget(hint_);
}

void UnderpaintEditor::show_pass(const Pass&) {
    const auto place = edits().session().outlook.chosen_pass();
    hint_->setVisible(place && !shading_at(edits().session().document.painting(), *place));
}

}  // namespace underpaint
