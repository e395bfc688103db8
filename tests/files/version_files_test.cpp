// SPDX-License-Identifier: GPL-3.0-or-later
// Versions in files: they come back as they were, others see the chosen one, and damage is told of.
#include <gtest/gtest.h>

#include "files/json.h"
#include "files/openraster.h"
#include "files/painting_json.h"
#include "files/zip_container.h"
#include "painting/changes.h"
#include "painting/version_changes.h"
#include "render/render.h"
#include "support/foreign_reader.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

Painting with_four() {
    Painting painting = testing::sealed(testing::ramp({90, 60}));
    painting.name = "Four";
    painting = testing::with_columns(std::move(painting), "Sky", 0, 45);
    Pass pass = testing::tint({0.8F, 0.4F, 0.2F}, BlendMode::color, 0.6F);
    pass.name = "Wash";
    pass.reach.parts = {painting.parts[0].id};
    painting = with_pass(std::move(painting), pass);
    for (const char* name : {"Cool", "Rose", "Quiet"}) {
        painting = with_branch(std::move(painting), name, "from Version 1");
        Pass own = testing::tint({0.3F, 0.5F, 0.7F}, BlendMode::normal, 0.4F);
        own.name = std::string("Pass of ") + name;
        own.reach.painted = share(
            testing::noise({90, 60}, Channels::grey, Depth::bits8, static_cast<unsigned>(name[0])));
        painting = with_pass(std::move(painting), own);
    }
    painting = with_version_noted(std::move(painting), 2, "Keeps the cart forward.\nYes.");
    Palette palette;
    palette.colours = {{1, "Blue", {0.2F, 0.3F, 0.6F}, "", {}, false}};
    painting = with_palette(std::move(painting), palette);
    return with_version_chosen(std::move(painting), 2);
}

/// All but which pictures they are.
std::string text_of(const Painting& painting) {
    return write_painting(painting, [](const SharedPicture& picture) {
        return std::to_string(picture->size().width) + "x" +
               std::to_string(picture->size().height) + ":" +
               std::to_string(testing::pixel(picture->base(), 7, 9).r);
    });
}

TEST(VersionFiles, ComeBackAsTheyWereAndAreSavedAgainUnchanged) {
    const testing::TemporaryFolder folder;
    const Painting painting = with_four();
    ASSERT_TRUE(save_painting(folder / "four.ora", painting));
    auto opened = open_painting(folder / "four.ora", "2026-12-01");
    ASSERT_TRUE(opened);
    EXPECT_TRUE(opened->ours);
    EXPECT_TRUE(opened->left_out.empty());
    ASSERT_EQ(opened->painting.versions.size(), 4U);
    EXPECT_EQ(opened->painting.version, 2);
    EXPECT_EQ(opened->painting.versions[1].note, "Keeps the cart forward.\nYes.");
    EXPECT_EQ(text_of(opened->painting), text_of(painting));
    // Saved again with what is known of it, and with another chosen.
    SavedFile known = opened->saved;
    const Painting other = with_version_chosen(opened->painting, 4);
    ASSERT_TRUE(save_painting(folder / "four.ora", other, {}, {}, {}, &known));
    EXPECT_EQ(text_of(open_painting(folder / "four.ora", "2026-12-01")->painting), text_of(other));
}

TEST(VersionFiles, OthersSeeTheChosenOne) {
    const testing::TemporaryFolder folder;
    const Painting painting = with_four();
    ASSERT_TRUE(save_painting(folder / "four.ora", painting));
    ASSERT_TRUE(save_painting(folder / "alone.ora", as_version(painting, 2)));
    const auto all = read_finished(folder / "four.ora"),
               alone = read_finished(folder / "alone.ora");
    ASSERT_TRUE(all && alone);
    for (const int y : {0, 17, 59})
        for (const int x : {0, 20, 44, 45, 89})
            EXPECT_EQ(testing::pixel(all->picture, x, y), testing::pixel(alone->picture, x, y));
}

/// The container again, without what only this program reads.
void without_our_folder(const std::filesystem::path& from, const std::filesystem::path& to) {
    const auto zip = *ZipReader::open(from);
    std::vector<ZipEntry> entries;
    for (const std::string& name : zip.entries())
        if (!name.starts_with("faithful-underpaint/"))
            entries.push_back({name, *zip.read(name, 1 << 28), false});
    ASSERT_TRUE(write_zip(to, to.string(), entries));
}

/// How far two paintings lie apart when they are finished, at most, in levels of 255.
double levels_apart(const Painting& a, const Painting& b) {
    const auto one = render_view(a, a.passes.size(), whole_at(a.size(), 1));
    const auto other = render_view(b, b.passes.size(), whole_at(b.size(), 1));
    double most = 0;
    for (std::size_t i = 0; i < one->all().r.size(); ++i) {
        const Rgb p = std::as_const(*one).all()[i], q = std::as_const(*other).all()[i];
        for (const float apart : {p.r - q.r, p.g - q.g, p.b - q.b})
            most = std::max(most, 255.0 * std::abs(static_cast<double>(apart)));
    }
    return most;
}

TEST(VersionFiles, AsHiddenGroupsOthersSeeAllAndTheyComeBackFromThem) {
    const testing::TemporaryFolder folder;
    const Painting painting = with_all_for_others(with_four(), true);
    const auto path = folder / "all.ora";
    SavedFile known;
    ASSERT_TRUE(save_painting(path, painting, {}, {}, {}, &known));
    auto opened = open_painting(path, "2026-12-01");
    ASSERT_TRUE(opened && opened->ours);
    EXPECT_EQ(text_of(opened->painting), text_of(painting)) << "ours is as ever";
    // Each group is whole by itself, read by a program that shares no code with this one; and the
    // file still shows the chosen one.
    const auto zip = *ZipReader::open(path);
    const auto load = [&](const std::string& entry) { return *zip.read(entry, 1 << 28); };
    const Bytes stack_xml = load("stack.xml");
    pugi::xml_document xml;
    ASSERT_TRUE(xml.load_buffer(stack_xml.data(), stack_xml.size()));
    int groups = 0;
    const auto compare = [&](const pugi::xml_node& stack, const Painting& wanted) {
        std::vector<testing::foreign::Pixel> canvas(
            static_cast<std::size_t>(painting.size().area()));
        testing::foreign::lay_stack(stack, 0, 0, painting.size(), load, canvas);
        const auto is = render_view(wanted, wanted.passes.size(), whole_at(wanted.size(), 1));
        double most = 0;
        for (std::size_t i = 0; i < canvas.size(); ++i) {
            const Rgb p = std::as_const(*is).all()[i];
            most = std::max({most, std::abs(canvas[i].colour.r - static_cast<double>(p.r)),
                             std::abs(canvas[i].colour.g - static_cast<double>(p.g)),
                             std::abs(canvas[i].colour.b - static_cast<double>(p.b))});
        }
        return 255 * most;
    };
    const pugi::xml_node whole = xml.child("image").child("stack");
    EXPECT_LT(compare(whole, as_version(painting, painting.version)), 1);
    for (const pugi::xml_node& group : whole.children("stack")) {
        EXPECT_STREQ(group.attribute("visibility").as_string(), "hidden");
        const auto id = version_named(painting, group.attribute("name").as_string());
        ASSERT_TRUE(id);
        EXPECT_LT(compare(group, as_version(painting, *id)), 1);
        ++groups;
    }
    EXPECT_EQ(groups, 3);
    // A program that knew nothing of our folder has saved it: they come back as versions.
    without_our_folder(path, folder / "others.ora");
    const auto back = open_painting(folder / "others.ora", "2026-12-01");
    ASSERT_TRUE(back);
    ASSERT_EQ(back->painting.versions.size(), 4U);
    for (const Version& version : painting.versions) {
        if (version.id == painting.version) continue;
        const auto same = version_named(back->painting, version.name);
        ASSERT_TRUE(same) << version.name;
        EXPECT_LT(levels_apart(as_version(back->painting, *same), as_version(painting, version.id)),
                  1.5);
    }
    EXPECT_LT(levels_apart(as_version(back->painting, back->painting.version),
                           as_version(painting, painting.version)),
              1.5);
    // Saved again with what is known of it, and no longer for others.
    const Painting alone = with_all_for_others(opened->painting, false);
    ASSERT_TRUE(save_painting(path, alone, {}, {}, {}, &opened->saved));
    EXPECT_EQ(text_of(open_painting(path, "2026-12-01")->painting), text_of(alone));
    without_our_folder(path, folder / "others.ora");
    EXPECT_TRUE(open_painting(folder / "others.ora", "2026-12-01")->painting.versions.empty());
}

TEST(VersionFiles, DamagedOnesAreLostByThemselvesAndToldOf) {
    const std::string written = text_of(with_four());
    const auto parsed = [](const Json& json) {
        return parse_painting(
            "x.ora", json.dump(), [](const std::string& entry) -> Result<SharedPicture> {
                if (entry == "missing") return trouble("x.ora", "it is not there.");
                return share(testing::noise({90, 60}, Channels::grey, Depth::bits8));
            });
    };
    const Json good = Json::parse(written);
    ASSERT_TRUE(parsed(good));
    EXPECT_TRUE(parsed(good)->lost.empty());
    {  // one without passes, one that is no version
        Json json = good;
        json["versions"][0].erase("passes");
        json["versions"][3] = 7;
        const auto read = parsed(json);
        ASSERT_TRUE(read);
        EXPECT_EQ(read->painting.versions.size(), 2U);
        EXPECT_EQ(read->lost.size(), 2U);
    }
    {  // thirteen and more, all of one name and number
        Json json = good;
        for (int i = 0; i < 12; ++i) json["versions"].push_back(json["versions"][0]);
        const auto read = parsed(json);
        ASSERT_TRUE(read);
        EXPECT_EQ(read->painting.versions.size(), kMostVersions);
        EXPECT_EQ(read->lost.size(), 1U);
        std::set<std::string> names;
        std::set<VersionId> ids;
        for (const Version& version : read->painting.versions)
            names.insert(version.name), ids.insert(version.id);
        EXPECT_EQ(names.size(), kMostVersions);
        EXPECT_EQ(ids.size(), kMostVersions);
    }
    {  // none chosen, and two
        Json json = good;
        for (Json& version : json["versions"]) version["chosen"] = false;
        json["versions"][1]["passes"] = Json::array();
        json["versions"][1]["groups"] = Json::array();
        const auto none = parsed(json);
        ASSERT_TRUE(none);
        EXPECT_EQ(none->painting.versions.size(), 5U);
        EXPECT_NE(none->painting.find_version(none->painting.version), nullptr);
        EXPECT_EQ(none->painting.passes.size(), 2U);
        json["versions"][0]["chosen"] = true, json["versions"][2]["chosen"] = true;
        const auto two = parsed(json);
        ASSERT_TRUE(two);
        EXPECT_EQ(two->painting.version, two->painting.versions[0].id);
    }
    {  // passes that reach a part, or are of a picture, that is not there
        Json json = good;
        json["versions"][0]["passes"][0]["reach"]["parts"] = {99};
        json["versions"][2]["passes"].back()["reach"]["painted"] = "missing";
        const auto read = parsed(json);
        ASSERT_TRUE(read);
        EXPECT_EQ(read->painting.versions.size(), 4U);
        EXPECT_GE(read->lost.size(), 2U);
        EXPECT_TRUE(as_version(read->painting, 1).passes.empty());
    }
    for (const Json& odd :
         {Json(7), Json("versions"), Json(nullptr), Json::array({Json::array()})}) {
        Json json = good;
        json["versions"] = odd;
        EXPECT_TRUE(parsed(json)) << odd.dump();
    }
}

/// What a later version of this program says of a version rides along.
TEST(VersionFiles, UnknownMembersOfAVersionStay) {
    Json json = Json::parse(text_of(with_four()));
    json["versions"][2]["later"] = {{"mood", 3}};
    const auto read =
        parse_painting("x.ora", json.dump(), [](const std::string&) -> Result<SharedPicture> {
            return share(testing::noise({90, 60}, Channels::grey, Depth::bits8));
        });
    ASSERT_TRUE(read);
    const Json again = Json::parse(text_of(read->painting));
    EXPECT_EQ(again["versions"][2].value("later", Json()), json["versions"][2]["later"]);
}

}  // namespace
}  // namespace underpaint
