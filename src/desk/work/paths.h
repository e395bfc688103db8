// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QUrl>
#include <filesystem>

#include "files/path_text.h"

namespace underpaint {

// Paths from and to Qt, whose texts are Unicode. What is no UTF-8 is not lost on the way; see
// text_of_path().

inline std::filesystem::path path_of(const QString& text) {
    return path_from_text(text.toStdString());
}
inline QString text_of(const std::filesystem::path& path) {
    return QString::fromStdString(text_of_path(path));
}
/// The path of a file that was dropped or pasted.
inline std::filesystem::path path_of(const QUrl& url) {
    const QByteArray bytes = QByteArray::fromPercentEncoding(url.path(QUrl::FullyEncoded).toUtf8());
    return {bytes.toStdString()};
}

}  // namespace underpaint
