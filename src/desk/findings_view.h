// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QScrollArea>
#include <QVBoxLayout>

#include "desk/canvas.h"
#include "desk/measuring.h"
#include "desk/session.h"

namespace underpaint {

/// The findings under the canvas: a mark, a sentence, Show, and the mends that were computed.
/// Resting on a mend shows what it would do to all three columns before it is taken.
class FindingsView : public QScrollArea {
    Q_OBJECT
public:
    FindingsView(Session& session, const Measuring& measuring, const ValuesMeter& values,
                 Canvas& canvas, QWidget* parent = nullptr);

    /// The findings of the Values bench, before anything is laid.
    void set_values_only(bool values_only);

    /// What taking a mend would leave in the three columns, in words.
    static QString effect_of(const Mend& mend);

signals:
    void mend_pointed(const Mend* mend);  ///< null when the pointer has left it
    void effect_pointed(const QString& effect);

private:
    void rebuild();
    void add_values_rows(QVBoxLayout& column);
    QHBoxLayout* begin_row(const Finding& finding, QVBoxLayout& column);
    void add_row(const Finding& finding, QVBoxLayout& column);
    void add_row(const ValueFinding& finding, QVBoxLayout& column);
    void take(const Mend& mend);

    Session& session_;
    const Measuring& measuring_;
    const ValuesMeter& values_;
    Canvas& canvas_;
    bool values_only_ = false;
};

}  // namespace underpaint
