// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_meter.h"
#include "desk/work/latest_job.h"

namespace underpaint {

/// The picture with the pixels that are nearest to the chosen colour, and all others in grey. A
/// click takes the colour of a place.
class NearestView : public QWidget {
    Q_OBJECT
public:
    NearestView(PaletteEdits& edits, const PaletteMeter& meter, QWidget* parent = nullptr);
    bool finished() const { return !job_.running(); }

signals:
    void picked(underpaint::Rgb colour);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    QRectF place() const;

    PaletteEdits& edits_;
    const PaletteMeter& meter_;
    LatestJob job_;
    QImage image_;
};

}  // namespace underpaint
