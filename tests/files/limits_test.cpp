// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/limits.h"

#include <gtest/gtest.h>

#include "files/export_png.h"
#include "files/layers.h"
#include "support/every_source.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

constexpr std::uint64_t kGigabyte = 1'000'000'000;

TEST(Limits, WorkThatNeedsMoreMemoryThanIsFreeIsRefusedBeforeItIsTaken) {
    const Done done = check_memory("large.tif", 5 * kGigabyte, 3 * kGigabyte);
    ASSERT_FALSE(done);
    EXPECT_EQ(
        done.error().message(),
        "large.tif: this needs 5.0 GB of memory, and 2.7 GB are free. Close other programs, or "
        "work on a smaller copy.");
    EXPECT_TRUE(check_memory("large.tif", 5 * kGigabyte, 6 * kGigabyte));
    EXPECT_FALSE(check_memory("large.tif", 1, 0));
}

TEST(Limits, KnowTheMemoryOfThisMachine) {
    EXPECT_GT(free_memory(), 100'000'000U);
    EXPECT_TRUE(check_size("a.png", 100, 100, 8));
    // A machine that could hold this is not a person's.
    EXPECT_FALSE(check_size("a.png", 20'000, 10'000, 1'000'000));
}

TEST(Limits, SavingCountsTheLayersThatTakeMemory) {
    Painting painting = testing::sealed(testing::ramp({300, 200}, Depth::bits8));
    EXPECT_EQ(LayerMaker(painting).bytes_to_make(), 180'000U);
    painting = with_pass(painting, testing::tint({1, 0, 0}, BlendMode::multiply));
    EXPECT_EQ(LayerMaker(painting).bytes_to_make(), 420'000U);
    painting = testing::with_columns(std::move(painting), "Left", 0, 100);
    Pass part = testing::tint({1, 0, 0}, BlendMode::true_colour);
    part.reach.parts = {painting.parts[0].id};
    painting = with_pass(painting, part);
    EXPECT_EQ(LayerMaker(painting).bytes_to_make(), 420'000U + 128 * 200 * 4) << "its tiles alone";
}

TEST(ExportPng, StopsWithoutAFile) {
    const testing::TemporaryFolder folder;
    const Painting painting = testing::every_source({300, 200});
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(
        export_png(folder / "a.png", painting, everything_of(painting), source.get_token()));
    EXPECT_FALSE(std::filesystem::exists(folder / "a.png"));
}

}  // namespace
}  // namespace underpaint
