// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/placed_editor.h"

#include <QVBoxLayout>
#include <cmath>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/view/canvas.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

/// Where it lies, in pixels of the painting.
QRectF place_of(const Placed& placed) {
    const Placement& p = placed.placement;
    QSizeF size(placed.pixels->size().width, placed.pixels->size().height);
    if (p.quarter_turns % 2 != 0) size.transpose();
    return {QPointF(p.x, p.y), size * p.scale};
}

}  // namespace

PlacedEditor::PlacedEditor(const EditorDesk& desk)
    : PlainEditor(desk, tr("Drag it on the picture, or a corner to scale it.")) {
    const auto button = [&](const char* name, const QString& label, const QString& about,
                            const std::function<void(Placement&)>& act) {
        auto* result = action_button(name, label, about);
        connect(result, &QPushButton::clicked, this, [this, about, act] { change(about, act); });
        return result;
    };
    auto* mirror = button("placed_mirror", tr("Mirror"), tr("Mirror the picture"),
                          [](Placement& p) { p.mirrored = !p.mirrored; });
    auto* upend = button("placed_upend", tr("Upend"), tr("Upend the picture"),
                         [](Placement& p) { p.upended = !p.upended; });
    auto* turn = button("placed_turn", tr("Turn"), tr("Turn the picture by a quarter"),
                        [](Placement& p) { p.quarter_turns = (p.quarter_turns + 1) % 4; });
    auto* inside = action_button("placed_inside", tr("All of it"), tr("As large as fits inside"));
    auto* cover = action_button("placed_cover", tr("Cover"), tr("As large as it takes to cover"));
    connect(inside, &QPushButton::clicked, this, [this] { fit(true); });
    connect(cover, &QPushButton::clicked, this, [this] { fit(false); });
    more().addLayout(button_row({mirror, upend, turn, inside, cover}));

    HandlesTool& handles = canvas().handles();
    connect(&handles, &HandlesTool::handle_dragged, this, &PlacedEditor::drag_corner);
    connect(&handles, &HandlesTool::moved_by, this, [this](QPointF by) {
        change(
            tr("Move the picture"), [&](Placement& p) { p.x += by.x(), p.y += by.y(); },
            QStringLiteral("placed"));
    });
    connect(&handles, &HandlesTool::released, this, [this] { edits().end_gesture(); });
}

void PlacedEditor::change(const QString& what, const std::function<void(Placement&)>& change,
                          const QString& gesture) {
    if (!isVisible() || edits().source<Placed>() == nullptr) return;
    edits().change(
        what, [&](Pass& p) { change(std::get<Placed>(p.source).placement); }, gesture);
}

/// The corner across from it stays where it is.
void PlacedEditor::drag_corner(std::size_t corner, QPointF to) {
    const auto* placed = edits().source<Placed>();
    if (placed == nullptr) return;
    const QRectF place = place_of(*placed);
    const QPointF corners[] = {place.topLeft(), place.topRight(), place.bottomRight(),
                               place.bottomLeft()};
    const QPointF fixed = corners[(corner + 2) % 4], was = corners[corner] - fixed, is = to - fixed;
    const double by =
        std::max(std::abs(is.x()) / std::abs(was.x()), std::abs(is.y()) / std::abs(was.y()));
    const double scale =
        static_cast<double>(kPlacedScale.clamp(static_cast<float>(placed->placement.scale * by)));
    const double grown = scale / placed->placement.scale;
    change(
        tr("Scale the picture"),
        [&](Placement& p) {
            p.x = fixed.x() + std::min(0.0, was.x() * grown);
            p.y = fixed.y() + std::min(0.0, was.y() * grown);
            p.scale = scale;
        },
        QStringLiteral("placed"));
}

void PlacedEditor::fit(bool whole) {
    const auto* placed = edits().source<Placed>();
    if (placed == nullptr) return;
    const Size size = edits().session().document.painting().size();
    QSizeF own = place_of(*placed).size() / placed->placement.scale;
    const double across = size.width / own.width(), down = size.height / own.height();
    const double scale = whole ? std::min(across, down) : std::max(across, down);
    change(whole ? tr("All of the picture") : tr("Cover with the picture"), [&](Placement& p) {
        p.scale = scale;
        p.x = (size.width - own.width() * scale) / 2;
        p.y = (size.height - own.height() * scale) / 2;
    });
}

void PlacedEditor::show_pass(const Pass& pass) {
    PlainEditor::show_pass(pass);
    const QRectF place = place_of(std::get<Placed>(pass.source));
    const QPolygonF outline{
        {place.topLeft(), place.topRight(), place.bottomRight(), place.bottomLeft()}};
    canvas().handles().set_shape({{outline}, {outline.begin(), outline.end()}});
}

void PlacedEditor::leave() {
    canvas().handles().set_shape({});
}

}  // namespace underpaint
