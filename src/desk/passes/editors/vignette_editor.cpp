// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/vignette_editor.h"

#include <cmath>

#include "desk/view/canvas.h"

namespace underpaint {
namespace {

/// An ellipse of the painting's shape whose share of the way to a corner is that; see Vignette.
QPolygonF ring_at(Size painting, double share) {
    QPolygonF ring = ring_around({0, 0}, share * std::sqrt(0.5));
    for (QPointF& p : ring) p = {(p.x() + 0.5) * painting.width, (p.y() + 0.5) * painting.height};
    return ring;
}

}  // namespace

VignetteEditor::VignetteEditor(const EditorDesk& desk)
    : PlainEditor(desk, tr("Drag its two rings on the picture.")) {
    HandlesTool& handles = canvas().handles();
    connect(&handles, &HandlesTool::handle_dragged, this, &VignetteEditor::drag);
    connect(&handles, &HandlesTool::released, this, [this] { edits().end_gesture(); });
}

void VignetteEditor::drag(std::size_t ring, QPointF to) {
    if (!isVisible() || edits().source<Vignette>() == nullptr) return;
    const Size size = edits().session().document.painting().size();
    const auto share = static_cast<float>(
        std::hypot(to.x() / size.width * 2 - 1, to.y() / size.height * 2 - 1) * std::sqrt(0.5));
    edits().change(
        tr("Move the vignette"),
        [&](Pass& p) {
            auto& vignette = std::get<Vignette>(p.source);
            if (ring == 0)
                vignette.inner = std::min(share, vignette.outer);
            else
                vignette.outer = share;
        },
        QStringLiteral("vignette"));
}

void VignetteEditor::show_pass(const Pass& pass) {
    PlainEditor::show_pass(pass);
    const auto& vignette = std::get<Vignette>(pass.source);
    const Size size = edits().session().document.painting().size();
    CanvasShape shape;
    for (const float share : {vignette.inner, vignette.outer}) {
        const auto s = static_cast<double>(share);
        shape.outlines.push_back(ring_at(size, s));
        // On the way to the corner, where the handle is visible for every share up to 1.
        shape.handles.emplace_back((1 + s) * size.width / 2, (1 + s) * size.height / 2);
    }
    canvas().handles().set_shape(std::move(shape));
}

void VignetteEditor::leave() {
    canvas().handles().set_shape({});
}

}  // namespace underpaint
