// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/versions/version_edits.h"

class QLineEdit;

namespace underpaint {

/// The versions in the painter's order with their figures. Arrows go from one to the next, Alt with
/// an arrow moves one, F2 renames it, Delete deletes it, Enter chooses it.
class VersionsList : public QWidget {
    Q_OBJECT
public:
    VersionsList(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                 QWidget* parent = nullptr);

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }
    void rename_looked_at();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRect row_rect(std::size_t row) const;
    std::optional<std::size_t> row_at(QPoint at) const;
    void draw_row(QPainter& painter, std::size_t row) const;
    void end_renaming(bool take);

    Session& session_;
    VersionEdits& edits_;
    const VersionsMeter& meter_;
    QLineEdit* name_ = nullptr;  // while a name is written
    VersionId renamed_ = kNoVersion;
};

}  // namespace underpaint
