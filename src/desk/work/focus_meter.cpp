// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/focus_meter.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "painting/plan.h"

namespace underpaint {
namespace {

constexpr int kSmallSide = 450;  // long side at which a moved focus is measured
constexpr std::size_t kShownRivals = 3;

}  // namespace

FocusMeter::FocusMeter(const Session& session, const ValuesMeter& values, QObject* parent)
    : QObject(parent), session_(session), values_(values) {
    connect(&session_.document, &Document::begun, this, [this] {
        small_.reset();
        contrasts_.clear();
        means_.clear();
        rivals_.clear();
        pull_ = {};
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
    pull_ = {};
    const double scale = steps.scale;
    for (const Focus& focus : foci_) {
        const Point centre{focus.centre.x * scale, focus.centre.y * scale};
        contrasts_.push_back(disc_contrast(steps.steps, centre, focus.radius * scale));
        means_.push_back(disc_mean(steps.steps, centre, focus.radius * scale));
    }
    const Size size = session_.document.painting().size();
    const double usual = kUsualFocus * std::max(size.width, size.height);
    const ContrastGrid grid = contrast_grid(steps, foci_.empty() ? usual : foci_.front().radius);
    if (!foci_.empty())
        rivals_ = find_rivals(steps, grid, foci_, exact_ ? Search::thorough : Search::quick);
    if (rivals_.size() > kShownRivals) rivals_.resize(kShownRivals);
    draw_pull(grid, scale);
    emit changed();
}

void FocusMeter::draw_pull(const ContrastGrid& grid, double scale) {
    if (grid.contrast.empty()) return;
    // Discs lie wholly inside, so that their middles leave a border free, alike on both sides;
    // there the outermost ones stand for what is beyond.
    constexpr int finer = 8;
    const auto border = [](double room, double spacing) {
        constexpr int widest = 64;
        return std::min(static_cast<int>(std::ceil(room / spacing)), widest);
    };
    const int beside = border(grid.left, grid.across), above = border(grid.top, grid.down);
    const double most = std::max(*std::ranges::max_element(grid.contrast), 0.01);
    cv::Mat coarse(grid.rows, grid.columns, CV_32F);
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column)
            coarse.at<float>(row, column) =
                static_cast<float>(grid.contrast[grid.index(column, row)] / most);
    cv::Mat padded, fine;
    cv::copyMakeBorder(coarse, padded, above, above, beside, beside, cv::BORDER_REPLICATE);
    cv::resize(padded, fine, {}, finer, finer, cv::INTER_CUBIC);
    cv::GaussianBlur(fine, fine, {}, finer * 0.6);
    pull_ = QImage(fine.cols, fine.rows, QImage::Format_Grayscale8);
    for (int y = 0; y < fine.rows; ++y)
        for (int x = 0; x < fine.cols; ++x) {
            const float share = std::clamp(fine.at<float>(y, x), 0.0F, 1.0F);
            pull_.scanLine(y)[x] = static_cast<uchar>(std::lround(255 * (0.06F + 0.94F * share)));
        }
    // A cell stands for the square round the middle of its disc.
    pull_place_ = {(grid.left - (beside + 0.5) * grid.across) / scale,
                   (grid.top - (above + 0.5) * grid.down) / scale,
                   (grid.columns + 2 * beside) * grid.across / scale,
                   (grid.rows + 2 * above) * grid.down / scale};
}

}  // namespace underpaint
