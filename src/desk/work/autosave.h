// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>
#include <atomic>
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>

#include "desk/work/document.h"
#include "desk/work/latest_job.h"
#include "files/unsaved_work.h"

namespace underpaint {

/// Keeps what is not saved of the painting at the desk, beside the interface: the first change at
/// once, later ones soon after they rest, and now and then while they do not. What is saved is not
/// kept any longer. Where it can't be kept it says so once, and work goes on.
class Autosave : public QObject {
    Q_OBJECT
public:
    /// \param store where it is kept
    /// \param stamp that of the painting's file, as it was opened or saved
    Autosave(Document& document, std::filesystem::path store,
             std::function<std::optional<FileStamp>()> stamp,
             std::function<std::chrono::sys_seconds()> clock, QObject* parent = nullptr);

    const std::filesystem::path& store() const { return store_; }
    /// The painting was begun from this: it is kept there from now on.
    void go_on_with(UnsavedWork work);
    /// Hands over all unsaved work that is kept, and keeps none any more. Nothing where it can't be
    /// kept.
    std::optional<UnsavedWork> hand_over();
    /// Before the program ends without a question: waits until all is kept.
    void keep_now();
    /// Nothing that is unsaved is wanted any more.
    void drop();
    /// Whether the unsaved work is kept as it is now.
    bool kept() const { return !due_.isActive() && !longest_.isActive() && !job_.running(); }

signals:
    void troubled(const QString& sentence);

private:
    /// Shared with the thread that writes.
    struct Keeper {
        std::mutex mutex;  // what is written
        std::optional<UnsavedWork> work;
        std::atomic<bool> wanted = true;  // until it is dropped
        Done keep(const std::filesystem::path& store, const Painting& painting,
                  const UnsavedNote& note, const std::stop_token& stop);
        /// Does not wait: what is being written is dropped as soon as it is.
        void drop();
    };
    void follow();
    void keep();
    void say_once(const QString& why);
    UnsavedNote note() const;

    Document& document_;
    std::filesystem::path store_;
    std::function<std::optional<FileStamp>()> stamp_;
    std::function<std::chrono::sys_seconds()> clock_;
    std::shared_ptr<Keeper> keeper_;
    LatestJob job_;
    QTimer due_, longest_;
    bool told_ = false;
};

}  // namespace underpaint
