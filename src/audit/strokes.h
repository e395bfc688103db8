// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "audit/viewing.h"
#include "painting/painting.h"

namespace underpaint {

/// Which way strokes go, viewing scale: the structure tensor of one or more planes (Bigün and
/// Granlund 1987), their gradients' products summed and blurred with a Gaussian of
/// kStrokeSigma viewing pixels; of a large picture at half the viewing scale.
class StrokeField {
public:
    /// \param planes  of one area of `whole`, both sides of which begin at even numbers; beyond it
    ///                they are 0
    /// \param scale   their pixels in one of the picture
    StrokeField(std::span<const FloatBlock> planes, Size whole, double scale, double viewing_pixel);

    /// The stroke at one place of the picture, in its own pixels.
    struct Stroke {
        double angle = 0;      ///< radians from the x axis towards y, along the stroke
        double coherence = 0;  ///< (l1 - l2) / (l1 + l2), 0 no direction .. 1 a clear one
        double energy = 0;     ///< l1 + l2
    };
    Stroke at(int x, int y) const;
    /// The same as a vector as long as coherence times energy, which turns twice as fast.
    std::array<double, 2> twice_turned(int x, int y) const;
    Size size() const { return size_; }
    /// How many pixels of the planes one of the field has a side.
    int grain() const { return grain_; }

    /// At a place in pixels of the picture; nothing where there is no clear direction.
    std::optional<double> angle_at(const Point& picture) const;

private:
    using Tensor = std::array<float, 3>;  // xx, xy, yy
    const Tensor& tensor(int x, int y) const;
    friend std::optional<double> agreement(const StrokeField& a, const StrokeField& b);

    Size size_;
    double scale_;
    int grain_ = 1;
    Rect known_;  // where there may be any
    std::vector<Tensor> tensors_;
};

inline constexpr double kStrokeSigma = 4;
/// Coherence from which on a direction is clear enough to be followed.
inline constexpr double kClearStroke = 0.25;

/// The strokes of the sealed steps (by L*). Nothing when stopped.
std::optional<StrokeField> sealed_strokes(const Painting& painting,
                                          const std::stop_token& stop = {});
/// The strokes of what pass `index` lays: its own OKLab a and b, where it lands, times its
/// coverage. Nothing when stopped.
std::optional<StrokeField> strokes_of_pass(const Painting& painting, std::size_t index,
                                           const std::stop_token& stop = {});

/// Mean of cos 2(difference of angles), weighted by both coherences and energies: -1 crossed, +1
/// along. Nothing where one of them has no strokes. Both of one size.
std::optional<double> agreement(const StrokeField& a, const StrokeField& b);

}  // namespace underpaint
