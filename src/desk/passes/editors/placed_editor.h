// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/plain_editor.h"

namespace underpaint {

/// A picture laid over the painting: mirrored, upended, turned by quarters; shifted and scaled on
/// the canvas by its corners.
class PlacedEditor : public PlainEditor {
    Q_OBJECT
public:
    explicit PlacedEditor(const EditorDesk& desk);
    void show_pass(const Pass& pass) override;
    void leave() override;

private:
    void change(const QString& what, const std::function<void(Placement&)>& change,
                const QString& gesture = {});
    void drag_corner(std::size_t corner, QPointF to);
    void fit(bool whole);
};

}  // namespace underpaint
