// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/starting.h"

#include <QSettings>

#include "desk/window/crash_report.h"
#include "desk/window/file_names.h"
#include "files/user_folders.h"

namespace underpaint {

QStringList put_settings_aside() {
    namespace fs = std::filesystem;
    QStringList aside;
    for (const fs::path& set : {path_of(QSettings().fileName()), settings_folder()}) {
        std::error_code error;
        if (!fs::exists(set, error)) continue;
        fs::path other;
        for (int number = 1; other.empty() || fs::exists(other, error); ++number)
            other = set.string() + ".aside-" + std::to_string(number);
        fs::rename(set, other, error);
        if (!error) aside << text_of(other);
    }
    return aside;
}

QString said_at_start(const QStringList& aside) {
    QStringList said;
    if (!aside.isEmpty())
        said << QObject::tr(
                    "Started with the settings as they were at first. Yours are kept as %1.")
                    .arg(aside.join(QObject::tr(" and ")));
    const QString known = QStringLiteral("told/fault");
    if (const auto reports = crash_reports(state_folder()); !reports.empty()) {
        const QString newest = text_of(reports.front().filename());
        if (QSettings().value(known).toString() != newest)
            said << QObject::tr(
                        "A fault ended the program when it last ran. A report of it lies in "
                        "%1; About copies what to send along with it.")
                        .arg(text_of(reports.front()));
        QSettings().setValue(known, newest);
    }
    return said.join(QLatin1Char(' '));
}

}  // namespace underpaint
