// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <memory>

#include "desk/panes/bench.h"
#include "pages/page_layout.h"

namespace underpaint {

/// Shows one page of a report as it will be: fitted, or zoomed about the pointer and moved.
/// Page Up and Page Down turn pages, arrows move a page that is larger than the place.
class PagesView : public QWidget {
    Q_OBJECT
public:
    explicit PagesView(Session& session, QWidget* parent = nullptr);

    /// Null: there are none. The page that is shown stays where there still is one.
    void show_pages(std::shared_ptr<const PageLayout> pages);
    /// Sets the text shown while there are no pages.
    void set_hint(const QString& hint);
    int page() const { return page_; }
    void turn_to(int page);
    void look(Looking how);
    /// The place of the page.
    QRectF page_rect() const;

signals:
    void turned();

protected:
    void paintEvent(QPaintEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    double fitted() const;
    double zoom() const { return zoom_ > 0 ? zoom_ : fitted(); }
    void zoom_about(QPointF at, double zoom);
    void move_by(QPointF by);
    void keep_in_sight();
    void forget_image();
    void say_page();

    Session& session_;
    std::shared_ptr<const PageLayout> pages_;
    int page_ = 0;
    double zoom_ = 0;  // pixels a point; 0: fitted
    QPointF middle_;   // of the page, beside the widget's
    QImage image_;     // of the page at this zoom; null until it is drawn
    QString hint_;
    QPointF last_;
};

}  // namespace underpaint
