// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/plan_list.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/accessible.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "painting/changes.h"
#include "palette/mother.h"

namespace underpaint {
namespace {

int plan_row() {
    return scaled(27);
}

}  // namespace

PlanList::PlanList(Session& session, PaletteEdits& edits, const PaletteMeter& meter,
                   const BriefMeter& brief, QWidget* parent)
    : QWidget(parent), session_(session), edits_(edits), meter_(meter), brief_(brief) {
    setObjectName(QStringLiteral("plan_list"));
    set_accessible_role(*this, QAccessible::List);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    const auto refresh = [this] {
        at_.row = std::min(at_.row, rows() == 0 ? 0 : rows() - 1);
        say();
        updateGeometry();
        update();
    };
    connect(&session_.document, &Document::begun, this, [this] { reasons_.clear(); });
    connect(&session_.document, &Document::changed, this, refresh);
    connect(&meter_, &PaletteMeter::places_changed, this, refresh);
    refresh();
}

std::size_t PlanList::rows() const {
    if (!session_.document.has_painting()) return 0;
    return std::max<std::size_t>(session_.document.painting().parts.size(), 1);
}

const Part* PlanList::part_of(std::size_t row) const {
    const auto& parts = session_.document.painting().parts;
    return row < parts.size() ? &parts[row] : nullptr;
}

PlannedPart PlanList::planned(std::size_t row) const {
    const ColourPlan& plan = session_.document.painting().colour_plan;
    const Part* part = part_of(row);
    if (part == nullptr) return plan.whole;
    const auto found = plan.parts.find(part->id);
    return found == plan.parts.end() ? PlannedPart{} : found->second;
}

const TonePlaces* PlanList::places(std::size_t row) const {
    const PlanPlaces* all = meter_.places();
    if (all == nullptr) return nullptr;
    const Part* part = part_of(row);
    if (part == nullptr) return &all->whole;
    const auto found = all->parts.find(part->id);
    return found == all->parts.end() ? nullptr : &found->second;
}

QSize PlanList::sizeHint() const {
    return {scaled(380), static_cast<int>(std::max<std::size_t>(rows(), 1)) * plan_row()};
}

QRect PlanList::strip(std::size_t row) const {
    const int wide = scaled(132);
    return {width() - scaled(12) - wide, static_cast<int>(row) * plan_row() + scaled(4), wide,
            plan_row() - scaled(9)};
}

std::optional<PlanList::Place> PlanList::place_at(QPoint at) const {
    for (std::size_t row = 0; row < rows(); ++row) {
        const QRect place = strip(row);
        if (!place.contains(at)) continue;
        const int tone = (at.x() - place.left()) * static_cast<int>(kTones.size()) / place.width();
        return Place{row, static_cast<std::size_t>(std::clamp(tone, 0, 2))};
    }
    return std::nullopt;
}

void PlanList::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    for (std::size_t row = 0; row < rows(); ++row) draw_row(painter, row);
}

void PlanList::draw_row(QPainter& painter, std::size_t row) const {
    const int top = static_cast<int>(row) * plan_row();
    painter.fillRect(QRect(scaled(12), top + plan_row() - 1, width() - scaled(24), 1),
                     greys().rule);
    const Part* part = part_of(row);
    const QRect place = strip(row);
    painter.setFont(body_font());
    painter.setPen(greys().text);
    const int room = place.left() - scaled(20);
    painter.drawText(
        QRect(scaled(12), top, room, plan_row()), Qt::AlignVCenter,
        painter.fontMetrics().elidedText(
            part == nullptr ? tr("The whole picture") : shown(part->name), Qt::ElideRight, room));
    const PlannedPart tones = planned(row);
    const Palette& palette = edits_.palette();
    painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
    painter.setBrush(Qt::NoBrush);
    if (tones.empty()) {
        painter.drawRect(place.adjusted(0, 0, -1, -1));
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(place, Qt::AlignCenter, tr("not planned"));
    } else if (const TonePlaces* at = places(row)) {
        // From the part's darkest value to its lightest, as it would be laid.
        const GradientStops stops = stops_of(tones, *at, palette);
        const double from = at->lightness.front() / 100, to = at->lightness.back() / 100;
        for (int x = 0; x < place.width() && !stops.empty(); ++x) {
            const double share = (x + 0.5) / place.width();
            painter.fillRect(QRect(place.left() + x, place.top(), 1, place.height()),
                             qcolor(gradient_at(stops, from + share * (to - from), Mixing::oklab)));
        }
    }
    const bool here = hasFocus() && at_.row == row;
    if (here) {
        const int wide = place.width() / 3;
        painter.setPen(QPen(greys().strong, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRect(place.left() + static_cast<int>(at_.tone) * wide, place.top() - 1,
                               wide, place.height() + 1));
    }
}

bool PlanList::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const auto row = static_cast<std::size_t>(std::max(0, help->pos().y() / plan_row()));
        const Part* part = row < rows() ? part_of(row) : nullptr;
        const auto reason = part == nullptr ? reasons_.end() : reasons_.find(part->id);
        if (reason != reasons_.end()) {
            QToolTip::showText(help->globalPos(), QString::fromStdString(reason->second), this);
        } else {
            QToolTip::showText(help->globalPos(),
                               tr("Left the shadow, then the half, right the light. Click one to "
                                  "choose its colour"),
                               this);
        }
        return true;
    }
    return QWidget::event(event);
}

void PlanList::say() {
    static const std::array<const char*, kTones.size()> names{
        QT_TR_NOOP("shadow"), QT_TR_NOOP("half"), QT_TR_NOOP("light")};
    const Part* part = rows() > 0 ? part_of(at_.row) : nullptr;
    setAccessibleName(tr("Colour plan: %1 of %2")
                          .arg(tr(names[at_.tone]),
                               part == nullptr ? tr("the whole picture") : shown(part->name)));
}

void PlanList::mousePressEvent(QMouseEvent* event) {
    const auto place = place_at(event->pos());
    if (!place || event->button() != Qt::LeftButton) return;
    at_ = *place;
    say();
    update();
    open_menu(*place);
}

void PlanList::keyPressEvent(QKeyEvent* event) {
    if (rows() == 0) return QWidget::keyPressEvent(event);
    switch (event->key()) {
        case Qt::Key_Up: at_.row = at_.row > 0 ? at_.row - 1 : 0; break;
        case Qt::Key_Down: at_.row = std::min(at_.row + 1, rows() - 1); break;
        case Qt::Key_Left: at_.tone = at_.tone > 0 ? at_.tone - 1 : 0; break;
        case Qt::Key_Right: at_.tone = std::min(at_.tone + 1, kTones.size() - 1); break;
        case Qt::Key_Space:
        case Qt::Key_Return:
        case Qt::Key_Enter: return open_menu(at_);
        case Qt::Key_Delete: return set_tone(at_, std::nullopt);
        default: return QWidget::keyPressEvent(event);
    }
    say();
    update();
}

void PlanList::open_menu(const Place& place) {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->setObjectName(QStringLiteral("plan_menu"));
    const Palette& palette = edits_.palette();
    for (const PaletteColour& colour : palette.colours)
        menu->addAction(swatch_of(effective(palette, colour)), shown_on_button(colour.name), this,
                        [this, place, id = colour.id] { set_tone(place, PlannedColour(id)); });
    if (palette.colours.empty())
        menu->addAction(tr("The palette has no colour yet"))->setEnabled(false);
    menu->addSeparator();
    menu->addAction(tr("A colour of its own…"), this, [this, place] { open_sheet(place); });
    menu->addAction(tr("Nothing"), this, [this, place] { set_tone(place, std::nullopt); });
    const QRect at = strip(place.row);
    menu->popup(mapToGlobal(QPoint(at.left() + static_cast<int>(place.tone) * at.width() / 3,
                                   at.bottom() + scaled(2))));
}

void PlanList::open_sheet(const Place& place) {
    if (place.row >= rows()) return;
    if (sheet_ == nullptr) {
        sheet_ = new ColourSheet(this);
        sheet_->setObjectName(QStringLiteral("plan_sheet"));
        sheet_->setWindowFlag(Qt::Popup);
        connect(sheet_, &ColourSheet::picked, this, [this](Rgb colour) {
            set_tone(at_, PlannedColour(colour), QStringLiteral("palette/plan"));
        });
        connect(sheet_, &ColourSheet::released, this, [this] { session_.document.end_gesture(); });
    }
    at_ = place;
    const auto tone = planned(place.row).tones[place.tone];
    const auto now = tone ? effective(edits_.palette(), *tone) : std::nullopt;
    sheet_->set_colour(now.value_or(Rgb{0.5F, 0.45F, 0.4F}));
    const QRect at = strip(place.row);
    sheet_->move(mapToGlobal(QPoint(at.right() - sheet_->width(), at.bottom() + scaled(2))));
    sheet_->show();
    sheet_->setFocus();
}

void PlanList::set_tone(const Place& place, std::optional<PlannedColour> colour,
                        const QString& gesture) {
    if (place.row >= rows()) return;
    ColourPlan plan = session_.document.painting().colour_plan;
    const Part* part = part_of(place.row);
    PlannedPart& tones = part == nullptr ? plan.whole : plan.parts[part->id];
    tones.tones[place.tone] = std::move(colour);
    if (part != nullptr) reasons_.erase(part->id);
    Painting next = with_colour_plan(session_.document.painting(), std::move(plan));
    if (next != session_.document.painting())
        session_.document.change(tr("Colour plan"), std::move(next), gesture);
}

void PlanList::suggest() {
    if (meter_.places() == nullptr || !session_.document.has_painting()) return;
    std::vector<Swatch> references;
    for (const Reference& reference : session_.document.painting().brief.references)
        if (const auto* seen = brief_.seen(reference); seen != nullptr && seen->figures)
            references.insert(references.end(), seen->figures->colours.begin(),
                              seen->figures->colours.end());
    SuggestedPlan made = suggest_plan(session_.document.painting(), *meter_.places(),
                                      session_.choices.reader(), references);
    reasons_ = std::move(made.reasons);
    Painting next = with_colour_plan(session_.document.painting(), std::move(made.plan));
    if (next != session_.document.painting())
        session_.document.change(tr("Suggest a colour plan"), std::move(next));
}

void PlanList::clear() {
    ColourPlan plan = session_.document.painting().colour_plan;
    plan.parts.clear();
    plan.whole = {};
    reasons_.clear();
    Painting next = with_colour_plan(session_.document.painting(), std::move(plan));
    if (next != session_.document.painting())
        session_.document.change(tr("Clear the colour plan"), std::move(next));
}

void PlanList::tune(const QString& label, const Tune& tune) {
    Painting next = with_colour_plan(
        session_.document.painting(),
        tuned_plan(session_.document.painting().colour_plan, edits_.palette(), tune));
    reasons_.clear();
    if (next != session_.document.painting()) session_.document.change(label, std::move(next));
}

}  // namespace underpaint
