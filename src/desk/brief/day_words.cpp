// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/day_words.h"

#include <QDate>
#include <QLocale>
#include <QObject>
#include <cmath>

namespace underpaint {
namespace {

QString formatted(Date day, const QString& format) {
    return QLocale(QLocale::English)
        .toString(QDate(static_cast<int>(day.year()),
                        static_cast<int>(static_cast<unsigned>(day.month())),
                        static_cast<int>(static_cast<unsigned>(day.day()))),
                  format);
}

}  // namespace

QString short_day(Date day) {
    return formatted(day, QStringLiteral("ddd d"));
}

QString day_in_words(Date day) {
    return formatted(day, QStringLiteral("ddd d MMM"));
}

QString days_in_words(int days) {
    return days == 1 ? QObject::tr("1 day") : QObject::tr("%1 days").arg(days);
}

}  // namespace underpaint
