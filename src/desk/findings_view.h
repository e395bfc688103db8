// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QScrollArea>
#include <QVBoxLayout>
#include <vector>

#include "desk/canvas.h"
#include "desk/measuring.h"
#include "desk/session.h"

class QPushButton;

namespace underpaint {

/// The findings under the canvas: a mark, a sentence, Show, and the mends that were computed.
/// Resting on a mend shows what it would do to all three columns before it is taken. As soon as the
/// painting is another than the findings are of, nothing of them can be shown or taken. Where there
/// is little room across, buttons stand under their sentence.
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

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    /// A finding as it stands in the list, with the place of it once it was asked for.
    struct Shown {
        Finding finding;
        SharedPicture where;
    };

    void rebuild();
    void rebuild_later();
    void grey_out();
    void add_rows(QVBoxLayout& column);
    QHBoxLayout* begin_row(const Finding& finding, QVBoxLayout& column);
    void add_row(const Finding& finding, QVBoxLayout& column);
    void add_row(const ValueFinding& finding, QVBoxLayout& column);
    QPushButton* show_button(bool shown, const QString& about);
    void show_place(const Finding& finding, bool on);
    void take(const Mend& mend);
    void take(const ValueMend& mend);
    bool current() const;
    bool narrow() const;

    Session& session_;
    const Measuring& measuring_;
    const ValuesMeter& values_;
    Canvas& canvas_;
    bool values_only_ = false;
    bool was_narrow_ = false;
    std::vector<Shown> places_;  // of the findings that are in the list now
    QWidget* list_ = nullptr;
};

}  // namespace underpaint
