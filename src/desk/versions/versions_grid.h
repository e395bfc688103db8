// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <filesystem>
#include <map>

#include "desk/kit/greys.h"
#include "desk/versions/version_edits.h"
#include "desk/view/lens.h"
#include "terms/result.h"

namespace underpaint {

/// All versions side by side through one lens, each with its marks and figures and its colours by
/// area. A click looks at one, a double click or Enter chooses it; arrows go from one to the next.
class VersionsGrid : public QWidget {
    Q_OBJECT
public:
    VersionsGrid(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                 QWidget* parent = nullptr);

    Lens lens() const { return lens_; }
    void set_lens(Lens lens);
    /// All of them mirrored, to be seen afresh.
    void set_mirrored(bool on);
    /// Another lens while a key is held.
    void peek(std::optional<Lens> lens);
    /// Where a version's picture lies.
    QRectF picture_rect(std::size_t place) const { return picture_rect(QRectF(rect()), place); }
    /// All of them with names and figures, as a page, vectors or a picture; see save_drawing().
    [[nodiscard]] Done save_sheet(const std::filesystem::path& path);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    int columns(const QSizeF& room) const;
    QRectF tile_rect(const QRectF& area, std::size_t place) const;
    QRectF picture_rect(const QRectF& area, std::size_t place) const;
    std::optional<std::size_t> tile_at(QPointF at) const;
    QImage image_of_version(const SeenVersion& version);
    /// \param inks  those of the screen, or of paper, where nothing is pointed out
    void draw_tile(QPainter& painter, const QRectF& area, std::size_t place, const Greys& inks);
    void describe();

    Session& session_;
    VersionEdits& edits_;
    const VersionsMeter& meter_;
    Lens lens_ = Lens::colour;
    std::optional<Lens> peeked_;
    bool mirrored_ = false;
    struct Shown {
        std::shared_ptr<const RgbBlock> of;
        Lens lens;
        Reader reader;
        QImage image;
    };
    std::map<VersionId, Shown> images_;
};

}  // namespace underpaint
