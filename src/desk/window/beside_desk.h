// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <memory>

#include "desk/beside/notices.h"
#include "desk/beside/strip.h"
#include "desk/work/autosave.h"
#include "files/file_lock.h"

namespace underpaint {

/// A painting that a strip works on by itself, without a window of its own.
struct OwnPainting {
    std::optional<Painting> painting;  ///< nothing: the first save will begin it
    std::filesystem::path file;        ///< that it belongs to; empty: none
    std::optional<FileStamp> stamp;    ///< of that file
    std::optional<UnsavedWork> work;   ///< it is kept there, from an earlier sitting
};

/// The painting of an earlier sitting's saves of `watched`, or the painting in `against`, sealed
/// today where it was not; or nothing yet. Trouble when `against` can't be opened.
[[nodiscard]] Result<OwnPainting> own_painting(const std::filesystem::path& watched,
                                               const std::filesystem::path& against,
                                               const std::filesystem::path& store);

/// A file that is watched, with the strip that shows it: for the painting of a window, or for one
/// of its own, which is kept among the unsaved work so that closing the strip loses nothing.
class BesideDesk : public QObject {
    Q_OBJECT
public:
    /// For the painting of a window, whose seal its saves are measured against.
    BesideDesk(Document& document, WatchOptions options, AskForFile ask, QObject* parent = nullptr);
    /// For a painting of its own.
    BesideDesk(OwnPainting own, WatchOptions options, const std::filesystem::path& store,
               AskForFile ask, QObject* parent = nullptr);
    ~BesideDesk() override;

    Strip& strip() const { return *strip_; }
    Watching& watching() const { return *watching_; }
    bool has_own_painting() const { return own_ != nullptr; }
    /// Before the program ends: waits until all is kept.
    void keep_now();

    /// Handed to a window when a save is opened there.
    struct Opened {
        Painting painting;  ///< with the save as its last pass
        std::filesystem::path file;
        std::optional<FileStamp> stamp;
        std::optional<UnsavedWork> work;
    };

signals:
    /// A save of a painting of its own is wanted in a window, which takes the painting over.
    void opened(std::shared_ptr<underpaint::BesideDesk::Opened> opened);
    void troubled(const QString& words);
    void closed();

private:
    void begin(Document& document, AskForFile ask);
    void open_save(int number);

    struct Own {
        Document document;
        std::optional<FileStamp> stamp;
        std::unique_ptr<Autosave> autosave;
    };
    WatchOptions options_;
    std::unique_ptr<Own> own_;
    Document* document_;
    Notices notices_;
    std::unique_ptr<Watching> watching_;
    std::unique_ptr<Strip> strip_;
    LatestJob opening_;
};

/// Marks a file as watched by a strip, for other windows and programs; nothing when it is marked
/// already.
std::optional<FileLock> mark_watched(const std::filesystem::path& file);

}  // namespace underpaint
