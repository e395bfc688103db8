// SPDX-License-Identifier: GPL-3.0-or-later
// Edges of known width, blurred by a Gaussian or drawn as a ramp, upright and aslant.
#include "audit/edges.h"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

namespace underpaint {
namespace {

/// A picture of steps by a function of the distance from a line through its middle.
template <class Profile>
ViewingSteps across(double degrees, Profile profile, double noise = 0) {
    constexpr int side = 240;
    std::mt19937 random(5);
    std::normal_distribution<double> grain(0, 1);
    ViewingSteps viewing{FloatBlock({0, 0, side, side}), 1};
    const double nx = std::cos(degrees * M_PI / 180), ny = std::sin(degrees * M_PI / 180);
    for (int y = 0; y < side; ++y)
        for (int x = 0; x < side; ++x)
            viewing.steps.row(y)[static_cast<std::size_t>(x)] =
                static_cast<float>(profile((x - side / 2 + 0.3) * nx + (y - side / 2 + 0.3) * ny) +
                                   (noise > 0 ? noise * grain(random) : 0));
    return viewing;
}

ViewingSteps blurred(double sigma, double degrees, double contrast = 4, double noise = 0) {
    return across(
        degrees,
        [=](double d) { return 3 + contrast * 0.5 * std::erfc(-d / (sigma * std::sqrt(2.0))); },
        noise);
}

double median_width_of(const EdgeMap& edges) {
    std::vector<float> widths;
    for (const EdgePoint& p : edges.points) widths.push_back(p.width);
    if (widths.empty()) return 0;
    std::ranges::sort(widths);
    return widths[widths.size() / 2];
}

class EdgeWidth : public ::testing::TestWithParam<double> {};

TEST_P(EdgeWidth, OfABlurIsKnown) {
    for (const double sigma : {0.9, 1.5, 2.5, 4.0, 6.0, 9.0}) {
        const EdgeMap edges = find_edges(blurred(sigma, GetParam()));
        EXPECT_NEAR(median_width_of(edges) / (2.507 * sigma), 1, 0.06) << sigma;
    }
}

TEST_P(EdgeWidth, OfARampIsItsLength) {
    for (const double length : {3.0, 6.0, 12.0, 20.0}) {
        const EdgeMap edges = find_edges(across(
            GetParam(), [=](double d) { return 3 + 4 * std::clamp(d / length + 0.5, 0.0, 1.0); }));
        EXPECT_NEAR(median_width_of(edges) / length, 1, length < 4 ? 0.15 : 0.1) << length;
    }
}

TEST_P(EdgeWidth, OfABlurUnderTextureIsKnownToo) {
    for (const double sigma : {3.0, 5.0}) {
        const EdgeMap edges = find_edges(blurred(sigma, GetParam(), 4, 0.08));
        EXPECT_NEAR(median_width_of(edges) / (2.507 * sigma), 1, 0.3) << sigma;
    }
}

/// Found against the length of the line that crosses the picture.
double length_found(const EdgeMap& edges, double degrees) {
    const double turn = std::fabs(std::fmod(degrees, 90));
    return lengths_of(edges).total() * std::cos(std::min(turn, 90 - turn) * M_PI / 180) / 238;
}

TEST_P(EdgeWidth, LengthIsThatOfTheLine) {
    EXPECT_NEAR(length_found(find_edges(blurred(1, GetParam())), GetParam()), 1, 0.01);
}

/// Every pixel of a straight ramp is as steep, and under grain any of them may be the steepest: it
/// is one edge all the same.
TEST_P(EdgeWidth, LengthOfARampIsThatOfTheLine) {
    for (const double grain : {0.0, 0.05})
        for (const double length : {3.0, 8.0, 12.0, 20.0, 40.0}) {
            const auto ramp = [=](double d) {
                return 3 + 4 * std::clamp(d / length + 0.5, 0.0, 1.0);
            };
            EXPECT_NEAR(length_found(find_edges(across(GetParam(), ramp, grain)), GetParam()), 1,
                        0.1)
                << length << " under " << grain;
        }
}

INSTANTIATE_TEST_SUITE_P(Turned, EdgeWidth,
                         ::testing::Values(0.0, 90.0, 30.0, 42.0, 44.9, 45.0, 71.0, 135.0, 225.0,
                                           315.0));

TEST_P(EdgeWidth, IsFollowedWhereASoftEdgeHardenedBesideItsMiddle) {
    const auto ramp = [](double d) { return 3 + 4 * std::clamp(d / 11 + 0.5, 0.0, 1.0); };
    const EdgeMap sealed = find_edges(across(GetParam(), ramp));
    ASSERT_GT(lengths_of(sealed).share(EdgeKind::soft), 0.9);
    for (const double at : {-3.5, 0.0, 3.5}) {
        const auto now = across(GetParam(), [=](double d) { return d < at ? 3 : 7; });
        EXPECT_GT(lengths_of(follow_edges(sealed, now)).share(EdgeKind::hard), 0.9) << at;
    }
    // One that is as it was is followed to itself.
    EXPECT_EQ(lengths_of(follow_edges(sealed, across(GetParam(), ramp))).length,
              lengths_of(sealed).length);
    const auto gone = across(GetParam(), [](double) { return 4; });
    EXPECT_EQ(lengths_of(follow_edges(sealed, gone)).share(EdgeKind::lost), 1);
}

TEST(Edges, AreNamedByTheirWidth) {
    EXPECT_EQ(kind_of_edge(2), EdgeKind::hard);
    EXPECT_EQ(kind_of_edge(5), EdgeKind::firm);
    EXPECT_EQ(kind_of_edge(12), EdgeKind::soft);
    EXPECT_EQ(kind_of_edge(12.1), EdgeKind::lost);
    const auto mostly = [](const ViewingSteps& viewing, EdgeKind kind) {
        return lengths_of(find_edges(viewing)).share(kind);
    };
    EXPECT_GT(mostly(across(0, [](double d) { return d < 0 ? 2 : 6; }), EdgeKind::hard), 0.95);
    EXPECT_GT(mostly(across(33, [](double d) { return d < 0 ? 2 : 6; }), EdgeKind::hard), 0.95);
    EXPECT_GT(mostly(blurred(1.5, 0), EdgeKind::firm), 0.95);
    EXPECT_GT(mostly(blurred(3.5, 0), EdgeKind::soft), 0.95);
    EXPECT_GT(mostly(blurred(8, 0), EdgeKind::lost), 0.95);
}

TEST(Edges, OfLittleContrastAreTexture) {
    EXPECT_TRUE(find_edges(blurred(1, 20, 0.6)).points.empty());
    EXPECT_FALSE(find_edges(blurred(1, 20, 0.9)).points.empty());
}

TEST(Edges, AreNoneInFlatTinyAndNoisyPictures) {
    EXPECT_TRUE(find_edges({FloatBlock({0, 0, 50, 50}, 5), 1}).points.empty());
    EXPECT_TRUE(find_edges({FloatBlock({0, 0, 1, 1}, 5), 1}).points.empty());
    EXPECT_TRUE(find_edges({FloatBlock({0, 0, 2, 900}, 5), 1}).points.empty());
    EXPECT_EQ(lengths_of({}).share(EdgeKind::hard), 0);
    const EdgeMap grain = find_edges(across(
        0, [](double) { return 5; }, 0.15));
    EXPECT_LT(lengths_of(grain).total(), 200) << "of 57 600 pixels";
}

}  // namespace
}  // namespace underpaint
