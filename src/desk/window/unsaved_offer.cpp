// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/unsaved_offer.h"

#include "desk/window/beside_file.h"
#include "desk/window/file_names.h"

namespace underpaint {
UnsavedOffer::UnsavedOffer(Session& session, FileDesk& files, Autosave& autosave, NoticeBar& notice,
                           QObject* parent)
    : QObject(parent),
      session_(session),
      files_(files),
      autosave_(autosave),
      notice_(notice),
      job_(this, Urgency::beside, "opening what was not saved") {}

void UnsavedOffer::offer(bool always) {
    const std::vector<LeftWork> left = left_work(autosave_.store());
    if (!left.empty()) return ask(left, 0);
    if (always) notice_.say(tr("No unsaved work is left from an earlier sitting."));
}

void UnsavedOffer::ask(const std::vector<LeftWork>& left, std::size_t index) {
    const LeftWork& work = left[index];
    const UnsavedNote& note = work.note;
    const QString name = shown(note.name), count = QString::number(note.changes);
    QString text = note.changes == 1
                       ? tr("%1 was not saved when the program ended: one change").arg(name)
                       : tr("%1 was not saved when the program ended: %2 changes").arg(name, count);
    if (!note.last_change.empty()) text += tr(", the last “%1”").arg(shown(note.last_change));
    text += tr(", kept %1.").arg(moment_in_words(note.when));
    std::vector<NoticeBar::Answer> answers{
        {tr("Bring it back"), [this, work] { bring_back(work); }},
        {tr("Throw it away"), [this, work] { throw_away(work); }}};
    if (index + 1 < left.size())
        answers.push_back({tr("Another (%1)").arg(left.size() - index - 1),
                           [this, left, index] { ask(left, index + 1); }});
    answers.push_back({tr("Not now"), {}});
    notice_.ask(text, std::move(answers));
}

/// What came out of the folder, beside the file as it was saved.
struct UnsavedOffer::BroughtBack {
    LeftWork left;
    Result<Painting> painting;
    std::optional<Comparison> beside;
};

void UnsavedOffer::bring_back(const LeftWork& left) {
    job_.start([this, left](const std::stop_token& stop, const auto& deliver) {
        auto back =
            std::make_shared<BroughtBack>(BroughtBack{left, open_left_work(left.folder, stop), {}});
        if (back->painting && !left.note.file.empty())
            back->beside = beside_file(left.note.file, tr("as saved"), *back->painting,
                                       tr("brought back"), stop);
        deliver([this, back] { take(back); });
    });
}

void UnsavedOffer::take(const std::shared_ptr<BroughtBack>& back) {
    if (!back->painting)
        return notice_.say(tr("It can't be brought back: %1 It stays where it is.")
                               .arg(QString::fromStdString(back->painting.error().message())));
    const UnsavedNote& note = back->left.note;
    std::error_code error;
    const bool is_there = !note.file.empty() && std::filesystem::exists(note.file, error);
    // Saved over without a question only if the stamp shows that it is the very same file: anyone
    // may have changed the record of it.
    const bool belongs = is_there && note.stamp;
    files_.begin_unsaved(
        std::make_shared<Painting>(*back->painting), belongs ? note.file : std::filesystem::path(),
        belongs ? note.stamp : std::nullopt, [this, back, is_there, belongs] {
            auto work = UnsavedWork::take_up(back->left.folder);
            if (work) autosave_.go_on_with(std::move(*work));
            const UnsavedNote& of = back->left.note;
            QString text =
                tr("Brought back as it was %1, and not saved yet.").arg(moment_in_words(of.when));
            if (!of.file.empty() && !is_there)
                text += tr(" Its file %1 is gone: saving asks for a name.").arg(name_of(of.file));
            else if (!of.file.empty() && !belongs)
                text += tr(" It can't be told whether it belongs to %1: saving asks for a name.")
                            .arg(name_of(of.file));
            if (back->beside) {
                session_.outlook.compare(std::move(back->beside));
                text += tr(" Left of the seam is the file as it was saved.");
            }
            notice_.say(text);
        });
}

void UnsavedOffer::throw_away(const LeftWork& left) {
    notice_.ask(tr("What was not saved of %1 is gone for good then.").arg(shown(left.note.name)),
                {{tr("Throw it away"),
                  [this, left] {
                      if (auto work = UnsavedWork::take_up(left.folder)) work->drop();
                      offer();
                  }},
                 {tr("Keep it"), {}}});
}

}  // namespace underpaint
