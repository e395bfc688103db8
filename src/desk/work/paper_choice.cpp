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
        if (!paper) {
            deliver([this, said = paper.error().message(), file, intent] {
                emit troubled(QString::fromStdString(said));
                // The profile used last may be gone: go back to the standard one.
                if (!proof_ && !file.empty()) read({}, intent);
            });
            return;
        }
        deliver([this, file, intent, proof = std::move(*paper)] {
            proof_ = proof, file_ = file, intent_ = intent;
            QSettings settings;
            settings.setValue(kFile, text_of(file));
            settings.setValue(kIntent, intent == PrintIntent::perceptual);
            emit changed();
        });
    });
}

}  // namespace underpaint
