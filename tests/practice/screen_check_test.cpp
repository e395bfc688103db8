// SPDX-License-Identifier: GPL-3.0-or-later
// The check of a screen, done by simulated eyes before simulated screens.
#include "practice/screen_check.h"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "files/screen_checks.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

/// L* of an encoded grey by the formula, written out.
double step_of_level(double encoded) {
    const double linear =
        encoded <= 0.04045 ? encoded / 12.92 : std::pow((encoded + 0.055) / 1.055, 2.4);
    const double l = linear > 216.0 / 24389 ? 116 * std::cbrt(linear) - 16 : linear * 24389.0 / 27;
    return 1 + l / 12.5;
}

/// Somebody before a screen that shows all below a level as black, and above another as white.
Threshold found_on(ScreenEnd end, double swallows, unsigned seed) {
    std::mt19937 chance(seed);
    std::vector<Trial> trials;
    for (std::size_t i = 0; i < kScreenTrials; ++i) {
        const ScreenQuestion question =
            ask_screen(end, next_level(levels_of(end), trials), seed * 100 + i);
        const bool seen = question.level > swallows;
        const bool says_right = seen ? question.right : chance() % 2 == 0;
        trials.push_back({question.level, says_right == question.right});
    }
    return end_threshold(end, trials);
}

TEST(ScreenCheck, ADiscHasTheLevelThatIsAskedForToOneOf256) {
    int right = 0;
    for (const ScreenEnd end : {ScreenEnd::dark, ScreenEnd::light})
        for (std::uint64_t seed = 0; seed < 40; ++seed) {
            const LevelRange range = levels_of(end);
            const double level = range.least + (range.most - range.least) * double(seed) / 39;
            const ScreenQuestion question = ask_screen(end, level, seed);
            const double begins = end == ScreenEnd::dark ? 1 : 9;
            EXPECT_EQ(question.ground.r, end == ScreenEnd::dark ? 0 : 1);
            EXPECT_NE(question.disc.g, question.ground.g) << "there is always something to see";
            EXPECT_EQ(question.disc.r, question.disc.b);
            EXPECT_NEAR(question.level,
                        std::abs(step_of_level(static_cast<double>(question.disc.g)) - begins),
                        0.002);
            EXPECT_NEAR(question.level, level, 0.04) << "one of 256 levels at the most";
            right += question.right;
        }
    EXPECT_GT(right, 25);
    EXPECT_LT(right, 55);
}

TEST(ScreenCheck, FindsWhatAScreenSwallows) {
    for (const ScreenEnd end : {ScreenEnd::dark, ScreenEnd::light})
        for (const double swallows : {0.0, 0.1, 0.25}) {
            double sum = 0;
            constexpr int runs = 30;
            for (unsigned seed = 1; seed <= runs; ++seed)
                sum += found_on(end, swallows, seed).level;
            EXPECT_NEAR(sum / runs, swallows, 0.09) << swallows;
        }
    EXPECT_NEAR(found_on(ScreenEnd::dark, 2, 7).level, 0.6, 0.05) << "as much as is asked about";
}

TEST(ScreenCheck, TheRoomIsSaidToBeLighterOnlyWhenIntervalsDoNotMeet) {
    ScreenCheck before, now;
    before.dark = {0.1, 0.06, 0.16};
    now.dark = {0.15, 0.09, 0.22};
    EXPECT_EQ(room_since(before, now), RoomLight::same);
    now.dark = {0.3, 0.2, 0.45};
    EXPECT_EQ(room_since(before, now), RoomLight::lighter);
    EXPECT_EQ(room_since(now, before), RoomLight::darker);
}

TEST(ScreenCheck, AGreyIsMatchedByItsWay) {
    EXPECT_NEAR(off_neutral({}), 0, 0.01);
    for (std::uint64_t seed = 0; seed < 20; ++seed)
        EXPECT_GT(off_neutral(tinted_grey(seed)), kLooksGrey) << "it begins visibly off";
    ScreenCheck check;
    check.grey = GreyMatch{0, -0.03};
    EXPECT_NE(in_words(check).find("bluer"), std::string::npos) << in_words(check);
    const Rgb bluer = colour_of(*check.grey);
    EXPECT_GT(bluer.b, bluer.r);
    check.grey = GreyMatch{0.03, 0.01};
    EXPECT_NE(in_words(check).find("pinker"), std::string::npos);
    check.grey = GreyMatch{-0.03, 0};
    const Rgb greener = colour_of(*check.grey);
    EXPECT_GT(greener.g, greener.r);
    EXPECT_NE(in_words(check).find("greener"), std::string::npos);
    check.grey = GreyMatch{0.001, 0};
    EXPECT_NE(in_words(check).find("looks grey"), std::string::npos);
}

TEST(ScreenCheck, IsKeptByScreenAndProfile) {
    testing::TemporaryFolder folder;
    ScreenCheck one;
    one.screen = "The left one", one.profile = "abc";
    one.when = std::chrono::sys_seconds(std::chrono::seconds(1'790'000'000));
    one.dark = {0.2, 0.1, 0.3}, one.light = {0.1, 0.05, 0.2};
    one.grey = GreyMatch{0.01, -0.004};
    ScreenCheck other = one;
    other.screen = "\"quoted\" \xff", other.grey.reset();
    ScreenCheck again = one;
    again.when += std::chrono::hours(24), again.dark.level = 0.25;
    ASSERT_TRUE(save_screen_checks(folder.path(), {one, other, again}));
    const auto read = read_screen_checks(folder.path());
    ASSERT_TRUE(read) << read.error().message();
    ASSERT_EQ(read->size(), 3U);
    EXPECT_TRUE((*read)[0] == one);
    EXPECT_FALSE((*read)[1].grey);
    ASSERT_NE(last_check(*read, one.screen, "abc"), nullptr);
    EXPECT_TRUE(*last_check(*read, one.screen, "abc") == again) << "the newest";
    EXPECT_EQ(last_check(*read, one.screen, "another profile"), nullptr);
    EXPECT_EQ(last_check(*read, "another screen", "abc"), nullptr);
}

TEST(ScreenCheck, AHostileFileIsRefusedOrBroughtIntoRange) {
    for (const char* text : {"", "{", "[]", "{\"schema\":\"x\",\"checks\":[]}",
                             "{\"schema\":\"faithful-underpaint/screens-1\",\"checks\":[1]}"})
        EXPECT_FALSE(parse_screen_checks("f", text)) << text;
    const auto read = parse_screen_checks(
        "f",
        R"({"schema":"faithful-underpaint/screens-1","checks":[{"screen":"s","profile":"","at":1e300,
        "dark":{"level":1e9,"low":-5,"high":7},"light":{"level":0,"low":0,"high":0},
        "grey":{"a":9,"b":-9}}]})");
    ASSERT_TRUE(read);
    EXPECT_LE(read->front().darkest(), 1.6 + 1e-9);
    EXPECT_GE(read->front().dark.low, 0);
    EXPECT_LE(std::abs(read->front().grey->a), kMostTint);
    std::vector<ScreenCheck> many(kMostScreenChecks + 5);
    many.back().screen = "the newest";
    const auto kept = parse_screen_checks("f", write_screen_checks(many));
    ASSERT_TRUE(kept);
    ASSERT_EQ(kept->size(), kMostScreenChecks);
    EXPECT_EQ(kept->back().screen, "the newest");
}

}  // namespace
}  // namespace underpaint
