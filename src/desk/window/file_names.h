// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDateTime>
#include <QLocale>
#include <QString>
#include <algorithm>
#include <chrono>
#include <filesystem>

#include "desk/kit/words.h"
#include "files/user_folders.h"
#include "painting/painting.h"
#include "painting/shown_name.h"

namespace underpaint {

// Names of files, from and to what is on screen.

inline std::filesystem::path path_of(const QString& text) {
    return {text.toStdString()};
}
inline QString text_of(const std::filesystem::path& path) {
    return QString::fromStdString(path.string());
}
inline QString name_of(const std::filesystem::path& path) {
    return shown(path.filename().string());
}

/// Where what files were before is kept.
inline std::filesystem::path earlier_store() {
    return state_folder() / "earlier";
}

/// "today at 14:30", "26 November 2026 at 14:30", as it was here.
inline QString moment_in_words(std::chrono::sys_seconds when) {
    const QDateTime then = QDateTime::fromSecsSinceEpoch(when.time_since_epoch().count());
    const QString time = then.toString(QStringLiteral("HH:mm"));
    if (then.date() == QDate::currentDate()) return QObject::tr("today at %1").arg(time);
    return QObject::tr("%1 at %2")
        .arg(QLocale().toString(then.date(), QStringLiteral("d MMMM yyyy")), time);
}

/// What a painting's name is without what can't stand in a file's.
inline std::string file_name_of(const Painting& painting) {
    std::string name = shown_name(painting.name);
    std::ranges::replace(name, '/', '-');
    return name.empty() || name.starts_with('.') ? "Painting" : name;
}

}  // namespace underpaint
