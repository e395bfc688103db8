// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_meter.h"

#include <algorithm>

#include "audit/audit.h"
#include "painting/version_changes.h"
#include "palette/palette_figures.h"
#include "raster/shrink.h"
#include "render/render.h"

namespace underpaint {
namespace {

constexpr int kShownSide = 720;   // long side of the pictures
constexpr int kSketchSide = 400;  // long side of the copy that the first figures are measured on
constexpr int kColoursSide = 128;
constexpr int kColours = 5;

/// Every version as a painting of its own.
std::vector<std::pair<VersionId, Painting>> alone_each(const Painting& painting) {
    std::vector<std::pair<VersionId, Painting>> all;
    for (const Version& version : painting.versions)
        all.emplace_back(version.id, as_version(painting, version.id));
    if (all.empty()) all.emplace_back(kNoVersion, painting);
    return all;
}

}  // namespace

View shown_view(Size painting) {
    return whole_at(painting, shrink_within(painting, kShownSide));
}

bool same_to_measure(const Painting& a, const Painting& b) {
    return a.ground() == b.ground() && a.passes == b.passes && a.groups == b.groups &&
           a.parts == b.parts && a.plan == b.plan && a.brief == b.brief;
}

const PassAudit* SeenVersion::last() const {
    if (!audit) return nullptr;
    return audit->passes.empty() ? &audit->ground : &audit->passes.back();
}

VersionsMeter::VersionsMeter(Session& session, QObject* parent)
    : QObject(parent), session_(session), job_(this, Urgency::beside, "the versions") {
    connect(&session_.document, &Document::begun, this, [this] {
        job_.stop();
        seen_.clear();
    });
    connect(&job_, &LatestJob::ended, this, &VersionsMeter::changed);
    connect(&session_.settings, &PainterSettings::changed, this, &VersionsMeter::follow);
    session_.when(this, &VersionsMeter::follow, &Document::changed, &Choices::reader_changed);
}

void VersionsMeter::watch(bool on) {
    watching_ = on;
    if (on)
        follow();
    else
        job_.stop();
}

const SeenVersion* VersionsMeter::find(VersionId id) const {
    const auto found = std::ranges::find(seen_, id, &SeenVersion::id);
    return found == seen_.end() ? nullptr : &*found;
}

/// The entry that a result is for, if that is still what it is of.
SeenVersion* VersionsMeter::known(VersionId id, const Painting& alone) {
    const auto found = std::ranges::find(seen_, id, &SeenVersion::id);
    return found != seen_.end() && same_to_measure(found->alone, alone) ? &*found : nullptr;
}

void VersionsMeter::follow() {
    if (!watching_ || !session_.document.has_painting()) return;
    const bool other = reader_ != session_.choices.reader() || rules_ != session_.settings.rules();
    reader_ = session_.choices.reader();
    rules_ = session_.settings.rules();
    std::vector<SeenVersion> next;
    for (auto& [id, alone] : alone_each(session_.document.painting())) {
        SeenVersion entry;
        // The figures of a version stay when it is chosen or renamed; a branch that is still equal
        // takes them over.
        for (const SeenVersion& was : seen_)
            if (!other && same_to_measure(was.alone, alone) && (was.id == id || !entry.picture))
                entry = was;
        entry.id = id;
        entry.alone = std::move(alone);
        next.push_back(std::move(entry));
    }
    seen_ = std::move(next);
    measure();
    emit changed();
}

void VersionsMeter::measure() {
    if (std::ranges::all_of(seen_, [](const SeenVersion& each) { return each.exact; })) {
        job_.stop();
        return;
    }
    job_.start([this, all = seen_, reader = *reader_, rules = rules_](const std::stop_token& stop,
                                                                      const Deliver& deliver) {
        for (const SeenVersion& each : all) {
            if (each.picture) continue;
            const View view = shown_view(each.alone.size());
            auto picture = render_view(each.alone, each.alone.passes.size(), view, stop);
            auto sealed = picture ? render_view(each.alone, 0, view, stop) : std::nullopt;
            if (!sealed) return;
            auto colours = palette_of(shrunk(*picture, kColoursSide), kColours);
            deliver([this, id = each.id, alone = each.alone, colours = std::move(colours),
                     picture = std::make_shared<const RgbBlock>(std::move(*picture)),
                     sealed = std::make_shared<const RgbBlock>(std::move(*sealed))] {
                SeenVersion* entry = known(id, alone);
                if (entry == nullptr) return;
                entry->picture = picture, entry->sealed = sealed, entry->colours = colours;
                emit changed();
            });
        }
        for (const bool exact : {false, true})
            for (const SeenVersion& each : all) {
                if (each.exact || (!exact && each.audit)) continue;
                AuditOptions options;
                options.reader = reader;
                options.own_rules = rules;
                options.level = exact ? 0 : level_for(each.alone.size(), kSketchSide);
                auto made = audit(each.alone, options, stop);
                const auto work = made ? measure_work(each.alone, reader, stop) : std::nullopt;
                if (!work) return;
                auto lines = lines_of(each.alone, {&*work, nullptr, &*made, rules});
                deliver([this, id = each.id, alone = each.alone, lines = std::move(lines), exact,
                         made = std::make_shared<const Audit>(std::move(*made))] {
                    SeenVersion* entry = known(id, alone);
                    if (entry == nullptr) return;
                    entry->audit = made, entry->exact = exact || made->exact, entry->lines = lines;
                    emit changed();
                });
            }
    });
}

}  // namespace underpaint
