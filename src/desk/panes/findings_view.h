// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QScrollArea>
#include <QVBoxLayout>
#include <optional>
#include <vector>

#include "desk/view/canvas.h"
#include "desk/work/findings_meter.h"
#include "desk/work/session.h"

class QLabel;

namespace underpaint {

class FindingRow;

/// The findings under the canvas: a mark, a sentence, Show, and the mends that were computed.
/// Resting on a mend shows what it would do to all three columns before it is taken. As soon as the
/// painting is another than the findings are of, nothing of them can be shown or taken. Where there
/// is little room across, buttons stand under their sentence.
class FindingsView : public QScrollArea {
    Q_OBJECT
public:
    FindingsView(Session& session, Canvas& canvas, QWidget* parent = nullptr);

    /// Sets the meter whose findings are listed.
    void watch(FindingsMeter& meter);

signals:
    void mend_pointed(const Mend* mend);  ///< null when the pointer has left it

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void refresh();
    void refresh_later();
    void grey_out();
    void hold_focus();
    void give_focus_back();
    FindingRow* row_for(const Finding& finding, std::vector<FindingRow*>& left);
    FindingRow* new_row(const Finding& finding);
    void ask_why(const Finding& finding);
    void accept(const Finding& finding, const QString& note);
    void take_back(const Finding& finding);
    void show_place(const Finding& finding, bool on);
    bool is_asked(const Finding& finding) const;
    bool is_shown(const FindingRow& row) const;
    void take_place(const Finding& finding, const SharedPicture& place);
    void take(const Mend& mend);
    bool narrow() const;

    Session& session_;
    Canvas& canvas_;
    FindingsMeter* meter_ = nullptr;
    QVBoxLayout* column_;
    QLabel* measuring_;
    std::vector<FindingRow*> rows_;  // as they stand
    /// The control that had the focus before its row was replaced.
    struct Held {
        Finding finding;
        QString button;
    };
    std::optional<Held> held_;
    std::optional<Finding> asked_;  // whose place was asked for and has not come
};

}  // namespace underpaint
