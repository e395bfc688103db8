// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <functional>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_meter.h"

class QLineEdit;
class QMenu;

namespace underpaint {

class ColourSheet;

/// The colours of the palette, one above the other, each with its name, where it came from, its
/// step, intensity, warmth and share of the picture. Dragged to another place, renamed by a double
/// click or F2, changed by a click on the swatch.
class PaletteList : public QWidget {
    Q_OBJECT
public:
    PaletteList(Session& session, PaletteEdits& edits, const PaletteMeter& meter,
                QWidget* parent = nullptr);

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }
    void rename_chosen();
    void open_sheet();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

signals:
    /// The chosen colour came to be seen elsewhere in the list.
    void wants_seen(const QRect& row);

private:
    QRect row_rect(std::size_t row) const;
    QRect swatch_rect(std::size_t row) const;
    std::optional<std::size_t> row_at(QPoint place) const;
    void draw_row(QPainter& painter, std::size_t row) const;
    void refresh();
    void end_renaming(bool take);

    Session& session_;
    PaletteEdits& edits_;
    const PaletteMeter& meter_;
    QLineEdit* name_ = nullptr;  // while a name is written
    ColourId renamed_ = 0;
    ColourSheet* sheet_ = nullptr;  // made when first opened
    std::optional<std::size_t> pressed_, over_;
    QPoint pressed_at_;
};

}  // namespace underpaint
