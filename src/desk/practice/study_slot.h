// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <array>
#include <memory>
#include <optional>

#include "desk/panes/bench.h"
#include "desk/work/latest_job.h"
#include "raster/picture.h"

class QLabel;
class QMimeData;
class QPushButton;

namespace underpaint {

/// Takes a picture: from a file, dropped, pasted, or one of the painting's references. Of a
/// photograph four corners are set, with a pointer or by keys.
class StudySlot : public QWidget {
    Q_OBJECT
public:
    /// \param id  in object names: "study", "reference"
    StudySlot(const Desk& desk, const char* id, const QString& title, QWidget* parent = nullptr);

    const std::shared_ptr<const Picture>& picture() const { return picture_; }
    const QString& name() const { return name_; }
    /// In pixels of the picture, clockwise from the upper left; nothing unless it is a photograph.
    std::optional<std::array<Point, 4>> corners() const;
    void set_photograph(bool on);
    bool finished() const { return !reading_.running(); }
    void say(const QString& words);

    void open(const std::filesystem::path& file);
    void take(const QMimeData& dropped);

signals:
    void changed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void fill(QMenu& menu);
    void read(const QString& name, std::function<Result<Picture>(const std::stop_token&)> make);
    void set_picture(std::shared_ptr<const Picture> picture,
                     std::shared_ptr<const RgbBlock> preview, const QString& name);
    void make_image();
    void move_corner(std::size_t corner, Point to);
    QRectF place() const;
    QPointF seen(Point at) const;
    Point under(QPointF at) const;

    Desk desk_;
    QString title_;
    std::shared_ptr<const Picture> picture_;
    std::shared_ptr<const RgbBlock> preview_;
    QString name_;
    QImage image_;
    bool photograph_ = false;
    std::array<Point, 4> corners_{};
    std::size_t chosen_ = 0;
    bool dragging_ = false;
    QPushButton* choose_;
    QLabel* words_;
    LatestJob reading_;
};

}  // namespace underpaint
