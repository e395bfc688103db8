// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/passes/pass_edits.h"

namespace underpaint {

class BarSlider;

/// Hue, intensity and lightness of all that the chosen pass lays, where it has colours of its own.
class TuneRow : public QWidget {
    Q_OBJECT
public:
    explicit TuneRow(const PassEdits& edits, QWidget* parent = nullptr);
    void show_pass(const Pass& pass);

private:
    const PassEdits& edits_;
    std::array<BarSlider*, 3> sliders_{};
};

}  // namespace underpaint
