// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QStringList>
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>
#include <set>
#include <vector>

#include "desk/kit/notice_bar.h"
#include "desk/window/file_watch.h"
#include "desk/work/ask_for_file.h"
#include "desk/work/latest_job.h"
#include "desk/work/session.h"
#include "files/earlier_versions.h"
#include "files/openraster.h"
#include "raster/turn.h"

namespace underpaint {

/// Everything between the session and the disk: open, bring in, save, export; the recent list; the
/// question before unsaved work is dropped. Long work runs beside the interface and can be stopped;
/// opening and saving don't wait for each other. What was asked before work began is looked at
/// again when it has ended, since the painter may have gone on.
class FileDesk : public QObject {
    Q_OBJECT

public:
    using Path = std::filesystem::path;

    /// How a file name is asked for; tests put their own in. Empty when the person thought better.
    struct Picker {
        std::function<Path(const QString& title, const QString& kinds, const Path& folder)> to_open;
        std::function<Path(const QString& title, const QString& kinds, const Path& proposed)>
            to_save;
        /// Asks for a file that need not be there yet.
        std::function<Path(const QString& title, const QString& kinds, const Path& folder)>
            to_watch;
    };
    /// How a file is read; see open_any().
    using Opener =
        std::function<Result<OpenedPainting>(const Path&, const std::stop_token&, const Progress&)>;

    FileDesk(Session& session, NoticeBar& notice, QObject* parent = nullptr);

    /// For what benches open and save by themselves.
    AskForFile asking();
    void set_picker(Picker picker) { picker_ = std::move(picker); }
    void set_opener(Opener opener) { opener_ = std::move(opener); }

    // What the menu and the shortcuts ask for.
    void open();
    void bring_in();
    /// A blank painting, for saying what it is to be before there is a picture. The picture that
    /// is brought in then takes its brief over.
    void begin_with_brief();
    /// \param then what waits for the painting to be safe; not called when saving came to nothing
    void save(std::function<void()> then = {});
    void save_as(std::function<void()> then = {});
    void export_png();
    /// The finished picture for painting over elsewhere: a PNG, or an OpenRaster file with it as
    /// the topmost layer and all passes beneath. The painting itself stays as it is.
    void save_merged_copy();
    /// The painting that ships with the program, as one that was never saved.
    /// \param then what comes once it is at the desk; not called when it did not come
    void open_demo(std::function<void()> then = {});

    /// Opens a painting or brings in a picture, whichever it is, after the question about unsaved
    /// work.
    void open_file(const Path& file);
    /// Asks about unsaved work, then calls `then` unless the person stays. Waits for a save that is
    /// under way.
    void when_safe(std::function<void()> then);
    /// Whatever unsaved work was given up for did not come: it is asked about again.
    void keep_after_all() { given_up_.reset(); }
    /// Begins with another painting; asks when what there is was changed since it was asked about.
    void begin(std::shared_ptr<Painting> painting, const Path& file = {},
               const std::optional<FileStamp>& stamp = {}, const SavedFile& known = {});

    /// Begins with a painting that is not saved as it is, though it may belong to a file.
    void begin_unsaved(std::shared_ptr<Painting> painting, const Path& file,
                       const std::optional<FileStamp>& stamp, std::function<void()> then);
    /// The stamp of the painting's file, as it was opened or saved.
    const std::optional<FileStamp>& stamp() const { return stamp_; }

    bool busy() const { return loading_.running() || saving(); }
    bool saving() const { return saving_.running(); }
    /// Leaves off whatever is being read.
    void stop_loading();

    /// Asks for a file to read; empty when the person thought better.
    Path ask_for_file(const QString& title, const QString& kinds) const;

    /// The same of a file that another program saves, and that need not be there yet.
    Path ask_for_file_to_watch() const;

    QStringList recent() const;
    /// Earlier versions of recent files, the newest first.
    std::vector<EarlierVersion> earlier() const;
    /// Opens an earlier version as a painting that belongs to no file.
    void open_earlier(const EarlierVersion& version);
    /// Takes the layers of another painting as parts of this one.
    void layers_as_parts();
    /// The whole painting turned or mirrored, as one change.
    void turn(Turn turn);

signals:
    void busy_changed();
    /// A picture with colours is to come in: how it is read is for the person to say.
    void coloured(std::shared_ptr<underpaint::Painting> painting);
    void saved();
    /// A painting was begun for its brief.
    void briefing();
    /// A merged copy of the painting of that number was saved.
    void merged(std::uint64_t number);

private:
    using Work = std::function<void(const std::stop_token&, const Deliver&)>;

    /// \param as_copy what is said of a file that is no painter's to save over, as a demo is
    void load(const Path& file, const std::optional<QString>& as_copy = {},
              std::function<void()> then = {});
    /// Nothing is there yet but a brief, which goes along with the picture that comes.
    bool only_a_brief() const;
    bool takes_brief_over(const Painting& painting) const;
    /// The content of a file, and the stamp that it had before it was read.
    struct Read {
        Path file;
        std::optional<QString> as_copy;
        std::optional<FileStamp> stamp;
        Result<OpenedPainting> opened;
        std::function<void()> then;
    };
    void take(const std::shared_ptr<Read>& read);
    /// A way for the painting to leave, other than being saved.
    struct Outgoing {
        QString doing;                             ///< "Exporting %1"
        std::function<QString(const Path&)> done;  ///< said in the end
        std::function<Done(const Path&, const Painting&, const std::stop_token&, const Progress&,
                           const Replacing&)>
            write;
        void (FileDesk::*again)();  ///< asks for another file
    };
    void send_out(const Outgoing& how, const Path& file, const Replacing& replacing);
    void save_to(const Path& file, std::function<void()> then, const Replacing& replacing = {});
    /// Calls `save` with a name that may be written to: one that lacked its ending is asked about
    /// again when a file has it with the ending.
    void with_ending(Path file, const std::string& ending,
                     const std::function<void(const Path&)>& save,
                     const std::function<void()>& choose_again);
    /// Asks for a name to save under, and again until it is one that may be written to. The ending
    /// is that of the proposed name.
    void ask_where(const QString& title, const QString& kinds, const Path& proposed,
                   const std::function<void(const Path&)>& save);
    /// Calls `save` unless that would replace the painting's own file with something else.
    void not_over_itself(const Path& file, const std::function<void(const Path&)>& save,
                         const std::function<void()>& choose_again);
    void save_merged_copy_to(const Path& file);
    /// Puts another painting on the desk; what there was is safe by now.
    void put_on_desk(const Painting& painting, const Path& file,
                     const std::optional<FileStamp>& stamp, bool saved,
                     const SavedFile& known = {});
    /// Watches over the session's file from now on.
    void watch();
    /// Somebody else wrote the session's file.
    void ask_about_theirs();
    void compare_with_theirs();
    void ask_about(const Trouble& trouble, const Path& file,
                   const std::function<void(const Path&, const Replacing&)>& save,
                   const std::function<void()>& choose_again);
    void run(LatestJob& job, const QString& text, Work work);
    void save_again();
    void finish(LatestJob& job);
    void show_work();
    void say(const QString& text);
    /// Also into the log.
    void say(const Trouble& trouble);
    Path folder() const;
    void remember(const Path& file);

    Session& session_;
    NoticeBar& notice_;
    FileWatch watch_;
    Picker picker_;
    Opener opener_;
    LatestJob loading_, saving_;
    QString loading_text_, saving_text_;
    std::vector<std::function<void()>> after_save_;
    std::optional<std::uint64_t> save_again_;  // the painting that was to be saved during a save
    std::optional<Painting> given_up_;         // unsaved work that the person said may go
    std::optional<FileStamp> stamp_;           // of the session's file, as it was opened or saved
    SavedFile saved_;                          // what the file holds, for the next save
    std::set<Path> kept_;                      // files whose versions before this sitting are kept
    Path spared_;  // holds more than could be read, and is not saved over
};

}  // namespace underpaint
