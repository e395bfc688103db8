// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/words.h"

#include <QDateTime>
#include <QLocale>
#include <cmath>

#include "terms/shown_name.h"

namespace underpaint {

QString from_view(std::string_view text) {
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}

QString shown(const std::string& name) {
    return QString::fromStdString(shown_name(name));
}

QString shown_on_button(const std::string& name) {
    return shown(name).replace(QLatin1Char('&'), QStringLiteral("&&"));
}

QString moment_in_words(std::chrono::sys_seconds when) {
    const QDateTime then = QDateTime::fromSecsSinceEpoch(when.time_since_epoch().count());
    const QString time = then.toString(QStringLiteral("HH:mm"));
    if (then.date() == QDate::currentDate()) return QObject::tr("today at %1").arg(time);
    return QObject::tr("%1 at %2")
        .arg(QLocale().toString(then.date(), QStringLiteral("d MMMM yyyy")), time);
}

QString label_of(BlendMode mode) {
    return from_view(text_of(mode).label);
}

QString step_in_words(double step) {
    const QString text = QString::number(step, 'f', 1);
    return text.endsWith(QLatin1String(".0")) ? text.chopped(2) : text;
}

double step_from_words(const QString& text, bool* number) {
    QString plain = text.trimmed();
    plain.replace(QStringLiteral("½"), QStringLiteral(".5"))
        .replace(QLatin1Char(','), QLatin1Char('.'));
    return plain.toDouble(number);
}

QString time_in_words(double minutes) {
    const auto whole = static_cast<int>(std::lround(minutes));
    if (whole < 60) return QObject::tr("%1 min").arg(whole);
    if (whole % 60 == 0) return QObject::tr("%1 h").arg(whole / 60);
    return QObject::tr("%1 h %2 min").arg(whole / 60).arg(whole % 60);
}

QString short_date(const std::string& iso) {
    const QDate date = QDate::fromString(QString::fromStdString(iso), Qt::ISODate);
    return QLocale(QLocale::English).toString(date, QStringLiteral("d MMM"));
}

}  // namespace underpaint
