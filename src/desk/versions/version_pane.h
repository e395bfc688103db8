// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "desk/panes/bench.h"
#include "desk/versions/version_edits.h"
#include "desk/versions/version_sight.h"

namespace underpaint {

/// Shows versions in one or several places of one size, which are zoomed by the wheel and moved by
/// dragging all together.
class VersionPane : public QWidget {
    Q_OBJECT
public:
    VersionPane(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                VersionSight& sight, QWidget* parent = nullptr);

    void look(Looking how);
    /// All of them mirrored, to be seen afresh.
    void set_mirrored(bool on);
    bool mirrored() const { return transform_.mirrored(); }
    const ViewTransform& transform() const { return transform_; }

signals:
    void mirrored_changed(bool on);

protected:
    /// The size of a place. No painting: not asked.
    virtual QSizeF place_size() const = 0;
    /// The place at a point.
    virtual std::optional<QRectF> place_at(QPointF at) const = 0;
    /// The versions that are shown.
    virtual std::vector<VersionId> shown_versions() const = 0;
    /// The pointer was pressed. False: what follows is a drag that moves the pictures.
    virtual bool press(QPointF at) = 0;
    /// It was pressed by somebody who heeds it, and moves.
    virtual void drag(QPointF) {}

    /// Fits transform and wishes to what is shown now; before it is drawn.
    void settle();
    void draw_version(QPainter& painter, VersionId id, const QRectF& place);

    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

    Session& session_;
    VersionEdits& edits_;
    const VersionsMeter& meter_;
    VersionSight& sight_;
    ViewTransform transform_;

private:
    enum class Drag { none, pressed, pan, own } drag_ = Drag::none;
    QPointF last_;
};

}  // namespace underpaint
