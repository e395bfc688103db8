// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/file_desk.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileDialog>
#include <QSettings>

#include "desk/window/file_names.h"
#include "files/log.h"
#include "files/open_any.h"
#include "files/today.h"
#include "files/user_folders.h"
#include "painting/changes.h"
#include "painting/reframed.h"

namespace underpaint {
namespace {

using Path = FileDesk::Path;

constexpr int kMostRecent = 8;
constexpr int kDiskWait = 1500;  // milliseconds that closing waits for a disk

FileDesk::Picker dialogs() {
    return {
        [](const QString& title, const QString& kinds, const Path& folder) {
            return path_of(QFileDialog::getOpenFileName(nullptr, title, text_of(folder), kinds));
        },
        [](const QString& title, const QString& kinds, const Path& proposed) {
            return path_of(QFileDialog::getSaveFileName(nullptr, title, text_of(proposed), kinds));
        },
        [](const QString& title, const QString& kinds, const Path& folder) {
            QFileDialog dialog(nullptr, title, text_of(folder), kinds);
            dialog.setFileMode(QFileDialog::AnyFile);
            return dialog.exec() == QDialog::Accepted ? path_of(dialog.selectedFiles().value(0))
                                                      : Path();
        }};
}

QString joined(const std::vector<std::string>& notices) {
    QStringList lines;
    for (const std::string& notice : notices) lines << QString::fromStdString(notice);
    return lines.join(QLatin1Char(' '));
}

}  // namespace

FileDesk::FileDesk(Session& session, NoticeBar& notice, QObject* parent)
    : QObject(parent),
      session_(session),
      notice_(notice),
      watch_(state_folder() / "open"),
      picker_(dialogs()),
      opener_([](const Path& file, const std::stop_token& stop, const Progress& progress) {
          return open_any(file, today(), {}, stop, progress);
      }),
      loading_(this, Urgency::beside, "opening a file"),
      saving_(this, Urgency::beside, "saving a file") {
    loading_.leave_behind_after(kDiskWait);
    for (LatestJob* job : {&loading_, &saving_})
        job->on_fault([this, job](const QString& sentence) {
            if (job == &loading_) keep_after_all();
            after_save_.clear();
            save_again_.reset();
            finish(*job);
            say(sentence);
        });
    for (const LatestJob* job : {&loading_, &saving_})
        connect(job, &LatestJob::progressed, this, [this, job](float share) {
            if (job == &saving_ || !saving()) notice_.set_progress(share);
        });
    connect(&notice_, &NoticeBar::closed, this, &FileDesk::show_work);
    connect(&watch_, &FileWatch::changed_by_others, this, &FileDesk::ask_about_theirs);
}

void FileDesk::open() {
    when_safe([this] {
        const auto file = ask_for_file(tr("Open a painting"),
                                       kPaintingKinds + QStringLiteral(";;") + picture_kinds());
        file.empty() ? keep_after_all() : load(file);
    });
}

void FileDesk::bring_in() {
    const auto choose = [this] {
        const auto file = ask_for_file(tr("Bring in a picture"), picture_kinds());
        file.empty() ? keep_after_all() : load(file);
    };
    only_a_brief() ? choose() : when_safe(choose);
}

void FileDesk::begin_with_brief() {
    when_safe([this] {
        begin(std::make_shared<Painting>(blank_painting(tr("Untitled").toStdString())));
        emit briefing();
    });
}

bool FileDesk::only_a_brief() const {
    return session_.document.has_painting() && is_blank(session_.document.painting());
}

void FileDesk::open_file(const Path& file) {
    when_safe([this, file] { load(file); });
}

void FileDesk::open_demo(std::function<void()> then) {
    // Beside the installed program, otherwise in the checkout that it was built from.
    const Path program = QCoreApplication::applicationDirPath().toStdString();
    std::error_code error;
    for (const Path& file : {program / "../share/faithful-underpaint/salt-cart.ora",
                             program / "../../../demo/salt-cart.ora"})
        if (std::filesystem::exists(file, error))
            return when_safe(
                [this, file, then] { load(file.lexically_normal(), QString(), then); });
    say(tr("The demo painting is not where it belongs, beside the program."));
}

// --- opening

void FileDesk::open_earlier(const EarlierVersion& version) {
    const QString text = tr("%1 as it was saved %2. It belongs to no file: saving asks for a name.")
                             .arg(name_of(version.of), moment_in_words(version.saved));
    when_safe([this, version, text] { load(version.kept, text); });
}

void FileDesk::load(const Path& file, const std::optional<QString>& as_copy,
                    std::function<void()> then) {
    run(loading_, tr("Opening %1").arg(name_of(file)),
        [this, file, as_copy, then, opener = opener_](const std::stop_token& stop,
                                                      const Deliver& deliver) {
            // Shared, since it is too large to copy. The stamp is taken before reading, so that any
            // change of the file from here on is noticed.
            const auto stamp = stamp_of(file);
            const auto progress = [&](float share) { deliver.progress(share); };
            auto read = std::make_shared<Read>(
                Read{file, as_copy, stamp, opener(file, stop, progress), then});
            deliver([this, read] {
                finish(loading_);
                take(read);
            });
        });
}

void FileDesk::take(const std::shared_ptr<Read>& read) {
    if (!read->opened) {
        keep_after_all();
        return say(read->opened.error());
    }
    if (!read->as_copy) remember(read->file);
    OpenedPainting& now = *read->opened;
    auto painting = std::make_shared<Painting>(std::move(now.painting));
    if (!painting->sealed() && has_colour(painting->underpaint->base().channels()) && !now.ours)
        return emit coloured(painting);
    const bool owned = now.ours && !now.incomplete && !read->as_copy;
    const auto begin_it = [this, owned, painting, read] {
        SavedFile known = owned ? std::move(read->opened->saved) : SavedFile();
        known.stamp = read->stamp;
        begin(painting, owned ? read->file : Path(), owned ? read->stamp : std::nullopt, known);
        if (read->opened->incomplete && !read->as_copy) spared_ = read->file;
        if (!read->opened->notices.empty()) say(joined(read->opened->notices));
        if (read->as_copy) say(*read->as_copy);
        if (read->then) read->then();
    };
    takes_brief_over(*painting) ? begin_it() : when_safe(begin_it);
}

/// A plain picture, where nothing but a brief is there.
bool FileDesk::takes_brief_over(const Painting& painting) const {
    return only_a_brief() && !painting.sealed() && painting.passes.empty() &&
           painting.brief == Brief{} && !is_blank(painting);
}

void FileDesk::begin(std::shared_ptr<Painting> painting, const Path& file,
                     const std::optional<FileStamp>& stamp, const SavedFile& known) {
    if (takes_brief_over(*painting)) {
        const Size is = painting->size();
        const auto asked = session_.document.painting().brief.size;
        session_.document.begin(with_brief_of(std::move(*painting), session_.document.painting()),
                                {}, false);
        watch();
        if (asked && (is.width < asked->width || is.height < asked->height))
            say(tr("The picture is %1 × %2; the brief asks for %3 × %4.")
                    .arg(is.width)
                    .arg(is.height)
                    .arg(asked->width)
                    .arg(asked->height));
        return;
    }
    when_safe([this, painting = std::move(painting), file, stamp, known] {
        put_on_desk(*painting, file, stamp, true, known);
    });
}

void FileDesk::begin_unsaved(std::shared_ptr<Painting> painting, const Path& file,
                             const std::optional<FileStamp>& stamp, std::function<void()> then) {
    when_safe([this, painting = std::move(painting), file, stamp, then = std::move(then)] {
        put_on_desk(*painting, file, stamp, false);
        then();
    });
}

void FileDesk::put_on_desk(const Painting& painting, const Path& file,
                           const std::optional<FileStamp>& stamp, bool saved,
                           const SavedFile& known) {
    given_up_.reset();
    spared_.clear();
    stamp_ = stamp;
    saved_ = known;
    session_.document.begin(painting, file, saved);
    watch();
}

void FileDesk::stop_loading() {
    if (!loading_.running()) return;
    loading_.stop();
    keep_after_all();
    finish(loading_);
}

void FileDesk::when_safe(std::function<void()> then) {
    if (saving()) return after_save_.push_back(std::move(then));
    if (!session_.document.unsaved() ||
        (given_up_ && same_but_for_records(*given_up_, session_.document.painting())))
        return then();
    notice_.ask(
        tr("%1 has changes that are not saved.").arg(shown(session_.document.painting().name)),
        {{tr("Save"), [this, then] { save([this, then] { when_safe(then); }); }},
         {tr("Drop them"),
          [this, then] {
              given_up_ = session_.document.painting();
              then();
          }},
         {tr("Stay"), [this] { keep_after_all(); }}});
}

// --- work on the whole painting

void FileDesk::layers_as_parts() {
    if (!session_.document.has_painting() || busy()) return;
    const auto file = ask_for_file(tr("Layers of a painting as parts"), kPaintingKinds);
    if (file.empty()) return;
    run(loading_, tr("Reading the layers of %1").arg(name_of(file)),
        [this, file, size = session_.document.painting().size(),
         document = session_.document.number()](const std::stop_token& stop,
                                                const Deliver& deliver) {
            auto masks = std::make_shared<Result<std::vector<NamedMask>>>(
                read_layer_masks(file, size, stop));
            deliver([this, masks, size, document] {
                finish(loading_);
                if (!*masks) return say(masks->error());
                if (session_.document.number() != document ||
                    session_.document.painting().size() != size)
                    return say(
                        tr("The painting has become another meanwhile, so the layers no "
                           "longer lie over it. Take them once more."));
                Painting painting = session_.document.painting();
                for (NamedMask& layer : **masks)
                    painting = with_part(std::move(painting), layer.name, std::move(layer.mask));
                session_.document.change(tr("Take layers as parts"), std::move(painting));
            });
        });
}

void FileDesk::turn(Turn turn) {
    if (!session_.document.has_painting() || busy()) return;
    const QString label =
        turn == Turn::mirror ? tr("Mirror the painting") : tr("Turn the painting");
    run(loading_, tr("Turning the painting"),
        [this, label, turn, painting = session_.document.painting(),
         document = session_.document.number()](const std::stop_token&, const Deliver& deliver) {
            auto result = std::make_shared<Painting>(turned(painting, turn));
            deliver([this, label, turn, painting, document, result] {
                finish(loading_);
                if (session_.document.number() != document) return;
                // The painting was changed meanwhile: turn the new one too.
                if (!same_but_for_records(session_.document.painting(), painting))
                    return this->turn(turn);
                session_.document.change(label, std::move(*result));
            });
        });
}

// --- work beside the interface

void FileDesk::run(LatestJob& job, const QString& text, Work work) {
    (&job == &saving_ ? saving_text_ : loading_text_) = text;
    job.start(std::move(work));
    show_work();
    emit busy_changed();
}

void FileDesk::finish(LatestJob& job) {
    job.stop();
    if (&job == &saving_) {
        watch_.watch(session_.document.file(), stamp_);
        // Exports use the same job as saves. Other handlers of its end run first.
        QMetaObject::invokeMethod(this, &FileDesk::save_again, Qt::QueuedConnection);
    }
    notice_.end_progress();
    show_work();
    emit busy_changed();
}

/// Shows what is under way, unless something is said or asked.
void FileDesk::show_work() {
    if (notice_.asks()) return;
    if (saving())
        notice_.show_progress(saving_text_, [this] {
            saving_.stop();
            after_save_.clear();
            save_again_.reset();
            finish(saving_);
        });
    else if (loading_.running())
        notice_.show_progress(loading_text_, [this] { stop_loading(); });
}

void FileDesk::say(const Trouble& trouble) {
    if (trouble.what.empty()) return;  // the painter stopped it
    write_to_log(trouble.message());
    say(QString::fromStdString(trouble.message()));
}

void FileDesk::say(const QString& text) {
    if (!text.isEmpty()) notice_.say(text);
}

// --- where files are

Path FileDesk::ask_for_file(const QString& title, const QString& kinds) const {
    return picker_.to_open(title, kinds, folder());
}

std::filesystem::path FileDesk::ask_for_file_to_watch() const {
    const std::string& watched = session_.document.painting().saves.file();
    return picker_.to_watch(
        tr("Watch a file"),
        picture_kinds(tr("What other programs save"), {QStringLiteral("*.ora")}),
        watched.empty() ? folder() : Path(watched));
}

AskForFile FileDesk::asking() {
    return {
        [this](const QString& title, const QString& kinds) { return ask_for_file(title, kinds); },
        [this](const QString& title, const QString& kinds, const QString& name,
               std::function<void(const Path&)> save) {
            ask_where(title, kinds, folder() / path_of(name), std::move(save));
        }};
}

/// Where the painting lies, or the last file that was opened or saved.
Path FileDesk::folder() const {
    if (!session_.document.file().empty()) return session_.document.file().parent_path();
    const QStringList names = recent();
    if (!names.isEmpty()) return path_of(names.first()).parent_path();
    return path_of(QDir::homePath());
}

QStringList FileDesk::recent() const {
    return QSettings().value(QStringLiteral("recent")).toStringList();
}

std::vector<EarlierVersion> FileDesk::earlier() const {
    std::vector<EarlierVersion> all;
    for (const QString& file : recent())
        std::ranges::move(earlier_versions(earlier_store(), path_of(file)),
                          std::back_inserter(all));
    std::ranges::stable_sort(all, std::greater(), &EarlierVersion::saved);
    return all;
}

void FileDesk::remember(const Path& file) {
    std::error_code error;
    const QString name = text_of(std::filesystem::absolute(file, error));
    QStringList names = recent();
    names.removeAll(name);
    names.prepend(name);
    QSettings().setValue(QStringLiteral("recent"), names.mid(0, kMostRecent));
}

}  // namespace underpaint
