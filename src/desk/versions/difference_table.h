// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "audit/part_differences.h"
#include "desk/versions/version_edits.h"

namespace underpaint {

/// The differences between the version that is looked at and the one it is compared with, part by
/// part, the largest first. Arrows go from part to part, Enter takes one over.
class DifferenceTable : public QWidget {
    Q_OBJECT
public:
    DifferenceTable(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                    QWidget* parent = nullptr);

    const std::vector<PartDifference>& rows() const { return rows_; }
    /// Steps that the values of the two lie apart, 95 %; nothing while there is one version.
    std::optional<double> apart() const { return apart_; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

signals:
    /// The chosen version takes the part's colours from the one that is looked at.
    void wants_part(underpaint::PartId part);

private:
    void refresh();
    QRectF take_rect(std::size_t row) const;
    std::size_t rows_in_sight() const;
    bool narrow() const;
    double heads() const;  // their height
    void scroll_to(std::ptrdiff_t first);
    /// Whether a part can be taken: it goes into the chosen version, which has to be one of the
    /// two.
    bool can_take() const;

    Session& session_;
    VersionEdits& edits_;
    const VersionsMeter& meter_;
    std::vector<PartDifference> rows_;
    std::size_t first_ = 0, row_ = 0;  // at the top, and where the keyboard is
    std::optional<double> apart_;
    std::shared_ptr<const RgbBlock> one_, other_;  // that the rows are of
    std::shared_ptr<const Audit> of_one_, of_other_;
};

}  // namespace underpaint
