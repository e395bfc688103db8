// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/guide/guide_pages.h"

#include <QDir>
#include <QFile>
#include <QRegularExpression>
#include <algorithm>

static void register_guide_files() {
    Q_INIT_RESOURCE(guide);  // resources of a static library are not registered automatically
}

namespace underpaint {
namespace {

GuidePage page_from(const QString& file) {
    QFile from(QStringLiteral(":/guide/") + file);
    if (!from.open(QIODevice::ReadOnly)) return {};
    QString text = QString::fromUtf8(from.readAll());
    static const QRegularExpression picture(QStringLiteral("^!\\[[^\\]]*\\]\\([^)]*\\)\\s*$")),
        heading(QStringLiteral("^# (.*)$"), QRegularExpression::MultilineOption);
    QStringList lines;
    for (const QString& line : text.split(QLatin1Char('\n')))
        if (!picture.match(line).hasMatch()) lines << line;
    text = lines.join(QLatin1Char('\n'));
    return {file.chopped(3), heading.match(text).captured(1), text};
}

}  // namespace

QList<GuidePage> guide_pages(const QStringList& first) {
    register_guide_files();
    QList<GuidePage> all;
    for (const QString& file : QDir(QStringLiteral(":/guide")).entryList({"*.md"}))
        all.append(page_from(file));
    const auto place = [&](const GuidePage& page) {
        const auto at = first.indexOf(page.id);
        return at < 0 ? first.size() : at;
    };
    std::ranges::stable_sort(all, {}, place);
    return all;
}

}  // namespace underpaint
