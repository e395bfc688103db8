// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <filesystem>

#include "desk/panes/bench.h"
#include "desk/versions/version_trial.h"
#include "desk/versions/versions_list.h"
#include "palette/plan_passes.h"

class QLabel;
class QMenu;
class QPlainTextEdit;
class QPushButton;
class QStackedWidget;

namespace underpaint {

/// The right side of the Versions bench: the list, what makes another version, how they meet the
/// brief, and why one is chosen.
class VersionsSheet : public QWidget {
    Q_OBJECT
public:
    VersionsSheet(const Desk& desk, VersionEdits& edits, const VersionsMeter& meter,
                  QWidget* parent = nullptr);
    bool finished() const { return !making_.running() && !trial_->running(); }
    /// Names and figures are hidden while versions are looked at without them.
    void set_blind(bool on);
    /// The slider of a version that is tried is put away.
    void end_trying() { trial_->end(); }
    /// The chosen version takes a part's colours from the one that is looked at.
    void take_part(PartId part);

signals:
    void wants_to_go_on();
    void wants_late_change();
    /// How a version would look, small; null: it is shown as it is again.
    void would_be(underpaint::VersionId version, std::shared_ptr<const underpaint::RgbBlock> seen);
    void wants_sheet(const std::filesystem::path& path);

private:
    QWidget* making_box();
    /// The button opens the slider of a way of making, which begins at an amount.
    void try_with(QPushButton& button, float amount, std::function<VersionWay()> way);
    void fill_mothers(QMenu& menu);
    void fill_references(QMenu& menu);
    void make_three();
    void fill_sheets(QMenu& menu);
    QWidget* taking_box();
    void fill_passes(QMenu& menu);
    void fill_parts(QMenu& menu);
    /// Makes one beside the interface: the version is added when it is there.
    using Make = std::function<std::optional<Colouring>(const PlanPlaces&, const std::stop_token&)>;
    void make(const QString& label, const QString& name, const QString& from, Make make);
    bool still_is(const Painting& painting);
    void refresh();

    Desk desk_;
    VersionEdits& edits_;
    const VersionsMeter& meter_;
    LatestJob making_;
    VersionTrial* trial_;
    VersionsList* list_;
    QPushButton *branch_, *rename_, *delete_, *hues_, *reverse_, *mother_, *quieter_, *reference_,
        *plan_, *three_, *a_pass_, *a_part_, *sheet_, *go_on_, *others_;
    QStackedWidget* pages_;
    QLabel *hint_, *seen_blind_;
    QPlainTextEdit* note_;
};

}  // namespace underpaint
