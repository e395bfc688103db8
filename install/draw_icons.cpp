// SPDX-License-Identifier: GPL-3.0-or-later
// Draws the icon in every size that desktops ask for: draw_icons ICON.svg FOLDER
#include <QDir>
#include <QGuiApplication>
#include <QImage>
#include <QPainter>
#include <QSvgRenderer>
#include <cstdio>

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    if (argc != 3) return 2;
    QSvgRenderer icon(QString::fromLocal8Bit(argv[1]));
    for (const int side : {16, 22, 24, 32, 48, 64, 128, 256, 512}) {
        QImage image(side, side, QImage::Format_ARGB32);
        image.fill(Qt::transparent);
        QPainter painter(&image);
        icon.render(&painter);
        painter.end();
        const QString file =
            QStringLiteral("%1/%2.png").arg(QString::fromLocal8Bit(argv[2])).arg(side);
        if (!icon.isValid() || !image.save(file)) {
            std::fprintf(stderr, "draw_icons: no %s\n", qPrintable(file));
            return 1;
        }
    }
    return 0;
}
