// SPDX-License-Identifier: GPL-3.0-or-later
// The commands palette, forecast and mix, run as programs.
#include <gtest/gtest.h>

#include <cmath>

#include "cli/command_fixture.h"
#include "files/png.h"

namespace underpaint {
namespace {

using testing::Ran;

class PaletteCommand : public testing::Command {
protected:
    /// What the command prints, held against its schema.
    nlohmann::json json_of(const std::string& arguments, const char* schema) {
        const Ran ran = run(arguments);
        const auto json = nlohmann::json::parse(ran.out, nullptr, false);
        EXPECT_FALSE(json.is_discarded()) << arguments << "\n" << ran.out << ran.err;
        if (json.is_discarded()) return {};
        const auto rules = nlohmann::json::parse(
            testing::read_text(std::string(UNDERPAINT_DOCS) + "/" + schema + ".schema.json"));
        EXPECT_EQ(testing::faults_of(json, rules), "") << arguments;
        auto damaged = json;
        damaged["schema"] = "another";
        EXPECT_NE(testing::faults_of(damaged, rules), "") << "the schema says something";
        return json;
    }
};

TEST_F(PaletteCommand, MixSaysWhatPartsComeTo) {
    const auto mixed = json_of("mix --tubes '#1f3fa0,#ffd800' --parts 1,1 --json", "mix-1");
    EXPECT_EQ(mixed["colour"], "#1e6060");
    EXPECT_EQ(json_of("mix --tubes '#1f3fa0,#ffd800' --parts 5,5 --json", "mix-1")["colour"],
              "#1e6060");
    EXPECT_EQ(run("mix --tubes '#405060' --parts 3").out, "#405060\n");
    EXPECT_NE(run("mix --tubes '#1f3fa0,#ffd800' --parts 1,1 --as light").out, "#1e6060\n");
}

TEST_F(PaletteCommand, MixFindsARecipe) {
    const auto recipe = json_of("mix --tubes '#1f3fa0,#ffd800' --target '#1e6060' --json", "mix-1");
    EXPECT_EQ(recipe["parts"], (std::vector<int>{1, 1}));
    EXPECT_LT(recipe["ciede2000"].get<double>(), 1);
    const auto far = json_of("mix --tubes white,black --target '#00aa00' --json", "mix-1");
    EXPECT_GT(far["ciede2000"].get<double>(), 20);
    const Ran named = run("mix --tubes 'lemon yellow,warm blue' --white --target '#7aa070'");
    EXPECT_EQ(named.status, 0);
    EXPECT_NE(named.out.find("Lemon yellow"), std::string::npos) << named.out;
}

TEST_F(PaletteCommand, ForecastIsWhatTheAuditMeasuresOnceItIsLaid) {
    for (const BlendMode blend : {BlendMode::color, BlendMode::multiply, BlendMode::overlay}) {
        Pass pass = testing::tint({0.8F, 0.4F, 0.2F}, blend, 0.6F);
        const std::string laid = painting(pass);
        const auto audit = nlohmann::json::parse(run("audit --json " + laid).out);
        const auto said = json_of("forecast " + laid + " --colour '#cc6633' --blend " +
                                      std::string(text_of(blend).id) + " --strength 60% --json",
                                  "forecast-1");
        EXPECT_NEAR(said["p95"].get<double>(), audit["passes"][0]["value"]["p95"].get<double>(),
                    0.005);
        EXPECT_EQ(said["steps"].size(), 9U);
        EXPECT_EQ(said["verdict"], audit["passes"][0]["value"]["verdict"]);
    }
}

TEST_F(PaletteCommand, ForecastOfAFileWithoutASealAndOfAPart) {
    ASSERT_TRUE(save_png(folder_ / "p.png", testing::ramp({60, 20}, Depth::bits8)));
    EXPECT_EQ(json_of("forecast " + file("p.png") + " --colour '#808080' --hold 1 --json",
                      "forecast-1")["verdict"],
              "held");
    EXPECT_EQ(run("demo --size 160x120 " + file("d")).status, 0);
    const auto part =
        json_of("forecast " + file("d/salt-cart.ora") + " --colour '#aa4422' --part Sky --json",
                "forecast-1");
    EXPECT_EQ(part["part"], "Sky");
    EXPECT_LE(part["p95_of_picture"].get<double>(), part["p95"].get<double>() + 1e-9);
    const Ran none = run("forecast " + file("d/salt-cart.ora") + " --colour '#aa4422' --part Moon");
    EXPECT_EQ(none.status, 2);
    EXPECT_NE(none.err.find("no part \"Moon\""), std::string::npos);
}

TEST_F(PaletteCommand, PaletteIsListedAsJsonCsvAndTokens) {
    EXPECT_EQ(run("demo --size 160x120 " + file("d")).status, 0);
    const std::string demo = file("d/salt-cart.ora");
    const auto own = json_of("palette " + demo + " --json", "palette-1");
    ASSERT_EQ(own["colours"].size(), 7U);
    EXPECT_EQ(own["colours"][1]["name"], "Blue hour");
    EXPECT_EQ(own["mother"]["colour"], "Blue hour");
    EXPECT_NE(own["colours"][4]["hex"], own["colours"][4]["chosen"]) << "with the mother's share";
    const auto taken = json_of("palette " + demo + " --from-picture 4 --json", "palette-1");
    EXPECT_EQ(taken["colours"].size(), 4U);
    double shares = taken["none"];
    for (const auto& colour : taken["colours"]) shares += colour["share"].get<double>();
    EXPECT_NEAR(shares, 1, 1e-6);
    EXPECT_TRUE(run("palette " + demo + " --csv").out.starts_with("name,hex,wanted,accent\r\n"));
    EXPECT_TRUE(
        nlohmann::json::parse(run("palette " + demo + " --tokens").out).contains("palette"));
    ASSERT_TRUE(save_png(folder_ / "p.png", testing::ramp({60, 20}, Depth::bits8)));
    EXPECT_NE(run("palette " + file("p.png")).out.find("has no palette"), std::string::npos);
}

TEST_F(PaletteCommand, WrongWordsAreRefusedWithASentence) {
    const std::string a = painting(testing::tint({1, 0, 0}, BlendMode::color));
    for (const std::string& arguments : std::vector<std::string>{
             "palette " + a + " --from-picture 1",
             "palette " + a + " --from-picture 99",
             "palette " + a + " --json --csv",
             "palette " + file("none.ora"),
             "palette",
             "forecast " + a,
             "forecast " + a + " --colour red",
             "forecast " + a + " --colour '#12345'",
             "forecast " + a + " --colour '#123456' --blend x",
             "forecast " + a + " --colour '#123456' --strength 2",
             "forecast " + a + " --colour '#123456' --hold -1",
             "forecast " + a + " --colour '#123456' --strength nan",
             "mix --tubes mud --parts 1",
             "mix --tubes '#123456'",
             "mix --tubes '#123456' --parts 1,2",
             "mix --tubes '#123456' --parts 0",
             "mix --tubes '#123456' --parts -1",
             "mix --tubes '' --parts 1",
             "mix --tubes '#123456' --parts 1 --as soup",
             "mix --tubes '#1,#2' --target '#fff'",
             "mix --tubes white,white,white,white,white,white,white,white,white --target '#fff'"}) {
        const Ran ran = run(arguments);
        EXPECT_EQ(ran.status, 2) << arguments << ran.out;
        EXPECT_FALSE(ran.err.empty()) << arguments;
        EXPECT_TRUE(ran.out.empty()) << arguments;
    }
}

}  // namespace
}  // namespace underpaint
