// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

#include "desk/kit/greys.h"
#include "desk/versions/version_pane.h"
#include "terms/result.h"

namespace underpaint {

/// All versions side by side through one lens, each with its marks and figures and its colours by
/// area. A click looks at one, a double click or Enter chooses it; arrows go from one to the next.
class VersionsGrid : public VersionPane {
    Q_OBJECT
public:
    VersionsGrid(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                 VersionSight& sight, QWidget* parent = nullptr);

    /// The place of a version's picture.
    QRectF picture_rect(std::size_t place) const { return picture_rect(QRectF(rect()), place); }
    /// All of them with names and figures, as a page, vectors or a picture; see save_drawing().
    [[nodiscard]] Done save_sheet(const std::filesystem::path& path);

protected:
    void paintEvent(QPaintEvent* event) override;
    QSizeF place_size() const override;
    std::optional<QRectF> place_at(QPointF at) const override;
    std::vector<VersionId> shown_versions() const override;
    bool press(QPointF at) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    int columns(const QSizeF& room) const;
    QRectF tile_rect(const QRectF& area, std::size_t place) const;
    QRectF picture_rect(const QRectF& area, std::size_t place) const;
    std::optional<std::size_t> tile_at(QPointF at) const;
    /// \param inks  those of the screen, or of paper, where nothing is pointed out
    void draw_tile(QPainter& painter, const QRectF& area, std::size_t place, const Greys& inks);
    void describe();
};

}  // namespace underpaint
