// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/pass_editor.h"

class QLabel;

namespace underpaint {

/// The underpaint has nothing to set but, of a shading, its balance.
class UnderpaintEditor : public PassEditor {
    Q_OBJECT
public:
    explicit UnderpaintEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;

private:
    QLabel* hint_;
};

}  // namespace underpaint
