// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/version_edits.h"

#include "desk/kit/words.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"

namespace underpaint {

QString passes_in_words(std::size_t passes) {
    return passes == 1 ? QObject::tr("1 pass") : QObject::tr("%1 passes").arg(passes);
}

VersionEdits::VersionEdits(Session& session, QObject* parent) : QObject(parent), session_(session) {
    connect(&session_.document, &Document::begun, this,
            [this] { looked_at_ = compared_with_ = kNoVersion; });
    connect(&session_.document, &Document::changed, this, &VersionEdits::changed);
}

VersionId VersionEdits::looked_at() const {
    if (!session_.document.has_painting()) return kNoVersion;
    return painting().find_version(looked_at_) != nullptr ? looked_at_ : painting().version;
}

VersionId VersionEdits::compared_with() const {
    if (!session_.document.has_painting()) return kNoVersion;
    return painting().find_version(compared_with_) != nullptr ? compared_with_ : painting().version;
}

void VersionEdits::compare(VersionId one, VersionId other) {
    compared_with_ = one;
    look_at(other);
}

void VersionEdits::look_at(VersionId id) {
    looked_at_ = id;
    emit changed();
}

int VersionEdits::number_of(VersionId id) const {
    const auto& versions = painting().versions;
    const auto found = std::ranges::find(versions, id, &Version::id);
    return found == versions.end() ? 1 : static_cast<int>(found - versions.begin()) + 1;
}

QString VersionEdits::name_of(VersionId id) const {
    const Version* version = painting().find_version(id);
    return version != nullptr ? shown(version->name) : from_view(kFirstVersionName);
}

void VersionEdits::change(const QString& label, Painting next, const QString& gesture) {
    if (next != painting()) session_.document.change(label, std::move(next), gesture);
}

void VersionEdits::choose(VersionId id) {
    looked_at_ = id;
    compared_with_ = kNoVersion;
    change(tr("Choose %1").arg(name_of(id)), with_version_chosen(painting(), id));
    emit changed();
}

void VersionEdits::branch() {
    if (painting().versions.size() >= kMostVersions)
        return emit said(tr("A painting has at most %1 versions.").arg(kMostVersions));
    const QString from = tr("from %1").arg(name_of(painting().version));
    Painting next = with_branch(painting(),
                                tr("Version %1")
                                    .arg(std::max<std::size_t>(2, painting().versions.size() + 1))
                                    .toStdString(),
                                from.toStdString());
    looked_at_ = next.version;
    change(tr("Branch a version"), std::move(next));
}

void VersionEdits::add(const QString& label, const QString& name, const QString& from,
                       Colouring colouring) {
    if (painting().versions.size() >= kMostVersions)
        return emit said(tr("A painting has at most %1 versions.").arg(kMostVersions));
    Painting next =
        with_version(painting(), name.toStdString(), from.toStdString(), std::move(colouring));
    looked_at_ = next.versions.back().id;
    change(label, std::move(next));
}

void VersionEdits::rename(VersionId id, const QString& name) {
    change(tr("Rename a version"),
           with_version_renamed(painting(), id, name.simplified().left(200).toStdString()));
}

void VersionEdits::note(VersionId id, const QString& text) {
    change(tr("Why this version"),
           with_version_noted(painting(), id, text.left(4000).toStdString()),
           QStringLiteral("version_note/%1").arg(id));
}

void VersionEdits::move(std::size_t from, std::size_t to) {
    change(tr("Move a version"), with_version_moved(painting(), from, to));
}

void VersionEdits::take_pass(VersionId other, std::size_t pass) {
    change(tr("A pass of another version"), with_pass_from(painting(), other, pass));
}

void VersionEdits::chosen_blind(const BlindLook& look, int round) {
    change(tr("Look blind"), with_look(painting(), look), QStringLiteral("blind/%1").arg(round));
}

void VersionEdits::show_all_to_others(bool on) {
    change(tr("Others see all versions"), with_all_for_others(painting(), on));
}

void VersionEdits::remove(VersionId id) {
    if (painting().versions.size() < 2) return emit said(tr("The last version stays."));
    change(tr("Delete %1").arg(name_of(id)), without_version(painting(), id));
}

}  // namespace underpaint
