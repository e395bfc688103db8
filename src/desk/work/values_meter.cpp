// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/values_meter.h"

#include <chrono>

#include "render/view.h"

namespace underpaint {
namespace {

/// A hand that has not moved for so long rests.
constexpr std::chrono::milliseconds kValuesRest{120};
constexpr int kValuesSketchSide = 700;  // least long side of a sketch

}  // namespace

ValuesMeter::ValuesMeter(const Session& session, QObject* parent)
    : FindingsMeter(parent),
      session_(session),
      follower_(this, "the figures of the values", kValuesRest,
                {[this] { return measure(); }, [this] { return sketch(); }}) {
    connect(&session_.document, &Document::begun, this, [this] {
        follower_.forget();
        basis_.reset();
        figures_.reset();
        findings_.clear();
        findings_current_ = false;
    });
    session_.when(this, &ValuesMeter::look, &Document::changed, &Choices::reader_changed,
                  &Outlook::stage_changed, &Choices::scale_changed);
}

void ValuesMeter::look() {
    if (!session_.document.has_painting() || session_.outlook.stage() != Stage::values) return;
    const Painting& painting = session_.document.painting();
    Basis basis{painting.underpaint, painting.values, painting.parts, session_.choices.reader(),
                session_.choices.scale()};
    const bool other = basis_ != basis, moved = plan_.foci != painting.plan.foci;
    if (!other && plan_ == painting.plan) return;
    findings_current_ = false;
    emit outdated();
    // The focus meter measures moving foci; the exact figures include them too.
    if (other || moved) out_of_date_ = true;
    basis_ = std::move(basis);
    plan_ = painting.plan;
    other ? follower_.follow() : follower_.follow_without_sketch();
}

ValuesAuditOptions ValuesMeter::options(bool exact) const {
    const int level = exact ? 0 : level_for(session_.document.painting().size(), kValuesSketchSide);
    return {session_.choices.reader(), level, exact, exact, session_.choices.scale()};
}

Follower::Work ValuesMeter::sketch() {
    return [this, values = staged(session_.document.painting(), Stage::values),
            options = options(false)](const std::stop_token& stop, const Deliver& deliver) {
        auto figures = audit_values(values, options, stop);
        if (!figures) return;
        auto shared = std::make_shared<const ValuesAudit>(std::move(*figures));
        deliver([this, shared] {
            if (shared->size == session_.document.painting().size()) take(shared);
        });
    };
}

Follower::Work ValuesMeter::measure() {
    return [this, painting = session_.document.painting(), options = options(true),
            known = exact() ? figures_ : nullptr](const std::stop_token& stop,
                                                  const Deliver& deliver) {
        std::shared_ptr<const ValuesAudit> figures = known;
        if (!figures) {
            auto measured = audit_values(staged(painting, Stage::values), options, stop);
            if (!measured) return;
            figures = std::make_shared<const ValuesAudit>(std::move(*measured));
            deliver([this, figures] {
                out_of_date_ = false;
                take(figures);
            });
        }
        // Findings are delivered at once, and again with their mends, which take longer.
        const auto say = [&](std::vector<Finding> findings) {
            deliver([this, findings = std::move(findings)] {
                findings_ = findings;
                findings_current_ = true;
                emit findings_changed();
            });
        };
        ValuesAudit without_mends = *figures;
        without_mends.exact = false;
        say(find_in_values(painting, without_mends, stop));
        auto findings = find_in_values(painting, *figures, stop);
        if (!stop.stop_requested()) say(std::move(findings));
    };
}

void ValuesMeter::take(std::shared_ptr<const ValuesAudit> figures) {
    figures_ = std::move(figures);
    emit changed();
}

}  // namespace underpaint
