// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/kept_presets.h"

#include <gtest/gtest.h>

#include <fstream>
#include <random>

#include "support/temporary_folder.h"

namespace underpaint {
namespace {

TEST(KeptPresets, ComeBackAsTheyWereKept) {
    testing::TemporaryFolder folder;
    EXPECT_EQ(*read_presets(folder.path()), KeptPresets{}) << "none are kept yet";
    KeptPresets kept{"teacher", {}};
    ReportSettings settings = report_preset("client")->settings;
    std::ranges::reverse(settings.sections);
    settings.sections.front().on = !settings.sections.front().on;
    settings.picture_side = 800;
    settings.setup = {Paper::letter, true, true};
    kept.changed["client"] = settings;
    ASSERT_TRUE(save_presets(folder.path(), kept));
    const auto back = read_presets(folder.path());
    ASSERT_TRUE(back);
    EXPECT_EQ(*back, kept);
    EXPECT_EQ(back->settings_of("client"), settings);
    EXPECT_EQ(back->settings_of("myself"), report_preset("myself")->settings);
}

TEST(KeptPresets, EverySectionIsThereOnceWhateverTheFileSays) {
    const auto parsed = parse_presets("x", R"({
        "schema": "faithful-underpaint/report-presets-1", "used": "nobody", "presets": {
          "client": {"sections": [{"id": "stages", "on": true}, {"id": "stages", "on": false},
                                  {"id": "horoscope", "on": true}],
                     "picture_side": 1e40, "paper": "napkin", "lying": false, "dark": true},
          "nobody": {"sections": [], "picture_side": 1, "paper": "a4", "lying": false,
                     "dark": false}}})");
    ASSERT_TRUE(parsed) << parsed.error().message();
    EXPECT_EQ(parsed->used, "myself");
    ASSERT_EQ(parsed->changed.size(), 1U);
    const ReportSettings& settings = parsed->settings_of("client");
    ASSERT_EQ(settings.sections.size(), kReportSections.size());
    EXPECT_EQ(settings.chosen(), std::vector{ReportSection::stages});
    EXPECT_EQ(settings.picture_side, kMostPictureSide);
    EXPECT_EQ(settings.setup.paper, Paper::a4);
    EXPECT_TRUE(settings.setup.dark);
}

TEST(KeptPresets, DamagedTextsAreTroubleAndNothingElse) {
    for (const char* text :
         {"", "{", "[]", "null", R"({"schema": 3})", R"({"schema": "faithful-underpaint/route-1"})",
          R"({"schema": "faithful-underpaint/report-presets-1"})"})
        EXPECT_FALSE(parse_presets("x", text)) << text;
    KeptPresets kept;
    kept.changed["client"] = report_preset("client")->settings;
    const std::string whole = write_presets(kept);
    std::mt19937 random(7);
    for (int i = 0; i < 3000; ++i) {
        std::string text = whole;
        for (int k = 0; k < 3; ++k)
            text[random() % text.size()] = static_cast<char>(random() % 256);
        const auto parsed = parse_presets("x", text);
        if (!parsed) continue;
        for (const auto& [id, settings] : parsed->changed)
            EXPECT_EQ(settings.sections.size(), kReportSections.size()) << text;
    }
}

TEST(KeptPresets, WhatCannotBeReadIsPutAside) {
    testing::TemporaryFolder folder;
    std::ofstream(folder / "reports.json") << "damaged";
    EXPECT_FALSE(read_presets(folder.path()));
    ASSERT_TRUE(save_presets(folder.path(), {}));
    EXPECT_TRUE(std::filesystem::exists(folder / "reports.json.damaged"));
    EXPECT_TRUE(read_presets(folder.path()));
}

}  // namespace
}  // namespace underpaint
