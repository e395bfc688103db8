// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/file_watch.h"

#include <QCryptographicHash>

#include "desk/window/file_names.h"

namespace underpaint {
namespace {

/// Whoever writes a file may do so in many steps.
constexpr std::chrono::milliseconds kWatchRest{300};

}  // namespace

QString mark_of(const std::filesystem::path& file) {
    std::error_code error;
    auto real = std::filesystem::weakly_canonical(file, error);
    if (error) real = file;
    const QByteArray name = QByteArray::fromStdString(real.string());
    return QString::fromLatin1(
        QCryptographicHash::hash(name, QCryptographicHash::Sha256).toHex().left(32));
}

FileWatch::FileWatch(std::filesystem::path marks, QObject* parent)
    : QObject(parent), marks_(std::move(marks)) {
    rest_.setSingleShot(true);
    rest_.setInterval(kWatchRest);
    connect(&rest_, &QTimer::timeout, this, &FileWatch::look);
    const auto wait = [this] { rest_.start(); };
    connect(&watcher_, &QFileSystemWatcher::fileChanged, this, wait);
    connect(&watcher_, &QFileSystemWatcher::directoryChanged, this, wait);
}

bool FileWatch::watch(const std::filesystem::path& file, const std::optional<FileStamp>& stamp) {
    const bool same = file == file_ && mark_;
    file_ = file;
    stamp_ = stamp;
    looking_ = !file.empty() && stamp;
    const QStringList before = watcher_.files() + watcher_.directories();
    if (!before.isEmpty()) watcher_.removePaths(before);
    if (file.empty()) {
        mark_.reset();
        return true;
    }
    // A replaced file is a new one, which only its folder reports.
    watcher_.addPaths({text_of(file), text_of(file.parent_path())});
    if (same) return true;
    mark_.reset();
    std::error_code error;
    std::filesystem::create_directories(marks_, error);
    if (error) return true;  // no way to tell
    mark_ = FileLock::take(marks_ / mark_of(file).toStdString());
    return mark_.has_value();
}

void FileWatch::look() {
    if (!looking_) return;
    const auto now = stamp_of(file_);
    // A file may be missing for a moment while it is replaced; if it is gone, it can be saved
    // again.
    if (!now || now == stamp_) return;
    stamp_ = now;
    watcher_.addPath(text_of(file_));
    emit changed_by_others();
}

}  // namespace underpaint
