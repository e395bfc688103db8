// SPDX-License-Identifier: GPL-3.0-or-later
// What of a brief is kept in files: in the painting, by itself, and as a painter's own.
#include <gtest/gtest.h>

#include <filesystem>
#include <nlohmann/json.hpp>
#include <sstream>

#include "brief/routes.h"
#include "files/brief_json.h"
#include "files/brief_report.h"
#include "files/icalendar.h"
#include "files/jpeg.h"
#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/painter_files.h"
#include "files/zip_container.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::sealed;

Date date(const char* text) {
    return *date_from_iso(text);
}

KeptPicture kept(unsigned seed = 1) {
    return *keep(testing::noise({64, 48}, Channels::rgb, Depth::bits8, seed), "Lamp ☼",
                 kKeptReference);
}

/// Every line of it set.
Painting with_whole_brief() {
    Painting painting = sealed(testing::ramp({60, 40}, Depth::bits8));
    Brief brief;
    brief.purpose = "a \"cover\"\nof two lines";
    brief.size = Size{2400, 1800};
    brief.light = Light::cool_lights;
    brief.swing = 4.5;
    brief.mother = {"Blue hour", {0.25F, 0.5F, 0.75F}, 0.15};
    brief.strongest = {StrongestAt::halftones, 0.02};
    brief.thumbnails = {{kept(1), Focus{"Focus", {12.5, 7.25}, 4}}, {kept(2), {}}};
    brief.chosen = 1;
    brief.references = {{kept(3), Rgb{0.5F, 0.25F, 0.125F}}, {kept(4), {}}};
    brief.rules = {{HouseRule::extremes, 2}, {HouseRule::accents, 0.25}};
    brief.route = usual_routes()[3];
    brief.route = with_step(brief.route, 1, {"", "Own", "passes", "", {}, 5, true, 2});
    brief.ticked = {"own-1"};
    brief.in_hand = "few";
    brief.days.due = date("2028-02-29");
    brief.days.minutes = 45;
    brief.days.begins = 18 * 60 + 30;
    brief.days.off = {0, 6};
    brief.days.days_off = {date("2026-12-24")};
    brief.days.canvas = true;
    painting = with_brief(std::move(painting), brief);
    return with_log(std::move(painting), {"id-1",
                                          {{"few", date("2026-11-26"), 1110, 90.5},
                                           {"gone", date("2026-11-27"), 600, -30}},
                                          date("2026-11-28")});
}

class BriefFile : public ::testing::Test {
protected:
    /// Saves, changes an entry's text, and puts the container together again.
    void rewrite(const std::function<void(nlohmann::ordered_json&)>& change) {
        const auto zip = ZipReader::open(path_);
        std::vector<ZipEntry> entries;
        for (const std::string& name : zip->entries()) {
            ZipEntry entry{name, *zip->read(name, std::size_t{1} << 28), false};
            if (name == kBriefEntry) {
                auto json = nlohmann::ordered_json::parse(text_of(entry.bytes));
                change(json);
                entry.bytes = bytes_of(json.dump());
            }
            entries.push_back(std::move(entry));
        }
        ASSERT_TRUE(write_zip(path_, path_.string(), entries));
    }

    testing::TemporaryFolder folder_;
    const std::filesystem::path path_ = folder_ / "a.ora";
};

TEST_F(BriefFile, ComesBackToTheBit) {
    const Painting painting = with_whole_brief();
    ASSERT_TRUE(save_painting(path_, painting));
    const auto opened = open_painting(path_, "2026-01-01");
    ASSERT_TRUE(opened);
    EXPECT_TRUE(opened->ours);
    EXPECT_TRUE(opened->notices.empty());
    EXPECT_EQ(opened->painting.brief, painting.brief);
    EXPECT_EQ(opened->painting.log, painting.log);
}

TEST_F(BriefFile, APaintingWithoutOneHasNone) {
    ASSERT_TRUE(save_painting(path_, sealed(testing::ramp({20, 10}))));
    EXPECT_FALSE(ZipReader::open(path_)->has(kBriefEntry));
    EXPECT_EQ(open_painting(path_, "2026-01-01")->painting.brief, Brief{});
}

TEST_F(BriefFile, ALostPictureTakesOnlyItselfAlong) {
    ASSERT_TRUE(save_painting(path_, with_whole_brief()));
    rewrite([](auto& json) { json["brief"]["thumbnails"][0]["picture"] = "nowhere.jpg"; });
    const auto opened = open_painting(path_, "2026-01-01");
    ASSERT_TRUE(opened);
    EXPECT_TRUE(opened->incomplete);
    EXPECT_NE(opened->notices.front().find("The thumbnail"), std::string::npos);
    ASSERT_EQ(opened->painting.brief.thumbnails.size(), 1U);
    EXPECT_EQ(opened->painting.brief.chosen, 0U);  // still the one that was chosen
    EXPECT_EQ(opened->painting.brief.references.size(), 2U);
}

TEST_F(BriefFile, ADamagedOrNewerBriefLeavesThePaintingWhole) {
    using Change = std::function<void(nlohmann::ordered_json&)>;
    for (const Change& change :
         {Change([](auto& json) { json["schema"] = "faithful-underpaint/brief-2"; }),
          Change([](auto& json) { json["brief"].erase("route"); }),
          Change([](auto& json) { json["brief"]["days"]["due"] = "2026-02-30"; }),
          Change([](auto& json) { json["brief"]["light"] = "purple"; }),
          Change([](auto& json) { json["log"]["times"] = 7; })}) {
        const Painting painting = with_whole_brief();
        ASSERT_TRUE(save_painting(path_, painting));
        rewrite(change);
        const auto opened = open_painting(path_, "2026-01-01");
        ASSERT_TRUE(opened);
        EXPECT_TRUE(opened->ours);
        EXPECT_TRUE(opened->incomplete);
        EXPECT_NE(opened->notices.front().find("brief could not be read"), std::string::npos);
        EXPECT_EQ(opened->painting.brief, Brief{});
        EXPECT_EQ(opened->painting.parts, painting.parts);
    }
}

TEST_F(BriefFile, NoDamageOfItsTextDoesMoreThanBeTold) {
    const Painting painting = with_whole_brief();
    const std::string whole =
        write_brief(painting, [](const KeptPicture&) { return std::string("p"); });
    const auto load = [](const std::string&, std::string name, KeptCheck) -> Result<KeptPicture> {
        KeptPicture picture = kept();
        picture.name = std::move(name);
        return picture;
    };
    EXPECT_TRUE(parse_brief("f", whole, load));
    std::size_t refused = 0;
    for (std::size_t at = 0; at < whole.size(); at += 7)
        for (const char other : {'0', '"', '}', static_cast<char>(0xff)}) {
            std::string damaged = whole;
            damaged[at] = other;
            const auto parsed = parse_brief("f", damaged, load);
            refused += parsed ? 0 : 1;
            if (!parsed) continue;
            // Whatever came through is in its range.
            EXPECT_EQ(in_range(parsed->brief), parsed->brief);
            EXPECT_LE(parsed->brief.thumbnails.size(), kMostThumbnails);
        }
    EXPECT_GT(refused, 100U);
    for (const char* hostile : {"null", "[]", "{}", "\"text\"", "1e999", "{\"schema\": 7}"})
        EXPECT_FALSE(parse_brief("f", hostile, load)) << hostile;
}

TEST_F(BriefFile, NumbersBeyondAnyWholeOneAreBroughtIntoRange) {
    const auto minutes = [&](const nlohmann::ordered_json& number) {
        EXPECT_TRUE(save_painting(path_, with_whole_brief()));
        rewrite([&](auto& json) { json["brief"]["days"]["minutes"] = number; });
        const auto opened = open_painting(path_, "2026-01-01");
        return opened->incomplete ? -1 : opened->painting.brief.days.minutes;
    };
    constexpr int most = std::numeric_limits<int>::max(), least = std::numeric_limits<int>::min();
    EXPECT_EQ(minutes(90.9), 90);
    EXPECT_EQ(minutes(3e33), minutes(most));
    EXPECT_EQ(minutes(-3e33), minutes(least));
    EXPECT_NE(minutes(3e33), minutes(-3e33));
}

TEST_F(BriefFile, EightThumbnailsAndFourReferencesStayUnderFourMegabytes) {
    Painting painting = sealed(testing::ramp({60, 40}, Depth::bits8));
    ASSERT_TRUE(save_painting(path_, painting));
    const auto without = std::filesystem::file_size(path_);
    // Noise is the worst that can be kept.
    for (unsigned i = 0; i < 8; ++i)
        painting.brief.thumbnails.push_back(
            {*keep(testing::noise({1600, 1200}, Channels::grey, Depth::bits8, i), "t",
                   kKeptThumbnail),
             {}});
    for (unsigned i = 0; i < 4; ++i)
        painting.brief.references.push_back(
            {*keep(testing::noise({2000, 1000}, Channels::rgb, Depth::bits8, i), "r",
                   kKeptReference),
             {}});
    ASSERT_TRUE(save_painting(path_, painting));
    EXPECT_LT(std::filesystem::file_size(path_) - without, 4'000'000U);
}

TEST(KeptPictures, AreAsLargeAsTheyMayBe) {
    const auto large = keep(testing::ramp({5000, 100}), "large", kKeptReference);
    ASSERT_TRUE(large);
    EXPECT_EQ(large->size, (Size{2000, 40}));
    EXPECT_EQ(pixels_of(*large)->size(), large->size);
    const auto small = keep(testing::ramp({30, 20}), "small", kKeptReference);
    EXPECT_EQ(small->size, (Size{30, 20}));
    const auto pixel =
        keep(testing::filled({1, 1}, Channels::grey, grey(0.4F)), "pixel", kKeptThumbnail);
    EXPECT_EQ(pixels_of(*pixel)->size(), (Size{1, 1}));
}

TEST(KeptPictures, GreyStaysGreyAndWhatIsSeenThroughIsOnWhite) {
    const auto grey_one = *pixels_of(*keep(testing::ramp({100, 40}), "g", kKeptReference));
    EXPECT_EQ(grey_one.channels(), Channels::grey);
    EXPECT_NEAR(testing::pixel(grey_one, 50, 20).g, 0.5, 0.02);
    const auto clear = *pixels_of(*keep(
        testing::filled({20, 20}, Channels::rgb_alpha, {1, 0, 0}, 0.5F), "a", kKeptReference));
    const Rgb seen = testing::pixel(clear, 10, 10);
    EXPECT_NEAR(seen.r, 1, 0.02);
    EXPECT_NEAR(seen.g, 0.5, 0.02);
}

TEST(KeptPictures, KeepColoursAsFineAsValues) {
    // Red and blue stripes of one pixel: halved colours would be a purple.
    const Picture stripes = testing::coloured({64, 32}, [](int x, int) {
        return x % 2 == 0 ? Rgb{0.8F, 0.2F, 0.2F} : Rgb{0.2F, 0.2F, 0.8F};
    });
    const Picture again = *pixels_of(*keep(stripes, "s", kKeptReference));
    EXPECT_GT(testing::pixel(again, 20, 10).r, 0.65F);
    EXPECT_GT(testing::pixel(again, 21, 10).b, 0.65F);
    EXPECT_LT(testing::pixel(again, 21, 10).r, 0.35F);
    for (const int quality : {1, 50, 100}) EXPECT_TRUE(write_jpeg("f", stripes, quality));
}

TEST(KeptPictures, DamagedAndTooLargeOnesAreRefused) {
    Bytes bytes = *kept().jpeg;
    bytes.resize(bytes.size() / 2);
    EXPECT_FALSE(kept_from("f", "n", bytes, KeptCheck::pixels));
    EXPECT_FALSE(kept_from("f", "n", {}, KeptCheck::pixels));
    const auto huge = write_jpeg("f", testing::filled({4200, 3}, Channels::grey, grey(0.5F)), 80);
    EXPECT_FALSE(kept_from("f", "n", *huge, KeptCheck::pixels));
}

TEST(KeptPictures, ComeFromAnyPictureFileAndSayWhatIsWrong) {
    const testing::TemporaryFolder folder;
    ASSERT_TRUE(save_png(folder / "Old print.png", testing::ramp({300, 200})));
    const auto picture = keep_file(folder / "Old print.png", kKeptThumbnail);
    ASSERT_TRUE(picture);
    EXPECT_EQ(picture->name, "Old print");
    testing::write_text(folder / "no.png", "nothing of the kind");
    EXPECT_FALSE(keep_file(folder / "no.png", kKeptThumbnail));
    EXPECT_FALSE(keep_file(folder / "missing.png", kKeptThumbnail));
}

// --- routes, rules and times by themselves

TEST(RouteFiles, AreReadBackAsTheyWere) {
    for (const Route& route : usual_routes())
        EXPECT_EQ(*parse_route("r", write_route(route)), route);
}

TEST(RouteFiles, CutShortNewerOrForeignOnesAreRefusedInWords) {
    const std::string whole = write_route(usual_routes().front());
    for (std::size_t length = 0; length < whole.size() - 2; length += 37)
        EXPECT_FALSE(parse_route("r", whole.substr(0, length))) << length;
    const auto said = [](const std::string& text) { return parse_route("r", text).error().what; };
    std::string newer = whole;
    newer.replace(newer.find("route-1"), 7, "route-2");
    EXPECT_NE(said(newer).find("newer version"), std::string::npos);
    EXPECT_NE(said(R"({"schema": "something/else"})").find("something else"), std::string::npos);
    EXPECT_NE(said("[1,2").find("cut short or damaged"), std::string::npos);
    std::string twice = whole;
    twice.replace(twice.find("\"values\""), 8, "\"thumbnails\"");
    EXPECT_NE(said(twice).find("not to be told apart"), std::string::npos);
    std::string unknown = whole;
    unknown.replace(unknown.find("thumbnail_chosen"), 16, "levitates_slowly");
    EXPECT_NE(said(unknown).find("unknown word"), std::string::npos);
}

TEST(PainterFiles, KeepRulesRoutesAndTimes) {
    const testing::TemporaryFolder folder;
    const PainterFiles own(folder / "settings", folder / "records");
    EXPECT_TRUE(own.rules()->empty());
    EXPECT_TRUE(own.past()->empty());
    const HouseRules rules{{HouseRule::shadows, 1}, {HouseRule::value_budget, 0.5}};
    ASSERT_TRUE(own.save_rules(rules));
    EXPECT_EQ(*own.rules(), rules);
    Route route = usual_routes()[1];
    route.name = "Mine/../../etc";
    ASSERT_TRUE(own.save_route(route));
    std::vector<Trouble> troubles;
    EXPECT_EQ(own.routes(troubles), std::vector<Route>{route});
    const std::vector<PastPainting> past{{"a", "Grey to colour", {{"values", 61.5}}}};
    ASSERT_TRUE(own.save_past(past));
    EXPECT_EQ(*own.past(), past);
    EXPECT_TRUE(troubles.empty());
}

TEST(PainterFiles, WhatIsDamagedIsToldOfAndPutAside) {
    const testing::TemporaryFolder folder;
    const PainterFiles own(folder.path(), folder.path());
    testing::write_text(folder / "house-rules.json", "{\"schema\": ");
    EXPECT_FALSE(own.rules());
    ASSERT_TRUE(own.save_rules({{HouseRule::shadows, 1}}));
    EXPECT_TRUE(own.rules());
    EXPECT_EQ(testing::read_text(folder / "house-rules.json.damaged"), "{\"schema\": ");
    std::filesystem::create_directories(folder / "routes");
    testing::write_text(folder / "routes/bad.json", "no route");
    std::vector<Trouble> troubles;
    EXPECT_TRUE(own.routes(troubles).empty());
    EXPECT_EQ(troubles.size(), 1U);
}

// --- iCalendar

TEST(ICalendar, HasWhatWasWorkedWhatIsPlannedAndWhenItIsDue) {
    Painting painting = with_whole_brief();
    painting.name = "Salt; cart, dusk";
    const Schedule schedule = lay_out({{"few", 60}}, painting.brief.days, date("2026-11-27"));
    const std::string text = icalendar_of(painting, schedule, "20261127T100000Z");
    std::vector<std::string> lines;
    std::istringstream in(text);
    for (std::string line; std::getline(in, line);) {
        ASSERT_FALSE(line.empty());
        EXPECT_EQ(line.back(), '\r');  // lines end as RFC 5545 wants them
        EXPECT_LE(line.size(), 76U);
        lines.push_back(line.substr(0, line.size() - 1));
    }
    const auto has = [&](const std::string& line) { return std::ranges::count(lines, line) == 1; };
    EXPECT_EQ(lines.front(), "BEGIN:VCALENDAR");
    EXPECT_EQ(lines.back(), "END:VCALENDAR");
    EXPECT_TRUE(has("DTSTART:20261126T183000"));  // worked from 18:30; the correction is no event
    EXPECT_TRUE(has("DURATION:PT2M"));
    EXPECT_TRUE(has("DTSTART;VALUE=DATE:20280229"));
    EXPECT_TRUE(has("DURATION:PT45M"));
    EXPECT_TRUE(has("SUMMARY:Salt\\; cart\\, dusk: Two to five colours (worked)"));
    EXPECT_EQ(std::ranges::count(lines, "BEGIN:VEVENT"), 4);  // one worked, two planned, due
}

TEST(ICalendar, LongNamesAreFoldedBetweenCharacters) {
    Painting painting = with_whole_brief();
    painting.name.clear();
    for (int i = 0; i < 60; ++i) painting.name += "dämmer ";
    const std::string text = icalendar_of(painting, {}, "20261127T100000Z");
    std::string unfolded;
    for (std::size_t i = 0; i < text.size(); ++i)
        if (text.compare(i, 3, "\r\n ") == 0)
            i += 2;
        else
            unfolded += text[i];
    EXPECT_NE(unfolded.find(painting.name), std::string::npos);
    for (std::size_t at = text.find("\r\n "); at != std::string::npos;
         at = text.find("\r\n ", at + 1))
        EXPECT_NE(static_cast<unsigned char>(text[at + 3]) & 0xC0U, 0x80U);
}

TEST(BriefReports, SayAllOfIt) {
    const Painting painting = with_whole_brief();
    const BriefReport report =
        report_brief(painting, Reader::lightness, {{}, {}, date("2026-11-27")});
    const auto json = nlohmann::json::parse(write_brief_report(painting, report));
    EXPECT_EQ(json["schema"], "faithful-underpaint/brief-report-1");
    EXPECT_EQ(json["thumbnails"].size(), 2U);
    EXPECT_EQ(json["references"].size(), 2U);
    EXPECT_EQ(json["chosen"], 1);
    EXPECT_EQ(json["house_rules"]["extremes"]["value"], "nowhere");
    EXPECT_TRUE(json["house_rules"]["extremes"]["in_this_painting"].get<bool>());
    EXPECT_FALSE(json["house_rules"]["shadows"]["in_this_painting"].get<bool>());
    EXPECT_EQ(json["route"]["steps"].size(), painting.brief.route.steps.size());
    EXPECT_EQ(json["schedule"]["due"], "2028-02-29");
    EXPECT_EQ(json["lines"][0]["id"], "size");
    EXPECT_EQ(json["lines"][0]["verdict"], "slipping");
}

}  // namespace
}  // namespace underpaint
