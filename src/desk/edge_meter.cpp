// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/edge_meter.h"

#include <QPainter>

#include "audit/tile_audit.h"

namespace underpaint {
namespace {

/// Softer edges are drawn first, so that none covers a harder one.
QImage drawing_of(const EdgeMap& edges) {
    constexpr int greys[kEdgeKinds] = {255, 190, 135, 95};
    constexpr double thickness[kEdgeKinds] = {3.4, 2.6, 2.2, 1.8};
    QImage image(edges.size.width, edges.size.height, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    for (std::size_t kind = kEdgeKinds; kind-- > 0;) {
        painter.setBrush(QColor(greys[kind], greys[kind], greys[kind]));
        const double half = thickness[kind] / 2;
        for (const EdgePoint& p : edges.points)
            if (kind_of_edge(p.width) == static_cast<EdgeKind>(kind))
                painter.drawEllipse(QPointF(p.x + 0.5, p.y + 0.5), half, half);
    }
    return image;
}

}  // namespace

EdgeMeter::EdgeMeter(const Session& session, QObject* parent)
    : QObject(parent), session_(session), job_(this, Urgency::when_idle) {
    connect(&session_, &Session::painting_changed, this, &EdgeMeter::look_at_ground);
    connect(&session_, &Session::reader_changed, this, &EdgeMeter::look_at_ground);
}

void EdgeMeter::look_at_ground() {
    if (!session_.has_painting()) return;
    const SharedPicture& ground = session_.painting().ground();
    if (ground == ground_ && session_.reader() == reader_) return;
    ground_ = ground;
    reader_ = session_.reader();
    lengths_.reset();
    drawing_ = {};
    job_.start([this, ground, reader = reader_](const std::stop_token& stop, const auto& deliver) {
        const Pyramid::Level seen = ground->level(level_for(ground->size(), kViewingSide));
        const ViewingSteps viewing = at_viewing_scale(
            steps_of(rgb_of(*seen, rect_of(seen->size())), reader), ground->size());
        if (stop.stop_requested()) return;
        const EdgeMap edges = find_edges(viewing);
        deliver([this, lengths = lengths_of(edges), drawing = drawing_of(edges)] {
            lengths_ = lengths;
            drawing_ = drawing;
            emit changed();
        });
    });
}

}  // namespace underpaint
