// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>
#include <vector>

#include "desk/view/lens_drawer.h"
#include "desk/view/projector.h"
#include "desk/view/tools/brush_tool.h"
#include "desk/view/tools/focus_tool.h"
#include "desk/view/tools/handles_tool.h"
#include "desk/view/tools/outline_tool.h"
#include "desk/view/tools/pick_tool.h"
#include "desk/view/veil.h"
#include "desk/view/view_transform.h"
#include "desk/work/meters.h"
#include "desk/work/session.h"

namespace underpaint {

/// The painting, through a lens. Answers at once with what it has, asks for the rest and drops what
/// is outdated. The wheel zooms about the pointer, dragging moves, dragging the seam moves the
/// seam. What the left button does otherwise is for the tool in hand, or else for the handles of
/// the chosen pass and for the foci where they can be changed.
class Canvas : public QWidget {
    Q_OBJECT
public:
    Canvas(Session& session, Meters& meters, QWidget* parent = nullptr);

    Lens lens() const { return sight_.lens; }
    void set_lens(Lens lens);
    /// The lens while a key is held; nothing when it is let go.
    void peek(std::optional<Lens> lens);
    /// Shows the state before the chosen pass while held.
    void peek_before(bool held);
    /// Ends all peeks, as if every key were released.
    void end_peeks();
    void set_twin(const TwinSide& left, const TwinSide& right);
    const TwinSide& twin_left() const { return sight_.left; }
    const TwinSide& twin_right() const { return sight_.right; }
    /// Shows what a mask covers; the rest goes to a grey and loses its contrast. Null shows
    /// everything again. The mask is of the whole picture, of any size.
    void show_only(const SharedPicture& mask);
    /// Whether something was shown by itself, or beside another, that is so no longer.
    bool show_everything();
    const SharedPicture& shown_only() const { return only_; }

    enum class Tool { none, outline, pick, brush };
    Tool tool() const { return tool_; }
    void take_up(Tool tool);
    void put_down() { take_up(Tool::none); }
    OutlineTool& outline() { return outline_; }
    PickTool& pick() { return pick_; }
    BrushTool& brush() { return brush_; }
    HandlesTool& handles() { return handles_; }

    /// Foci can be moved, resized and placed, and their rivals are shown.
    void set_focus_editing(bool on);
    void begin_placing_focus();
    bool placing_focus() const { return foci_.placing(); }

    /// Another picture of the same arrangement, laid thinly over the painting; null takes it away.
    void set_ghost(const QImage& picture);
    bool has_ghost() const { return !ghost_.isNull(); }
    /// The thumbnail that was chosen; null when there is none.
    QImage chosen_thumbnail() const;

    double squint() const { return sight_.squint; }
    void set_squint(double share);
    /// Severity of the lens of other eyes, 0..1.
    float severity() const { return sight_.severity; }
    void set_severity(float severity);
    /// The picture as small as from across a room.
    void set_across_room(bool on);
    bool across_room() const { return across_room_; }

    void fit();
    void one_to_one();
    void mirror();
    void upend();
    const ViewTransform& transform() const { return transform_; }
    /// Whether what is on screen is what was last asked for.
    bool settled() const { return projector_.settled() && drawer_.finished(); }
    /// For what the screen needs and how much memory may be kept.
    Projector& projector() { return projector_; }
    void refresh();

signals:
    void lens_changed();
    /// In pixels of the picture; inside is false when the pointer has left it.
    void pointed(QPointF picture, bool inside);
    void tool_changed();
    /// C was pressed over the picture with no tool in hand; in its pixels.
    void takes_colour(QPointF picture);
    void shown_only_changed();
    void placing_changed();
    void ghost_changed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void tabletEvent(QTabletEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    void begin_painting();
    void take_change();
    void say();
    void take(const Seen& seen, Lens lens);
    Sight wanted_sight() const;
    double seam_x() const;
    bool over_seam(QPointF at) const;
    Qt::CursorShape cursor_over(QPointF at) const;
    QRectF on_device_pixels(const QRectF& place, QSize image) const;
    void draw_picture(QPainter& painter) const;
    void draw_from_afar(QPainter& painter, const QRectF& place) const;
    void draw_ghost(QPainter& painter) const;
    void draw_only(QPainter& painter) const;
    void draw_note(QPainter& painter) const;
    void draw_compared(QPainter& painter) const;
    void draw_seam(QPainter& painter) const;
    QPointF to_unit(QPointF at) const;
    void point(QPointF at);
    /// Null: none.
    CanvasTool* in_hand() const { return tools_[static_cast<std::size_t>(tool_)]; }
    bool key(const QKeyEvent& event);
    PointerAt pointer() const { return {last_, underMouse(), size()}; }

    Session& session_;
    Projector projector_;
    LensDrawer drawer_;
    std::optional<WorkService::FrameDue> frame_due_;
    ViewTransform transform_;
    Sight sight_;
    std::optional<Lens> peeked_;
    bool peek_before_ = false;
    /// The inputs of the canvas's pixels; foci and splits only where the lens shows them.
    struct Looks {
        SharedPicture ground;
        std::vector<Pass> passes;
        std::vector<Group> groups;
        std::vector<SharedPicture> masks;
        std::vector<Focus> foci;
        ShapeSplits splits;
        TubeSet tubes;
        friend bool operator==(const Looks&, const Looks&) = default;
    };
    Looks looks() const;
    std::optional<Looks> shown_looks_;
    std::optional<Seen> seen_;
    Lens seen_lens_ = Lens::colour;

    double seam_ = 0.5;  // across the picture
    Meters& meters_;
    bool across_room_ = false;
    SharedPicture only_;
    Veil veil_;  // over all but that
    QImage ghost_;
    OutlineTool outline_;
    PickTool pick_;
    BrushTool brush_;
    FocusTool foci_;
    HandlesTool handles_;
    const std::array<CanvasTool*, 4> tools_{nullptr, &outline_, &pick_, &brush_};  // by Tool
    Tool tool_ = Tool::none;
    /// The action of the pressed button; for `tool` also whose: the tool in hand, the handles or
    /// the foci.
    enum class Drag { none, pan, seam, tool } drag_ = Drag::none;
    CanvasTool* dragged_ = nullptr;
    QPointF last_;
};

}  // namespace underpaint
