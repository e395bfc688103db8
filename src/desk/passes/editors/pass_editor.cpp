// SPDX-License-Identifier: GPL-3.0-or-later
// Which editor each kind of source has.
#include "desk/passes/editors/pass_editor.h"

#include "desk/passes/editors/curves_editor.h"
#include "desk/passes/editors/glow_editor.h"
#include "desk/passes/editors/gradient_editor.h"
#include "desk/passes/editors/grain_editor.h"
#include "desk/passes/editors/painted_editor.h"
#include "desk/passes/editors/placed_editor.h"
#include "desk/passes/editors/plain_editor.h"
#include "desk/passes/editors/underpaint_editor.h"
#include "desk/passes/editors/vignette_editor.h"
#include "desk/view/canvas.h"

namespace underpaint {
namespace {

struct EditorFor {
    const EditorDesk& desk;

    PassEditor* operator()(const Tint&) const { return new PlainEditor(desk); }
    PassEditor* operator()(const Painted&) const { return new PaintedEditor(desk); }
    PassEditor* operator()(const GradientMap&) const { return new GradientEditor(desk); }
    PassEditor* operator()(const Placed&) const { return new PlacedEditor(desk); }
    PassEditor* operator()(const Curve&) const { return new CurvesEditor(desk); }
    PassEditor* operator()(const Underpaint&) const { return new UnderpaintEditor(desk); }
    PassEditor* operator()(const Grain&) const { return new GrainEditor(desk); }
    PassEditor* operator()(const Glow&) const { return new GlowEditor(desk); }
    PassEditor* operator()(const Vignette&) const { return new VignetteEditor(desk); }
    PassEditor* operator()(const Sharpness&) const { return new PlainEditor(desk); }
};

}  // namespace

void PassEditor::begin_by_hand() {
    canvas().put_down();
}

PassEditor* editor_for(const Source& source, const EditorDesk& desk) {
    return std::visit(EditorFor{desk}, source);
}

}  // namespace underpaint
