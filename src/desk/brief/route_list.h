// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <QWidget>
#include <functional>
#include <vector>

namespace underpaint {

/// One step as it is listed.
struct RouteRow {
    QString name, words, usual, taken;
    enum class State { open, in_hand, done } state = State::open;
    bool by_hand = false;  ///< its mark can be clicked
};

/// The steps of a route, one below the other: a full disc is done, a pointer is in hand, a ring is
/// to come. A click takes a step in hand, one on the mark ticks what is not measured, Return goes
/// on with it.
class RouteList : public QWidget {
    Q_OBJECT
public:
    explicit RouteList(QWidget* parent = nullptr);
    void set_rows(std::vector<RouteRow> rows);
    const std::vector<RouteRow>& rows() const { return rows_; }
    void set_menu(std::function<void(QMenu&, std::size_t row)> fill) { fill_ = std::move(fill); }
    QSize sizeHint() const override;
    /// For what is drawn at a row.
    QRectF row_rect(std::size_t row) const;
    QRectF mark_rect(std::size_t row) const;
    QRectF taken_rect(std::size_t row) const;

signals:
    void taken_in_hand(int row);
    void ticked(int row);
    void wants_minutes(int row);
    void wants_to_go_on(int row);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

private:
    int row_height() const;
    int row_at(QPointF at) const;
    void choose(int row);
    void open_menu(int row, const QPoint& at);

    std::vector<RouteRow> rows_;
    std::function<void(QMenu&, std::size_t)> fill_;
    int chosen_ = 0;  // by keyboard
};

}  // namespace underpaint
