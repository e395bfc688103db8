// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/beside_desk.h"

#include <algorithm>

#include "desk/window/file_watch.h"
#include "files/left_work.h"
#include "files/open_any.h"
#include "files/today.h"
#include "files/user_folders.h"
#include "painting/changes.h"
#include "watch/save_picture.h"

namespace underpaint {

Result<OwnPainting> own_painting(const std::filesystem::path& watched,
                                 const std::filesystem::path& against,
                                 const std::filesystem::path& store) {
    for (const LeftWork& left : left_work(store)) {
        if (left.note.watched != watched.string() || left.note.file != against) continue;
        auto painting = open_left_work(left.folder);
        auto work = UnsavedWork::take_up(left.folder);
        // Unsaved work that can't be read stays where it is, and a new ledger is begun.
        if (!painting || !work) continue;
        return OwnPainting{std::move(*painting), left.note.file, left.note.stamp, std::move(*work)};
    }
    if (against.empty()) return OwnPainting{};
    const auto stamp = stamp_of(against);
    auto opened = open_any(against, today());
    if (!opened) return tl::unexpected(opened.error());
    Painting painting = std::move(opened->painting);
    if (!painting.sealed()) painting = with_seal(std::move(painting), today());
    return OwnPainting{std::move(painting), against, stamp, std::nullopt};
}

std::optional<FileLock> mark_watched(const std::filesystem::path& file) {
    std::error_code error;
    const auto marks = state_folder() / "watched";
    std::filesystem::create_directories(marks, error);
    return FileLock::take(marks / mark_of(file).toStdString());
}

BesideDesk::BesideDesk(Document& document, WatchOptions options, AskForFile ask, QObject* parent)
    : QObject(parent),
      options_(std::move(options)),
      document_(&document),
      opening_(this, Urgency::beside, "the picture of a save") {
    begin(document, std::move(ask));
}

BesideDesk::BesideDesk(OwnPainting own, WatchOptions options, const std::filesystem::path& store,
                       AskForFile ask, QObject* parent)
    : QObject(parent),
      options_(std::move(options)),
      own_(std::make_unique<Own>()),
      document_(&own_->document),
      opening_(this, Urgency::beside, "the picture of a save") {
    own_->stamp = own.stamp;
    own_->autosave = std::make_unique<Autosave>(
        own_->document, store, [this] { return own_->stamp; }, options_.clock);
    connect(own_->autosave.get(), &Autosave::troubled, this, &BesideDesk::troubled);
    const bool kept = own.work.has_value();
    if (own.painting) own_->document.begin(std::move(*own.painting), own.file, !kept);
    if (kept) own_->autosave->go_on_with(std::move(*own.work));
    begin(own_->document, std::move(ask));
}

BesideDesk::~BesideDesk() {
    keep_now();
}

void BesideDesk::begin(Document& document, AskForFile ask) {
    opening_.on_fault([this](const QString& sentence) { emit troubled(sentence); });
    watching_ = std::make_unique<Watching>(document, options_);
    strip_ = std::make_unique<Strip>(*watching_, notices_, std::move(ask));
    connect(strip_.get(), &Strip::wants_opening, this, &BesideDesk::open_save);
    connect(strip_.get(), &Strip::closed, this, &BesideDesk::closed);
}

void BesideDesk::keep_now() {
    if (own_) own_->autosave->keep_now();
}

void BesideDesk::open_save(int number) {
    const auto& saves = watching_->saves();
    const auto found = std::ranges::find(saves, number, &KeptSave::number);
    if (found == saves.end()) return;
    opening_.start([this, file = options_.file, painting = document_->painting(), save = *found](
                       const std::stop_token& stop, const Deliver& deliver) {
        auto picture = picture_of_save(file, painting, save, stop);
        if (stop.stop_requested()) return;
        deliver([this, save, picture = std::move(picture)] {
            if (!picture) return emit troubled(QString::fromStdString(picture.error().message()));
            Painting laid = with_save_laid(document_->painting(), save, *picture);
            if (!own_)
                return document_->change(tr("Lay save %1").arg(save.number), std::move(laid));
            emit opened(std::make_shared<Opened>(Opened{std::move(laid), own_->document.file(),
                                                        own_->stamp, own_->autosave->hand_over()}));
        });
    });
}

}  // namespace underpaint
