// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/measuring.h"

#include <chrono>

#include "audit/finding_place.h"
#include "audit/pass_mends.h"
#include "desk/kit/look.h"
#include "desk/kit/screen_image.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// Long enough for the next move of a drag to come, so that its frame has all cores.
constexpr std::chrono::milliseconds kRest{40};
constexpr int kSketchSide = 400;  // long side at which the first figures are measured

std::vector<QImage> small_pictures(const Painting& painting, const std::stop_token& stop) {
    const int level = level_for(painting.size(), 2 * scaled(kThumbnailWidth));
    const View view = whole_at(painting.size(), shrink_of_level(level));
    std::vector<QImage> pictures;
    for (std::size_t upto = 0; upto <= painting.passes.size(); ++upto) {
        const auto pixels = render_view(painting, upto, view, stop);
        if (!pixels) return {};
        pictures.push_back(image_of(*pixels));
    }
    return pictures;
}

}  // namespace

Measuring::Measuring(Session& session, QObject* parent)
    : FindingsMeter(parent), session_(session), job_(this, Urgency::when_idle) {
    rest_.setSingleShot(true);
    rest_.setInterval(kRest);
    connect(&rest_, &QTimer::timeout, this, &Measuring::measure);
    connect(&session_.document, &Document::changed, this, &Measuring::put_off);
    connect(&session_.choices, &Choices::reader_changed, this, &Measuring::put_off);
    connect(&session_.document, &Document::begun, this, [this] {
        basis_.reset();
        audit_.reset();
        findings_.clear();
        thumbnails_.clear();
    });
}

/// The finding that says that a pass moved values; its mends are computed one by one.
const Finding* Measuring::slip_of(std::size_t pass) const {
    const auto found = std::ranges::find_if(findings_, [&](const Finding& finding) {
        return finding.code == FindingCode::values_slip &&
               finding.pass == static_cast<int>(pass) + 1;
    });
    return found == findings_.end() ? nullptr : &*found;
}

const std::vector<Mend>& Measuring::mends(std::size_t pass) const {
    static const std::vector<Mend> none;
    const Finding* slip = current_ ? slip_of(pass) : nullptr;
    return slip != nullptr ? slip->mends : none;
}

SharedPicture Measuring::place_of(const Finding& finding) {
    if (finding.where || !current_ || !audit_) return finding.where;
    // Looked for once, and kept with the finding.
    const auto own = std::ranges::find_if(findings_, [&](const Finding& f) {
        return f.code == finding.code && f.pass == finding.pass && f.text == finding.text;
    });
    if (own == findings_.end()) return nullptr;
    if (!own->where)
        own->where = underpaint::place_of(session_.document.painting(), *audit_, finding);
    return own->where;
}

/// The figures are out of date; new ones are begun once the hand rests.
void Measuring::put_off() {
    if (!session_.document.has_painting()) return;
    Basis basis = basis_of(session_.document.painting(), Stage::colour, session_.choices.reader());
    if (basis_ == basis) return;
    basis_ = std::move(basis);
    job_.stop();
    current_ = false;
    emit outdated();
    rest_.start();
}

void Measuring::measure() {
    job_.start([this, painting = session_.document.painting(), reader = session_.choices.reader()](
                   const std::stop_token& stop, const auto& deliver) {
        deliver([this, pictures = small_pictures(painting, stop)] {
            thumbnails_ = pictures;
            emit thumbnails_changed();
        });
        std::optional<Audit> figures;
        const int sketch = level_for(painting.size(), kSketchSide);
        for (const int level : sketch > 0 ? std::vector{sketch, 0} : std::vector{0}) {
            figures = underpaint::audit(painting, {reader, level, {}}, stop);
            if (!figures) return;
            deliver([this, audit = *figures, findings = find(painting, *figures)] {
                take(audit, findings);
            });
        }
        for (const Finding& finding : find(painting, *figures)) {
            auto mends = mends_for(painting, finding, *figures, stop);
            if (mends.empty()) continue;
            deliver([this, code = finding.code, pass = finding.pass, mends = std::move(mends)] {
                const auto own = std::ranges::find_if(
                    findings_, [&](const Finding& f) { return f.code == code && f.pass == pass; });
                if (own == findings_.end()) return;
                own->mends = mends;
                emit findings_changed();
            });
        }
    });
}

void Measuring::take(Audit figures, std::vector<Finding> findings) {
    current_ = true;
    audit_ = std::move(figures);
    findings_ = std::move(findings);
    emit figures_changed();
    emit findings_changed();
}

}  // namespace underpaint
