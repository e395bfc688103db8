// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/print_pages.h"

#include <QPainter>
#include <QPrinter>
#include <QPrinterInfo>

namespace underpaint {
namespace {

constexpr double kPointsPerInch = 72;

}  // namespace

QStringList printers() {
    return QPrinterInfo::availablePrinterNames();
}

Done print_pages(const PageLayout& pages, const QString& printer, const std::stop_token& stop) {
    const std::string name = printer.toStdString();
    const QPrinterInfo info = QPrinterInfo::printerInfo(printer);
    if (info.isNull())
        return trouble(name, "there is no such printer. Switch it on, or save a PDF instead.");
    QPrinter device(info, QPrinter::HighResolution);
    device.setPageSize(QPageSize(size_of(pages.setup()), QPageSize::Point));
    device.setFullPage(true);
    device.setDocName(QString::fromStdString(pages.report().title));
    QPainter painter;
    if (!painter.begin(&device))
        return trouble(name, "the printer does not answer. Nothing was printed.");
    painter.scale(device.resolution() / kPointsPerInch, device.resolution() / kPointsPerInch);
    for (int page = 0; page < pages.count(); ++page) {
        if (stop.stop_requested()) {
            device.abort();
            return stopped();
        }
        if (page > 0 && !device.newPage()) {
            device.abort();
            return trouble(name, "the printer stopped answering. Nothing was printed.");
        }
        pages.draw(painter, page);
    }
    if (!painter.end()) return trouble(name, "the pages could not be printed.");
    return {};
}

}  // namespace underpaint
