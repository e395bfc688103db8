// SPDX-License-Identifier: GPL-3.0-or-later
// A save that takes over from the file before what has not changed makes the same file as one that
// makes everything anew.
#include <gtest/gtest.h>

#include <map>

#include "files/layers.h"
#include "files/openraster.h"
#include "files/zip_container.h"
#include "painting/group_changes.h"
#include "support/every_source.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::every_source;
using testing::TemporaryFolder;
using testing::tint;
using testing::with_columns;

/// The checksum of each entry.
std::map<std::string, std::uint32_t> contents(const std::filesystem::path& path) {
    const auto zip = ZipReader::open(path);
    std::map<std::string, std::uint32_t> all;
    for (const std::string& entry : zip->entries()) all[entry] = zip->crc(entry);
    return all;
}

Painting changed(Painting painting, int what) {
    auto& passes = painting.passes;
    const auto at = [&](std::size_t i) -> Pass& { return passes[i % passes.size()]; };
    switch (what % 12) {
        case 0: at(3).strength *= 0.9F; break;
        case 1: at(5).on = !at(5).on; break;
        case 2: std::swap(at(1), at(4)); break;
        case 3: at(2).name = "Another name"; break;
        case 4: at(6).hold = 0.5F; break;
        case 5: passes.erase(passes.begin() + 2); break;
        case 6:
            passes.insert(passes.begin() + 1, tint({0.2F, 0.5F, 0.8F}, BlendMode::screen));
            break;
        case 7:
            painting = with_columns(std::move(painting), "Part", 10, 40);
            painting.passes[0].reach.parts = {painting.parts.back().id};
            break;
        case 8: at(7).blend = BlendMode::true_colour; break;
        case 9: at(4).reach.band = {2, 6, 0.5F}; break;
        case 10: at(2).clipped = true; break;
        default:
            painting = with_passes_grouped(std::move(painting), {1, 2, 3}, "Group");
            painting.groups.back().strength = 0.6F;
    }
    return painting;
}

TEST(Resaving, MakesTheSameFileAsSavingAnew) {
    const TemporaryFolder folder;
    Painting painting = every_source({150, 90});
    SavedFile known;
    ASSERT_TRUE(save_painting(folder / "a.ora", painting, {}, {}, {}, &known));
    for (int i = 0; i < 24; ++i) {
        painting = changed(std::move(painting), i);
        ASSERT_TRUE(save_painting(folder / "a.ora", painting, {}, {}, {}, &known));
        ASSERT_TRUE(save_painting(folder / "b.ora", painting));
        EXPECT_EQ(contents(folder / "a.ora"), contents(folder / "b.ora")) << "change " << i;
    }
}

TEST(Resaving, TakesNothingFromAFileThatAnotherProgramWrote) {
    const TemporaryFolder folder;
    const Painting painting = every_source({60, 40});
    SavedFile known;
    ASSERT_TRUE(save_painting(folder / "a.ora", painting, {}, {}, {}, &known));
    // Another painting under that name, with entries of the same names.
    ASSERT_TRUE(save_painting(folder / "a.ora", every_source({61, 40})));
    ASSERT_TRUE(save_painting(folder / "a.ora", painting, {}, {}, {}, &known));
    ASSERT_TRUE(save_painting(folder / "b.ora", painting));
    EXPECT_EQ(contents(folder / "a.ora"), contents(folder / "b.ora"));
    // Nor from one that is gone.
    std::filesystem::remove(folder / "a.ora");
    ASSERT_TRUE(save_painting(folder / "a.ora", painting, {}, {}, {}, &known));
    EXPECT_EQ(contents(folder / "a.ora"), contents(folder / "b.ora"));
}

TEST(Resaving, LeavesWhatIsKnownAloneWhenItComesToNothing) {
    const TemporaryFolder folder;
    const Painting painting = every_source({60, 40});
    SavedFile known;
    ASSERT_TRUE(save_painting(folder / "a.ora", painting, {}, {}, {}, &known));
    const auto stamp = known.stamp;
    EXPECT_FALSE(save_painting(folder / "no such folder" / "a.ora", painting, {}, {}, {}, &known));
    EXPECT_EQ(known.path, folder / "a.ora");
    EXPECT_EQ(known.stamp, stamp);
}

TEST(Resaving, LayersAreAsLargeAsWhereTheyLand) {
    Painting painting = testing::sealed(testing::ramp({600, 400}, Depth::bits8));
    painting = with_columns(std::move(painting), "Middle", 300, 350);
    Pass part = tint({0.5F, 0.4F, 0.3F}, BlendMode::multiply);
    part.reach.parts = {painting.parts[0].id};
    painting = with_pass(std::move(painting), part);
    const auto layers = *layers_of(painting);
    ASSERT_EQ(layers.size(), 2U);
    EXPECT_EQ(layers[1].pixels->size(), (Size{128, 400})) << "whole tiles";
    EXPECT_EQ(layers[1].entry.x, 256);
    EXPECT_EQ(layers[1].entry.y, 0);
}

}  // namespace
}  // namespace underpaint
