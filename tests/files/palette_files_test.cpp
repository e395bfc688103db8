// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include "files/design_tokens.h"
#include "files/json.h"
#include "files/painting_json.h"
#include "files/palette_csv.h"
#include "files/tube_library.h"
#include "painting/changes.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

Palette some_palette() {
    Palette palette;
    palette.colours = {{1, "Salt haze", {0.66F, 0.75F, 0.85F}, "from the painting", 0.12, false},
                       {2, "Lamp, \"lit\" {now}", {1, 0.87F, 0.55F}, "", {}, true},
                       {5, "$=1+1", {0.1F, 0.2F, 0.3F}, "", {}, false},
                       {6, "$=1+1", {0.3F, 0.2F, 0.3F}, "", {}, false}};
    return palette;
}

void expect_same(const Palette& wanted, const std::vector<PaletteColour>& read, float within) {
    ASSERT_EQ(read.size(), wanted.colours.size());
    for (std::size_t i = 0; i < read.size(); ++i) {
        EXPECT_EQ(read[i].name, wanted.colours[i].name);
        EXPECT_NEAR(read[i].colour.r, wanted.colours[i].colour.r, within);
        EXPECT_NEAR(read[i].colour.g, wanted.colours[i].colour.g, within);
        EXPECT_NEAR(read[i].colour.b, wanted.colours[i].colour.b, within);
        EXPECT_EQ(read[i].wanted, wanted.colours[i].wanted);
        EXPECT_EQ(read[i].accent, wanted.colours[i].accent);
    }
}

TEST(PaletteFiles, TokensAndCsvComeBackAsTheyWereWritten) {
    const Palette palette = some_palette();
    const std::string tokens = write_tokens("Salt cart", palette);
    const auto read = parse_tokens("t.json", tokens);
    ASSERT_TRUE(read) << read.error().what;
    expect_same(palette, read->colours, 1e-6F);
    EXPECT_TRUE(read->lost.empty());
    const auto csv = parse_palette_csv("t.csv", write_palette_csv(palette));
    ASSERT_TRUE(csv) << csv.error().what;
    expect_same(palette, csv->colours, 0.51F / 255);
    EXPECT_EQ(parse_palette("a", tokens)->colours.size(), 4U);
    EXPECT_EQ(parse_palette("b", write_palette_csv(palette))->colours.size(), 4U);
}

TEST(PaletteFiles, TokensAreOnesThatTheFormatAllows) {
    const Json tokens = parse_json(write_tokens("x", some_palette()));
    std::set<std::string> names;
    for (const auto& [name, token] : tokens.at("palette").items()) {
        if (name == "$type") continue;
        EXPECT_EQ(name.find_first_of("{}."), std::string::npos);
        EXPECT_NE(name.front(), '$');
        EXPECT_TRUE(names.insert(name).second);
        EXPECT_EQ(token.at("$value").at("colorSpace"), "srgb");
    }
    EXPECT_EQ(names.size(), 4U);
}

TEST(PaletteFiles, AStrangersTokensAreRead) {
    const auto read = parse_tokens("theirs.json", R"({
        "$description": "theirs",
        "base": {"$type": "color",
                 "red": {"$value": "#d02020"},
                 "deep": {"blue": {"$value": {"colorSpace": "oklch", "components": [0.5, 0.1, 260]}}},
                 "p3": {"$value": {"colorSpace": "display-p3", "components": [1, 0, 0]}},
                 "p3 too": {"$value": {"colorSpace": "display-p3", "components": [1, 0, 0],
                                       "hex": "#ff0000"}}},
        "sizes": {"$type": "dimension", "small": {"$value": {"value": 4, "unit": "px"}}},
        "roles": {"danger": {"$value": "{base.red}"},
                  "loop": {"$type": "color", "$value": "{roles.pool}"},
                  "pool": {"$type": "color", "$value": "{roles.loop}"},
                  "gone": {"$type": "color", "$value": "{roles.nobody}"},
                  "none": {"$type": "color",
                           "$value": {"colorSpace": "srgb", "components": ["none", 0.5, 1]}}}})");
    ASSERT_TRUE(read) << read.error().what;
    std::vector<std::string> names;
    for (const PaletteColour& colour : read->colours) names.push_back(colour.name);
    EXPECT_EQ(names, (std::vector<std::string>{"red", "blue", "p3 too", "danger", "none"}));
    EXPECT_NEAR(read->colours[3].colour.r, 0xd0 / 255.0, 1e-6);
    EXPECT_EQ(read->colours[4].colour, (Rgb{0, 0.5F, 1}));
    EXPECT_EQ(read->lost.size(), 4U) << "p3, loop, pool and gone";
}

TEST(PaletteFiles, HostileOnesAreRefusedOrCutAndNeverTaken) {
    for (const std::string text :
         {"", "   ", "{", "[]", "{}", "null", "a,b,c", "name,hex\r\nx,mud\r\n", "\"unended",
          ",,,,\n",
          "{\"a\":{\"$type\":\"color\",\"$value\":{\"colorSpace\":7,\"components\":[1,2]}}}",
          "{\"a\":{\"$type\":[],\"$value\":{}}}",
          "{\"a\":{\"$type\":\"color\",\"$value\":\"{a}\"}}"})
        EXPECT_FALSE(parse_palette("bad", text)) << text;
    EXPECT_FALSE(parse_palette("deep", std::string(100'000, '{')));
    std::string many = "name,hex\n";
    for (int i = 0; i < 100; ++i) many += std::string(10'000, 'x') + ",#102030\n";
    const auto read = parse_palette("many", many);
    ASSERT_TRUE(read);
    EXPECT_EQ(read->colours.size(), kMostColours);
    EXPECT_EQ(read->lost.size(), 1U);
    EXPECT_EQ(read->colours.front().name.size(), kMostNameBytes);
    EXPECT_EQ(palette_name(std::string(199, 'x') + "\xc3\xa4", 1).size(), 199U)
        << "not amidst a character";
    // Names that are no UTF-8 stay two colours when they are written again.
    const auto broken = parse_palette("broken", "name,hex\n\xff\xfc,#fff\n\xff\xfe,#eee\n");
    ASSERT_TRUE(broken);
    Palette two;
    two.colours = broken->colours;
    EXPECT_EQ(parse_tokens("again", write_tokens("x", two))->colours.size(), 2U);
    const auto beyond = parse_palette(
        "beyond",
        R"({"a":{"$type":"color","$value":{"colorSpace":"srgb","components":[7,-1,0.5]}}})");
    ASSERT_TRUE(beyond);
    EXPECT_EQ(beyond->colours.front().colour, (Rgb{1, 0, 0.5F}));
}

TEST(PaletteFiles, LinesWithoutHeadingsAreReadToo) {
    const auto read = parse_palette("x.csv", "#102030\nOchre,#b07c54\n'=x,#fff\nmud\n");
    ASSERT_TRUE(read);
    ASSERT_EQ(read->colours.size(), 3U);
    EXPECT_EQ(read->colours[0].name, "Colour 1");
    EXPECT_EQ(read->colours[1].name, "Ochre");
    EXPECT_EQ(read->colours[2].name, "=x");
    EXPECT_EQ(read->lost.size(), 1U);
}

Painting planned() {
    Painting painting = blank_painting("p");
    painting = with_part(std::move(painting), "Sky",
                         share(Picture(painting.size(), Channels::grey, Depth::bits8, 1)));
    Palette palette = some_palette();
    palette.mother = Mother{5, 0.2F, MixAs::paint};
    palette.tubes = {{{"Ochre", {0.7F, 0.5F, 0.2F}, 0.6}}, Tube{"White", {1, 1, 1}, 1}};
    painting = with_palette(std::move(painting), palette);
    ColourPlan plan;
    plan.parts[painting.parts.front().id].tones = {PlannedColour(ColourId{1}), std::nullopt,
                                                   PlannedColour(Rgb{0.5F, 0.25F, 0.125F})};
    plan.whole.tones[1] = ColourId{6};
    return with_colour_plan(std::move(painting), plan);
}

TEST(PaletteFiles, APaintingKeepsItsPaletteAndPlan) {
    const Painting painting = planned();
    ASSERT_EQ(painting.colour_plan.parts.size(), 1U);
    std::vector<SharedPicture> pictures;
    const std::string json = write_painting(painting, [&](const SharedPicture& picture) {
        pictures.push_back(picture);
        return std::to_string(pictures.size() - 1);
    });
    const LoadPicture load = [&](const std::string& entry) -> Result<SharedPicture> {
        return pictures[std::stoul(entry)];
    };
    const auto read = parse_painting("p", json, load);
    ASSERT_TRUE(read) << read.error().what;
    EXPECT_EQ(read->painting.palette, painting.palette);
    EXPECT_EQ(read->painting.colour_plan, painting.colour_plan);

    Json damaged = parse_json(json);
    damaged["palette"]["colours"][0]["name"] = 7;
    const auto rest = parse_painting("p", text_of(damaged), load);
    ASSERT_TRUE(rest);
    EXPECT_EQ(rest->lost.size(), 1U);
    EXPECT_TRUE(rest->painting.palette.colours.empty());

    // A later version's members ride along.
    Json newer = parse_json(json);
    newer["palette"]["colours"][1]["sheen"] = 0.5;
    newer["palette"]["later"] = "x";
    const auto kept = parse_painting("p", text_of(newer), load);
    ASSERT_TRUE(kept);
    const Json again = parse_json(
        write_painting(kept->painting, [&](const SharedPicture&) { return std::string("0"); }));
    EXPECT_EQ(again.at("palette").at("later"), "x");
    EXPECT_EQ(again.at("palette").at("colours").at(1).value("sheen", 0.0), 0.5);
}

TEST(PaletteFiles, APlanKnowsOnlyPartsAndColoursThatAreThere) {
    Painting painting = planned();
    const PartId sky = painting.parts.front().id;
    EXPECT_TRUE(without_part(painting, sky).colour_plan.parts.empty());
    Palette fewer = painting.palette;
    std::erase_if(fewer.colours, [](const PaletteColour& c) { return c.id == 1 || c.id == 5; });
    const Painting less = with_palette(painting, fewer);
    EXPECT_FALSE(less.palette.mother) << "the mother went with its colour";
    EXPECT_FALSE(less.colour_plan.parts.at(sky).tones[0]);
    EXPECT_TRUE(less.colour_plan.parts.at(sky).tones[2]);
    Palette wild;
    wild.colours = {{1, "a", {NAN, 7, -1}, "", NAN, false},
                    {1, "b", {}, "", {}, false},
                    {-3, "c", {}, "", {}, false}};
    wild.mother = Mother{1, NAN, MixAs::light};
    const Palette tame = in_range(wild);
    ASSERT_EQ(tame.colours.size(), 1U);
    EXPECT_EQ(tame.colours[0].colour, (Rgb{0, 1, 0}));
    EXPECT_EQ(tame.mother->share, 0);
    EXPECT_EQ(next_colour_id(tame), 2);
}

/// Kept, replaced, dropped; a stranger's members stay; what can't be read is never written over.
TEST(TubeLibrary, KeepsSetsByNameAndLosesNothing) {
    const testing::TemporaryFolder folder;
    const TubeLibrary library(folder / "records" / "tubes.json");
    ASSERT_TRUE(library.sets());
    EXPECT_TRUE(library.sets()->empty());
    const TubeSet two{{{"Blue", {0.1F, 0.2F, 0.5F}, 2}, {"Earth", {0.5F, 0.3F, 0.2F}, 1}},
                      Tube{"White", {1, 1, 1}, 1}};
    const TubeSet one{{{"Black", {0.05F, 0.05F, 0.05F}, 1}}, {}};
    ASSERT_TRUE(library.keep("Dusk / \"night\"", two));
    ASSERT_TRUE(library.keep("A line", one));
    ASSERT_TRUE(library.keep("A line", two));
    auto sets = *library.sets();
    ASSERT_EQ(sets.size(), 2U);
    EXPECT_EQ(sets[0].name, "A line");
    EXPECT_EQ(sets[0].tubes, two);
    EXPECT_EQ(sets[1].tubes, two);
    // Sets that make no sense are left out, and stay in the file, as do others' members.
    const auto path = folder / "records" / "tubes.json";
    Json json = Json::parse(testing::read_text(path));
    json["theirs"] = 3;
    json["sets"]["odd"] = {{"tubes", {{{"name", 7}}}}};
    json["sets"]["wild"] = {
        {"tubes", {{{"name", "x"}, {"colour", {9, -1, 0.5}}, {"strength", 1e9}}}}};
    testing::write_text(path, json.dump());
    sets = *library.sets();
    ASSERT_EQ(sets.size(), 3U);
    EXPECT_EQ(sets[2].name, "wild");
    EXPECT_LE(sets[2].tubes.tubes[0].strength, kMostTinting);
    EXPECT_LE(sets[2].tubes.tubes[0].colour.r, 1);
    ASSERT_TRUE(library.drop("A line"));
    ASSERT_TRUE(library.drop("never there"));
    EXPECT_EQ(library.sets()->size(), 2U);
    EXPECT_NE(testing::read_text(path).find("theirs"), std::string::npos);
    EXPECT_NE(testing::read_text(path).find("odd"), std::string::npos);
    for (const char* broken : {"{", "[1, 2]", "{\"sets\": 7}", ""}) {
        testing::write_text(path, broken);
        EXPECT_FALSE(library.sets()) << broken;
        EXPECT_FALSE(library.keep("A line", one)) << broken;
        EXPECT_EQ(testing::read_text(path), broken);
    }
}

}  // namespace
}  // namespace underpaint
