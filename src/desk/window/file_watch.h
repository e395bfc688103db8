// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>
#include <filesystem>
#include <optional>

#include "files/disk.h"
#include "files/file_lock.h"

namespace underpaint {

/// A name for the mark of a file: the same by whatever way the file is named.
QString mark_of(const std::filesystem::path& file);

/// Watches over one file while it is open here: notices when somebody else writes it, and whether
/// another window has it open.
class FileWatch : public QObject {
    Q_OBJECT
public:
    /// \param marks the folder in which windows leave a mark for the files that they have open
    explicit FileWatch(std::filesystem::path marks, QObject* parent = nullptr);

    /// The file, and by what it is known to be ours; an empty one is none. False when another
    /// window has it open.
    bool watch(const std::filesystem::path& file, const std::optional<FileStamp>& stamp);
    /// It is about to be written here: what changes until it is watched again is ours.
    void look_away() { looking_ = false; }

signals:
    /// It is another than it was; told once for each time that it was written.
    void changed_by_others();

private:
    void look();

    std::filesystem::path marks_, file_;
    std::optional<FileStamp> stamp_;
    std::optional<FileLock> mark_;
    bool looking_ = false;
    QFileSystemWatcher watcher_;
    QTimer rest_;
};

}  // namespace underpaint
