// SPDX-License-Identifier: GPL-3.0-or-later
// The ledger of saves: what is thinned out, and how it is kept with a painting.
#include <gtest/gtest.h>

#include <nlohmann/json.hpp>

#include "files/kept_pictures.h"
#include "files/left_work.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/pixel_sum.h"
#include "files/saves_json.h"
#include "files/unsaved_work.h"
#include "files/zip_container.h"
#include "painting/history.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using std::chrono::minutes;
using std::chrono::sys_seconds;

KeptSave save(int number, Verdict value = Verdict::held, int minute = -1) {
    KeptSave save;
    save.number = number;
    save.when = sys_seconds(minutes(minute < 0 ? number : minute));
    save.size = {64, 48};
    save.where = {true, 3, 1.5, {-2.5, 7}, 0.75, 0.5};
    save.figures = {{{"0.34", value}, {"1.29×", Verdict::held}, {"+12.8", Verdict::open}}};
    save.changed = "Sky +0.3";
    save.layers = "The layer \"Glaze\" is new.";
    save.notices = "It is mirrored; it was turned back.";
    save.pixels = 0xfedcba9876543210;
    return save;
}

KeptPicture picture(unsigned seed) {
    return *keep(testing::noise({64, 48}, Channels::rgb, Depth::bits8, seed), "Save", kKeptSave);
}

Painting with_ledger() {
    Painting painting = testing::sealed(testing::ramp({60, 40}, Depth::bits8));
    std::vector<KeptSave> saves{save(1), save(2, Verdict::slipping), save(4, Verdict::lost)};
    saves[0].picture = picture(1);
    saves[2].picture = picture(2);
    saves[1].meant = "the lamp “on” \"purpose\"";
    painting.saves = {"/tmp/a file.png", saves};
    return painting;
}

/// Pictures are named after their saves, wherever they lie.
SaveLedger named(SaveLedger ledger) {
    std::vector<KeptSave> saves = ledger.saves();
    for (KeptSave& each : saves)
        if (each.picture) each.picture->name = "Save";
    return {ledger.file(), std::move(saves)};
}

TEST(SaveLedger, ComesBackFromAFileAndFromUnsavedWork) {
    const testing::TemporaryFolder folder;
    const Painting painting = with_ledger();
    ASSERT_TRUE(save_painting(folder / "a.ora", painting));
    const auto opened = open_painting(folder / "a.ora", "2026-12-01");
    ASSERT_TRUE(opened);
    EXPECT_TRUE(opened->notices.empty());
    EXPECT_EQ(named(opened->painting.saves), named(painting.saves));

    auto work = UnsavedWork::begin(folder / "unsaved");
    ASSERT_TRUE(work);
    UnsavedNote note;
    note.name = "a";
    note.watched = "/tmp/a file.png";
    ASSERT_TRUE(work->keep(painting, note));
    const auto kept = work->folder();
    work = tl::unexpected(Trouble{});
    const auto left = left_work(folder / "unsaved");
    ASSERT_EQ(left.size(), 1U);
    EXPECT_EQ(left[0].note.watched, note.watched);
    const auto back = open_left_work(kept);
    ASSERT_TRUE(back);
    EXPECT_EQ(named(back->saves), named(painting.saves));
}

TEST(SaveLedger, APaintingWithoutSavesSaysNothingOfThem) {
    const testing::TemporaryFolder folder;
    ASSERT_TRUE(
        save_painting(folder / "a.ora", testing::sealed(testing::ramp({60, 40}, Depth::bits8))));
    const auto zip = ZipReader::open(folder / "a.ora");
    ASSERT_TRUE(zip);
    EXPECT_FALSE(zip->has(kBriefEntry));
}

TEST(SaveLedger, DamagedSavesAreLostByThemselves) {
    const auto load = [](const std::string& entry, std::string name,
                         KeptCheck) -> Result<KeptPicture> {
        if (entry == "gone.jpg") return trouble(entry, "it is not there.");
        KeptPicture kept = picture(1);
        kept.name = std::move(name);
        return kept;
    };
    Json json = saves_to_json(with_ledger().saves, [](const auto&) { return "1.jpg"; });
    std::vector<std::string> lost;
    EXPECT_EQ(saves_from_json(json, load, lost).saves().size(), 3U);
    EXPECT_TRUE(lost.empty());
    const std::pair<const char*, Json> damages[] = {
        {"number", "four"},          {"when", nullptr},
        {"size", Json::array()},     {"figures", Json::array({1, 2, 3})},
        {"where", Json::object()},   {"picture", "gone.jpg"},
        {"changed", Json::object()}, {"meant", 5},
    };
    for (const auto& [member, value] : damages) {
        Json damaged = json;
        damaged["kept"][0][member] = value;
        lost.clear();
        const SaveLedger read = saves_from_json(damaged, load, lost);
        EXPECT_EQ(lost.size(), 1U) << member;
        // A picture takes nothing along.
        EXPECT_EQ(read.saves().size(), std::string(member) == "picture" ? 3U : 2U) << member;
    }
    // Numbers out of all bounds are brought into them.
    json["kept"][0]["size"] = {-5, 2'000'000'000};
    json["kept"][0]["when"] = std::int64_t{1} << 62;
    json["kept"][0]["where"]["scale"] = -1e300;
    json["kept"][0]["where"]["at"] = {1e300, -1e300};
    json["kept"][0]["where"]["quarter_turns"] = 77;
    lost.clear();
    const KeptSave read = saves_from_json(json, load, lost).saves().at(0);
    EXPECT_EQ(read.size.width, 1);
    EXPECT_GT(read.where.scale, 0);
    EXPECT_LT(read.where.at.x, 1e7);
    EXPECT_EQ(read.where.quarter_turns, 3);
}

TEST(SaveLedger, OlderSavesThinOutAndWhatMattersStays) {
    SaveLedger ledger{"a.png", {}};
    for (int i = 1; i <= 1000; ++i)
        ledger = with_save(ledger, save(i, i % 50 == 0 ? Verdict::slipping : Verdict::held));
    const auto& saves = ledger.saves();
    ASSERT_EQ(saves.size(), kMostSaves);
    EXPECT_EQ(saves.front().number, 1);
    EXPECT_EQ(saves.back().number, 1000);
    EXPECT_TRUE(std::ranges::is_sorted(saves, {}, &KeptSave::number));
    EXPECT_EQ(std::ranges::count_if(saves, slipped), 20);
    // The newer half is whole, and no stretch of the older is left bare.
    EXPECT_EQ(saves[kMostSaves - 150].number, 1000 - 149);
    for (std::size_t i = 1; i < saves.size(); ++i)
        EXPECT_LE(saves[i].number - saves[i - 1].number, 40);
    // Where all slipped, and where the clock was set back, it is bounded all the same.
    SaveLedger worst{"a.png", {}};
    for (int i = 1; i <= 450; ++i)
        worst = with_save(worst, save(i, Verdict::lost, i % 2 == 0 ? i : 1000 - i));
    EXPECT_EQ(worst.saves().size(), kMostSaves);
    EXPECT_EQ(worst.saves().front().number, 1);
    EXPECT_EQ(worst.saves().back().number, 450);
}

TEST(SaveLedger, FourHundredPicturesStayUnderFortyMegabytes) {
    // The worst that can be kept: noise at viewing scale.
    const auto kept =
        keep(testing::noise({1600, 1200}, Channels::rgb, Depth::bits8), "n", kKeptSave);
    ASSERT_TRUE(kept);
    EXPECT_LE(kept->jpeg->size() * kMostSaves, 40'000'000U);
}

TEST(SaveLedger, UndoTakesNoSaveBackAndEachIsAReasonToSave) {
    History history(testing::sealed(testing::ramp({60, 40}, Depth::bits8)));
    EXPECT_TRUE(history.clean());
    Painting named = history.now();
    named.name = "another";
    history.change("Rename", named);
    history.set_saves(with_ledger().saves);
    history.undo();
    EXPECT_EQ(history.now().saves, with_ledger().saves);
    EXPECT_NE(history.now().name, "another");
    EXPECT_FALSE(history.clean());
    history.redo();
    EXPECT_EQ(history.now().saves, with_ledger().saves);
    history.mark_saved_as(history.now());
    EXPECT_TRUE(history.clean());
}

TEST(PixelSum, TellsPicturesApartByAnyLevelKindOrSize) {
    const Picture a = testing::noise({70, 50}, Channels::rgb, Depth::bits8);
    EXPECT_EQ(pixel_sum(a), pixel_sum(testing::noise({70, 50}, Channels::rgb, Depth::bits8)));
    Picture b = a;
    float level = 0;
    b.read_channel(1, 69, 49, std::span(&level, 1));
    level += level < 0.5F ? 1.0F / 255 : -1.0F / 255;
    b.write_channel(1, 69, 49, std::span(&level, 1));
    EXPECT_NE(pixel_sum(a), pixel_sum(b));
    EXPECT_NE(pixel_sum(testing::filled({4, 6}, Channels::grey, grey(0))),
              pixel_sum(testing::filled({6, 4}, Channels::grey, grey(0))));
    EXPECT_NE(pixel_sum(testing::filled({4, 4}, Channels::grey, grey(0))),
              pixel_sum(testing::filled({4, 4}, Channels::rgb, grey(0))));
}

}  // namespace
}  // namespace underpaint
