// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QRectF>
#include <vector>

#include "report/page_setup.h"
#include "report/report.h"

class QPainter;

namespace underpaint {

/// The pictures of a section in its order: what a contact sheet shows.
std::vector<const ReportPicture*> pictures_of(const Section& section);

/// Draws pictures of one shape side by side, as large as all of them fit on one sheet, with their
/// captions below and a title above. The painter's unit is the point. Needs a QGuiApplication.
void draw_contact_sheet(QPainter& painter, const QRectF& sheet, const QString& title,
                        const std::vector<const ReportPicture*>& pictures, bool dark);

}  // namespace underpaint
