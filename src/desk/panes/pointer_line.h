// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QWidget>
#include <optional>

#include "desk/panes/bench.h"

namespace underpaint {

/// Shows figures of the pixel under the pointer.
class PointerLine : public QWidget {
    Q_OBJECT
public:
    explicit PointerLine(const Session& session, QWidget* parent = nullptr);
    void set_bench(const Bench& bench) { bench_ = &bench; }
    void point(QPointF picture, bool inside);
    /// Says something else in its place, as long as it is not empty: what a mend would do.
    void say(const QString& text);

signals:
    void stepped(std::optional<double> step);  ///< the step now, under the pointer

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Session& session_;
    const Bench* bench_ = nullptr;
    QString label_, name_, figures_, said_;
};

}  // namespace underpaint
