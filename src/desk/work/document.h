// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <functional>
#include <optional>

#include "desk/work/latest_job.h"
#include "painting/history.h"

namespace underpaint {

/// The painting at the desk with its history, and the file it belongs to.
class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);

    bool has_painting() const { return history_.has_value(); }
    /// A blank one while there is none, so that nobody reads what is not there.
    const Painting& painting() const;
    const History& history() const { return *history_; }
    const std::filesystem::path& file() const { return file_; }
    /// How many paintings were begun: work that was done for one is not for the next.
    std::uint64_t number() const { return number_; }
    bool unsaved() const { return history_ && !history_->clean(); }

    /// Begins anew with another painting; an empty `file` means that it was never saved here.
    void begin(Painting painting, std::filesystem::path file, bool saved);
    void mark_saved(std::filesystem::path file, const Painting& as);

    /// One step of the history; nothing while there is no painting. Changes that follow each other
    /// with the same gesture are one.
    void change(const QString& label, Painting next, const QString& gesture = {});
    void end_gesture();
    void undo();
    void redo();
    /// Sets the work log. It is no step of the history, and no reason to save.
    void log(WorkLog log);
    /// Sets the ledger of saves. It is no step of the history either, but has to be saved.
    void keep_saves(SaveLedger saves);
    /// A report was saved; likewise.
    void keep_report(MadeReport report);

    /// Sets the functions to call before anybody is told of another painting, or of a change.
    void let_follow_first(std::function<void()> begun, std::function<void()> changed) {
        first_begun_ = std::move(begun);
        first_changed_ = std::move(changed);
    }

signals:
    void begun();  ///< another painting
    void logged();
    void saves_kept();
    void report_kept();
    void changed();  ///< the same one, changed (also after begun)
    void saved_changed();

private:
    void tell_changed();
    void pack_far_steps();

    std::optional<History> history_;
    std::filesystem::path file_;
    std::uint64_t number_ = 0;
    LatestJob packing_;
    std::function<void()> first_begun_ = [] {}, first_changed_ = [] {};
};

}  // namespace underpaint
