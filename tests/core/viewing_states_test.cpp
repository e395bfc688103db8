// SPDX-License-Identifier: GPL-3.0-or-later
// States that are kept by what they change are those that would be kept whole.
#include <gtest/gtest.h>

#include <random>

#include "audit/viewing_states.h"
#include "raster/tile_plane.h"

namespace underpaint {
namespace {

FloatBlock random_steps(const Rect& area, std::mt19937& random) {
    FloatBlock steps(area);
    for (float& step : steps.samples()) step = 1 + static_cast<float>(random() % 8001) / 1000;
    return steps;
}

class States : public ::testing::TestWithParam<Size> {};

TEST_P(States, AreTheSameAsIfEachWereKeptWhole) {
    const Size size = GetParam();
    constexpr std::size_t count = 9, known = 3;
    std::mt19937 random(5);
    const TileGrid grid{size};
    const ViewingGrid cells(size, size);
    ViewingStates states(cells, count, known);
    std::vector<ViewingTally> whole(count, ViewingTally(size, size));
    for (int t = 0; t < grid.count(); ++t) {
        FloatBlock steps = random_steps(grid.tile(t), random);
        StepCells before, now;
        cells.average(steps, before);
        states.begin(before);
        whole[0].add(steps);
        for (std::size_t i = known + 1; i < count; ++i) {
            if (random() % 3 == 0) {  // few tiles are touched by each
                steps = random_steps(grid.tile(t), random);
                cells.average(steps, now);
                states.change(i, before, now);
                std::swap(before, now);
            }
            whole[i].add(steps);
        }
    }
    EXPECT_TRUE(
        std::ranges::equal(states.ground().steps.samples(), whole[0].steps().steps.samples()));
    ViewingWalk walk(states);
    ViewingSteps before = states.ground();
    for (const std::size_t i : {known + 1, known + 3, count - 1, count - 1}) {
        walk.go_to(i);
        const ViewingSteps &now = walk.now(), expected = whole[i].steps();
        EXPECT_EQ(now.scale, expected.scale);
        EXPECT_TRUE(std::ranges::equal(now.steps.samples(), expected.steps.samples())) << i;
        const Rect changed = walk.changed();
        for (int y = 0; y < now.steps.area().height; ++y)
            for (int x = 0; x < now.steps.area().width; ++x)
                if (intersection(changed, {x, y, 1, 1}).empty()) {
                    ASSERT_EQ(now.steps.row(y)[static_cast<std::size_t>(x)],
                              before.steps.row(y)[static_cast<std::size_t>(x)]);
                }
        before = now;
    }
    EXPECT_TRUE(walk.changed().empty()) << "it stood there already";
}

INSTANTIATE_TEST_SUITE_P(Sizes, States,
                         ::testing::Values(Size{1, 1}, Size{65, 63}, Size{1600, 130},
                                           Size{2411, 777}, Size{300, 4000}),
                         [](const auto& size) {
                             return std::to_string(size.param.width) + "x" +
                                    std::to_string(size.param.height);
                         });

}  // namespace
}  // namespace underpaint
