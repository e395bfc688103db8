// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>
#include <filesystem>

#include "desk/palette/palette_edits.h"
#include "terms/result.h"

namespace underpaint {

/// The mixing table: every pair of the palette's colours at 3 to 1, 1 to 1 and 1 to 3, and each
/// with white. A click on a mixture puts it forward to be added.
class MixesView : public QWidget {
    Q_OBJECT
public:
    MixesView(PaletteEdits& edits, QWidget* parent = nullptr);

    MixAs as() const { return as_; }
    void set_as(MixAs as);
    QSize sizeHint() const override;
    /// The table on white, as a sheet to print: a page (PDF), vectors (SVG) or a picture, by the
    /// ending of the file's name.
    [[nodiscard]] Done save_sheet(const std::filesystem::path& path);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void showEvent(QShowEvent* event) override;
    bool event(QEvent* event) override;

private:
    static constexpr std::size_t kShares = 3;
    struct Cell {
        std::array<Rgb, kShares> mixtures;  // 3:1, 1:1, 1:3 of the row's colour to the column's
    };
    /// Colours across: the palette's, then white.
    std::size_t across() const { return names_.size(); }
    void reckon();
    void draw_table(QPainter& painter, const QRectF& place, const QColor& ink) const;
    struct Hit {
        std::size_t row, column, share;
    };
    std::optional<Hit> hit(QPointF place) const;
    QString words_of(const Hit& hit) const;

    PaletteEdits& edits_;
    MixAs as_ = MixAs::paint;
    Palette reckoned_;
    MixAs reckoned_as_ = MixAs::light;
    std::vector<QString> names_;
    std::vector<Rgb> colours_;
    std::vector<std::vector<Cell>> cells_;
};

}  // namespace underpaint
