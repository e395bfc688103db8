// SPDX-License-Identifier: GPL-3.0-or-later
// The real command, run as a program.
#include <gtest/gtest.h>
#include <sys/wait.h>

#include <cmath>
#include <cstdlib>
#include <nlohmann/json.hpp>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>

#include "files/flat_picture.h"
#include "files/openraster.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::pixel;
using testing::sealed;
using testing::tint;

struct Ran {
    int status;
    std::string out, err;
};

class Command : public ::testing::Test {
protected:
    Ran run(const std::string& arguments) {
        const auto out = folder_ / "out", err = folder_ / "err";
        const std::string line = std::string(UNDERPAINT_COMMAND) + " " + arguments + " >" +
                                 out.string() + " 2>" + err.string();
        const int status = std::system(line.c_str());
        return {WEXITSTATUS(status), testing::read_text(out), testing::read_text(err)};
    }
    std::string file(const char* name) const { return (folder_ / name).string(); }
    std::string painting(const Pass& pass) {
        EXPECT_TRUE(
            save_painting(folder_ / "a.ora", with_pass(sealed(testing::ramp({201, 40})), pass)));
        return file("a.ora");
    }
    testing::TemporaryFolder folder_;
};

TEST_F(Command, AuditSaysWithItsStatusWhetherAllHeld) {
    EXPECT_EQ(run("audit " + painting(tint({1, 0, 0}, BlendMode::true_colour))).status, 0);
    const Ran slipped = run("audit " + painting(tint({1, 0, 0}, BlendMode::color)));
    EXPECT_EQ(slipped.status, 1);
    EXPECT_NE(slipped.out.find("lost"), std::string::npos);
    EXPECT_NE(slipped.out.find("Pass 1, alone."), std::string::npos);
}

TEST_F(Command, AuditPrintsTheJsonThatIsPromised) {
    const Ran ran = run("audit --json --mends --focus 50,20,10 --focus 150,20,10 --reader oklab " +
                        painting(tint({1, 0, 0}, BlendMode::color)));
    EXPECT_EQ(ran.status, 1);
    const auto json = nlohmann::json::parse(ran.out);
    EXPECT_EQ(json["schema"], "faithful-underpaint/audit-2");
    EXPECT_EQ(json["width"], 201);
    EXPECT_EQ(json["height"], 40);
    EXPECT_EQ(json["reader"], "oklab");
    ASSERT_EQ(json["passes"].size(), 1U);
    const auto& pass = json["passes"][0];
    EXPECT_EQ(pass["index"], 1);
    EXPECT_EQ(pass["name"], "Tint");
    EXPECT_EQ(pass["value"]["verdict"], "lost");
    ASSERT_EQ(pass["focus"].size(), 2U);
    EXPECT_EQ(pass["focus"][1]["name"], "Focus 2");
    EXPECT_TRUE(pass["focus"][0]["kept"].is_number());
    const auto& slip = json["findings"][0];
    EXPECT_EQ(slip["code"], "values-slip");
    EXPECT_EQ(slip["shares"][0]["pass"], 1);
    EXPECT_EQ(slip["budget"], 0.25);
    ASSERT_FALSE(slip["mends"].empty());
    EXPECT_LE(slip["mends"].front()["moves"], slip["mends"].back()["moves"]);
}

/// Whether JSON is as a schema says, and what is wrong if not.
std::string faults_of(const nlohmann::json& json, const nlohmann::json& schema_json) {
    valijson::Schema schema;
    valijson::SchemaParser parser;
    parser.populateSchema(valijson::adapters::NlohmannJsonAdapter(schema_json), schema);
    valijson::ValidationResults results;
    valijson::Validator validator;
    if (validator.validate(schema, valijson::adapters::NlohmannJsonAdapter(json), &results))
        return {};
    std::string faults;
    for (valijson::ValidationResults::Error error; results.popError(error);) {
        for (const std::string& step : error.context) faults += step;
        faults += ": " + error.description + "\n";
    }
    return faults.empty() ? "not valid" : faults;
}

TEST_F(Command, AuditKeepsToItsSchema) {
    const auto schema = nlohmann::json::parse(testing::read_text(UNDERPAINT_AUDIT_SCHEMA));
    EXPECT_EQ(run("demo --size 160x120 " + file("d")).status, 0);
    EXPECT_EQ(run("demo --size 160x120 --route flats " + file("d")).status, 0);
    ASSERT_TRUE(save_painting(folder_ / "bare.ora", sealed(testing::ramp({7, 5}))));
    for (const std::string& arguments :
         {"--mends " + file("d/salt-cart.ora"), file("d/salt-cart-flats.ora"), file("bare.ora"),
          painting(tint({1, 0, 0}, BlendMode::color))}) {
        const auto json = nlohmann::json::parse(run("audit --json " + arguments).out);
        EXPECT_EQ(faults_of(json, schema), "") << arguments;
        auto damaged = json;
        damaged["findings"] = nlohmann::json::array();
        EXPECT_NE(faults_of(damaged, schema), "") << "the schema says something";
    }
    const auto both = nlohmann::json::parse(
        run("audit --json " + file("d/salt-cart.ora") + " " + file("bare.ora")).out);
    ASSERT_EQ(both.size(), 2U);
    for (const auto& each : both) EXPECT_EQ(faults_of(each, schema), "") << each["file"];
}

TEST_F(Command, AuditOfManyFilesPrintsALineEachOrATable) {
    const std::string bad = painting(tint({1, 0, 0}, BlendMode::color));
    ASSERT_TRUE(save_painting(
        folder_ / "good.ora",
        with_pass(sealed(testing::ramp({60, 20})), tint({1, 0, 0}, BlendMode::true_colour))));
    const Ran ran = run("audit " + file("good.ora") + " " + bad);
    EXPECT_EQ(ran.status, 1);
    EXPECT_EQ(std::ranges::count(ran.out, '\n'), 2);
    EXPECT_NE(ran.out.find("good.ora: held"), std::string::npos) << ran.out;
    const Ran csv = run("audit --csv " + file("good.ora") + " " + bad);
    EXPECT_EQ(std::ranges::count(csv.out, '\n'), 3) << "a head, and a line a pass";
    EXPECT_TRUE(csv.out.starts_with("file,index,name,value.mean")) << csv.out.substr(0, 80);
    const auto columns = [](const std::string& line) { return std::ranges::count(line, ','); };
    const auto head = csv.out.substr(0, csv.out.find('\n'));
    const auto next =
        csv.out.substr(head.size() + 1, csv.out.find('\n', head.size() + 1) - head.size() - 1);
    EXPECT_EQ(columns(head), columns(next));
    // One that can't be read is told of, and the others are measured.
    const Ran some = run("audit " + file("none.ora") + " " + bad);
    EXPECT_EQ(some.status, 2);
    EXPECT_NE(some.err.find("none.ora"), std::string::npos);
    EXPECT_NE(some.out.find("a.ora"), std::string::npos);
}

TEST_F(Command, MendTakesWhatIsSafeOrOneFinding) {
    const std::string bad = painting(tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.5F));
    const Ran safe = run("mend --safe -o " + file("safe.ora") + " " + bad);
    EXPECT_NE(safe.out.find("Would leave the balance"), std::string::npos) << safe.out << safe.err;
    EXPECT_NE(run("audit " + file("safe.ora")).out.find("held"), std::string::npos);
    const Ran one = run("mend --finding values-slip -o " + file("one.ora") + " " + bad);
    EXPECT_LE(one.status, 1) << one.err;
    const auto json = nlohmann::json::parse(run("audit --json " + file("one.ora")).out);
    EXPECT_EQ(json["passes"].back()["value"]["verdict"], "held");
    EXPECT_EQ(run("mend --finding part-swap -o " + file("x.ora") + " " + bad).status, 2);
    EXPECT_EQ(run("mend -o " + file("x.ora") + " " + file("none.ora")).status, 2);
    // Where nothing slipped nothing is written.
    const std::string good = painting(tint({1, 0, 0}, BlendMode::true_colour));
    EXPECT_EQ(run("mend -o " + file("x.ora") + " " + good).status, 0);
    EXPECT_FALSE(std::filesystem::exists(folder_ / "x.ora"));
}

TEST_F(Command, AuditOfALuminanceReaderFindsColorModeHarmless) {
    EXPECT_EQ(run("audit --reader luma " + painting(tint({1, 0, 0}, BlendMode::color))).status, 0);
}

TEST_F(Command, AuditTakesTheUnderpaintByName) {
    const std::string stack =
        "<image w='8' h='8'><stack><layer name='Top' src='t.png'/><layer name='Mid' src='m.png'/>"
        "<layer name='Low' src='m.png'/></stack></image>";
    const auto flat = [](float v) {
        return *write_png("x", Picture({8, 8}, Channels::grey, Depth::bits8, v));
    };
    ASSERT_TRUE(write_zip(folder_ / "f.ora", "f.ora",
                          {{"stack.xml", bytes_of(stack), false},
                           {"t.png", flat(0.8F), false},
                           {"m.png", flat(0.4F), false}}));
    EXPECT_EQ(nlohmann::json::parse(run("audit --json " + file("f.ora")).out)["passes"].size(), 2U);
    EXPECT_EQ(nlohmann::json::parse(run("audit --json --under Mid " + file("f.ora")).out)["passes"]
                  .size(),
              1U);
    const Ran none = run("audit --under Sky " + file("f.ora"));
    EXPECT_EQ(none.status, 2);
    EXPECT_NE(none.err.find("it has no layer \"Sky\""), std::string::npos);
}

TEST_F(Command, RenderWritesThePictureAndItsValues) {
    const std::string in = painting(tint({1, 0, 0}, BlendMode::color));
    ASSERT_EQ(run("render " + in + " -o " + file("p.png")).status, 0);
    const auto whole = read_flat_picture(folder_ / "p.png");
    EXPECT_EQ(whole->picture.channels(), Channels::rgb);
    EXPECT_EQ(whole->picture.depth(), Depth::bits16) << "as the painting";
    ASSERT_EQ(run("render --upto 0 --depth 8 " + in + " -o " + file("u.png")).status, 0);
    const auto under = read_flat_picture(folder_ / "u.png");
    EXPECT_EQ(under->picture.channels(), Channels::grey);
    EXPECT_EQ(under->picture.depth(), Depth::bits8);
    ASSERT_EQ(run("render --grey luma " + in + " -o " + file("g.png")).status, 0);
    const auto values = read_flat_picture(folder_ / "g.png");
    EXPECT_EQ(values->picture.channels(), Channels::grey);
    EXPECT_NEAR(pixel(values->picture, 60, 3).r, 0.3, 0.001) << "the sum that the mode keeps";
}

TEST_F(Command, RenderRefusesMorePassesThanThereAre) {
    const Ran ran = run("render --upto 7 " + painting(tint({1, 0, 0}, BlendMode::color)) + " -o " +
                        file("p.png"));
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.err.find("it has 1 passes"), std::string::npos);
    EXPECT_FALSE(std::filesystem::exists(folder_ / "p.png"));
}

TEST_F(Command, DemoMakesAPaintingThatCanBeAudited) {
    const Ran made = run("demo --size 160x120 " + file("new/folder"));
    ASSERT_EQ(made.status, 0) << made.err;
    const Ran audit = run("audit --json " + file("new/folder/salt-cart.ora"));
    EXPECT_EQ(audit.status, 1);
    EXPECT_EQ(nlohmann::json::parse(audit.out)["width"], 160);
}

TEST_F(Command, DemoOfARouteHoldsAndAnUnknownOneIsRefused) {
    ASSERT_EQ(run("demo --size 160x120 --route flats " + file("f")).status, 0);
    const Ran audit = run("audit --json " + file("f/salt-cart-flats.ora"));
    const auto passes = nlohmann::json::parse(audit.out)["passes"];
    EXPECT_EQ(passes[0]["value"]["verdict"], "open");
    EXPECT_EQ(passes.back()["value"]["verdict"], "held");
    const Ran none = run("demo --route oils " + file("g"));
    EXPECT_EQ(none.status, 2);
    EXPECT_NE(none.err.find("oils"), std::string::npos) << none.err;
}

TEST_F(Command, ValuesAreComparedWithTheirPlan) {
    Painting painting = testing::with_columns(sealed(testing::ramp({400, 300})), "Left", 0, 200);
    Plan plan;
    plan.range = {3, 8};
    plan.steps[painting.parts[0].id] = 6;
    painting = with_plan(painting, plan);
    ASSERT_TRUE(save_painting(folder_ / "a.ora", painting));
    const Ran ran = run("values " + file("a.ora"));
    EXPECT_EQ(ran.status, 1);
    EXPECT_NE(ran.out.find("than the 3.0 to 8.0 of your plan"), std::string::npos) << ran.out;
    EXPECT_NE(ran.out.find("Left stands at step 3."), std::string::npos) << ran.out;
    const Ran tenths = run("values --tenths " + file("a.ora"));
    EXPECT_NE(tenths.out.find("than the 2.5 to 8.8 of your plan"), std::string::npos) << tenths.out;
    // From dark to light without a bare white.
    ASSERT_TRUE(save_painting(
        folder_ / "a.ora",
        sealed(testing::grey_picture({400, 300}, [](int x, int) { return 0.1 + x / 500.0; }))));
    EXPECT_EQ(run("values " + file("a.ora")).status, 0);
    EXPECT_EQ(run("values " + file("missing.ora")).status, 2);
}

TEST_F(Command, ValuesPrintTheJsonThatIsPromised) {
    // One picture, 1000 and 4000 pixels wide, as a program makes it smaller.
    Painting large = sealed(testing::grey_picture(
        {4000, 2400},
        [](int x, int y) {
            const double away = std::hypot(x - 1200.0, y - 1300.0);
            const double hard = away < 400 ? 0.9 : 0.45;
            const double soft = 0.25 * std::erfc((x - 2900.0) / 40);
            return std::clamp(hard - 0.3 + soft + 0.02 * std::sin(x * 0.01 + y * 0.02), 0.0, 1.0);
        },
        Depth::bits8));
    large = with_foci(testing::with_columns(large, "Left", 0, 2000), {{"Lamp", {900, 1300}, 240}});
    Painting small = sealed(*large.underpaint->level(2));
    small = with_foci(testing::with_columns(small, "Left", 0, 500), {{"Lamp", {225, 325}, 60}});
    ASSERT_TRUE(save_painting(folder_ / "large.ora", large));
    ASSERT_TRUE(save_painting(folder_ / "small.ora", small));
    const auto a = nlohmann::json::parse(run("values --json " + file("large.ora")).out);
    const auto b = nlohmann::json::parse(run("values --json " + file("small.ora")).out);
    EXPECT_EQ(a["schema"], "faithful-underpaint/values-1");
    for (const char* kind : {"hard", "firm", "soft", "lost"}) {
        EXPECT_NEAR(a["edges"][kind].get<double>(), b["edges"][kind].get<double>(), 0.05) << kind;
        EXPECT_NEAR(a["parts"][0]["edges"][kind].get<double>(),
                    b["parts"][0]["edges"][kind].get<double>(), 0.05)
            << kind;
    }
    const auto alike = [](const nlohmann::json& x, const nlohmann::json& y, const char* what) {
        EXPECT_NEAR(y.get<double>() / x.get<double>(), 1, 0.02) << what;
    };
    alike(a["range"]["darkest"], b["range"]["darkest"], "darkest");
    alike(a["range"]["lightest"], b["range"]["lightest"], "lightest");
    alike(a["parts"][0]["step"], b["parts"][0]["step"], "step");
    alike(a["foci"][0]["contrast"], b["foci"][0]["contrast"], "contrast");
    alike(a["foci"][0]["lead"], b["foci"][0]["lead"], "lead");
    EXPECT_EQ(a["key"], b["key"]);
    EXPECT_EQ(a["splits"], b["splits"]);
    for (const char* count : {"2", "3", "5"})
        for (std::size_t i = 0; i < a["shapes"][count].size(); ++i)
            EXPECT_NEAR(a["shapes"][count][i].get<double>(), b["shapes"][count][i].get<double>(),
                        0.02);
    ASSERT_FALSE(a["findings"].empty());
    EXPECT_TRUE(a["findings"][0]["text"].is_string());
}

TEST_F(Command, SlipsThatCameBackAreHeld) {
    Painting painting = sealed(testing::ramp({64, 16}));
    Pass back = tint(grey(0.5F), BlendMode::normal, 1, 1);
    back.hold_to = HoldTo::sealed;
    painting = with_pass(with_pass(painting, tint({1, 1, 1}, BlendMode::normal, 0.5F)), back);
    ASSERT_TRUE(save_painting(folder_ / "a.ora", painting));
    const Ran ran = run("audit " + file("a.ora"));
    EXPECT_EQ(ran.status, 0) << ran.out;
    EXPECT_NE(ran.out.find("pass 2 brought it back"), std::string::npos) << ran.out;
}

TEST_F(Command, NumbersAreSaidAlikeInEveryLocaleAndNamesAreClean) {
    Painting painting = sealed(testing::ramp({64, 16}));
    Pass wild = tint({1, 0, 0}, BlendMode::color);
    wild.name = "red\x1b[31m\n" + std::string(500, 'x');
    ASSERT_TRUE(save_painting(folder_ / "a.ora", with_pass(painting, wild)));
    const Ran ran = run("audit " + file("a.ora"));
    EXPECT_EQ(ran.out.find('\x1b'), std::string::npos);
    for (const char* locale : {"de_DE.UTF-8", "C"}) {
        ::setenv("LC_ALL", locale, 1);
        EXPECT_EQ(run("audit " + file("a.ora")).out, ran.out) << locale;
    }
    ::unsetenv("LC_ALL");
}

TEST_F(Command, ADeviceIsNotReplaced) {
    const Ran ran = run("render " + painting(tint({1, 0, 0}, BlendMode::color)) + " -o /dev/null");
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.err.find("/dev/null: this is a device"), std::string::npos) << ran.err;
}

TEST_F(Command, InfoSaysWhatIsInAFile) {
    const Ran ran = run("info " + painting(tint({1, 0, 0}, BlendMode::overlay, 0.25F)));
    EXPECT_EQ(ran.status, 0);
    EXPECT_NE(ran.out.find("201 x 40, 16 bits, grey"), std::string::npos) << ran.out;
    EXPECT_NE(ran.out.find("overlay, strength 25%"), std::string::npos) << ran.out;
    ASSERT_TRUE(save_png(folder_ / "p.png", testing::ramp({30, 20}, Depth::bits8)));
    EXPECT_NE(run("info " + file("p.png")).out.find("30 x 20, 8 bits, grey"), std::string::npos);
}

TEST_F(Command, TroubleGoesToStderrWithStatusTwo) {
    testing::write_text(folder_ / "bad.ora", "nothing");
    for (const std::string& arguments : std::vector<std::string>{
             "audit " + file("bad.ora"), "info " + file("none.png"),
             "render " + file("bad.ora") + " -o " + file("p.png"),
             "audit --focus 1,2 " + file("bad.ora"), "audit --focus 1,2,-3 " + file("bad.ora"),
             "demo --size 3x3 " + file("d"), "demo --size big " + file("d"),
             "audit --reader brightness " + file("bad.ora"), "paint", "",
             "render --depth 12 a.ora -o b.png"}) {
        const Ran ran = run(arguments);
        EXPECT_EQ(ran.status, 2) << arguments;
        EXPECT_FALSE(ran.err.empty()) << arguments;
        EXPECT_TRUE(ran.out.empty()) << arguments;
    }
    EXPECT_NE(run("audit " + file("bad.ora")).err.find("bad.ora: it can't be opened"),
              std::string::npos);
}

TEST_F(Command, APlaceThatCanNotBeWrittenIsSaid) {
    const Ran ran =
        run("render " + painting(tint({1, 0, 0}, BlendMode::color)) + " -o /proc/p.png");
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.err.find("/proc/p.png: could not be saved"), std::string::npos);
}

TEST_F(Command, BriefSaysHowThePaintingStandsAndWhatComesNext) {
    ::setenv("XDG_CONFIG_HOME", folder_.path().c_str(), 1);
    ::setenv("XDG_DATA_HOME", folder_.path().c_str(), 1);
    const Ran ran = run("brief " UNDERPAINT_DEMO_FILE);
    EXPECT_EQ(ran.status, 0);
    for (const char* words : {"a book cover", "Swing", "thumbnail 2", "; chosen", "Kiln door",
                              "(in this painting)", "[x] Thumbnails", "in hand", "to go"})
        EXPECT_NE(ran.out.find(words), std::string::npos) << words;
    const auto json = nlohmann::json::parse(run("brief --json " UNDERPAINT_DEMO_FILE).out);
    EXPECT_EQ(json["thumbnails"].size(), 3U);
    EXPECT_EQ(json["references"].size(), 4U);
    EXPECT_EQ(json["references"][0]["colours"].size(), 5U);
    EXPECT_TRUE(json["route"]["steps"][0]["done"].get<bool>());
    // Without a brief there is the usual route and nothing else.
    const auto bare = nlohmann::json::parse(
        run("brief --json " + painting(tint({1, 0, 0}, BlendMode::true_colour))).out);
    EXPECT_TRUE(bare["lines"].empty());
    EXPECT_EQ(bare["route"]["name"], "Grey to colour");
    // A painter's own rules that can't be read are told of, and the rest goes on.
    std::filesystem::create_directories(folder_ / "faithful-underpaint");
    testing::write_text(folder_ / "faithful-underpaint/house-rules.json", "{");
    const Ran damaged = run("brief --json " UNDERPAINT_DEMO_FILE);
    EXPECT_EQ(damaged.status, 0);
    EXPECT_NE(damaged.err.find("house-rules.json"), std::string::npos);
    EXPECT_EQ(nlohmann::json::parse(damaged.out)["house_rules"]["shadows"]["value"], "gain_colour");
}

TEST_F(Command, HelpIsNoTrouble) {
    EXPECT_EQ(run("--help").status, 0);
    EXPECT_EQ(run("audit --help").status, 0);
    EXPECT_EQ(run("--version").status, 0);
}

}  // namespace
}  // namespace underpaint
