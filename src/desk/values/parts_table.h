// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTreeWidget>
#include <optional>
#include <vector>

#include "desk/work/session.h"
#include "desk/work/values_meter.h"

namespace underpaint {

/// The parts, a row each: name, step, area, from-to and the planned step; names and plans are
/// edited in place, rows dragged to another place in the order. Its height does not depend on how
/// many there are, so that what stands below it stays where it is.
class PartsTable : public QTreeWidget {
    Q_OBJECT
public:
    PartsTable(Session& session, const ValuesMeter& values, QWidget* parent = nullptr);

    std::optional<PartId> chosen() const;
    void choose(std::optional<PartId> part);
    /// How many rows it has room for.
    void set_rows(int rows);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

signals:
    void chosen_changed();
    /// A click on the chosen part; `again` when it was chosen before.
    void chosen_clicked(bool again);

protected:
    void dropEvent(QDropEvent* event) override;
    void changeEvent(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();
    void refresh_rows();
    void refresh_figures();
    void take_edit(QTreeWidgetItem* item, int column);
    void plan_step(PartId part, const QString& text);
    int height_of(int rows) const;

    Session& session_;
    const ValuesMeter& values_;
    std::vector<Part> listed_;  // what the rows are of
    bool newly_chosen_ = false;
    int rows_ = 6;
};

/// "4.0%", "33%"
QString share_in_words(double share);

}  // namespace underpaint
