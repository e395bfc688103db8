// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <vector>

#include "desk/work/latest_job.h"
#include "desk/work/session.h"
#include "raster/turn.h"

class QLabel;
class QPushButton;

namespace underpaint {

class ReaderTile;

/// How a coloured picture comes in: what the four readers make of it side by side, since they
/// disagree where colours are strong; turned and mirrored; read to grey, or with its colours kept.
class BringInSheet : public QWidget {
    Q_OBJECT
public:
    explicit BringInSheet(Session& session, QWidget* parent = nullptr);

    void show_picture(Painting painting);
    bool busy() const { return job_.running(); }
    Reader reader() const { return reader_; }

signals:
    /// The picture as it is to be begun with; the sheet stays as it is until it was.
    void chosen(std::shared_ptr<underpaint::Painting> painting);
    void finished();  ///< the painting was begun, or the person thought better

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void choose(Reader reader);
    void turn(Turn turn);
    void look();
    void read_to_grey();
    void begin(Painting painting);
    void refresh();

    Session& session_;
    LatestJob job_;
    std::optional<Painting> painting_;
    Reader reader_ = Reader::lightness;
    std::vector<ReaderTile*> tiles_;
    QLabel* about_;
    QPushButton *left_, *right_, *mirror_, *keep_, *grey_, *stop_;
};

}  // namespace underpaint
