// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/alignment.h"

#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <opencv2/video/tracking.hpp>
#include <span>
#include <vector>

#include "raster/turn.h"

namespace underpaint {
namespace {

constexpr int kCoarse = 96;  // long side of the first picture in the coarse search
constexpr int kFine = 320;   // and in the refinement
constexpr int kBlocks = 10;  // blocks in each direction for the final comparison
constexpr int kExact = 512;  // side of the pictures that are compared pixel by pixel
constexpr double kLeastScale = 1 / 3.0, kMostScale = 3, kScaleStep = 1.08;
constexpr double kLeastSeen = 0.5;  // share of the smaller picture that must overlap
constexpr double kUnmoved = 0.995;  // correlation that only an unmoved picture reaches
constexpr double kSnap = 0.004;     // a scale this close to a plain one is taken for it

cv::Mat over(const FloatBlock& plane) {
    // OpenCV has no matrix over constant samples; nothing writes to this one.
    return {plane.area().height, plane.area().width, CV_32F,
            const_cast<float*>(plane.samples().data())};
}

cv::Mat resized_by(const cv::Mat& from, double by) {
    const cv::Size size(std::max(1, static_cast<int>(std::lround(from.cols * by))),
                        std::max(1, static_cast<int>(std::lround(from.rows * by))));
    cv::Mat to;
    cv::resize(from, to, size, 0, 0, by < 1 ? cv::INTER_AREA : cv::INTER_LINEAR);
    return to;
}

int long_side(const cv::Mat& mat) {
    return std::max(mat.cols, mat.rows);
}

cv::Mat oriented(const cv::Mat& from, bool mirrored, int quarter_turns) {
    constexpr std::array turns{cv::ROTATE_90_CLOCKWISE, cv::ROTATE_180,
                               cv::ROTATE_90_COUNTERCLOCKWISE};
    cv::Mat flipped = from, turned;
    // Into a new matrix: the samples of the first belong to someone else.
    if (mirrored) {
        flipped = cv::Mat();
        cv::flip(from, flipped, 1);
    }
    if (quarter_turns == 0) return flipped;
    cv::rotate(flipped, turned, turns[static_cast<std::size_t>(quarter_turns - 1)]);
    return turned;
}

bool of_one_tone(const cv::Mat& mat) {
    cv::Scalar mean, deviation;
    cv::meanStdDev(mat, mean, deviation);
    return !(deviation[0] > 1e-4);
}

/// A place of the first in the other, in whole pictures' pixels.
struct Laid {
    double scale = 1;
    Point at;
    double likeness = -1;
};

/// What of the first, laid so, lies inside the other, in the other's pixels.
cv::Rect2d overlap(const cv::Size& first, const cv::Size& other, const Laid& place) {
    return cv::Rect2d(place.at.x, place.at.y, first.width * place.scale,
                      first.height * place.scale) &
           cv::Rect2d(0, 0, other.width, other.height);
}

double share_of_smaller(const cv::Size& first, const cv::Size& other, const Laid& place) {
    const double smaller = std::min(static_cast<double>(first.area()) * place.scale * place.scale,
                                    static_cast<double>(other.area()));
    return smaller > 0 ? overlap(first, other, place).area() / smaller : 0;
}

/// Correlation of what two matrices of one size hold, -1..1; 0 where one is of one tone.
double signed_correlation(const cv::Mat& a, const cv::Mat& b) {
    if (a.empty() || of_one_tone(a) || of_one_tone(b)) return 0;
    cv::Mat result;
    cv::matchTemplate(a, b, result, cv::TM_CCOEFF_NORMED);
    return static_cast<double>(result.at<float>(0, 0));
}

/// The best place at one scale: the smaller of the two is slid over the larger, to which as much is
/// added at its sides as may stand over. The first is given at `by` times its size.
Laid best_at(const cv::Mat& first, const cv::Mat& other_full, double by, double scale) {
    const cv::Mat other = resized_by(other_full, by / scale);
    Laid place{scale, {}, -1};
    if (std::min({other.cols, other.rows, first.cols, first.rows}) < 8) return place;
    const bool slides = static_cast<std::int64_t>(first.cols) * first.rows <=
                        static_cast<std::int64_t>(other.cols) * other.rows;
    const cv::Mat& small = slides ? first : other;
    const cv::Mat& large = slides ? other : first;
    const int beyond_x = std::max(small.cols / 3, small.cols - large.cols + 1);
    const int beyond_y = std::max(small.rows / 3, small.rows - large.rows + 1);
    cv::Mat padded, likeness;
    cv::copyMakeBorder(large, padded, beyond_y, beyond_y, beyond_x, beyond_x, cv::BORDER_REPLICATE);
    cv::matchTemplate(padded, small, likeness, cv::TM_CCOEFF_NORMED);
    cv::Point where;
    double best = 0;
    cv::minMaxLoc(likeness, nullptr, &best, nullptr, &where);
    // Position of the small picture in the large one.
    const double x = where.x - beyond_x, y = where.y - beyond_y;
    const double full = scale / by;
    place.at = slides ? Point{x * full, y * full} : Point{-x * full, -y * full};
    place.likeness = best;
    return place;
}

/// The scales worth trying: plain ones first, then all between.
std::vector<double> scales_for(const cv::Mat& first, const cv::Mat& other) {
    std::vector<double> scales{1.0, static_cast<double>(other.cols) / first.cols,
                               static_cast<double>(other.rows) / first.rows};
    const double like = std::sqrt(scales[1] * scales[2]);
    for (double factor = kLeastScale; factor <= kMostScale; factor *= kScaleStep)
        scales.push_back(factor * like);
    std::erase_if(scales, [&](double scale) {
        return scale < like * kLeastScale / 2 || scale > like * kMostScale * 2;
    });
    return scales;
}

/// OpenCV's ECC from a place that is nearly right. Certainty as likeness.
Laid refined(const cv::Mat& first_full, const cv::Mat& other_full, Laid place) {
    const double by = std::min(1.0, static_cast<double>(kFine) / long_side(first_full));
    const cv::Mat first = resized_by(first_full, by);
    const cv::Mat other = resized_by(other_full, by / place.scale);
    // Rounding to whole pixels makes both scales differ slightly from what was asked for.
    const double first_by = static_cast<double>(first.cols) / first_full.cols;
    const double other_by = static_cast<double>(other.cols) / other_full.cols;
    const double scale = place.scale * other_by / first_by;
    cv::Mat warp = cv::Mat::eye(2, 3, CV_32F);
    // The warp maps pixel centres.
    const auto centre = [](double at, double s) { return at - 0.5 + 0.5 * s; };
    warp.at<float>(0, 0) = warp.at<float>(1, 1) = static_cast<float>(scale);
    warp.at<float>(0, 2) = static_cast<float>(centre(place.at.x * other_by, scale));
    warp.at<float>(1, 2) = static_cast<float>(centre(place.at.y * other_by, scale));
    const cv::TermCriteria until(cv::TermCriteria::COUNT + cv::TermCriteria::EPS, 150, 1e-6);
    try {
        const double found =
            cv::findTransformECC(first, other, warp, cv::MOTION_AFFINE, until, cv::noArray(), 5);
        const double a = warp.at<float>(0, 0), d = warp.at<float>(1, 1);
        const double b = warp.at<float>(0, 1), c = warp.at<float>(1, 0);
        const double mean = (a + d) / 2;
        // A sheared or tilted picture is not the same one at another size; neither is one that
        // drifts to where less of it overlaps.
        if (!(found > 0) || std::abs(a / d - 1) > 0.03 || std::abs(b) + std::abs(c) > 0.03 * mean ||
            std::abs(mean / scale - 1) > kScaleStep - 1)
            return place;
        place.scale = mean * first_by / other_by;
        place.at = {(warp.at<float>(0, 2) + 0.5 - 0.5 * a) / other_by,
                    (warp.at<float>(1, 2) + 0.5 - 0.5 * d) / other_by};
        place.likeness = found;
    } catch (const cv::Exception&) {
        // ECC does not converge where nothing agrees; the place keeps its certainty.
    }
    return place;
}

/// How surely two matrices of one size show the same: the median correlation of their blocks, of
/// those that have some texture. What is new in one place leaves it as it is.
double likeness_by_blocks(const cv::Mat& one, const cv::Mat& other) {
    cv::Scalar mean, all;
    cv::meanStdDev(one, mean, all);
    std::vector<double> blocks;
    const int wide = std::max(8, one.cols / kBlocks), high = std::max(8, one.rows / kBlocks);
    for (int y = 0; y + high <= one.rows; y += high)
        for (int x = 0; x + wide <= one.cols; x += wide) {
            const cv::Rect block(x, y, wide, high);
            cv::Scalar deviation;
            cv::meanStdDev(one(block), mean, deviation);
            if (deviation[0] >= 0.1 * all[0])
                blocks.push_back(signed_correlation(one(block), other(block)));
        }
    constexpr std::size_t enough = 6;
    if (blocks.size() < enough) return signed_correlation(one, other);
    std::ranges::nth_element(blocks,
                             blocks.begin() + static_cast<std::ptrdiff_t>(blocks.size() / 2));
    return blocks[blocks.size() / 2];
}

/// Where both are, at the fine size; 0..1.
double certainty_at(const cv::Mat& first_full, const cv::Mat& other_full, const Laid& place) {
    const cv::Rect2d in_other = overlap(first_full.size(), other_full.size(), place);
    const auto pixels = [](const cv::Mat& mat, const cv::Rect2d& area) {
        return cv::Rect(cvRound(area.x), cvRound(area.y), cvRound(area.width),
                        cvRound(area.height)) &
               cv::Rect(0, 0, mat.cols, mat.rows);
    };
    const cv::Rect2d in_first((in_other.x - place.at.x) / place.scale,
                              (in_other.y - place.at.y) / place.scale, in_other.width / place.scale,
                              in_other.height / place.scale);
    const cv::Rect a = pixels(first_full, in_first), b = pixels(other_full, in_other);
    if (a.area() == 0 || b.area() == 0) return 0;
    const double by = std::min(1.0, static_cast<double>(kFine) / std::max(a.width, a.height));
    const cv::Mat one = resized_by(first_full(a), by);
    cv::Mat other;
    cv::resize(other_full(b), other, one.size(), 0, 0, cv::INTER_AREA);
    return std::clamp(likeness_by_blocks(one, other), 0.0, 1.0);
}

/// Where the scale is 1, the place in whole pixels, by phase correlation of what lies in the middle
/// of both.
Laid exact(const cv::Mat& first, const cv::Mat& other, Laid place) {
    place.at = {std::round(place.at.x), std::round(place.at.y)};
    for (int round = 0; round < 2; ++round) {
        const cv::Rect both =
            cv::Rect(cvRound(place.at.x), cvRound(place.at.y), first.cols, first.rows) &
            cv::Rect(0, 0, other.cols, other.rows);
        const int wide = std::min(both.width, kExact), high = std::min(both.height, kExact);
        if (wide < 32 || high < 32) return place;
        const cv::Rect there(both.x + (both.width - wide) / 2, both.y + (both.height - high) / 2,
                             wide, high);
        const cv::Rect here = there - cv::Point(cvRound(place.at.x), cvRound(place.at.y));
        cv::Mat window;
        cv::createHanningWindow(window, there.size(), CV_32F);
        double response = 0;
        // Clones, since phaseCorrelate() multiplies its inputs by the window in place.
        const cv::Point2d moved =
            cv::phaseCorrelate(first(here).clone(), other(there).clone(), window, &response);
        if (response < 0.3 || std::hypot(moved.x, moved.y) > 8) return place;
        place.at = {place.at.x + std::round(moved.x), place.at.y + std::round(moved.y)};
    }
    return place;
}

/// A place that is as good as a plain one is that one: all of one size, or pixel on pixel.
Laid settled(const cv::Mat& first, const cv::Mat& other, Laid place) {
    const double across = static_cast<double>(other.cols) / first.cols;
    const double slack = 0.006 * long_side(other);
    const bool whole = same_shape({first.cols, first.rows}, {other.cols, other.rows}) &&
                       std::abs(place.scale / across - 1) < kSnap &&
                       std::hypot(place.at.x, place.at.y) < slack;
    const double likeness = place.likeness;
    if (whole && std::abs(across - 1) > kSnap) return {across, {}, likeness};
    if (std::abs(place.scale - 1) < kSnap) {
        place.scale = 1;
        return exact(first, other, place);
    }
    return place;
}

class Search {
public:
    Search(const cv::Mat& first, const cv::Mat& other, const std::stop_token& stop)
        : other_(other), stop_(stop) {
        for (const bool mirrored : {false, true})
            for (int turns = 0; turns < 4; ++turns)
                ways_.push_back({mirrored, turns, oriented(first, mirrored, turns)});
        by_ = std::min(1.0, static_cast<double>(kCoarse) / long_side(first));
    }
    const Alignment& best() const { return best_; }

    /// All of it, at another size perhaps.
    void as_it_is() {
        if (alike_in_shape(ways_[0])) refine(ways_[0], whole(ways_[0]));
    }
    /// The same, turned or mirrored.
    void whole_turned() {
        const Way* likeliest = nullptr;
        double most = 0;
        for (const Way& way : ways_) {
            if (!alike_in_shape(way)) continue;
            const double likeness = certainty_at(way.first, other_, whole(way));
            if (likeness > most) most = likeness, likeliest = &way;
        }
        if (likeliest != nullptr && likeliest != &ways_[0]) refine(*likeliest, whole(*likeliest));
    }
    /// Cropped or extended.
    void anywhere() { look_among(std::span(ways_).first(1)); }
    void anywhere_turned() { look_among(std::span(ways_).subspan(1)); }

private:
    struct Way {
        bool mirrored = false;
        int quarter_turns = 0;
        cv::Mat first;
    };

    bool alike_in_shape(const Way& way) const {
        return same_shape({way.first.cols, way.first.rows}, {other_.cols, other_.rows});
    }
    Laid whole(const Way& way) const {
        return {static_cast<double>(other_.cols) / way.first.cols, {}, 1};
    }

    void look_among(std::span<const Way> ways) {
        std::vector<std::pair<const Way*, Laid>> places;
        for (const Way& way : ways) {
            const cv::Mat small = resized_by(way.first, by_);
            for (const double scale : scales_for(way.first, other_)) {
                if (stop_.stop_requested()) return;
                const Laid place = best_at(small, other_, by_, scale);
                if (place.likeness > 0.3 &&
                    share_of_smaller(way.first.size(), other_.size(), place) >= kLeastSeen)
                    places.emplace_back(&way, place);
            }
        }
        std::ranges::stable_sort(places, std::greater{},
                                 [](const auto& each) { return each.second.likeness; });
        constexpr std::size_t tried = 4;
        for (std::size_t i = 0; i < std::min(tried, places.size()); ++i)
            if (best_.certainty < kSurelyAligned) refine(*places[i].first, places[i].second);
    }

    void refine(const Way& way, const Laid& coarse) {
        // If nothing moved there is nothing to refine.
        const double as_coarse = certainty_at(way.first, other_, coarse);
        Laid place = coarse;
        double certainty = as_coarse;
        const bool unmoved = as_coarse >= kUnmoved && coarse.at.x == 0 && coarse.at.y == 0;
        if (!unmoved) {
            place = settled(way.first, other_, refined(way.first, other_, coarse));
            certainty = certainty_at(way.first, other_, place);
            if (certainty < as_coarse) place = coarse, certainty = as_coarse;
        }
        if (certainty <= best_.certainty) return;
        const double seen = overlap(way.first.size(), other_.size(), place).area() /
                            (static_cast<double>(way.first.total()) * place.scale * place.scale);
        best_ = {way.mirrored, way.quarter_turns, place.scale,
                 place.at,     certainty,         std::min(1.0, seen)};
    }

    std::vector<Way> ways_;  // as it is first
    const cv::Mat other_;
    const std::stop_token& stop_;
    double by_ = 1;
    Alignment best_;
};

}  // namespace

std::optional<Alignment> aligned(const FloatBlock& first_plane, const FloatBlock& other_plane,
                                 const std::stop_token& stop) {
    const cv::Mat other = over(other_plane);
    if (over(first_plane).empty() || other.empty() || of_one_tone(over(first_plane)) ||
        of_one_tone(other))
        return Alignment{};
    Search search(over(first_plane), other, stop);
    // The most likely ways first, since the later ones cost more.
    for (const auto way :
         {&Search::as_it_is, &Search::whole_turned, &Search::anywhere, &Search::anywhere_turned}) {
        (search.*way)();
        if (stop.stop_requested()) return std::nullopt;
        if (search.best().certainty >= kSurelyAligned) break;
    }
    return search.best();
}

Picture turned_back(Picture other, const Alignment& found) {
    for (int i = 0; i < found.quarter_turns; ++i) other = turned(other, Turn::left);
    return found.mirrored ? turned(other, Turn::mirror) : other;
}

Reframe frame_of(const Alignment& alignment, Size first, Size other) {
    const auto side = [&](int pixels) {
        return std::max(1, static_cast<int>(std::lround(pixels * alignment.scale)));
    };
    Reframe frame{{side(first.width), side(first.height)},
                  static_cast<int>(std::lround(alignment.at.x)),
                  static_cast<int>(std::lround(alignment.at.y)),
                  other};
    // Nearly the same shape without a border: the whole picture, stretched by less than a
    // hundredth.
    if (same_shape(first, other) && frame.x == 0 && frame.y == 0 &&
        std::abs(static_cast<double>(frame.scaled.width) / other.width - 1) < kSnap)
        frame.scaled = other;
    return frame;
}

}  // namespace underpaint
