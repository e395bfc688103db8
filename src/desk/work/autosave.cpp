// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/autosave.h"

namespace underpaint {
namespace {

// With the time of writing added, at most 5 s of work are lost to a kill; see keep_beside_load in
// the benchmarks.
constexpr std::chrono::milliseconds kSaveRest{1000}, kLongest{2000}, kRetry{100};

}  // namespace

Done Autosave::Keeper::keep(const std::filesystem::path& store, const Painting& painting,
                            const UnsavedNote& note, const std::stop_token& stop) {
    const auto write = [&]() -> Done {
        const std::scoped_lock lock(mutex);
        if (!wanted) return {};
        if (!work) {
            auto begun = UnsavedWork::begin(store);
            if (!begun) return tl::unexpected(begun.error());
            work.emplace(std::move(*begun));
        }
        return work->keep(painting, note, stop);
    };
    Done done = write();
    if (!wanted) drop();
    return done;
}

void Autosave::Keeper::drop() {
    wanted = false;
    const std::unique_lock lock(mutex, std::try_to_lock);
    if (!lock) return;
    if (work) work->drop();
    work.reset();
}

Autosave::Autosave(Document& document, std::filesystem::path store,
                   std::function<std::optional<FileStamp>()> stamp,
                   std::function<std::chrono::sys_seconds()> clock, QObject* parent)
    : QObject(parent),
      document_(document),
      store_(std::move(store)),
      stamp_(std::move(stamp)),
      clock_(std::move(clock)),
      // Writing is short and must not wait for figures, which take all cores.
      job_(this, Urgency::beside, "keeping what is not saved") {
    job_.on_fault([this](const QString& sentence) { say_once(sentence); });
    for (QTimer* timer : {&due_, &longest_}) {
        timer->setSingleShot(true);
        connect(timer, &QTimer::timeout, this, &Autosave::keep);
    }
    longest_.setInterval(kLongest);
    // The earlier painting was saved or discarded.
    connect(&document_, &Document::begun, this, &Autosave::drop);
    connect(&document_, &Document::saved_changed, this, &Autosave::follow);
}

void Autosave::follow() {
    if (!document_.unsaved()) return drop();
    // The first write contains all pictures and takes longer than later ones, so it starts at once.
    due_.start(keeper_ ? kSaveRest : std::chrono::milliseconds{0});
    if (!longest_.isActive()) longest_.start();
}

void Autosave::go_on_with(UnsavedWork work) {
    keeper_ = std::make_shared<Keeper>();
    keeper_->work.emplace(std::move(work));
    follow();
}

UnsavedNote Autosave::note() const {
    return {document_.painting().name,
            document_.file(),
            stamp_(),
            clock_(),
            document_.history().steps_since_saved(),
            document_.history().undo_label(),
            document_.painting().saves.file()};
}

void Autosave::keep() {
    due_.stop();
    if (!document_.unsaved()) return;
    // A running write is not replaced: otherwise nothing would be kept while a hand never rests.
    if (job_.running()) return longest_.start(kRetry);
    longest_.stop();
    longest_.setInterval(kLongest);
    if (!keeper_) keeper_ = std::make_shared<Keeper>();
    job_.start([this, keeper = keeper_, store = store_, painting = document_.painting(),
                note = note()](const std::stop_token& stop, const auto& deliver) {
        const Done done = keeper->keep(store, painting, note, stop);
        if (done || done.error().what.empty()) return;
        deliver([this, what = done.error().message()] { say_once(QString::fromStdString(what)); });
    });
}

void Autosave::say_once(const QString& why) {
    if (std::exchange(told_, true)) return;
    emit troubled(tr("What is not saved can't be kept for the case that the program ends "
                     "unexpectedly: %1 Save now and then.")
                      .arg(why));
}

void Autosave::keep_now() {
    if (!document_.unsaved() || kept()) return;
    job_.stop();
    if (!keeper_) keeper_ = std::make_shared<Keeper>();
    static_cast<void>(keeper_->keep(store_, document_.painting(), note(), {}));
    due_.stop();
    longest_.stop();
}

std::optional<UnsavedWork> Autosave::hand_over() {
    keep_now();
    due_.stop();
    longest_.stop();
    job_.stop();
    const auto keeper = std::exchange(keeper_, nullptr);
    if (!keeper) return std::nullopt;
    const std::scoped_lock lock(keeper->mutex);
    return std::exchange(keeper->work, std::nullopt);
}

void Autosave::drop() {
    due_.stop();
    longest_.stop();
    job_.stop();
    if (const auto keeper = std::exchange(keeper_, nullptr)) keeper->drop();
}

}  // namespace underpaint
