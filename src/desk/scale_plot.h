// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "desk/session.h"

namespace underpaint {

/// What the chosen pass does to each grey of the scale: drift in steps over steps 1-9.
class ScalePlot : public QWidget {
    Q_OBJECT
public:
    explicit ScalePlot(const Session& session, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Session& session_;
};

}  // namespace underpaint
