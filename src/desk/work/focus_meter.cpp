// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/focus_meter.h"

#include "painting/plan.h"

namespace underpaint {
namespace {

constexpr int kSmallSide = 450;  // long side of the copy on which a moved focus is measured
constexpr std::size_t kShownRivals = 3;

}  // namespace

FocusMeter::FocusMeter(const Session& session, const ValuesMeter& values, QObject* parent)
    : QObject(parent), session_(session), values_(values) {
    connect(&session_.document, &Document::begun, this, [this] {
        small_.reset();
        contrasts_.clear();
        means_.clear();
        rivals_.clear();
        pull_ = nullptr;
    });
    connect(&session_.document, &Document::changed, this, &FocusMeter::look);
    connect(&values_, &ValuesMeter::changed, this, &FocusMeter::take_values);
}

std::optional<double> FocusMeter::lead() const {
    if (contrasts_.empty() || !contrasts_[0] || rivals_.empty() || rivals_[0].contrast <= 0)
        return std::nullopt;
    return *contrasts_[0] / rivals_[0].contrast;
}

/// While foci are moved the small picture answers at once; the exact figures follow.
void FocusMeter::look() {
    if (small_ && session_.document.painting().plan.foci != foci_) {
        exact_ = false;
        measure(*small_);
    }
}

void FocusMeter::take_values() {
    const auto figures = values_.figures();
    const ViewingSteps& steps = figures->viewing;
    small_ = at_viewing_scale(steps.steps, session_.document.painting().size(), kSmallSide);
    exact_ = values_.exact();
    measure(exact_ ? steps : *small_);
}

void FocusMeter::measure(const ViewingSteps& steps) {
    foci_ = session_.document.painting().plan.foci;
    contrasts_.clear();
    means_.clear();
    rivals_.clear();
    pull_ = nullptr;
    const double scale = steps.scale;
    for (const Focus& focus : foci_) {
        const Point centre{focus.centre.x * scale, focus.centre.y * scale};
        contrasts_.push_back(disc_contrast(steps.steps, centre, focus.radius * scale));
        means_.push_back(disc_mean(steps.steps, centre, focus.radius * scale));
    }
    const Size size = session_.document.painting().size();
    const double usual = kUsualFocus * std::max(size.width, size.height);
    ContrastGrid grid = contrast_grid(steps, foci_.empty() ? usual : foci_.front().radius);
    if (!foci_.empty())
        rivals_ = find_rivals(steps, grid, foci_, exact_ ? Search::thorough : Search::quick);
    if (rivals_.size() > kShownRivals) rivals_.resize(kShownRivals);
    if (!grid.contrast.empty()) pull_ = std::make_shared<const Pull>(Pull{std::move(grid), scale});
    emit changed();
}

}  // namespace underpaint
