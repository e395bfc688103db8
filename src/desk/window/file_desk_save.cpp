// SPDX-License-Identifier: GPL-3.0-or-later
// Of the file desk: saving, and the file in other hands.
#include "desk/window/beside_file.h"
#include "desk/window/file_desk.h"
#include "desk/window/file_names.h"
#include "desk/window/settings_menus.h"

namespace underpaint {
namespace {

using Path = FileDesk::Path;

/// A name beside `file` that no file has: "cart (mine).ora", "cart (mine 2).ora".
Path copy_of(const Path& file) {
    std::error_code error;
    for (int number = 1;; ++number) {
        const std::string mine = number == 1 ? " (mine)" : " (mine " + std::to_string(number) + ")";
        Path copy = file.parent_path() / (file.stem().string() + mine + file.extension().string());
        if (!std::filesystem::exists(copy, error)) return copy;
    }
}

}  // namespace

void FileDesk::save(std::function<void()> then) {
    if (!session_.document.has_painting()) return;
    // Changes made during a save are not in it: another save follows.
    if (saving()) {
        save_again_ = session_.document.number();
        return;
    }
    if (session_.document.file().empty())
        save_as(std::move(then));
    else
        save_to(session_.document.file(), std::move(then), {stamp_, false});
}

void FileDesk::save_again() {
    if (!save_again_ || saving()) return;
    const bool same = std::exchange(save_again_, {}) == session_.document.number();
    if (same && session_.document.unsaved()) save();
}

void FileDesk::save_as(std::function<void()> then) {
    if (!session_.document.has_painting() || saving()) return;
    const std::string added = spared_.empty() ? ".ora" : " (mine).ora";
    const Path proposed = session_.document.file().empty()
                              ? folder() / (file_name_of(session_.document.painting()) + added)
                              : session_.document.file();
    const Path file = picker_.to_save(tr("Save the painting"), kPaintingKinds, proposed);
    if (file.empty()) return;
    with_ending(
        file, ".ora", [this, then](const Path& named) { save_to(named, then); },
        [this, then] { save_as(then); });
}

void FileDesk::with_ending(Path file, const std::string& ending,
                           const std::function<void(const Path&)>& save,
                           const std::function<void()>& choose_again) {
    if (QString::fromStdString(file.extension().string())
            .compare(QString::fromStdString(ending), Qt::CaseInsensitive) == 0)
        return save(file);
    file += ending;
    std::error_code error;
    if (!std::filesystem::exists(file, error)) return save(file);
    // The dialog asked about the name without its ending.
    notice_.ask(tr("%1 is there already.").arg(name_of(file)),
                {{tr("Choose another name"), choose_again},
                 {tr("Replace it"), [save, file] { save(file); }},
                 {tr("Cancel"), {}}});
}

void FileDesk::ask_where(const QString& title, const QString& kinds, const Path& proposed,
                         const std::function<void(const Path&)>& save) {
    const Path file = picker_.to_save(title, kinds, proposed);
    if (file.empty()) return;
    const auto again = [this, title, kinds, proposed, save] {
        ask_where(title, kinds, proposed, save);
    };
    with_ending(
        file, proposed.extension().string(),
        [this, save, again](const Path& named) { not_over_itself(named, save, again); }, again);
}

void FileDesk::not_over_itself(const Path& file, const std::function<void(const Path&)>& save,
                               const std::function<void()>& choose_again) {
    std::error_code error;
    if (!session_.document.has_painting() ||
        !std::filesystem::equivalent(file, session_.document.file(), error))
        return save(file);
    notice_.ask(tr("%1 is the painting itself, which this would replace.").arg(name_of(file)),
                {{tr("Choose another name"), choose_again}, {tr("Cancel"), {}}});
}

void FileDesk::save_to(const Path& file, std::function<void()> then, const Replacing& replacing) {
    const auto choose_again = [this, then] { save_as(then); };
    std::error_code error;
    if (!spared_.empty() && std::filesystem::equivalent(file, spared_, error))
        return notice_.ask(tr("%1 holds more than could be read here, so it is not saved over.")
                               .arg(name_of(file)),
                           {{tr("Choose another name"), choose_again}, {tr("Cancel"), {}}});
    watch_.look_away();
    const std::size_t most = kept_.contains(file) ? 0 : kept_versions();
    run(saving_, tr("Saving %1").arg(name_of(file)),
        [this, file, then, choose_again, replacing, most, painting = session_.document.painting(),
         document = session_.document.number(), known = std::make_shared<SavedFile>(saved_)](
            const std::stop_token& stop, const Deliver& deliver) {
            const auto progress = [&](float share) { deliver.progress(share); };
            const Done kept = keep_earlier(earlier_store(), file, most);
            const Done done = save_painting(file, painting, stop, progress, replacing, known.get());
            deliver([this, file, then, choose_again, painting, document, kept, done, known] {
                finish(saving_);
                const auto waiting = std::exchange(after_save_, {});
                if (!done) {
                    save_again_.reset();
                    // The painter has been told of the change by now.
                    const Path& own = session_.document.file();
                    watch_.watch(own, stamp_of(own));
                    return ask_about(
                        done.error(), file,
                        [this, then](const Path& other, const Replacing& how) {
                            save_to(other, then, how);
                        },
                        choose_again);
                }
                remember(file);
                kept_.insert(file);
                if (!kept) say(kept.error());
                // Another painting may be open by now; the file does not belong to it.
                if (session_.document.number() == document) {
                    stamp_ = known->stamp;
                    saved_ = std::move(*known);
                    spared_.clear();
                    session_.document.mark_saved(file, painting);
                }
                watch_.watch(session_.document.file(), stamp_);
                emit saved();
                if (then) then();
                save_again();
                for (const auto& next : waiting) when_safe(next);
            });
        });
}

void FileDesk::ask_about(const Trouble& trouble, const Path& file,
                         const std::function<void(const Path&, const Replacing&)>& save,
                         const std::function<void()>& choose_again) {
    const QString text = QString::fromStdString(trouble.message());
    switch (trouble.kind) {
        case TroubleKind::changed_on_disk:
            return notice_.ask(
                text, {{tr("Keep mine as a copy"), [save, file] { save(copy_of(file), {}); }},
                       {tr("Open theirs"), [this, file] { open_file(file); }},
                       {tr("Compare"), [this] { compare_with_theirs(); }},
                       {tr("Overwrite"), [save, file] { save(file, {}); }},
                       {tr("Cancel"), {}}});
        case TroubleKind::read_only:
            return notice_.ask(text, {{tr("Choose another name"), choose_again},
                                      {tr("Replace it"),
                                       [save, file] {
                                           save(file, {{}, true});
                                       }},
                                      {tr("Cancel"), {}}});
        case TroubleKind::plain: break;
    }
    say(trouble);
}

// --- the file in other hands

void FileDesk::watch() {
    const Path& file = session_.document.file();
    if (!watch_.watch(file, stamp_))
        say(tr("%1 is open in another window too: what is saved last, there or here, is what "
               "stays. "
               "Save this one under another name to keep both.")
                .arg(name_of(file)));
}

void FileDesk::ask_about_theirs() {
    const Path file = session_.document.file();
    notice_.ask(tr("%1 was changed by another program while it is open here.").arg(name_of(file)),
                {{tr("Open theirs"), [this, file] { open_file(file); }},
                 {tr("Keep mine as a copy"), [this, file] { save_to(copy_of(file), {}); }},
                 {tr("Compare"), [this] { compare_with_theirs(); }},
                 {tr("Not now"), {}}});
}

void FileDesk::compare_with_theirs() {
    const Path file = session_.document.file();
    run(loading_, tr("Reading %1").arg(name_of(file)),
        [this, file, painting = session_.document.painting()](const std::stop_token& stop,
                                                              const Deliver& deliver) {
            auto beside = std::make_shared<std::optional<Comparison>>(
                beside_file(file, tr("theirs"), painting, tr("mine"), stop));
            deliver([this, file, beside, painting] {
                finish(loading_);
                if (!*beside)
                    return say(tr("%1 can't be shown beside yours: it is of another size, or "
                                  "can't be read.")
                                   .arg(name_of(file)));
                if (!same_but_for_records(session_.document.painting(), painting))
                    return compare_with_theirs();
                session_.outlook.compare(std::move(*beside));
            });
        });
}

}  // namespace underpaint
