// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/nearest_view.h"

#include <QMouseEvent>
#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/screen_image.h"
#include "palette/mother.h"
#include "raster/shrink.h"
#include "render/grey.h"

namespace underpaint {
namespace {

constexpr int kShownSide = 900;
constexpr float kDimmed = 0.55F;  // how much the other pixels are dimmed

}  // namespace

NearestView::NearestView(PaletteEdits& edits, const PaletteMeter& meter, QWidget* parent)
    : QWidget(parent),
      edits_(edits),
      meter_(meter),
      job_(this, Urgency::figures, "the pixels nearest to a colour") {
    setObjectName(QStringLiteral("nearest_view"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(tr("Which pixels are nearest to the chosen colour"));
    setCursor(Qt::CrossCursor);
    const auto follow = [this] {
        if (isVisible()) refresh();
    };
    connect(&edits_, &PaletteEdits::changed, this, follow);
    connect(&meter_, &PaletteMeter::picture_changed, this, follow);
}

void NearestView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void NearestView::refresh() {
    if (!meter_.picture()) return;
    std::vector<Rgb> colours;
    for (const PaletteColour& colour : edits_.palette().colours)
        colours.push_back(effective(edits_.palette(), colour));
    job_.start([this, picture = meter_.picture(), colours, chosen = edits_.chosen_place()](
                   const std::stop_token& stop, const Deliver& deliver) {
        const RgbBlock small = shrunk(*picture, kShownSide);
        const std::vector<int> nearest = nearest_colours(colours, small);
        if (stop.stop_requested()) return;
        RgbBlock dimmed = small;
        turn_grey(dimmed, Reader::lightness);
        const RgbRow out = dimmed.all();
        const ConstRgbRow in = small.all();
        for (std::size_t i = 0; i < nearest.size(); ++i) {
            const bool is = chosen && nearest[i] == static_cast<int>(*chosen);
            const Rgb grey = ConstRgbRow(out)[i];
            out.set(i, is ? in[i] : Rgb{kDimmed * grey.r, kDimmed * grey.g, kDimmed * grey.b});
        }
        deliver([this, image = image_of(dimmed)] {
            image_ = image;
            update();
        });
    });
}

QRectF NearestView::place() const {
    const QSizeF size =
        QSizeF(image_.size()).scaled(QSizeF(width(), height()), Qt::KeepAspectRatio);
    return {QPointF((width() - size.width()) / 2, (height() - size.height()) / 2), size};
}

void NearestView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    if (!image_.isNull()) painter.drawImage(place(), image_);
}

void NearestView::mousePressEvent(QMouseEvent* event) {
    const auto& picture = meter_.picture();
    const QRectF where = place();
    if (!picture || image_.isNull() || !where.contains(event->position())) return;
    const QPointF share((event->position().x() - where.left()) / where.width(),
                        (event->position().y() - where.top()) / where.height());
    const Rect area = picture->area();
    const int x = std::clamp(static_cast<int>(share.x() * area.width), 0, area.width - 1);
    const int y = std::clamp(static_cast<int>(share.y() * area.height), 0, area.height - 1);
    emit picked(picture->row(y)[static_cast<std::size_t>(x)]);
}

}  // namespace underpaint
