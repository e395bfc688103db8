// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_list.h"

#include <QContextMenuEvent>
#include <QHelpEvent>
#include <QInputDialog>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/accessible.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "palette/mother.h"

namespace underpaint {
namespace {

int list_row() {
    return scaled(36);
}
int list_head() {
    return scaled(28);
}

constexpr int kColumns = 4;
// Counted from the right: area, warmth, intensity, step.
constexpr std::array<int, kColumns> kWidths{52, 56, 60, 44};

QRect column(int from_right, int width, int y, int height) {
    int right = width - scaled(12);
    for (int i = 0; i < from_right; ++i) right -= scaled(kWidths[static_cast<std::size_t>(i)]);
    const int wide = scaled(kWidths[static_cast<std::size_t>(from_right)]);
    return {right - wide, y, wide, height};
}

QString share_in_words(double share) {
    return QStringLiteral("%1%").arg(100 * share, 0, 'f', share > 0 && share < 0.0995 ? 1 : 0);
}

}  // namespace

PaletteList::PaletteList(Session& session, PaletteEdits& edits, const PaletteMeter& meter,
                         QWidget* parent)
    : QWidget(parent), session_(session), edits_(edits), meter_(meter) {
    setObjectName(QStringLiteral("palette_list"));
    set_accessible_role(*this, QAccessible::List);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    connect(&edits_, &PaletteEdits::changed, this, &PaletteList::refresh);
    connect(&meter_, &PaletteMeter::figures_changed, this, qOverload<>(&QWidget::update));
    connect(&session_.choices, &Choices::reader_changed, this, qOverload<>(&QWidget::update));
    refresh();
}

QSize PaletteList::sizeHint() const {
    const auto rows = static_cast<int>(std::max<std::size_t>(edits_.palette().colours.size(), 1));
    return {scaled(380), list_head() + rows * list_row()};
}

void PaletteList::refresh() {
    if (name_ != nullptr && edits_.palette().find(renamed_) == nullptr) end_renaming(false);
    const PaletteColour* chosen = edits_.chosen();
    setAccessibleName(chosen == nullptr ? tr("Palette, no colour yet")
                                        : tr("Palette: %1").arg(shown(chosen->name)));
    updateGeometry();
    update();
    if (const auto place = edits_.chosen_place()) emit wants_seen(row_rect(*place));
}

bool PaletteList::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto row = row_at(help->pos());
    if (!row) return true;
    const PaletteColour& colour = edits_.palette().colours[*row];
    QStringList said{shown(colour.name)};
    if (!colour.from.empty()) said << shown(colour.from);
    if (const auto share = share_of_mother(edits_.palette(), colour))
        said << tr("%1% toward the mother").arg(100 * *share, 0, 'f', 0);
    QToolTip::showText(help->globalPos(), said.join(tr(", ")), this);
    return true;
}

QRect PaletteList::row_rect(std::size_t row) const {
    return {0, list_head() + static_cast<int>(row) * list_row(), width(), list_row()};
}

QRect PaletteList::swatch_rect(std::size_t row) const {
    const QRect place = row_rect(row);
    return {scaled(12), place.top() + scaled(7), scaled(34), list_row() - scaled(14)};
}

std::optional<std::size_t> PaletteList::row_at(QPoint place) const {
    for (std::size_t i = 0; i < edits_.palette().colours.size(); ++i)
        if (row_rect(i).contains(place)) return i;
    return std::nullopt;
}

void PaletteList::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(QRect(scaled(12), 0, scaled(120), list_head()), Qt::AlignVCenter,
                     tr("Palette"));
    const std::array titles{tr("Area"), tr("Warmth"), tr("Intensity"), tr("Step")};
    for (int i = 0; i < kColumns; ++i)
        painter.drawText(column(i, width(), 0, list_head()), Qt::AlignRight | Qt::AlignVCenter,
                         titles[static_cast<std::size_t>(i)]);
    painter.fillRect(QRect(0, list_head() - 1, width(), 1), greys().rule);
    if (edits_.palette().colours.empty()) {
        painter.drawText(QRect(scaled(12), list_head(), width() - scaled(24), list_row()),
                         Qt::AlignVCenter | Qt::TextWordWrap,
                         session_.document.has_painting()
                             ? tr("No colour yet. Take some from the picture, or add one.")
                             : tr("Open a painting to choose its colours."));
        return;
    }
    for (std::size_t i = 0; i < edits_.palette().colours.size(); ++i) draw_row(painter, i);
}

void PaletteList::draw_row(QPainter& painter, std::size_t i) const {
    const Palette& palette = edits_.palette();
    const PaletteColour& colour = palette.colours[i];
    const QRect place = row_rect(i);
    if (edits_.chosen_place() == i) {
        painter.fillRect(place, greys().chosen);
        if (hasFocus()) {
            painter.setPen(greys().strong);
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(place.adjusted(0, 0, -1, -2));
        }
    }
    painter.fillRect(QRect(0, place.bottom(), width(), 1), greys().rule);
    // The chosen colour, with the mother's mixture in one corner.
    const QRect swatch = swatch_rect(i);
    painter.setPen(QPen(greys().bar, 1));
    painter.setBrush(qcolor(colour.colour));
    painter.drawRect(swatch);
    if (const Rgb with = effective(palette, colour); with != colour.colour)
        painter.fillRect(QRect(swatch.right() - swatch.width() / 3, swatch.top() + 1,
                               swatch.width() / 3, swatch.height() - 1),
                         qcolor(with));
    const int left = swatch.right() + scaled(10);
    const int room = column(kColumns - 1, width(), 0, 0).left() - left + scaled(14);
    const bool mother = palette.mother && palette.mother->colour == colour.id;
    const QString under = mother          ? tr("mother colour")
                          : colour.accent ? tr("accent")
                                          : shown(colour.from);
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    painter.drawText(QRect(left, place.top() + scaled(3), room, scaled(17)), Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(shown(colour.name), Qt::ElideRight, room));
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(QRect(left, place.top() + scaled(18), room + scaled(30), scaled(15)),
                     Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(under, Qt::ElideRight, room + scaled(30)));
    const PaletteFigures* figures = meter_.figures();
    if (figures == nullptr || i >= figures->colours.size()) return;
    const ColourFigures& is = figures->colours[i];
    const QString area = colour.wanted
                             ? QStringLiteral("%1\n/ %2")
                                   .arg(share_in_words(is.area), share_in_words(*colour.wanted))
                             : share_in_words(is.area);
    const std::array said{area, signed_figure(is.warmth, 1),
                          QStringLiteral("%1%").arg(100 * is.intensity, 0, 'f', 0),
                          QString::number(session_.choices.said(is.step), 'f', 1)};
    painter.setFont(figure_font(12));
    painter.setPen(greys().text);
    for (int c = 0; c < kColumns; ++c)
        painter.drawText(column(c, width(), place.top(), list_row() - 1),
                         Qt::AlignRight | Qt::AlignVCenter, said[static_cast<std::size_t>(c)]);
    if (over_ == i && pressed_ && pressed_ != over_)
        painter.fillRect(QRect(0, *pressed_ < i ? place.bottom() - 1 : place.top(), width(), 2),
                         greys().strong);
}

void PaletteList::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    pressed_ = row_at(event->pos());
    pressed_at_ = event->pos();
    over_.reset();
    if (pressed_) edits_.choose_place(*pressed_);
}

void PaletteList::mouseMoveEvent(QMouseEvent* event) {
    if (!pressed_ || (event->pos() - pressed_at_).manhattanLength() < scaled(8)) return;
    over_ = row_at(event->pos());
    update();
}

void PaletteList::mouseReleaseEvent(QMouseEvent* event) {
    const auto from = std::exchange(pressed_, std::nullopt),
               to = std::exchange(over_, std::nullopt);
    update();
    if (!from) return;
    if (to && *to != *from) return edits_.move(*from, *to);
    if (!to && row_at(event->pos()) == from && swatch_rect(*from).contains(event->pos()))
        open_sheet();
}

void PaletteList::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto row = row_at(event->pos());
    if (row && !swatch_rect(*row).contains(event->pos())) rename_chosen();
}

void PaletteList::open_sheet() {
    const auto place = edits_.chosen_place();
    if (!place) return;
    if (sheet_ == nullptr) {
        sheet_ = new ColourSheet(this);
        sheet_->setWindowFlag(Qt::Popup);
        connect(sheet_, &ColourSheet::picked, this, [this](Rgb colour) {
            if (const PaletteColour* chosen = edits_.chosen())
                edits_.recolour(chosen->id, colour, QStringLiteral("palette/sheet"));
        });
        connect(sheet_, &ColourSheet::released, this, [this] { edits_.end_gesture(); });
    }
    sheet_->set_colour(edits_.chosen()->colour);
    sheet_->move(mapToGlobal(swatch_rect(*place).bottomLeft() + QPoint(0, scaled(2))));
    sheet_->show();
    sheet_->setFocus();
}

void PaletteList::rename_chosen() {
    const auto place = edits_.chosen_place();
    if (!place || name_ != nullptr) return;
    renamed_ = edits_.chosen()->id;
    name_ = new QLineEdit(QString::fromStdString(edits_.chosen()->name), this);
    name_->setObjectName(QStringLiteral("palette_name"));
    name_->setMaxLength(200);
    const QRect row = row_rect(*place);
    name_->setGeometry(swatch_rect(*place).right() + scaled(6), row.top() + scaled(2), scaled(170),
                       scaled(24));
    name_->selectAll();
    name_->show();
    name_->setFocus();
    connect(name_, &QLineEdit::editingFinished, this, [this] { end_renaming(true); });
}

void PaletteList::end_renaming(bool take) {
    QLineEdit* name = std::exchange(name_, nullptr);
    if (name == nullptr) return;
    const QString text = name->text().trimmed();
    name->hide();
    name->deleteLater();
    setFocus();
    if (take && !text.isEmpty()) edits_.rename(renamed_, text);
}

void PaletteList::keyPressEvent(QKeyEvent* event) {
    const auto place = edits_.chosen_place();
    if (!place) return QWidget::keyPressEvent(event);
    const bool moves = (event->modifiers() & Qt::AltModifier) != 0;
    switch (event->key()) {
        case Qt::Key_Up:
            if (*place == 0) return;
            return moves ? edits_.move(*place, *place - 1) : edits_.choose_place(*place - 1);
        case Qt::Key_Down:
            return moves ? edits_.move(*place, *place + 1) : edits_.choose_place(*place + 1);
        case Qt::Key_F2: return rename_chosen();
        case Qt::Key_Delete: return edits_.remove(edits_.chosen()->id);
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_Space: return open_sheet();
        case Qt::Key_Escape:
            if (name_ != nullptr) return end_renaming(false);
            break;
        default: break;
    }
    QWidget::keyPressEvent(event);
}

void PaletteList::contextMenuEvent(QContextMenuEvent* event) {
    if (event->reason() == QContextMenuEvent::Mouse)
        if (const auto row = row_at(event->pos())) edits_.choose_place(*row);
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr) return;
    const ColourId id = chosen->id;
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("palette_colour_menu"));
    menu.addAction(tr("Rename"), this, &PaletteList::rename_chosen);
    menu.addAction(tr("Change the colour…"), this, &PaletteList::open_sheet);
    menu.addAction(tr("Duplicate"), this, [this, id] { edits_.duplicate(id); });
    menu.addAction(tr("Delete"), this, [this, id] { edits_.remove(id); });
    menu.addSeparator();
    QAction* accent = menu.addAction(tr("Accent, for a small area"), this,
                                     [this, id](bool on) { edits_.set_accent(id, on); });
    accent->setCheckable(true);
    accent->setChecked(chosen->accent);
    menu.addAction(tr("Make it the mother"), this, [this, id] {
        Mother mother = edits_.palette().mother.value_or(Mother{});
        mother.colour = id;
        edits_.set_mother(mother);
    });
    QMenu* wanted = menu.addMenu(tr("Area wanted"));
    for (const int percent : {1, 2, 5, 10, 20, 30, 40, 50})
        wanted->addAction(QStringLiteral("%1%").arg(percent), this,
                          [this, id, percent] { edits_.want(id, percent / 100.0); });
    wanted->addAction(tr("Not said"), this, [this, id] { edits_.want(id, std::nullopt); });
    menu.exec(event->globalPos());
}

}  // namespace underpaint
