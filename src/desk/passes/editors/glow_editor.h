// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/plain_editor.h"

namespace underpaint {

/// A glow: its colour and numbers, its middle, rim and core dragged on the canvas.
class GlowEditor : public PlainEditor {
    Q_OBJECT
public:
    explicit GlowEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;
    void leave() override;

private:
    void change(const std::function<void(Glow&)>& change);
};

}  // namespace underpaint
