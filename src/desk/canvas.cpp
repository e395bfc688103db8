// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/canvas.h"

#include <cmath>

#include "desk/look.h"
#include "render/view.h"

namespace underpaint {

Canvas::Canvas(Session& session, const ValuesMeter& values, QWidget* parent)
    : QWidget(parent),
      session_(session),
      focus_meter_(session, values),
      edge_meter_(session, values),
      focus_tool_(session, transform_),
      brush_(session, transform_) {
    setObjectName(QStringLiteral("canvas"));
    setAccessibleName(tr("The painting"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(scaled(240), scaled(180));
    transform_.set_margin(scaled(22));
    connect(&projector_, &Projector::shown, this, &Canvas::take);
    connect(&edge_meter_, &EdgeMeter::changed, this, qOverload<>(&QWidget::update));
    connect(&focus_meter_, &FocusMeter::changed, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::begun, this, &Canvas::begin_painting);
    connect(&session_, &Session::painting_changed, this, &Canvas::take_change);
    connect(&session_, &Session::moment_changed, this, [this] {
        show_only(nullptr);
        refresh();
    });
    connect(&session_, &Session::reader_changed, this, &Canvas::refresh);
    connect(&session_, &Session::surround_changed, this, [this] {
        if (only_) veil_ = Veil(*only_, *session_.shown().ground(), session_.surround());
        update();
    });
    for (const auto changed : {&Session::stage_changed, &Session::comparison_changed})
        connect(&session_, changed, this, [this] {
            show_only(nullptr);
            refresh();
        });
}

void Canvas::begin_painting() {
    put_down();
    show_only(nullptr);
    seen_.reset();
    shown_looks_.reset();
    transform_.set_picture(session_.painting().size());
    transform_.set_canvas(size());
}

void Canvas::take_change() {
    if (transform_.picture() != session_.painting().size()) {
        put_down();
        show_only(nullptr);
        seen_.reset();
        shown_looks_.reset();
        transform_.set_picture(session_.painting().size());
        transform_.set_canvas(size());
    }
    if (shown_looks_ == looks()) return update();
    refresh();
}

Canvas::Looks Canvas::looks() const {
    const Painting& shown = session_.shown();
    Looks looks{shown.ground(), shown.passes, {}, {}, {}};
    for (const Part& part : shown.parts) looks.masks.push_back(part.mask);
    const Lens lens = peeked_.value_or(sight_.lens);
    if (lens == Lens::extremes) looks.foci = shown.plan.foci;
    if (shapes_of(lens) || lens == Lens::twin) looks.splits = shown.plan.splits;
    return looks;
}

void Canvas::set_lens(Lens lens) {
    if (lens == sight_.lens) return;
    sight_.lens = lens;
    emit lens_changed();
    refresh();
}

void Canvas::peek(std::optional<Lens> lens) {
    if (peeked_ == lens) return;
    peeked_ = lens;
    refresh();
}

void Canvas::end_peeks() {
    peek(std::nullopt);
    peek_before(false);
}

void Canvas::peek_before(bool held) {
    if (peek_before_ == held) return;
    peek_before_ = held;
    refresh();
}

void Canvas::set_twin(Lens left, Lens right) {
    sight_.left = left;
    sight_.right = right;
    refresh();
}

Sight Canvas::wanted_sight() const {
    Sight sight = sight_;
    sight.upto = session_.shown_upto();
    sight.reader = session_.reader();
    if (across_room_) sight.squint = 0;  // the distance alone does it
    if (session_.comparison() && sight.lens != Lens::drift) {
        sight.lens = Lens::twin;
        sight.left = Lens::seal, sight.right = Lens::grey;
    }
    if (peeked_) sight.lens = *peeked_;
    if (peek_before_ && sight.upto > 0) --sight.upto;
    return sight;
}

void Canvas::refresh() {
    if (!session_.has_painting()) return;
    const View view = transform_.view_for(devicePixelRatioF());
    if (view.area.empty()) return update();
    shown_looks_ = looks();
    Sight sight = wanted_sight();
    // The values have no seal of their own; a glance at it is one below the seal line.
    const bool at_seal = peeked_ == Lens::seal && session_.painting().sealed();
    if (at_seal) sight.upto = 0;
    projector_.show(at_seal ? session_.painting() : session_.shown(), sight, view);
}

void Canvas::take(const Seen& seen, Lens lens) {
    seen_ = seen;
    seen_lens_ = lens;
    update();
}

void Canvas::show_only(const SharedPicture& mask) {
    if (mask == only_) return;
    only_ = mask;
    veil_ = mask ? Veil(*mask, *session_.shown().ground(), session_.surround()) : Veil();
    emit shown_only_changed();
    update();
}

bool Canvas::show_everything() {
    if (!only_ && !session_.comparison()) return false;
    show_only(nullptr);
    session_.compare(std::nullopt);
    return true;
}

// --- tools

void Canvas::take_up(Tool tool) {
    if (!session_.has_painting()) tool = Tool::none;
    if (tool == tool_) return;
    if (tool_ == Tool::brush) brush_.release();
    tool_ = tool;
    drag_ = Drag::none;
    outline_.clear();
    if (tool != Tool::none) {
        focus_tool_.cancel_placing();
        setFocus();
    }
    tool == Tool::none ? unsetCursor() : setCursor(Qt::CrossCursor);
    emit tool_changed();
    update();
}

void Canvas::finish_outline() {
    if (tool_ != Tool::outline || outline_.size() < 3) return;
    const auto points = std::move(outline_);
    put_down();
    emit outlined(points);
}

void Canvas::add_point(QPointF at) {
    const QPointF p = transform_.to_picture(at);
    outline_.push_back({p.x(), p.y()});
    update();
}

// --- foci and squinting

void Canvas::set_focus_editing(bool on) {
    editing_foci_ = on;
    if (!on) focus_tool_.cancel_placing();
    update();
}

void Canvas::begin_placing_focus() {
    put_down();
    focus_tool_.begin_placing();
    setFocus();
    emit placing_changed();
}

void Canvas::set_squint(double share) {
    if (sight_.squint == share) return;
    sight_.squint = share;
    refresh();
}

void Canvas::set_across_room(bool on) {
    across_room_ = on;
    refresh();
    update();
}

// --- view

void Canvas::fit() {
    transform_.fit();
    refresh();
    update();
}

void Canvas::one_to_one() {
    transform_.zoom_about(last_.isNull() ? QPointF(width() / 2.0, height() / 2.0) : last_,
                          1 / devicePixelRatioF());
    refresh();
    update();
}

void Canvas::mirror() {
    transform_.mirror();
    refresh();
    update();
}

void Canvas::upend() {
    transform_.upend();
    refresh();
    update();
}

}  // namespace underpaint
