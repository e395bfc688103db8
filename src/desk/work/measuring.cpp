// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/measuring.h"

#include <chrono>

#include "audit/blame.h"
#include "audit/finding_figures.h"
#include "audit/finding_place.h"
#include "audit/pass_mends.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// Long enough for the next move of a drag to come, before every pixel is measured.
constexpr std::chrono::milliseconds kFiguresRest{40};
constexpr std::size_t kMostMended = 6;  // findings for which mends are tried
constexpr int kSketchSide = 300;  // long side of the copy that the first figures are measured on

}  // namespace

Measuring::Measuring(Session& session, QObject* parent)
    : FindingsMeter(parent),
      session_(session),
      follower_(this, "the figures of the passes", kFiguresRest,
                {[this] { return measure(); }, [this] { return sketch(); }}),
      placing_(this, Urgency::figures, "the place of a finding") {
    session_.when(this, &Measuring::put_off, &Document::changed, &Choices::reader_changed);
    connect(&session_.settings, &PainterSettings::changed, this, &Measuring::put_off);
    connect(&session_.document, &Document::begun, this, &Measuring::forget);
}

void Measuring::forget() {
    follower_.forget();
    placing_.stop();
    found_.reset();
    basis_.reset();
    audit_.reset();
    sketched_ = measured_ = nullptr;
    below_ = nullptr;
    findings_.clear();
    current_ = false;
}

/// The finding that says that a pass moved values; its mends are computed one by one.
const Finding* Measuring::slip_of(std::size_t pass) const {
    const auto found = std::ranges::find_if(findings_, [&](const Finding& finding) {
        return finding.code == kValuesSlip && finding.pass == static_cast<int>(pass) + 1;
    });
    return found == findings_.end() ? nullptr : &*found;
}

const std::vector<Mend>& Measuring::mends(std::size_t pass) const {
    static const std::vector<Mend> none;
    const Finding* slip = current_ ? slip_of(pass) : nullptr;
    return slip != nullptr ? slip->mends : none;
}

/// Looked for once, and kept with the finding.
void Measuring::find_place(const Finding& finding) {
    if (finding.where || !current_ || !audit_) return FindingsMeter::find_place(finding);
    placing_.start([this, finding, painting = session_.document.painting(), audit = *audit_](
                       const std::stop_token& stop, const auto& deliver) {
        auto place = underpaint::place_of(painting, audit, finding, stop);
        deliver([this, finding, place] {
            if (Finding* own = this->own(finding)) own->where = place;
            emit place_found(finding, place);
        });
    });
}

/// The figures are out of date; new ones are begun.
void Measuring::put_off() {
    if (!session_.document.has_painting()) return;
    Basis basis = basis_of(session_.document.painting(), Stage::colour, session_.choices.reader(),
                           session_.settings.rules());
    if (basis_ == basis) return mark_what_is_meant();
    basis_ = std::move(basis);
    placing_.stop();
    current_ = mending_ = false;
    found_.reset();
    emit outdated();
    follower_.follow();
}

/// What the painter accepts changes no figure.
void Measuring::mark_what_is_meant() {
    const auto before = findings_;
    mark_meant(session_.document.painting(), findings_);
    if (findings_ != before) emit findings_changed();
}

Finding* Measuring::own(const Finding& finding) {
    const auto found = std::ranges::find_if(findings_, [&](const Finding& each) {
        return each.pass == finding.pass && same_thing(each, finding);
    });
    return found == findings_.end() ? nullptr : &*found;
}

KnownFigures Measuring::known_of(const SharedMeasured& measured, const SharedBelow& below,
                                 const Painting& painting, Reader reader) {
    if (!measured || measured->audit.reader != reader) return {};
    KnownFigures known = known_figures(measured->audit, measured->painting, painting);
    if (below && below->passes <= known.passes &&
        common_figures(below->painting, painting) >= below->passes)
        known.state = &below->pixels, known.state_after = below->passes;
    return known;
}

Follower::Work Measuring::sketch() {
    const int level = level_for(session_.document.painting().size(), kSketchSide);
    if (level == 0) return {};
    return [this, level, painting = session_.document.painting(),
            reader = session_.choices.reader(), rules = session_.settings.rules(),
            sketched = sketched_,
            below = below_](const std::stop_token& stop, const Deliver& deliver) mutable {
        KnownFigures known = known_of(sketched, below, painting, reader);
        // The passes below the chosen one are laid once and used for all its changes.
        if (known.state_after != known.passes) {
            auto pixels = render_view(painting, known.passes,
                                      whole_at(painting.size(), shrink_of_level(level)), stop);
            if (!pixels) return;
            below =
                std::make_shared<const Below>(Below{painting, known.passes, std::move(*pixels)});
            known.state = &below->pixels, known.state_after = known.passes;
            deliver([this, below] { below_ = below; });
        }
        auto audit = underpaint::audit(painting, {reader, level, {}, known, rules}, stop);
        if (!audit) return;
        const auto figures =
            std::make_shared<const Measured>(Measured{painting, std::move(*audit)});
        deliver([this, figures, findings = find(painting, figures->audit)] {
            take_sketch(figures, findings);
        });
    };
}

/// While a hand moves only figures follow it: what is found is a list that would jump.
void Measuring::take_sketch(const SharedMeasured& figures, std::vector<Finding> findings) {
    sketched_ = figures;
    if (figures->audit.passes.size() == session_.document.painting().passes.size()) {
        audit_ = figures->audit;
        emit figures_changed();
    }
    if (!behind()) found_ = std::move(findings);
}

Follower::Work Measuring::measure() {
    if (found_) take(sketched_->audit, std::move(*found_));
    found_.reset();
    return [this, painting = session_.document.painting(), reader = session_.choices.reader(),
            rules = session_.settings.rules(),
            measured = measured_](const std::stop_token& stop, const Deliver& deliver) {
        const KnownFigures known = known_of(measured, nullptr, painting, reader);
        auto audit = underpaint::audit(painting, {reader, 0, {}, known, rules}, stop);
        if (!audit) return;
        const auto figures =
            std::make_shared<const Measured>(Measured{painting, std::move(*audit)});
        deliver([this, figures, findings = find(painting, figures->audit)] {
            measured_ = figures;
            take(figures->audit, findings);
        });
        deliver([this] { mending_ = true; });
        auto findings = find(painting, figures->audit);
        if (!find_shares(painting, figures->audit, findings, rules, stop)) return;
        deliver([this, findings] {
            findings_ = findings;
            mark_meant(session_.document.painting(), findings_);
            emit findings_changed();
        });
        // The costliest findings are tried first; the rest have often changed by then.
        std::size_t tried = 0;
        for (const Finding& finding : findings) {
            const bool wished = finding.code == kWithoutEffect;
            if (!wished && (!counts(finding) || ++tried > kMostMended)) continue;
            auto mends = mends_for(painting, finding, figures->audit, rules, stop);
            if (mends.empty()) continue;
            deliver([this, finding, mends = std::move(mends)] {
                Finding* own = this->own(finding);
                if (own == nullptr) return;
                own->mends = mends;
                emit findings_changed();
            });
        }
    };
}

void Measuring::take(Audit figures, std::vector<Finding> findings) {
    current_ = true;
    audit_ = std::move(figures);
    findings_ = std::move(findings);
    emit figures_changed();
    emit findings_changed();
}

}  // namespace underpaint
