// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "render/readings.h"

namespace underpaint {

/// The least strength (see strength()) of both opposites, and what the greys between have less of.
inline constexpr float kStrongOpposite = 0.5F, kGreyBetween = 0.25F;
/// Viewing pixels of greys that part them, and how far apart two colours are that meet no more.
inline constexpr double kLeastBridge = 12, kFarthestMeeting = 24;

/// A pixel of a strong colour from which a strong opposite is to be seen close by, with no bridge
/// of greys on the way.
struct MeetingPixel {
    int x = 0, y = 0;                ///< a pixel of the colours
    int across_x = 0, across_y = 0;  ///< that of the opposite
    double length = 0;               ///< of the border that it stands for, in viewing pixels
};

/// Where strong opposites meet: both of at least kStrongOpposite, hues more than 90 degrees apart
/// in OKLab, less than kLeastBridge viewing pixels of greys (under kGreyBetween) on the straight
/// way between them, and that way no longer than kFarthestMeeting: what goes over from one to the
/// other more slowly does not meet. From each pixel at the border of a strong area the way is
/// looked for in 32 directions, up to the first strong colour.
///
/// \param pixel viewing pixels in one of the colours'
std::vector<MeetingPixel> meetings_of_opposites(const ColourBlocks& colours, double pixel);

/// The length of the border in viewing pixels: the mean of what both of its sides say. Of a
/// straight border within 3.5 %.
double length_of(const std::vector<MeetingPixel>& meetings);

}  // namespace underpaint
