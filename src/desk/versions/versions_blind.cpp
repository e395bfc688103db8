// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_blind.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "painting/version_changes.h"

namespace underpaint {
namespace {

constexpr double kBlindLine = 24, kBlindGap = 14;

}  // namespace

VersionsBlind::VersionsBlind(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                             VersionSight& sight, QWidget* parent)
    : VersionPane(session, edits, meter, sight, parent) {
    setObjectName(QStringLiteral("versions_blind"));
    connect(&edits_, &VersionEdits::changed, this, &VersionsBlind::follow);
    connect(&session_.document, &Document::begun, this, &VersionsBlind::end);
    describe();
}

void VersionsBlind::describe() {
    setAccessibleName(looking() ? tr("Look %1 of %2: two versions without names. Left or right "
                                     "arrow chooses one")
                                      .arg(at_ + 1)
                                      .arg(looks_.size())
                                : tr("How often each version was chosen blind"));
}

void VersionsBlind::begin(std::uint32_t seed) {
    looks_.clear();
    at_ = 0;
    ++round_;
    std::mt19937 dice(seed);
    if (session_.document.has_painting()) {
        const auto& versions = edits_.painting().versions;
        for (std::size_t i = 0; i < versions.size(); ++i)
            for (std::size_t k = i + 1; k < versions.size(); ++k) {
                BlindLook look{versions[i].id, versions[k].id};
                if (dice() % 2 != 0) std::swap(look.chosen, look.other);
                looks_.push_back(look);
            }
    }
    std::ranges::shuffle(looks_, dice);
    setFocus();
    describe();
    update();
    emit looking_changed();
}

void VersionsBlind::end() {
    looks_.clear();
    at_ = 0;
    describe();
    emit looking_changed();
}

/// A version that was deleted meanwhile is looked at no more.
void VersionsBlind::follow() {
    if (!looking()) return;
    const Painting& painting = edits_.painting();
    const auto is_gone = [&](const BlindLook& look) {
        return painting.find_version(look.chosen) == nullptr ||
               painting.find_version(look.other) == nullptr;
    };
    const auto rest = looks_.begin() + static_cast<std::ptrdiff_t>(at_);
    looks_.erase(std::remove_if(rest, looks_.end(), is_gone), looks_.end());
    describe();
    if (!looking()) emit looking_changed();
}

void VersionsBlind::choose(bool right) {
    if (!looking()) return;
    BlindLook look = looks_[at_];
    if (right) std::swap(look.chosen, look.other);
    ++at_;
    const bool last = !looking();
    edits_.chosen_blind(look, round_);
    describe();
    update();
    if (last) emit looking_changed();
}

QRectF VersionsBlind::picture_rect(bool right) const {
    const double gap = scaled(kBlindGap), foot = scaled(2 * kBlindLine), head = scaled(6);
    const QSizeF room((width() - 3 * gap) / 2, height() - foot - head);
    const Size size = edits_.painting().size();
    const QSizeF is = QSizeF(size.width, size.height).scaled(room, Qt::KeepAspectRatio);
    // Side by side around the middle, however wide the window is.
    const double left = right ? (width() + gap) / 2 : (width() - gap) / 2 - is.width();
    return {left, head + (room.height() - is.height()) / 2, is.width(), is.height()};
}

std::optional<QRectF> VersionsBlind::place_at(QPointF at) const {
    if (!looking()) return std::nullopt;
    for (const bool right : {false, true})
        if (picture_rect(right).contains(at)) return picture_rect(right);
    return std::nullopt;
}

std::vector<VersionId> VersionsBlind::shown_versions() const {
    if (!looking()) return {};
    std::vector<VersionId> shown_now{look_now().chosen, look_now().other};
    // The next two pictures are made while these are looked at.
    if (at_ + 1 < looks_.size())
        shown_now.insert(shown_now.end(), {looks_[at_ + 1].chosen, looks_[at_ + 1].other});
    return shown_now;
}

bool VersionsBlind::press(QPointF at) {
    pressed_right_.reset();
    pressed_at_ = at;
    for (const bool right : {false, true})
        if (looking() && picture_rect(right).contains(at)) pressed_right_ = right;
    return false;
}

void VersionsBlind::mouseMoveEvent(QMouseEvent* event) {
    if ((event->position() - pressed_at_).manhattanLength() >= QApplication::startDragDistance())
        pressed_right_.reset();
    VersionPane::mouseMoveEvent(event);
}

/// Chosen when let go, so that a drag moves the pictures and chooses nothing.
void VersionsBlind::mouseReleaseEvent(QMouseEvent* event) {
    VersionPane::mouseReleaseEvent(event);
    if (const auto right = std::exchange(pressed_right_, std::nullopt)) choose(*right);
}

void VersionsBlind::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Left: return choose(false);
        case Qt::Key_Right: return choose(true);
        case Qt::Key_Escape: return emit ended();
        default: VersionPane::keyPressEvent(event);
    }
}

void VersionsBlind::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (!session_.document.has_painting()) return;
    looking() ? draw_looks(painter) : draw_result(painter);
}

void VersionsBlind::draw_looks(QPainter& painter) {
    settle();
    draw_version(painter, look_now().chosen, picture_rect(false));
    draw_version(painter, look_now().other, picture_rect(true));
    const double y = picture_rect(false).bottom() + scaled(6);
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    const QRectF line(scaled(kBlindGap), y, width() - 2 * scaled(kBlindGap), scaled(kBlindLine));
    painter.drawText(line, Qt::AlignHCenter | Qt::AlignVCenter,
                     tr("Which one? Click it, or press ← or →"));
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(line, Qt::AlignRight | Qt::AlignVCenter,
                     tr("Look %1 of %2").arg(at_ + 1).arg(looks_.size()));
}

void VersionsBlind::draw_result(QPainter& painter) const {
    const Painting& painting = edits_.painting();
    const double left = scaled(28), name = scaled(220), figure = scaled(120);
    double y = scaled(18);
    const auto line = [&](double x, double wide, const QString& text,
                          Qt::Alignment align = Qt::AlignLeft) {
        painter.drawText(
            QRectF(x, y, wide, scaled(kBlindLine)), align | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(wide)));
    };
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    if (painting.looks.empty()) {
        line(left, width() - 2 * left, tr("Nothing was looked at blind yet"));
        y += scaled(kBlindLine);
        painter.setFont(body_font());
        painter.setPen(greys().secondary);
        return line(left, width() - 2 * left, tr("It takes at least two versions."));
    }
    line(left, width() - 2 * left, tr("Chosen without names and figures"));
    y += scaled(kBlindLine) * 1.3;
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    line(left + name, figure, tr("chosen"), Qt::AlignRight);
    line(left + name + figure, figure, tr("by chance"), Qt::AlignRight);
    line(left + name + 2 * figure, figure + scaled(20), tr("as often by chance"), Qt::AlignRight);
    y += scaled(kBlindLine);
    std::vector<std::pair<LooksAt, const Version*>> all;
    for (const Version& version : painting.versions)
        all.emplace_back(looks_at(painting, version.id), &version);
    std::ranges::stable_sort(all, std::greater{}, [](const auto& each) {
        return each.first.looks > 0 ? static_cast<double>(each.first.chosen) / each.first.looks
                                    : -1;
    });
    for (const auto& [counted, version] : all) {
        painter.fillRect(QRectF(left, y, name + 3 * figure + scaled(20), 1), greys().rule);
        painter.setFont(body_font());
        painter.setPen(greys().text);
        line(left, name,
             QStringLiteral("%1  %2")
                 .arg(edits_.number_of(version->id))
                 .arg(edits_.name_of(version->id)));
        painter.setFont(figure_font());
        line(left + name, figure, tr("%1 of %2").arg(counted.chosen).arg(counted.looks),
             Qt::AlignRight);
        line(left + name + figure, figure,
             tr("%1 of %2").arg(counted.looks / 2.0).arg(counted.looks), Qt::AlignRight);
        line(left + name + 2 * figure, figure + scaled(20),
             QStringLiteral("%1%").arg(100 * counted.by_chance(), 0, 'f', 0), Qt::AlignRight);
        y += scaled(kBlindLine);
    }
    y += scaled(kBlindLine) / 2;
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(QRectF(left, y, width() - 2 * left, scaled(3 * kBlindLine)), Qt::TextWordWrap,
                     tr("By chance: half of the looks. The last column is how likely chance alone "
                        "would choose it at least as often; above 5% it says little. All looks at "
                        "this painting are counted, also those before a version was changed."));
}

}  // namespace underpaint
