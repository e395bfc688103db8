// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QStringList>
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>

#include "desk/latest_job.h"
#include "desk/notice_bar.h"
#include "desk/session.h"
#include "files/result.h"
#include "raster/turn.h"

namespace underpaint {

/// Everything between the session and the disk: open, bring in, save, export; the recent list; the
/// question before unsaved work is dropped. Long work runs beside the interface and can be stopped.
class FileDesk : public QObject {
    Q_OBJECT
public:
    /// How a file name is asked for; tests put their own in. Empty when the person thought better.
    struct Picker {
        std::function<std::filesystem::path(const QString& title, const QString& kinds)> to_open;
        std::function<std::filesystem::path(const QString& title, const QString& kinds,
                                            const std::filesystem::path& proposed)>
            to_save;
    };

    FileDesk(Session& session, NoticeBar& notice, QObject* parent = nullptr);
    void set_picker(Picker picker) { picker_ = std::move(picker); }

    // What the menu and the shortcuts ask for.
    void open();
    void bring_in();
    /// \param then what waits for the painting to be safe; not called when saving came to nothing
    void save(std::function<void()> then = {});
    void save_as(std::function<void()> then = {});
    void export_png();

    /// Opens a painting or brings in a picture, whichever it is, after the question about unsaved
    /// work.
    void open_file(const std::filesystem::path& file);
    /// Asks about unsaved work, then calls `then` unless the person stays.
    void when_safe(std::function<void()> then);
    bool busy() const { return job_.running(); }

    /// Asks for a file to read; empty when the person thought better.
    std::filesystem::path ask_for_file(const QString& title, const QString& kinds) const {
        return picker_.to_open(title, kinds);
    }
    QStringList recent() const;

    /// Takes the layers of another painting as parts of this one.
    void layers_as_parts();
    /// The whole painting turned or mirrored, as one change.
    void turn(Turn turn);

signals:
    void busy_changed();
    /// A picture with colours is to come in: how it is read is for the person to say.
    void coloured(std::shared_ptr<underpaint::Painting> painting);
    void saved();

private:
    void load(const std::filesystem::path& file);
    void save_to(const std::filesystem::path& file, std::function<void()> then = {});
    void run(const QString& text,
             std::function<void(const std::stop_token&, std::function<void(float)>,
                                std::function<void(std::function<void()>)>)>
                 work);
    void finish();
    void remember(const std::filesystem::path& file);

    Session& session_;
    NoticeBar& notice_;
    Picker picker_;
    LatestJob job_;
};

}  // namespace underpaint
