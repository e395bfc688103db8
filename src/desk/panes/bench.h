// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QWidget>
#include <functional>
#include <span>
#include <string>

#include "desk/panes/ladder_face.h"
#include "desk/view/canvas.h"
#include "desk/work/ask_for_file.h"
#include "desk/work/meters.h"
#include "desk/work/session.h"
#include "desk/work/time_keeper.h"
#include "render/probe.h"

namespace underpaint {

/// The objects that every bench works with.
struct Desk {
    Session& session;
    Meters& meters;
    Canvas& canvas;
    AskForFile ask;
    /// The date for a seal made now, as ISO 8601.
    std::function<std::string()> day;
    const TimeKeeper& time;
};

/// Ways to look at a picture otherwise.
enum class Looking { fit, one_to_one, mirror, upend };

/// A key, and what it does.
struct KeyText {
    const char *keys, *does;
};

/// Texts of a bench. Each has one as its `kText`, so that it is known without a desk.
struct BenchText {
    const char* id;  ///< in object names and on the command line
    const char* label;
    const char* about;
    const char* keys_title = "";  ///< of its own keys, in the overview of keys
    std::span<const KeyText> keys = {};
};

/// One working place of the window: what it offers to the panes round the canvas, and what it does
/// when it is entered and left. The window, the tabs, the keys and the command line know nothing
/// else of it.
class Bench : public QObject {
    Q_OBJECT
public:
    /// \param key  its place in the working order, which is the key that enters it
    Bench(const BenchText& text, int key) : text_(text), key_(key) {}

    const BenchText& text() const { return text_; }
    int key() const { return key_; }
    /// Whether a painting that was just begun is to be worked on here.
    virtual bool suits(const Painting&) const { return false; }

    /// Whether there is something to do here without a painting.
    virtual bool works_alone() const { return false; }
    /// Its right side of the window.
    virtual QWidget& sheet() = 0;
    /// The widget in place of the canvas and the findings; null: these stand there.
    virtual QWidget* middle() { return nullptr; }
    /// The widget that can stand in place of the picture and its lenses, above the findings; null:
    /// none.
    virtual QWidget* charts() { return nullptr; }
    /// The side of the seal line that the canvas shows, and so the lenses that there are.
    virtual Stage stage() const { return Stage::colour; }
    virtual LadderFace ladder() const = 0;
    /// Something is done to a handle of that face, or asked for at a step.
    virtual void act_on_ladder(HandleAct, std::size_t, double) {}
    virtual FindingsMeter& findings() const = 0;
    /// Words for a spot of the picture, besides the part it belongs to.
    virtual QString words_for(const Probe&, QPointF) const { return {}; }
    /// Whether steps are said on the scale that the painter chose.
    virtual bool says_chosen_scale() const { return false; }

    virtual void enter() {}
    virtual void leave() {}
    /// Nothing of what it works on beside the interface is still to come.
    virtual bool finished() const { return true; }
    /// Turns to a page of its sheet; false when there is none of that name.
    virtual bool show_page(const QString&) { return false; }
    /// Looks at the widget in place of the canvas through another lens while a key is held.
    virtual void peek(std::optional<Lens>) {}
    /// The same seen larger, or the other way round. False: the canvas does it.
    virtual bool look(Looking) { return false; }
    /// A mend in the list of findings is pointed at; null when it is no longer.
    virtual void point_at(const Mend*) {}

signals:
    void wants_bench(const QString& id);
    void wants_page(const QString& bench, const QString& page);
    void ladder_changed();
    void wants_charts(bool on);
    /// Something to stand under the picture for a while; empty: no longer.
    void said(const QString& words);

private:
    const BenchText& text_;
    int key_;
};

}  // namespace underpaint
