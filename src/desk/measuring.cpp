// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/measuring.h"

#include <chrono>
#include <set>

#include "desk/look.h"
#include "desk/through_lens.h"
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
    : QObject(parent), session_(session), job_(this, Urgency::when_idle) {
    rest_.setSingleShot(true);
    rest_.setInterval(kRest);
    connect(&rest_, &QTimer::timeout, this, &Measuring::measure);
    connect(&session_, &Session::painting_changed, this, &Measuring::put_off);
    connect(&session_, &Session::reader_changed, this, &Measuring::put_off);
    connect(&session_, &Session::begun, this, [this] {
        basis_.reset();
        audit_.reset();
        findings_.clear();
        mends_.clear();
        thumbnails_.clear();
    });
}

const std::vector<Mend>& Measuring::mends(std::size_t pass) const {
    static const std::vector<Mend> none;
    const auto found = mends_.find(pass);
    return current_ && found != mends_.end() ? found->second : none;
}

/// The figures are out of date; new ones are begun once the hand rests.
void Measuring::put_off() {
    if (!session_.has_painting()) return;
    Basis basis = basis_of(session_.painting(), Stage::colour, session_.reader());
    if (basis_ == basis) return;
    basis_ = std::move(basis);
    job_.stop();
    current_ = false;
    mends_.clear();
    emit outdated();
    rest_.start();
}

void Measuring::measure() {
    job_.start([this, painting = session_.painting(), reader = session_.reader()](
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
        std::set<std::size_t> slipped;
        for (const Finding& finding : find(painting, *figures))
            if (finding.pass > 0 && finding.code == FindingCode::values_slip &&
                is_bad(finding.verdict))
                slipped.insert(static_cast<std::size_t>(finding.pass) - 1);
        for (const std::size_t pass : slipped) {
            auto mends = mends_for(painting, pass, *figures, stop);
            deliver([this, pass, mends = std::move(mends)] {
                mends_[pass] = mends;
                emit mends_changed();
            });
        }
        deliver([this] {
            QMetaObject::invokeMethod(this, &Measuring::finished_measuring, Qt::QueuedConnection);
        });
    });
}

void Measuring::take(Audit figures, std::vector<Finding> findings) {
    current_ = true;
    audit_ = std::move(figures);
    findings_ = std::move(findings);
    emit figures_changed();
}

}  // namespace underpaint
