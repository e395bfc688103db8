// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/plain_editor.h"

class QSpinBox;

namespace underpaint {

/// Grain: its size and amount, and the seed, which makes another grain of the same kind.
class GrainEditor : public PlainEditor {
    Q_OBJECT
public:
    explicit GrainEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;

private:
    void set_seed(std::uint32_t seed);

    QSpinBox* seed_;
};

}  // namespace underpaint
