// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/contact_view.h"

#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "desk/panes/save_drawing.h"
#include "pages/contact_sheet.h"

namespace underpaint {
namespace {

constexpr double kRoom = 16;         // round the sheet
constexpr double kSavedWide = 1500;  // width of a saved sheet, in pixels of a screen
constexpr PageSetup kSheet{Paper::a4, true, false};

}  // namespace

ContactView::ContactView(const ReportMaker& maker, QWidget* parent)
    : QWidget(parent), maker_(maker) {
    setObjectName(QStringLiteral("contact_view"));
    set_accessible_role(*this, QAccessible::Graphic);
    connect(&maker_, &ReportMaker::changed, this, [this] {
        say();
        update();
    });
    say();
}

void ContactView::set_section(ReportSection section) {
    section_ = section;
    say();
    update();
}

std::size_t ContactView::count() const {
    const Section* section = maker_.made(section_);
    return section == nullptr ? 0 : pictures_of(*section).size();
}

QString ContactView::title() const {
    const QString of = from_view(text_of(section_).label).toLower();
    return maker_.pages() ? tr("%1, %2").arg(shown(maker_.pages()->report().title), of) : of;
}

void ContactView::say() {
    QStringList names;
    if (const Section* section = maker_.made(section_))
        for (const ReportPicture* each : pictures_of(*section)) names << shown(each->caption);
    setAccessibleName(tr("Contact sheet: %1").arg(title()));
    setAccessibleDescription(names.join(QStringLiteral("; ")));
}

void ContactView::draw(QPainter& painter, const QRectF& sheet) const {
    const QSizeF points = size_of(kSheet);
    painter.translate(sheet.topLeft());
    painter.scale(sheet.width() / points.width(), sheet.width() / points.width());
    const Section* section = maker_.made(section_);
    draw_contact_sheet(
        painter, QRectF(QPointF(), points), title(),
        section == nullptr ? std::vector<const ReportPicture*>{} : pictures_of(*section),
        maker_.pages() && maker_.pages()->setup().dark);
}

Done ContactView::save(const std::filesystem::path& path) const {
    return save_drawing(path, title(), kSavedWide,
                        [this](QPainter& painter, const QRectF& page) { draw(painter, page); });
}

void ContactView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ground);
    if (count() == 0) {
        painter.setFont(body_font());
        painter.setPen(greys().secondary);
        const QString hint =
            !maker_.is_made(section_) ? tr("The pictures are being made.")
            : section_ == ReportSection::versions
                ? tr("There is one version only. Branch one on the Versions bench.")
                : tr("No pass is laid yet. Each pass becomes a stage.");
        painter.drawText(rect().adjusted(scaled(40), 0, -scaled(40), 0),
                         Qt::AlignCenter | Qt::TextWordWrap, hint);
        return;
    }
    const double room = scaled(kRoom);
    const QRectF inside = QRectF(rect()).adjusted(room, room, -room, -room);
    QRectF sheet(QPointF(), size_of(kSheet).scaled(inside.size(), Qt::KeepAspectRatio));
    sheet.moveCenter(inside.center());
    painter.setRenderHint(QPainter::Antialiasing);
    draw(painter, sheet);
}

}  // namespace underpaint
