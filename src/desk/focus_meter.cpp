// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/focus_meter.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "audit/tile_audit.h"
#include "painting/plan.h"

namespace underpaint {
namespace {

constexpr int kSmallSide = 700;  // long side at which a moved focus is measured
constexpr std::size_t kShownRivals = 3;

}  // namespace

FocusMeter::FocusMeter(const Session& session, QObject* parent)
    : QObject(parent), session_(session), job_(this) {
    connect(&session_, &Session::painting_changed, this, &FocusMeter::look_at_ground);
    connect(&session_, &Session::reader_changed, this, &FocusMeter::look_at_ground);
}

std::optional<double> FocusMeter::lead() const {
    if (contrasts_.empty() || !contrasts_[0] || rivals_.empty() || rivals_[0].contrast <= 0)
        return std::nullopt;
    return *contrasts_[0] / rivals_[0].contrast;
}

void FocusMeter::look_at_ground() {
    if (!session_.has_painting()) return;
    const Painting& painting = session_.painting();
    if (painting.ground() == ground_ && session_.reader() == reader_) {
        if (painting.plan.foci != foci_) measure();
        return;
    }
    ground_ = painting.ground();
    reader_ = session_.reader();
    steps_.reset();
    contrasts_.clear();
    rivals_.clear();
    job_.start([this, ground = ground_, reader = reader_](const std::stop_token&,
                                                          const auto& deliver) {
        const int level = level_for(ground->size(), kSmallSide);
        const Picture& small = *ground->level(level);
        auto steps =
            std::make_shared<FloatBlock>(steps_of(rgb_of(small, rect_of(small.size())), reader));
        deliver([this, steps, ground] {
            const double scale = static_cast<double>(steps->area().width) / ground->size().width;
            steps_ = ViewingSteps{std::move(*steps), scale};
            measure();
        });
    });
}

void FocusMeter::measure() {
    foci_ = session_.painting().plan.foci;
    contrasts_.clear();
    rivals_.clear();
    pull_ = {};
    if (steps_) {
        const double scale = steps_->scale;
        for (const Focus& focus : foci_)
            contrasts_.push_back(disc_contrast(steps_->steps,
                                               {focus.centre.x * scale, focus.centre.y * scale},
                                               focus.radius * scale));
        const Size size = ground_->size();
        const double usual = kUsualFocus * std::max(size.width, size.height);
        const ContrastGrid grid =
            contrast_grid(*steps_, foci_.empty() ? usual : foci_.front().radius);
        if (!foci_.empty()) rivals_ = find_rivals(grid, scale, foci_);
        if (rivals_.size() > kShownRivals) rivals_.resize(kShownRivals);
        draw_pull(grid);
    }
    emit changed();
}

void FocusMeter::draw_pull(const ContrastGrid& grid) {
    if (grid.contrast.empty()) return;
    // Discs lie wholly inside, so that their middles leave a border of two spacings, and up to one
    // more at the far sides; there the outermost ones stand for what is beyond.
    constexpr int border = 2, far_border = 3, finer = 8;
    const double most = std::max(*std::ranges::max_element(grid.contrast), 0.01);
    cv::Mat coarse(grid.rows, grid.columns, CV_32F);
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column)
            coarse.at<float>(row, column) =
                static_cast<float>(grid.contrast[grid.index(column, row)] / most);
    cv::Mat padded, fine;
    cv::copyMakeBorder(coarse, padded, border, far_border, border, far_border,
                       cv::BORDER_REPLICATE);
    cv::resize(padded, fine, {}, finer, finer, cv::INTER_CUBIC);
    cv::GaussianBlur(fine, fine, {}, finer * 0.6);
    pull_ = QImage(fine.cols, fine.rows, QImage::Format_Grayscale8);
    for (int y = 0; y < fine.rows; ++y)
        for (int x = 0; x < fine.cols; ++x) {
            const float share = std::clamp(fine.at<float>(y, x), 0.0F, 1.0F);
            pull_.scanLine(y)[x] = static_cast<uchar>(std::lround(255 * (0.06F + 0.94F * share)));
        }
    // A cell stands for the square round the middle of its disc.
    const double first = grid.radius - (border + 0.5) * grid.spacing;
    pull_place_ = {first / steps_->scale, first / steps_->scale,
                   (grid.columns + border + far_border) * grid.spacing / steps_->scale,
                   (grid.rows + border + far_border) * grid.spacing / steps_->scale};
}

}  // namespace underpaint
