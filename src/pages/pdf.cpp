// SPDX-License-Identifier: GPL-3.0-or-later
#include "pages/pdf.h"

#include <QBuffer>
#include <QGuiApplication>
#include <QHashSeed>
#include <QPainter>
#include <QPdfWriter>
#include <array>

#include "files/disk.h"
#include "pages/page_layout.h"
#include "pages/pdf_outline.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kDotsPerInch = 1200;  // for vectors and letters; pictures keep their own pixels

/// "(D:20261201170233+01'00')" becomes noon of the report's day: nobody learns when it was made,
/// and the same report is the same file. As long as it was, so that no offset moves.
void set_day(QByteArray& pdf, const std::string& date) {
    const QByteArray key = "/CreationDate (D:";
    const auto at = pdf.indexOf(key);
    if (at < 0 || date.size() != 10) return;
    const auto from = at + key.size(), to = pdf.indexOf(')', from);
    QByteArray day = QByteArray::fromStdString(date).replace("-", "") + "120000Z";
    if (to < 0 || to - from < day.size()) return;
    pdf.replace(from, to - from, day.leftJustified(to - from, ' '));
}

}  // namespace

Done write_pdf(const std::filesystem::path& path, const Report& report, const PageSetup& setup,
               const std::stop_token& stop) {
    return write_pdf(path, PageLayout(report, setup), stop);
}

Done write_pdf(const std::filesystem::path& path, const PageLayout& layout,
               const std::stop_token& stop) {
    const Report& report = layout.report();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter pdf(&buffer);
        pdf.setResolution(kDotsPerInch);
        pdf.setPageSize(
            QPageSize(size_of(layout.setup()), QPageSize::Point, {}, QPageSize::ExactMatch));
        pdf.setPageMargins({});
        pdf.setTitle(QString::fromStdString(printable(report.title)));
        pdf.setCreator(QStringLiteral("Faithful Underpaint"));
        QPainter painter(&pdf);
        painter.scale(kDotsPerInch / 72.0, kDotsPerInch / 72.0);
        for (int page = 0; page < layout.count(); ++page) {
            if (stop.stop_requested()) return stopped();
            if (page > 0) pdf.newPage();
            layout.draw(painter, page);
        }
        if (!painter.end()) return trouble(path.string(), "the pages could not be drawn.");
    }
    set_day(bytes, report.date);
    const auto outlined = with_outline(path, bytes.toStdString(), layout);
    if (!outlined) return tl::unexpected(outlined.error());
    return replace_file(path, std::as_bytes(std::span(outlined->data(), outlined->size())));
}

Done write_pdf_without_window(const std::filesystem::path& path, const Report& report,
                              const PageSetup& setup) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    // Qt embeds fonts in the order of a hash, which is seeded anew in each process.
    QHashSeed::setDeterministicGlobalSeed();
    int count = 1;
    std::string name = "underpaint";
    std::array<char*, 2> arguments{name.data(), nullptr};
    const QGuiApplication application(count, arguments.data());
    return write_pdf(path, report, setup);
}

}  // namespace underpaint
