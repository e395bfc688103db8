// SPDX-License-Identifier: GPL-3.0-or-later
// The command versions, and --version of others, run as programs.
#include <gtest/gtest.h>

#include "cli/command_fixture.h"
#include "files/png.h"
#include "painting/version_changes.h"

namespace underpaint {
namespace {

using testing::Ran;

class VersionsCommand : public testing::Command {
protected:
    /// Two versions, the second of which is chosen and moves the values.
    std::string two() {
        Painting painting = testing::sealed(testing::ramp({201, 40}));
        painting = with_pass(std::move(painting),
                             testing::tint({0.3F, 0.4F, 0.6F}, BlendMode::true_colour));
        painting = with_branch(std::move(painting), "Loud", "from Version 1");
        painting = with_pass(std::move(painting), testing::tint({1, 0, 0}, BlendMode::color));
        EXPECT_TRUE(save_painting(folder_ / "two.ora", painting));
        return file("two.ora");
    }
    nlohmann::json json_of(const std::string& arguments) {
        return nlohmann::json::parse(run(arguments).out, nullptr, false);
    }
};

TEST_F(VersionsCommand, ListsThemWithTheFiguresOfTheAudit) {
    const std::string painting = two();
    const auto json = json_of("versions " + painting + " --json");
    const auto rules = nlohmann::json::parse(
        testing::read_text(std::string(UNDERPAINT_DOCS) + "/versions-1.schema.json"));
    EXPECT_EQ(testing::faults_of(json, rules), "");
    ASSERT_EQ(json["versions"].size(), 2U);
    EXPECT_EQ(json["versions"][0]["name"], "Version 1");
    EXPECT_EQ(json["versions"][0]["chosen"], false);
    EXPECT_EQ(json["versions"][1]["from"], "from Version 1");
    for (const auto& version : json["versions"]) {
        const auto audit = json_of("audit --json " + painting + " --version '" +
                                   version["name"].get<std::string>() + "'");
        const auto& last = audit["passes"].back();
        for (const char* figure : {"value", "focus", "swing", "range", "intensity"})
            EXPECT_EQ(version[figure], last[figure]) << figure;
        EXPECT_EQ(version["passes"], audit["passes"].size());
    }
    EXPECT_EQ(run("versions " + painting).status, 1) << "one is not held";
    EXPECT_NE(run("versions " + painting).out.find(" 2* Loud"), std::string::npos)
        << run("versions " + painting).out;
}

TEST_F(VersionsCommand, OthersWorkOnTheOneThatIsNamed) {
    const std::string painting = two();
    ASSERT_EQ(run("render " + painting + " -o " + file("chosen.png")).status, 0);
    ASSERT_EQ(run("render " + painting + " -o " + file("loud.png") + " --version loud").status, 0);
    ASSERT_EQ(run("render " + painting + " -o " + file("first.png") + " --version '#1'").status, 0);
    EXPECT_EQ(testing::read_text(folder_ / "chosen.png"), testing::read_text(folder_ / "loud.png"));
    EXPECT_NE(testing::read_text(folder_ / "chosen.png"),
              testing::read_text(folder_ / "first.png"));
    // The first holds: nothing to mend. The other is mended, and all else stays.
    EXPECT_EQ(run("audit " + painting + " --version 'Version 1'").status, 0);
    const Ran mended = run("mend " + painting + " -o " + file("mended.ora") + " --version Loud");
    EXPECT_EQ(mended.status, 0) << mended.out << mended.err;
    const auto after = open_painting(folder_ / "mended.ora", "2026-12-01");
    ASSERT_TRUE(after);
    EXPECT_EQ(after->painting.versions.size(), 2U);
    EXPECT_EQ(after->painting.version, 2);
    EXPECT_EQ(as_version(after->painting, 1).passes.size(), 1U);
    const Ran none = run("render " + painting + " -o " + file("x.png") + " --version Moon");
    EXPECT_EQ(none.status, 2);
    EXPECT_NE(none.err.find("no version \"Moon\""), std::string::npos) << none.err;
    EXPECT_FALSE(std::filesystem::exists(folder_ / "x.png"));
}

TEST_F(VersionsCommand, APaintingOrPictureWithoutVersionsHasOne) {
    ASSERT_TRUE(save_png(folder_ / "p.png", testing::ramp({60, 20}, Depth::bits8)));
    const auto json = json_of("versions --json " + file("p.png"));
    ASSERT_EQ(json["versions"].size(), 1U);
    EXPECT_EQ(json["versions"][0]["chosen"], true);
    EXPECT_EQ(json["versions"][0]["passes"], 0);
    EXPECT_EQ(run("versions " + file("none.ora")).status, 2);
    EXPECT_EQ(run("audit " + file("p.png") + " --version other").status, 2);
}

}  // namespace
}  // namespace underpaint
