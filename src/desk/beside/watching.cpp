// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/watching.h"

#include <algorithm>

#include "desk/kit/marks.h"
#include "desk/kit/screen_image.h"
#include "raster/shrink.h"
#include "watch/file_notices.h"

namespace underpaint {
namespace {

constexpr int kHangs = 500;         // ms to wait for a disk when watching ends
constexpr int kDoubtfulSide = 400;  // long side of the pictures that are shown with a question

}  // namespace

struct Watching::Light {
    std::optional<Painting> sealed;  // the painting that was begun from the first save, if any
    KeptSave kept;
};

Watching::Watching(Document& document, WatchOptions options, QObject* parent)
    : QObject(parent),
      document_(document),
      options_(std::move(options)),
      job_(this, Urgency::beside, "watching " + options_.file.filename().string()) {
    job_.leave_behind_after(kHangs);
    job_.on_fault([this](const QString& sentence) {
        trouble_ = sentence;
        emit changed();
    });
    connect(&document_, &Document::begun, this, [this] {
        if (!beginning_) emit ended();
    });
    connect(&document_, &Document::changed, this, &Watching::follow);
    // A painting has one ledger; if the file has a new name, the ledger goes on under it.
    if (const SaveLedger& ledger = document_.painting().saves;
        document_.has_painting() && ledger.file() != options_.file.string())
        document_.keep_saves({options_.file.string(), ledger.saves()});
    start();
}

/// What of the painting saves are measured against.
Painting Watching::watched_against() const {
    Painting against;
    const Painting& painting = document_.painting();
    if (!document_.has_painting() || !painting.sealed()) return against;
    against.name = painting.name;
    against.underpaint = painting.underpaint;
    against.parts = painting.parts;
    against.plan = painting.plan;
    against.values = painting.values;
    against.seals = painting.seals;
    against.seal_at = painting.seal_at;
    against.brief = painting.brief;
    return against;
}

/// Another seal, other parts or another plan: what comes is measured against those.
void Watching::follow() {
    if (!beginning_ && !(watched_against() == against_)) start();
}

void Watching::start() {
    against_ = watched_against();
    auto against = against_.sealed() ? std::optional(against_) : std::nullopt;
    job_.start([this, options = options_, against = std::move(against),
                known = document_.painting().saves,
                even_unlike = even_unlike_](const std::stop_token& stop, const Deliver& deliver) {
        const std::array files{options.file};
        FileNotices notices(files);
        const std::stop_callback wake(stop, [&] { notices.wake(); });
        WatchedFile file(options.file, against, options.reader, options.own_rules, known,
                         options.clock);
        if (even_unlike) file.take_unlike();
        const auto sketch = [&](const WatchedFile::Sketch& made) {
            deliver([this, made] {
                sketch_ = made;
                emit changed();
            });
        };
        while (!stop.stop_requested()) {
            auto event = file.look(WatchedFile::Clock::now(), stop, sketch);
            if (stop.stop_requested()) return;
            if (event) {
                if (auto* saved = std::get_if<WatchedFile::Saved>(&*event)) {
                    Light light{std::nullopt, std::move(saved->kept)};
                    if (saved->sealed) light.sealed = file.against()->painting;
                    deliver([this, light = std::move(light)] { take(light); });
                } else if (auto* unlike = std::get_if<Unlike>(&*event)) {
                    Doubt doubt{
                        unlike->certainty, unlike->may_be,
                        image_of(shrunk(file.against()->painting.ground()->base(), kDoubtfulSide)),
                        image_of(shrunk(unlike->picture->base(), kDoubtfulSide))};
                    deliver([this, doubt = std::move(doubt)] {
                        doubt_ = doubt;
                        sketch_.reset();
                        trouble_.clear();
                        emit changed();
                    });
                } else {
                    const auto& words = std::get<WatchedFile::Unreadable>(*event).words;
                    deliver([this, words = QString::fromStdString(words)] {
                        trouble_ = words;
                        sketch_.reset();
                        emit changed();
                    });
                }
                event.reset();
                file.rest();
            }
            notices.wait(file.next_look());
        }
    });
}

void Watching::take(Light light) {
    sketch_.reset();
    doubt_.reset();
    trouble_.clear();
    if (light.sealed) {
        beginning_ = true;
        document_.begin(std::move(*light.sealed), {}, false);
        against_ = watched_against();
        document_.keep_saves({options_.file.string(), {}});
        beginning_ = false;
    }
    document_.keep_saves(with_save(document_.painting().saves, std::move(light.kept)));
    emit saved();
    emit changed();
    if (const QString worse = what_grew_worse(saves()); !worse.isEmpty()) emit grew_worse(worse);
}

void Watching::take_unlike() {
    even_unlike_ = true;
    doubt_.reset();
    start();
    emit changed();
}

void Watching::leave_unlike() {
    doubt_.reset();
    emit changed();
}

void Watching::set_meant(int number, std::optional<std::string> note) {
    std::vector<KeptSave> changed_saves = saves();
    const auto found = std::ranges::find(changed_saves, number, &KeptSave::number);
    if (found == changed_saves.end()) return;
    found->meant = std::move(note);
    document_.keep_saves({options_.file.string(), std::move(changed_saves)});
    emit changed();
}

QString what_grew_worse(const std::vector<KeptSave>& saves) {
    if (saves.size() < 2) return {};
    const KeptSave &now = saves.back(), &before = saves[saves.size() - 2];
    static const std::array names{Watching::tr("Value"), Watching::tr("Focus"),
                                  Watching::tr("Swing")};
    QStringList words;
    for (std::size_t i = 0; i < kSaveColumns; ++i) {
        const Verdict verdict = now.figures[i].verdict;
        if (!is_bad(verdict) || verdict <= before.figures[i].verdict) continue;
        const bool was_meant = std::ranges::any_of(saves, [&](const KeptSave& each) {
            return each.meant && each.figures[i].verdict >= verdict;
        });
        if (was_meant) continue;
        words << Watching::tr("%1 is %2 now: %3, after %4")
                     .arg(names[i], word_of(verdict),
                          QString::fromStdString(now.figures[i].balance),
                          QString::fromStdString(before.figures[i].balance));
    }
    return words.join(QStringLiteral("; "));
}

}  // namespace underpaint
