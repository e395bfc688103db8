// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values_meter.h"

#include <chrono>

#include "render/view.h"

namespace underpaint {
namespace {

/// A hand that has not moved for so long rests.
constexpr std::chrono::milliseconds kRest{120};
constexpr int kSketchSide = 700;  // long side that a sketch has at least

}  // namespace

ValuesMeter::ValuesMeter(const Session& session, QObject* parent)
    : QObject(parent), session_(session), sketching_(this), measuring_(this, Urgency::when_idle) {
    rest_.setSingleShot(true);
    rest_.setInterval(kRest);
    connect(&rest_, &QTimer::timeout, this, &ValuesMeter::measure);
    connect(&session_, &Session::begun, this, [this] {
        basis_.reset();
        figures_.reset();
        findings_.clear();
        findings_current_ = false;
    });
    for (const auto change : {&Session::painting_changed, &Session::reader_changed,
                              &Session::stage_changed, &Session::scale_changed})
        connect(&session_, change, this, &ValuesMeter::look);
}

void ValuesMeter::look() {
    if (!session_.has_painting() || session_.stage() != Stage::values) return;
    const Painting& painting = session_.painting();
    Basis basis{painting.underpaint, painting.values, painting.parts, session_.reader(),
                session_.scale()};
    const bool other = basis_ != basis, moved = plan_.foci != painting.plan.foci;
    if (!other && plan_ == painting.plan) return;
    findings_current_ = false;
    emit outdated();
    // Foci are measured as they move by the focus meter; the exact figures have them too.
    if (other || moved) out_of_date_ = true;
    if (other) sketching_.running() ? void(sketch_again_ = true) : sketch();
    basis_ = std::move(basis);
    plan_ = painting.plan;
    measuring_.stop();
    rest_.start();
}

ValuesAuditOptions ValuesMeter::options(bool exact) const {
    const int level = exact ? 0 : level_for(session_.painting().size(), kSketchSide);
    return {session_.reader(), level, exact, exact, session_.scale()};
}

/// A sketch that was begun is finished, so that figures follow a hand that never rests.
void ValuesMeter::sketch() {
    sketch_again_ = false;
    sketching_.start([this, values = staged(session_.painting(), Stage::values),
                      options = options(false)](const std::stop_token& stop, const auto& deliver) {
        auto figures = audit_values(values, options, stop);
        if (!figures) return;
        auto shared = std::make_shared<const ValuesAudit>(std::move(*figures));
        deliver([this, shared] {
            // A sketch that came after the exact figures says nothing new.
            if (out_of_date_ && shared->size == session_.painting().size()) take(shared);
            if (sketch_again_)
                QMetaObject::invokeMethod(this, &ValuesMeter::sketch, Qt::QueuedConnection);
        });
    });
}

void ValuesMeter::measure() {
    const auto known = exact() ? figures_ : nullptr;
    measuring_.start([this, painting = session_.painting(), options = options(true), known](
                         const std::stop_token& stop, const auto& deliver) {
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
        // At once without, then with the mends, which take their time.
        const auto say = [&](std::vector<ValueFinding> findings) {
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
    });
}

void ValuesMeter::take(std::shared_ptr<const ValuesAudit> figures) {
    figures_ = std::move(figures);
    emit changed();
}

}  // namespace underpaint
