// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/ladder_face.h"
#include "desk/passes/pass_edits.h"
#include "desk/work/ask_for_file.h"

namespace underpaint {

class Canvas;
class StrokeMeter;

/// The objects that an editor works with.
struct EditorDesk {
    PassEdits& edits;
    Canvas& canvas;
    const AskForFile& ask;
    StrokeMeter& strokes;
};

/// Sets the source of the chosen pass. One file for each kind that has more to it than numbers and
/// a colour.
class PassEditor : public QWidget {
    Q_OBJECT
public:
    explicit PassEditor(const EditorDesk& desk) : desk_(desk) {}

    /// The chosen pass, of the kind that it edits, as it is now; also when it comes to be shown.
    virtual void show_pass(const Pass& pass) = 0;
    /// Its pass was just laid: what it is worked with is in the hand from now on. Of most that is
    /// nothing, so that the handles on the canvas can be dragged.
    virtual void begin_by_hand();
    /// Another pass is chosen, or another page: what it took up on the canvas is put down.
    virtual void leave() {}
    /// Adds the editor's handles to the ladder; acts on them.
    virtual void add_to(LadderFace&) const {}
    virtual void act_on_ladder(HandleAct, std::size_t, double) {}
    /// It draws itself what the pass does to values.
    virtual bool plots_values() const { return false; }

signals:
    void ladder_changed();

protected:
    const PassEdits& edits() const { return desk_.edits; }
    Canvas& canvas() const { return desk_.canvas; }
    const AskForFile& ask() const { return desk_.ask; }
    StrokeMeter& strokes() const { return desk_.strokes; }

private:
    EditorDesk desk_;
};

/// The editor for a kind of source. A kind without one does not compile.
PassEditor* editor_for(const Source& source, const EditorDesk& desk);

}  // namespace underpaint
