// SPDX-License-Identifier: GPL-3.0-or-later
// What others put into a painting's file is there again when it is saved, unless the layer that it
// belongs to is gone.
#include <gtest/gtest.h>

#include <nlohmann/json.hpp>
#include <pugixml.hpp>

#include "files/left_work.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/png.h"
#include "files/unsaved_work.h"
#include "files/zip_container.h"
#include "painting/changes.h"
#include "support/every_source.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using Json = nlohmann::ordered_json;
using testing::noise;
using testing::TemporaryFolder;

constexpr Size kRidingSize{40, 30};

class RidingAlong : public ::testing::Test {
protected:
    /// Another program's file: two layers in a group, one of them with a mask of its own.
    std::filesystem::path strangers_file() const {
        const auto path = folder_ / "theirs.ora";
        const std::string xml = R"(<image version="0.0.6" w="40" h="30" xres="300" xmlns:o="urn:o">
<stack>
 <stack name="Lights" isolation="auto" o:collapsed="yes">
  <layer name="Lamp" src="data/a.png" edit-locked="true" o:mask="data/mask.bin">
   <o:note author="nobody">kept</o:note></layer>
  <layer name="Glow" src="data/b.png" visibility="hidden"/>
 </stack>
 <layer name="First sketch" src="data/ground.png" o:paper="rough"/>
</stack><o:guides><line x="3"/></o:guides></image>)";
        const auto png = [](unsigned seed, Channels channels) {
            return *write_png("p", noise(kRidingSize, channels, Depth::bits8, seed));
        };
        EXPECT_TRUE(write_zip(path, "theirs",
                              {{"mimetype", bytes_of("image/openraster"), false},
                               {"stack.xml", bytes_of(xml), true},
                               {"data/ground.png", png(1, Channels::rgb), false},
                               {"data/a.png", png(2, Channels::rgb_alpha), false},
                               {"data/b.png", png(3, Channels::rgb_alpha), false},
                               {"data/mask.bin", bytes_of("a mask"), false},
                               {"data/pass-1.png", bytes_of("no picture at all"), false},
                               {"palettes/dusk.txt", bytes_of("three colours"), true}}));
        return path;
    }
    static Painting opened(const std::filesystem::path& path) {
        auto result = open_painting(path, "2026-11-27");
        EXPECT_TRUE(result) << result.error().message();
        return result->painting;
    }
    static std::string entry(const std::filesystem::path& path, const std::string& name) {
        const auto bytes = ZipReader::open(path)->read(name, 1U << 24);
        return bytes ? std::string(text_of(*bytes)) : std::string();
    }
    static pugi::xml_document stack(const std::filesystem::path& path) {
        pugi::xml_document document;
        EXPECT_TRUE(document.load_string(entry(path, "stack.xml").c_str()));
        return document;
    }
    static std::string attribute(const pugi::xml_document& in, const char* of, const char* name) {
        const auto node = in.select_node(of).node();
        EXPECT_TRUE(node) << of;
        return node.attribute(name).value();
    }
    std::filesystem::path saved(const Painting& painting, const char* name = "ours.ora") const {
        EXPECT_TRUE(save_painting(folder_ / name, painting));
        return folder_ / name;
    }
    static void expect_theirs(const std::filesystem::path& path) {
        const auto xml = stack(path);
        EXPECT_EQ(attribute(xml, "/image", "xres"), "300");
        EXPECT_EQ(attribute(xml, "/image", "xmlns:o"), "urn:o");
        EXPECT_TRUE(xml.select_node("/image/o:guides/line[@x='3']"));
        EXPECT_EQ(attribute(xml, "/image/stack/stack", "name"), "Lights");
        EXPECT_EQ(attribute(xml, "/image/stack/stack", "o:collapsed"), "yes");
        EXPECT_EQ(attribute(xml, "//layer[@name='Lamp']", "edit-locked"), "true");
        EXPECT_STREQ(
            xml.select_node("//layer[@name='Lamp']/o:note[@author='nobody']").node().child_value(),
            "kept");
        EXPECT_EQ(attribute(xml, "//layer[@name='Glow']", "visibility"), "hidden");
        EXPECT_EQ(attribute(xml, "//layer[@name='First sketch']", "o:paper"), "rough");
        EXPECT_EQ(entry(path, "data/mask.bin"), "a mask");
        EXPECT_EQ(entry(path, "palettes/dusk.txt"), "three colours");
        EXPECT_EQ(entry(path, "data/pass-1.png"), "no picture at all")
            << "our layer gives way to what has its name";
    }

    TemporaryFolder folder_;
};

TEST_F(RidingAlong, WhatAStrangerKeptComesBackAfterTwoRounds) {
    const Painting painting = opened(strangers_file());
    ASSERT_EQ(painting.groups.size(), 1U);
    EXPECT_EQ(painting.groups[0].name, "Lights");
    ASSERT_EQ(painting.passes.size(), 2U);
    EXPECT_EQ(painting.passes[0].name, "Glow");
    EXPECT_FALSE(painting.passes[0].on);
    const auto once = saved(painting);
    expect_theirs(once);
    auto again = open_painting(once, "2026-11-27");
    ASSERT_TRUE(again);
    EXPECT_TRUE(again->ours);
    EXPECT_FALSE(again->incomplete) << again->notices.front();
    expect_theirs(saved(again->painting, "twice.ora"));
}

TEST_F(RidingAlong, AHiddenGroupStaysHiddenAndIsNoUnderpaint) {
    const auto path = folder_ / "hidden.ora";
    const std::string xml =
        "<image w='40' h='30'><stack><layer name='Seen' src='b.png'/>"
        "<stack name='Off' visibility='hidden'><layer name='A' src='a.png'/></stack>"
        "</stack></image>";
    const auto png = [](unsigned seed) {
        return *write_png("p", noise(kRidingSize, Channels::rgb, Depth::bits8, seed));
    };
    ASSERT_TRUE(write_zip(
        path, "hidden",
        {{"stack.xml", bytes_of(xml), true}, {"a.png", png(1), false}, {"b.png", png(2), false}}));
    const Painting painting = opened(path);
    EXPECT_EQ(painting.foreign->ground_name, "Seen");
    ASSERT_EQ(painting.passes.size(), 1U);
    EXPECT_FALSE(painting.lays(painting.passes[0]));
    EXPECT_EQ(attribute(stack(saved(painting)), "//stack[@name='Off']", "visibility"), "hidden");
}

TEST_F(RidingAlong, WhatALayerSpokeOfGoesWithIt) {
    Painting painting = opened(strangers_file());
    painting.passes.erase(painting.passes.begin() + 1);
    const auto path = saved(painting);
    EXPECT_EQ(entry(path, "data/mask.bin"), "") << "of the layer that is gone";
    EXPECT_EQ(entry(path, "palettes/dusk.txt"), "three colours");
}

TEST_F(RidingAlong, ItIsKeptWithUnsavedWorkToo) {
    const Painting painting = opened(strangers_file());
    auto work = UnsavedWork::begin(folder_ / "unsaved");
    ASSERT_TRUE(work);
    ASSERT_TRUE(work->keep(painting, {"Cart", {}, {}, {}, 1, "x"}));
    ASSERT_TRUE(work->keep(painting, {"Cart", {}, {}, {}, 2, "y"}));
    const auto back = open_left_work(work->folder());
    ASSERT_TRUE(back) << back.error().message();
    expect_theirs(saved(*back));
}

/// One of our own files as a later version of this program may write it.
TEST_F(RidingAlong, MembersOfALaterVersionStayWhereTheyWere) {
    Painting painting = testing::every_source({60, 40});
    painting.brief.purpose = "Dusk";
    const auto path = saved(painting);
    Json json = Json::parse(entry(path, kPaintingEntry)),
         brief = Json::parse(entry(path, kBriefEntry));
    json["weather"] = {{"rain", 3}};
    json["plan"]["mood"] = "calm";
    json["parts"][1]["texture"] = "data/texture.dat";
    json["passes"][2]["dryness"] = 0.25;
    json["passes"][2]["source"]["later"] = {1, 2};
    json["passes"][3]["reach"]["feather"] = 7;
    brief["brief"]["client"] = "nobody";
    const auto zip = ZipReader::open(path);
    std::vector<ZipEntry> entries;
    for (const std::string& name : zip->entries())
        entries.push_back({name, zip->read(name, 1U << 24).value(), false});
    for (ZipEntry& each : entries) {
        if (each.name == kPaintingEntry) each.bytes = bytes_of(json.dump());
        if (each.name == kBriefEntry) each.bytes = bytes_of(brief.dump());
    }
    entries.push_back({"data/texture.dat", bytes_of("linen"), false});
    entries.push_back({"faithful-underpaint/later/index.json", bytes_of("{}"), true});
    ASSERT_TRUE(write_zip(folder_ / "later.ora", "later", entries));

    auto later = open_painting(folder_ / "later.ora", "2026-11-27");
    ASSERT_TRUE(later && later->ours && !later->incomplete);
    // A pass before it goes, another one's source becomes of another kind, a name changes.
    Painting next = later->painting;
    next.passes.erase(next.passes.begin());
    next.passes[2].source = Tint{{0.5F, 0.2F, 0.1F}};
    next.parts[1].name = "Renamed";
    const auto again = saved(next, "again.ora");
    json = Json::parse(entry(again, kPaintingEntry));
    EXPECT_EQ(json["weather"]["rain"], 3);
    EXPECT_EQ(json["plan"]["mood"], "calm");
    EXPECT_EQ(json["parts"][1]["texture"], "data/texture.dat");
    EXPECT_EQ(json["parts"][1]["name"], "Renamed");
    EXPECT_EQ(json["passes"][1]["dryness"], 0.25);
    EXPECT_EQ(json["passes"][1]["source"]["later"], Json({1, 2}));
    EXPECT_EQ(json["passes"][2]["reach"]["feather"], 7);
    EXPECT_EQ(Json::parse(entry(again, kBriefEntry))["brief"]["client"], "nobody");
    EXPECT_EQ(entry(again, "data/texture.dat"), "linen");
    EXPECT_EQ(entry(again, "faithful-underpaint/later/index.json"), "{}");
    EXPECT_FALSE(open_painting(again, "2026-11-27")->incomplete);

    next.passes[1].source = Tint{{0.5F, 0.2F, 0.1F}};
    json = Json::parse(entry(saved(next, "other-kind.ora"), kPaintingEntry));
    EXPECT_FALSE(json["passes"][1]["source"].contains("later")) << "it was of another kind";
}

TEST_F(RidingAlong, APaintingOfOursAloneHasNothingForeign) {
    const Painting painting = testing::every_source({60, 40});
    const auto path = saved(painting);
    EXPECT_EQ(opened(path).foreign, nullptr);
    for (const Pass& pass : opened(path).passes) EXPECT_EQ(pass.foreign, nullptr) << pass.name;
}

TEST_F(RidingAlong, WhatCannotBeKeptAlongIsSaidAndTheFileSpared) {
    const auto path = saved(testing::every_source({60, 40}));
    std::string bytes = testing::read_text(path);
    const auto zip = ZipReader::open(path);
    std::vector<ZipEntry> entries;
    for (const std::string& name : zip->entries())
        entries.push_back({name, zip->read(name, 1U << 24).value(), false});
    entries.push_back({"notes.txt", bytes_of("remember the pools"), false});
    ASSERT_TRUE(write_zip(path, "a", entries));
    bytes = testing::read_text(path);
    bytes[bytes.find("remember")] = 'R';
    testing::write_text(path, bytes);
    const auto damaged = open_painting(path, "2026-11-27");
    ASSERT_TRUE(damaged);
    EXPECT_TRUE(damaged->incomplete);
    EXPECT_NE(damaged->notices.front().find("notes.txt"), std::string::npos)
        << damaged->notices.front();
}

}  // namespace
}  // namespace underpaint
