// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/canvas.h"

#include <algorithm>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "render/view.h"

namespace underpaint {

Canvas::Canvas(Session& session, Meters& meters, QWidget* parent)
    : QWidget(parent),
      session_(session),
      drawer_(meters),
      meters_(meters),
      outline_(transform_),
      pick_(transform_),
      brush_(session, transform_),
      foci_(session, transform_, meters.foci),
      handles_(transform_) {
    setObjectName(QStringLiteral("canvas"));
    setAccessibleName(tr("The painting"));
    set_accessible_role(*this, QAccessible::Graphic);
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(scaled(240), scaled(180));
    transform_.set_margin(scaled(22));
    connect(&projector_, &Projector::shown, this, &Canvas::take);
    connect(&projector_, &Projector::caught_up, this, [this] { frame_due_.reset(); });
    connect(&drawer_, &LensDrawer::drawn, this, qOverload<>(&QWidget::update));
    connect(&meters_.foci, &FocusMeter::changed, this, qOverload<>(&QWidget::update));
    connect(&foci_, &FocusTool::placing_changed, this, &Canvas::placing_changed);
    connect(&handles_, &HandlesTool::shape_changed, this, qOverload<>(&QWidget::update));
    for (const CanvasTool* tool : tools_)
        if (tool != nullptr) connect(tool, &CanvasTool::done, this, &Canvas::put_down);
    connect(&session_.document, &Document::begun, this, &Canvas::begin_painting);
    connect(&session_.document, &Document::changed, this, &Canvas::take_change);
    const auto look_elsewhere = [this] {
        show_only(nullptr);
        refresh();
    };
    session_.when(this, look_elsewhere, &Outlook::moment_changed, &Outlook::stage_changed,
                  &Outlook::comparison_changed);
    connect(&session_.choices, &Choices::reader_changed, this, &Canvas::refresh);
    connect(&session_.paper, &PaperChoice::changed, this, &Canvas::refresh);
    connect(&session_.choices, &Choices::surround_changed, this, [this] {
        if (only_)
            veil_ = Veil(*only_, *session_.outlook.shown().picture.ground(),
                         session_.choices.surround());
        update();
    });
}

void Canvas::begin_painting() {
    put_down();
    sight_.left.moment = sight_.right.moment = std::nullopt;
    handles_.set_shape({});
    show_only(nullptr);
    set_ghost({});
    seen_.reset();
    shown_looks_.reset();
    transform_.set_picture(session_.document.painting().size());
    transform_.set_canvas(size());
}

void Canvas::take_change() {
    if (transform_.picture() != session_.document.painting().size()) {
        put_down();
        show_only(nullptr);
        seen_.reset();
        shown_looks_.reset();
        transform_.set_picture(session_.document.painting().size());
        transform_.set_canvas(size());
    }
    if (shown_looks_ == looks()) return update();
    refresh();
}

Canvas::Looks Canvas::looks() const {
    const Painting& shown = session_.outlook.shown().picture;
    Looks looks{shown.ground(), shown.passes, shown.groups, {}, {}, {}, {}};
    for (const Part& part : shown.parts) looks.masks.push_back(part.mask);
    const LensRecord& lens = record_of(peeked_.value_or(sight_.lens));
    if (lens.heeds_foci) looks.foci = shown.plan.foci;
    if (lens.heeds_tubes) looks.tubes = shown.palette.tubes;
    if (lens.heeds_splits) looks.splits = shown.plan.splits;
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

void Canvas::set_twin(const TwinSide& left, const TwinSide& right) {
    sight_.left = left;
    sight_.right = right;
    refresh();
}

Sight Canvas::wanted_sight() const {
    Sight sight = sight_;
    sight.upto = session_.outlook.shown().upto;
    sight.reader = session_.choices.reader();
    sight.paper = session_.paper.proof();
    if (across_room_) sight.squint = 0;  // the distance takes the place of squinting
    if (session_.outlook.comparison() && sight.lens != Lens::drift) {
        // Seals are grey and are compared in grey, finished pictures in colour.
        const bool colour =
            has_colour(session_.outlook.comparison()->painting.underpaint->base().channels());
        sight.lens = Lens::twin;
        sight.left = colour ? TwinSide{Lens::colour, 0} : TwinSide{Lens::seal, {}};
        sight.right = {colour ? Lens::colour : Lens::grey, {}};
    }
    // A state that no longer exists is replaced by the last one.
    for (TwinSide* side : {&sight.left, &sight.right})
        if (side->moment)
            side->moment = std::min(*side->moment, session_.outlook.shown().picture.passes.size());
    if (peeked_) sight.lens = *peeked_;
    if (peek_before_ && session_.outlook.stage() == Stage::colour)
        sight.upto = session_.outlook.moment_before();
    return sight;
}

/// What is shown, for those who do not see it.
void Canvas::say() {
    const Painting& painting = session_.document.painting();
    const auto& outlook = session_.outlook;
    const QString moment = outlook.stage() == Stage::values ? tr("the values")
                           : outlook.moment() == 0          ? tr("as sealed")
                                                   : tr("after pass %1").arg(outlook.moment());
    QStringList parts;
    for (const Part& part : painting.parts) parts << shown(part.name);
    QString said = tr("%1, %2 by %3 pixels, %4, seen as %5.")
                       .arg(shown(painting.name))
                       .arg(painting.size().width)
                       .arg(painting.size().height)
                       .arg(moment, tr(record_of(sight_.lens).label).toLower());
    if (!parts.isEmpty()) said += tr(" Parts: %1.").arg(parts.join(QStringLiteral(", ")));
    set_accessible_text(*this, said);
}

void Canvas::refresh() {
    if (!session_.document.has_painting()) return;
    say();
    meters_.strokes.set_wanted(this, record_of(peeked_.value_or(sight_.lens)).heeds_strokes);
    const View view = transform_.view_for(devicePixelRatioF());
    if (view.area.empty()) return update();
    shown_looks_ = looks();
    Sight sight = wanted_sight();
    // Value passes have no seal of their own: peeking at the seal shows the one below the seal
    // line.
    const bool at_seal = peeked_ == Lens::seal && session_.document.painting().sealed();
    if (at_seal) sight.upto = 0;
    drawer_.set_lens(sight.lens);
    if (!frame_due_) frame_due_.emplace(WorkService::of_the_desk());
    projector_.show(at_seal ? session_.document.painting() : session_.outlook.shown().picture,
                    sight, view);
}

void Canvas::take(const Seen& seen, Lens lens) {
    seen_ = seen;
    seen_lens_ = lens;
    foci_.show_all_rivals(lens == Lens::pull);
    update();
}

void Canvas::show_only(const SharedPicture& mask) {
    if (mask == only_) return;
    only_ = mask;
    veil_ =
        mask ? Veil(*mask, *session_.outlook.shown().picture.ground(), session_.choices.surround())
             : Veil();
    emit shown_only_changed();
    update();
}

void Canvas::set_ghost(const QImage& picture) {
    ghost_ = picture;
    update();
    emit ghost_changed();
}

QImage Canvas::chosen_thumbnail() const {
    if (!session_.document.has_painting()) return {};
    const Brief& brief = session_.document.painting().brief;
    const auto* seen = brief.chosen ? meters_.brief.seen(brief.thumbnails[*brief.chosen]) : nullptr;
    return seen != nullptr ? seen->image : QImage();
}

bool Canvas::show_everything() {
    if (!only_ && !session_.outlook.comparison() && !has_ghost()) return false;
    show_only(nullptr);
    set_ghost({});
    session_.outlook.compare(std::nullopt);
    return true;
}

// --- tools

void Canvas::take_up(Tool tool) {
    if (!session_.document.has_painting()) tool = Tool::none;
    if (tool == tool_) return;
    if (CanvasTool* before = in_hand()) before->put_down();
    tool_ = tool;
    drag_ = Drag::none;
    if (tool != Tool::none) {
        foci_.cancel_placing();
        setFocus();
    }
    tool == Tool::none ? unsetCursor() : setCursor(Qt::CrossCursor);
    emit tool_changed();
    update();
}

// --- foci and squinting

void Canvas::set_focus_editing(bool on) {
    foci_.set_editing(on);
    update();
}

void Canvas::begin_placing_focus() {
    put_down();
    foci_.begin_placing();
    setFocus();
}

void Canvas::set_squint(double share) {
    if (sight_.squint == share) return;
    sight_.squint = share;
    refresh();
}

void Canvas::set_severity(float severity) {
    if (sight_.severity == severity) return;
    sight_.severity = severity;
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
