// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/versions/version_pane.h"

namespace underpaint {

/// Two versions of one picture beside a seam that is dragged; arrows go from pair to pair.
class VersionsPair : public VersionPane {
    Q_OBJECT
public:
    VersionsPair(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                 VersionSight& sight, QWidget* parent = nullptr);

    /// Begins with the pair that is compared, or where that is one version with itself, with the
    /// next.
    void begin();
    VersionId left() const { return edits_.compared_with(); }
    VersionId right() const { return edits_.looked_at(); }
    /// Across the picture, 0..1.
    double seam() const { return seam_; }

signals:
    void ended();

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    QSizeF place_size() const override { return size(); }
    std::optional<QRectF> place_at(QPointF) const override { return QRectF(rect()); }
    std::vector<VersionId> shown_versions() const override { return {left(), right()}; }
    bool press(QPointF at) override;
    void drag(QPointF at) override;

private:
    std::vector<std::pair<VersionId, VersionId>> pairs() const;
    void go_by(int pairs_on);
    double seam_x() const;
    void describe();

    double seam_ = 0.5;
};

}  // namespace underpaint
