// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/paper_choice.h"

#include <QSettings>

#include "desk/work/paths.h"
#include "files/paper_profiles.h"

namespace underpaint {
namespace {

const QString kFile = QStringLiteral("paper/profile"), kIntent = QStringLiteral("paper/perceptual");

}  // namespace

PaperChoice::PaperChoice(QObject* parent)
    : QObject(parent), reading_(this, Urgency::figures, "the profile of a paper") {
    const QSettings settings;
    file_ = path_of(settings.value(kFile).toString());
    intent_ =
        settings.value(kIntent).toBool() ? PrintIntent::perceptual : PrintIntent::colorimetric;
}

void PaperChoice::want() {
    if (!proof_ && !reading_.running()) read(file_, intent_);
}

void PaperChoice::use(const std::filesystem::path& file, PrintIntent intent) {
    if (!proof_ || file != file_ || intent != intent_) read(file, intent);
}

void PaperChoice::read(const std::filesystem::path& file, PrintIntent intent) {
    reading_.start([this, file, intent](const std::stop_token&, const Deliver& deliver) {
        auto paper = open_paper(file, intent);
        const bool gone = !paper && !file.empty();
        if (!paper) {
            deliver([this, said = paper.error().message()] {
                emit troubled(QString::fromStdString(said));
            });
            if (!gone) return;
        }
        deliver([this, file, intent, paper] {
            if (paper) {
                proof_ = *paper, file_ = file, intent_ = intent;
                QSettings settings;
                settings.setValue(kFile, text_of(file));
                settings.setValue(kIntent, intent == PrintIntent::perceptual);
                emit changed();
            } else if (!proof_) {
                // The one that was used last is gone: there is always one.
                read({}, intent);
            }
        });
    });
}

}  // namespace underpaint
