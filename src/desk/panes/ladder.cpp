// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/ladder.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <utility>

#include "desk/kit/accessible.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "painting/changes.h"

namespace underpaint {

Ladder::Ladder(Session& session, const FocusMeter& foci, QWidget* parent)
    : QWidget(parent), session_(session), foci_(foci) {
    setObjectName(QStringLiteral("ladder"));
    setAccessibleName(tr("Value ladder"));
    // Assistive tools read the line that the arrow keys move, if there is one.
    const auto chosen = [this] {
        const auto all = lines();
        for (const Line& line : all)
            if (is_chosen(line)) return line.step;
        return all.empty() ? 5.0 : all.front().step;
    };
    const auto set = [this](double step) {
        if (!chosen_ && !lines().empty()) choose(lines().front());
        if (chosen_) move(*chosen_, step);
    };
    set_accessible_figure(*this,
                          {chosen, set, 1, 9, 0.1, [this] { return accessibleDescription(); }});
    setFixedWidth(scaled(132));
    session_.when(this, &Ladder::take_face, &Document::begun, &Document::changed,
                  &Outlook::moment_changed, &Choices::scale_changed);
    connect(&session_.screen, &ScreenInUse::changed, this, &Ladder::take_face);
    connect(&foci_, &FocusMeter::changed, this, qOverload<>(&QWidget::update));
}

void Ladder::set_bench(Bench& bench) {
    if (bench_ != nullptr) disconnect(bench_, nullptr, this, nullptr);
    bench_ = &bench;
    connect(bench_, &Bench::ladder_changed, this, &Ladder::take_face);
    chosen_.reset();
    take_face();
    setCursor(Qt::ArrowCursor);
}

void Ladder::take_face() {
    if (bench_ != nullptr) face_ = bench_->ladder();
    setFocusPolicy(face_.moves() ? Qt::StrongFocus : Qt::NoFocus);
    setMouseTracking(face_.moves());
    if (const ScreenCheck* check = session_.screen.check())
        face_.about += tr(". Dots: where this screen tells no steps apart, below %1 and above %2")
                           .arg(check->darkest(), 0, 'f', 1)
                           .arg(check->lightest(), 0, 'f', 1);
    setToolTip(face_.about);
    for (std::size_t i = 0; i < face_.handles.size(); ++i)
        if (face_.handles[i].chosen) chosen_ = {Line::Kind::handle, i, face_.handles[i].step};
    say_face();
    update();
}

/// The figures and distributions in words.
void Ladder::say_face() {
    QStringList said;
    for (const LadderFigure& figure : face_.figures)
        said << tr("%1: %2").arg(figure.label, figure.value);
    for (const auto& [side, steps] :
         {std::pair(face_.left, face_.filled), {face_.right, face_.outlined}}) {
        if (steps == nullptr) continue;
        QStringList shares;
        for (int step = 9; step >= 1; --step)
            shares << tr("step %1 %2%")
                          .arg(step)
                          .arg(qRound(
                              100 * steps->share_between(step - 0.5, step == 9 ? 10 : step + 0.5)));
        said << tr("%1: %2").arg(side.isEmpty() ? tr("values") : side,
                                 shares.join(QStringLiteral(", ")));
    }
    for (const Line& line : lines())
        said << tr("line at %1").arg(step_in_words(std::round(line.step * 10) / 10));
    if (session_.screen.check() != nullptr) said << face_.about;
    set_accessible_text(*this, said.join(QStringLiteral("; ")));
    tell_figure_changed(*this);
}

void Ladder::set_pointer(std::optional<double> step) {
    if (pointer_ == step) return;
    pointer_ = step;
    update();
}

QSize Ladder::sizeHint() const {
    return {scaled(132), scaled(600)};
}

QRectF Ladder::scale_rect() const {
    const double top = scaled(30), bottom = height() - scaled(168);
    return {double(scaled(46)), top, double(scaled(34)), std::max(90.0, bottom - top)};
}

int Ladder::cells() const {
    return face_.scale == ValueScale::one_to_nine ? 9 : 11;
}

/// The cells are the whole steps; a step of 5 stands in the middle of its cell.
double Ladder::y_of(double step) const {
    const QRectF place = scale_rect();
    const double below = on_scale(step, face_.scale) - shape_of(face_.scale).first + 0.5;
    return place.bottom() - std::clamp(below / cells(), 0.0, 1.0) * place.height();
}

double Ladder::step_at(double y) const {
    const QRectF place = scale_rect();
    const double below = cells() * (place.bottom() - y) / place.height();
    return from_scale(below - 0.5 + shape_of(face_.scale).first, face_.scale);
}

// --- the plan

void Ladder::set_shapes(std::optional<ShapeCount> count) {
    shapes_ = count;
    chosen_.reset();
    if (const auto all = lines(); count && !all.empty()) chosen_ = all.front();
    update();
}

const Splits* Ladder::splits() const {
    if (!shapes_ || !face_.plans || !session_.document.has_painting()) return nullptr;
    return &session_.document.painting().plan.splits.of(*shapes_);
}

/// Splits first, from the darkest up; then the ends of the range, where one is planned.
std::vector<Ladder::Line> Ladder::lines() const {
    std::vector<Line> all;
    for (std::size_t i = 0; i < face_.handles.size(); ++i)
        all.push_back({Line::Kind::handle, i, face_.handles[i].step});
    if (!face_.plans || !session_.document.has_painting()) return all;
    if (const Splits* at = splits())
        for (std::size_t i = 0; i < at->size(); ++i)
            all.push_back({Line::Kind::split, i, (*at)[i]});
    if (const auto& range = session_.document.painting().plan.range) {
        all.push_back({Line::Kind::darkest, 0, range->darkest});
        all.push_back({Line::Kind::lightest, 0, range->lightest});
    }
    return all;
}

std::optional<Ladder::Line> Ladder::line_near(QPointF at) const {
    if (at.x() < scale_rect().left()) return std::nullopt;
    std::optional<Line> nearest;
    double least = scaled(9);
    for (const Line& line : lines())
        if (const double away = std::abs(y_of(line.step) - at.y()); away < least)
            least = away, nearest = line;
    return nearest;
}

void Ladder::choose(const Line& line) {
    chosen_ = line;
    if (line.kind == Line::Kind::handle)
        bench_->act_on_ladder(HandleAct::choose, line.index, line.step);
    update();
}

bool Ladder::is_chosen(const Line& line) const {
    return chosen_ == line && (dragging_ || hasFocus());
}

void Ladder::move(const Line& line, double step) {
    switch (line.kind) {
        case Line::Kind::split: return move_split(line.index, step);
        case Line::Kind::darkest:
        case Line::Kind::lightest: return move_range(line.kind, step);
        case Line::Kind::handle: return bench_->act_on_ladder(HandleAct::move, line.index, step);
    }
}

/// No split passes another.
void Ladder::move_split(std::size_t index, double step) {
    Splits all = *splits();
    const double low = index > 0 ? all[index - 1] + kLeastShape : 1 + kLeastShape;
    const double high = index + 1 < all.size() ? all[index + 1] - kLeastShape : 9 - kLeastShape;
    all[index] = std::clamp(step, low, std::max(low, high));
    session_.document.change(tr("Move a split"),
                             with_splits(session_.document.painting(), *shapes_, all),
                             QStringLiteral("split %1").arg(index));
}

void Ladder::move_range(Line::Kind end, double step) {
    constexpr double least_width = 0.5;
    Plan plan = session_.document.painting().plan;
    Range& range = *plan.range;
    if (end == Line::Kind::darkest)
        range.darkest = std::clamp(step, 1.0, std::max(1.0, range.lightest - least_width));
    else
        range.lightest = std::clamp(step, std::min(9.0, range.darkest + least_width), 9.0);
    session_.document.change(tr("Plan a range"),
                             with_plan(session_.document.painting(), std::move(plan)),
                             QStringLiteral("range"));
}

void Ladder::mousePressEvent(QMouseEvent* event) {
    const auto near = line_near(event->position());
    if (event->button() != Qt::LeftButton) return;
    if (near) {
        choose(*near);
        dragging_ = true;
    } else if (face_.asks && !lines().empty()) {
        choose(lines().front());
        dragging_ = true;
        move(*chosen_, step_at(event->position().y()));
    }
}

/// Beside the handles there are a double click asks for one more.
void Ladder::mouseDoubleClickEvent(QMouseEvent* event) {
    if (line_near(event->position()) || !face_.strip ||
        event->position().x() < scale_rect().right())
        return mousePressEvent(event);
    bench_->act_on_ladder(HandleAct::add, 0, step_at(event->position().y()));
}

void Ladder::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_)
        move(*chosen_, step_at(event->position().y()));
    else
        setCursor(line_near(event->position()) ? Qt::SizeVerCursor : Qt::ArrowCursor);
}

void Ladder::mouseReleaseEvent(QMouseEvent*) {
    if (!std::exchange(dragging_, false)) return;
    session_.document.end_gesture();
    if (chosen_ && chosen_->kind == Line::Kind::handle)
        bench_->act_on_ladder(HandleAct::release, chosen_->index, chosen_->step);
    update();
}

void Ladder::keyPressEvent(QKeyEvent* event) {
    const std::vector<Line> all = lines();
    if (all.empty()) return QWidget::keyPressEvent(event);
    const auto found = chosen_ ? std::ranges::find(all, *chosen_) : all.end();
    const auto place = static_cast<std::size_t>(found - all.begin());
    const double by = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.01 : 0.1;
    switch (event->key()) {
        case Qt::Key_Up:
            if (found != all.end()) move(*found, found->step + by);
            return;
        case Qt::Key_Down:
            if (found != all.end()) move(*found, found->step - by);
            return;
        case Qt::Key_Right: return choose(all[found == all.end() ? 0 : (place + 1) % all.size()]);
        case Qt::Key_Left:
            return choose(all[found == all.end() ? 0 : (place + all.size() - 1) % all.size()]);
        case Qt::Key_Delete:
            if (found != all.end() && found->kind == Line::Kind::handle)
                bench_->act_on_ladder(HandleAct::remove, found->index, found->step);
            return;
        default: return QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
