// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/plain_editor.h"

namespace underpaint {

/// A vignette: its colour and numbers, its two rings dragged on the canvas.
class VignetteEditor : public PlainEditor {
    Q_OBJECT
public:
    explicit VignetteEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;
    void leave() override;

private:
    void drag(std::size_t ring, QPointF to);
};

}  // namespace underpaint
