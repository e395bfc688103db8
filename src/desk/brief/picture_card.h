// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QMenu>
#include <QWidget>
#include <functional>
#include <optional>
#include <vector>

#include "palette/extraction.h"
#include "raster/geometry.h"

namespace underpaint {

/// A ring on the picture, in shares of its width and height; its radius in shares of its width.
struct CardRing {
    double x = 0.5, y = 0.5, radius = 0.06;
    bool dashed = false;
};

/// The content of a card.
struct CardFace {
    QImage image;
    QString title, about;          ///< about stands beside the title, in secondary text
    QString figure_label, figure;  ///< at the right end of the title's row
    struct Row {
        QString label, value;
        bool words = false;
    };
    std::vector<Row> rows;
    std::vector<CardRing> rings;
    std::vector<Swatch> swatches;  ///< a bar of them below the picture
    bool chosen = false;
    QString waiting;  ///< in place of a picture that is not there
};

/// A picture with its figures below. A click on the picture says where, a click below it chooses
/// it, the menu key or the right button opens what else can be done.
class PictureCard : public QWidget {
    Q_OBJECT
public:
    explicit PictureCard(QWidget* parent = nullptr);
    void set_face(CardFace face);
    const CardFace& face() const { return face_; }
    /// Fills the menu each time that it opens.
    void set_menu(std::function<void(QMenu&)> fill) { fill_ = std::move(fill); }

    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;
    QSize sizeHint() const override;
    /// The place of the picture.
    QRectF picture_rect() const;

signals:
    void chosen();
    /// A place of the picture, in shares of its width and height.
    void pointed(double x, double y);
    /// C was pressed with the pointer over such a place.
    void takes_colour(double x, double y);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    int rows_height() const;
    /// In shares of the picture; nothing beside it.
    std::optional<QPointF> share_at(QPointF at) const;
    void open_menu(const QPoint& at);

    CardFace face_;
    QPointF last_;  // of the pointer
    std::function<void(QMenu&)> fill_;
};

}  // namespace underpaint
