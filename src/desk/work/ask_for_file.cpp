// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/ask_for_file.h"

#include <QObject>

#include "files/picture_formats.h"

namespace underpaint {

QString picture_kinds(const QString& label, const QStringList& more) {
    QStringList small;
    for (const PictureFormat& format : picture_formats())
        for (const std::string_view ending : format.endings)
            small << QLatin1Char('*') + QString::fromUtf8(ending.data(), qsizetype(ending.size()));
    small << more;
    // Cameras write endings in capitals.
    QStringList all = small;
    for (const QString& pattern : small) all << pattern.toUpper();
    return QStringLiteral("%1 (%2)").arg(label, all.join(QLatin1Char(' ')));
}

QString picture_kinds() {
    return picture_kinds(QObject::tr("Pictures"));
}

}  // namespace underpaint
