// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/glow_editor.h"

#include <cmath>

#include "desk/view/canvas.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

enum Handle : std::size_t { kMiddle, kRim, kCore };

}  // namespace

GlowEditor::GlowEditor(const EditorDesk& desk)
    : PlainEditor(desk, tr("Drag its middle, its rim and its core on the picture.")) {
    HandlesTool& handles = canvas().handles();
    connect(&handles, &HandlesTool::handle_dragged, this, [this](std::size_t handle, QPointF to) {
        change([&](Glow& glow) {
            const double away = std::hypot(to.x() - glow.centre.x, to.y() - glow.centre.y);
            if (handle == kMiddle) glow.centre = {to.x(), to.y()};
            if (handle == kRim) glow.radius = static_cast<float>(away);
            if (handle == kCore) glow.core = static_cast<float>(away) / glow.radius;
        });
    });
    connect(&handles, &HandlesTool::moved_by, this, [this](QPointF by) {
        change([&](Glow& glow) { glow.centre.x += by.x(), glow.centre.y += by.y(); });
    });
    connect(&handles, &HandlesTool::released, this, [this] { edits().end_gesture(); });
}

/// Only of the pass that it shows: handles are there for other editors too.
void GlowEditor::change(const std::function<void(Glow&)>& change) {
    if (!isVisible() || edits().source<Glow>() == nullptr) return;
    edits().change(
        tr("Move the glow"), [&](Pass& p) { change(std::get<Glow>(p.source)); },
        QStringLiteral("glow"));
}

void GlowEditor::show_pass(const Pass& pass) {
    PlainEditor::show_pass(pass);
    const auto& glow = std::get<Glow>(pass.source);
    const QPointF centre(glow.centre.x, glow.centre.y);
    const auto radius = static_cast<double>(glow.radius);
    const double core = radius * static_cast<double>(glow.core);
    CanvasShape shape{{ring_around(centre, radius)},
                      {centre, centre + QPointF(radius, 0), centre - QPointF(0, core)}};
    if (core > 0) shape.outlines.push_back(ring_around(centre, core));
    canvas().handles().set_shape(std::move(shape));
}

void GlowEditor::leave() {
    canvas().handles().set_shape({});
}

}  // namespace underpaint
