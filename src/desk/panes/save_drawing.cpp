// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/save_drawing.h"

#include <QImage>
#include <QPainter>
#include <QPdfWriter>
#include <QSvgGenerator>
#include <numbers>

#include "files/disk.h"

namespace underpaint {

Done save_drawing(const std::filesystem::path& path, const QString& title, double width,
                  const std::function<void(QPainter&, const QRectF&)>& draw) {
    const QRectF page(0, 0, width, width / std::numbers::sqrt2);
    const auto on = [&](QPaintDevice& device, double by) {
        QPainter painter(&device);
        painter.scale(by, by);
        painter.fillRect(page, Qt::white);
        draw(painter, page);
    };
    return replace_file(path, [&](const std::filesystem::path& file) -> Done {
        const QString name = QString::fromStdString(file.string());
        if (path.extension() == ".svg") {
            QSvgGenerator svg;
            svg.setFileName(name);
            svg.setViewBox(page);
            svg.setTitle(title);
            on(svg, 1);
            return {};
        }
        if (path.extension() == ".pdf") {
            QPdfWriter pdf(name);
            pdf.setPageSize(QPageSize(QPageSize::A4));
            pdf.setPageOrientation(QPageLayout::Landscape);
            pdf.setPageMargins({});
            pdf.setTitle(title);
            on(pdf, pdf.width() / page.width());
            return {};
        }
        QImage image((page.size() * 2).toSize(), QImage::Format_RGB32);
        image.fill(Qt::white);
        on(image, 2);
        if (!image.save(name, "PNG")) return trouble(path.string(), "could not be saved.");
        return {};
    });
}

void offer_saving(QMenu& menu, const AskForFile& ask, const QString& title, const QString& name,
                  const std::function<void(const std::filesystem::path&)>& save) {
    for (const auto& [label, kinds, ending] :
         {std::tuple(QObject::tr("as a page (PDF)…"), QObject::tr("PDF (*.pdf)"), ".pdf"),
          {QObject::tr("as vectors (SVG)…"), QObject::tr("SVG (*.svg)"), ".svg"},
          {QObject::tr("as a picture (PNG)…"), QObject::tr("PNG (*.png)"), ".png"}})
        QObject::connect(menu.addAction(label), &QAction::triggered, &menu,
                         [ask, title, save, kinds = kinds, file = name + QLatin1String(ending)] {
                             ask.to_save(title, kinds, file, save);
                         });
}

}  // namespace underpaint
