// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/plain_editor.h"

#include <QVBoxLayout>

#include "desk/kit/colour_button.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/source_editor.h"
#include "desk/work/palette_offer.h"
#include "painting/source_fields.h"

namespace underpaint {

PlainEditor::PlainEditor(const EditorDesk& desk, const QString& hint) : PassEditor(desk) {
    swatch_ = new ColourButton;
    swatch_->set_offer(palette_offer(edits().session()));
    numbers_ = new SourceEditor;
    column_ = new QVBoxLayout;
    column_->setSpacing(scaled(6));
    column_->addWidget(numbers_);
    if (!hint.isEmpty()) column_->addWidget(hint_label(hint));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(12));
    row->addWidget(swatch_, 0, Qt::AlignTop);
    row->addLayout(column_, 1);

    connect(swatch_, &ColourButton::picked, this, [this](Rgb colour) {
        edits().change(
            tr("Change colour"),
            [&](Pass& p) { for_colours(p.source, [&](Rgb& own) { own = colour; }); },
            QStringLiteral("colour"));
    });
    connect(numbers_, &SourceEditor::changed, this,
            [this](const Source& source, const QString& field) {
                edits().change(
                    tr("Change the %1").arg(from_view(kind_of(source))),
                    [&](Pass& p) { p.source = source; }, field);
            });
    connect(swatch_, &ColourButton::released, this, [this] { edits().end_gesture(); });
    connect(numbers_, &SourceEditor::released, this, [this] { edits().end_gesture(); });
}

void PlainEditor::show_pass(const Pass& pass) {
    bool has_colour = false;
    for_colours(pass.source, [&](const Rgb& own) {
        swatch_->set_colour(own);
        has_colour = true;
    });
    swatch_->setVisible(has_colour);
    numbers_->show_source(pass.source);
}

}  // namespace underpaint
