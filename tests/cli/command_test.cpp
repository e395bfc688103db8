// SPDX-License-Identifier: GPL-3.0-or-later
// The real command, run as a program.
#include <gtest/gtest.h>

#include <cmath>

#include "cli/command_fixture.h"
#include "files/flat_picture.h"
#include "files/openraster.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::Command;
using testing::faults_of;
using testing::pixel;
using testing::Ran;
using testing::sealed;
using testing::tint;

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

// --- what was not read

/// Every way in which a layer can be left out: its picture is damaged or missing, its blend is not
/// known, its opacity is no number.
class LeftOut : public Command, public ::testing::WithParamInterface<const char*> {};

TEST_P(LeftOut, IsSaidByEveryCommandAndNeverLost) {
    const auto flat = [](float v) {
        return *write_png("x", Picture({8, 8}, Channels::grey, Depth::bits8, v));
    };
    const std::string stack = std::string("<image w='8' h='8'><stack><layer name='Bad' ") +
                              GetParam() + "/><layer name='Low' src='m.png'/></stack></image>";
    const auto path = folder_ / "f.ora";
    ASSERT_TRUE(write_zip(path, "f.ora",
                          {{"stack.xml", bytes_of(stack), false},
                           {"m.png", flat(0.4F), false},
                           {"damaged.png", bytes_of("no picture"), false}}));
    const std::string before = testing::read_text(path), f = file("f.ora"), out = file("out.ora");

    const Ran table = run("audit " + f);
    EXPECT_EQ(table.status, 1) << "not held, whatever the rest is";
    EXPECT_NE(table.err.find("Bad"), std::string::npos) << table.err;
    const Ran json = run("audit --json " + f);
    EXPECT_EQ(json.status, 1);
    const auto said = nlohmann::json::parse(json.out)["left_out"];
    ASSERT_EQ(said.size(), 1U);
    EXPECT_NE(said[0].get<std::string>().find("Bad"), std::string::npos);
    EXPECT_EQ(faults_of(nlohmann::json::parse(json.out),
                        nlohmann::json::parse(testing::read_text(UNDERPAINT_AUDIT_SCHEMA))),
              "");
    const Ran many = run("audit " + f + " " + f);
    EXPECT_EQ(many.status, 1);
    EXPECT_EQ(many.out.find(": held"), std::string::npos) << many.out;
    EXPECT_NE(many.out.find("not all of it could be read"), std::string::npos);

    for (const std::string& command : {"render -o " + file("p.png") + " ", std::string("values "),
                                       std::string("brief "), std::string("info ")})
        EXPECT_NE(run(command + f).err.find("Bad"), std::string::npos) << command;
    for (const char* command :
         {"audit ", "values ", "brief ", "render -o p.png ", "mend -o p.ora "}) {
        const Ran strict = run(std::string(command) + "--strict " + f);
        EXPECT_EQ(strict.status, 2) << command;
        EXPECT_NE(strict.err.find("Bad"), std::string::npos) << strict.err;
        EXPECT_EQ(strict.out, "");
    }

    // It is never saved over itself, under no other name of the same file.
    std::filesystem::create_hard_link(path, folder_ / "again.ora");
    std::filesystem::create_symlink(path, folder_ / "link.ora");
    for (const char* same : {"f.ora", "again.ora", "link.ora"}) {
        const Ran mend = run("mend " + f + " -o " + file(same));
        EXPECT_EQ(mend.status, 2) << same;
        EXPECT_NE(mend.err.find("--even-partial"), std::string::npos) << mend.err;
        EXPECT_EQ(testing::read_text(path), before);
    }
    EXPECT_NE(run("mend --even-partial " + f + " -o " + f).status, 2);
}

INSTANTIATE_TEST_SUITE_P(Ways, LeftOut,
                         ::testing::Values("src='damaged.png'", "src='none.png'",
                                           "src='m.png' composite-op='theirs:sparkle'",
                                           "src='m.png' opacity='nan'", "src='m.png' opacity='7'",
                                           "src='m.png' x='1.5'"));

TEST_F(Command, AWholePaintingHasNothingLeftOut) {
    const Ran ran = run("audit --json --strict " + painting(tint({1, 0, 0}, BlendMode::color)));
    EXPECT_EQ(nlohmann::json::parse(ran.out)["left_out"].size(), 0U);
    EXPECT_EQ(ran.err, "");
}

TEST_F(Command, RenderNeverReplacesThePaintingByAPicture) {
    const std::string in = painting(tint({1, 0, 0}, BlendMode::color));
    const std::string before = testing::read_text(in);
    const Ran ran = run("render " + in + " -o " + in);
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.err.find("the painting itself"), std::string::npos);
    EXPECT_EQ(testing::read_text(in), before);
}

// --- what is asked for

TEST_F(Command, MendSaysOfItsResultWhatAuditSays) {
    // Two passes slip. Each is mended by itself; the first mend leaves the second finding.
    Painting two = sealed(testing::ramp({201, 40}));
    two = with_pass(two, tint({1, 0, 0}, BlendMode::color));
    two = with_pass(two, tint({0, 0, 1}, BlendMode::multiply, 0.5F));
    ASSERT_TRUE(save_painting(folder_ / "two.ora", two));
    ASSERT_EQ(run("audit " + file("two.ora")).status, 1);
    std::string from = file("two.ora");
    int held = 0;
    for (int time = 0; time < 4; ++time) {
        const std::string to = file(("m" + std::to_string(time) + ".ora").c_str());
        const Ran mend = run("mend --finding values-slip " + from + " -o " + to);
        if (!std::filesystem::exists(to)) break;
        EXPECT_EQ(mend.status, run("audit " + to).status) << time;
        held += mend.status == 0;
        from = to;
    }
    EXPECT_EQ(held, 1) << "in the end all is mended";
    const Ran safe = run("mend --safe " + file("two.ora") + " -o " + file("safe.ora"));
    EXPECT_EQ(safe.status, run("audit " + file("safe.ora")).status);
}

TEST_F(Command, MendMeasuresFociThatAreNamedAndKeepsThePaintingsOwn) {
    Painting mine = with_pass(sealed(testing::ramp({201, 40})), tint({1, 0, 0}, BlendMode::color));
    mine = with_foci(mine, {{"Own", {30, 20}, 9}});
    ASSERT_TRUE(save_painting(folder_ / "a.ora", mine));
    const Ran ran = run("mend --focus 100,20,12 " + file("a.ora") + " -o " + file("b.ora"));
    ASSERT_NE(ran.status, 2) << ran.err;
    EXPECT_EQ(open_painting(folder_ / "b.ora", "2026-11-30")->painting.plan.foci, mine.plan.foci);
    // The layer that is the underpaint, of a file made elsewhere.
    const auto flat = [](float v) {
        return *write_png("x", Picture({8, 8}, Channels::grey, Depth::bits8, v));
    };
    ASSERT_TRUE(write_zip(
        folder_ / "f.ora", "f.ora",
        {{"stack.xml",
          bytes_of("<image w='8' h='8'><stack><layer name='Top' src='t.png'/><layer name='Mid' "
                   "src='m.png'/><layer name='Low' src='m.png'/></stack></image>"),
          false},
         {"t.png", flat(0.8F), false},
         {"m.png", flat(0.4F), false}}));
    ASSERT_NE(run("mend --under Mid " + file("f.ora") + " -o " + file("g.ora")).status, 2);
    EXPECT_EQ(open_painting(folder_ / "g.ora", "2026-11-30")->painting.passes.size(), 1U);
    EXPECT_EQ(run("mend --under Sky " + file("f.ora") + " -o " + file("g.ora")).status, 2);
}

TEST_F(Command, WhatIsAskedWronglyIsNamedShortly) {
    const std::string in = painting(tint({1, 0, 0}, BlendMode::color));
    const std::string p = " -o " + file("p.png");
    for (const auto& [arguments, says] : std::vector<std::pair<std::string, std::string>>{
             {"foo", "no command \"foo\""},
             {"foo " + in, "render, audit, mend"},
             {"audit --reader foo " + in, "\"foo\" is no reader. There are lightness, luma"},
             {"render --grey foo " + in + p, "\"foo\" is no reader"},
             {"render --upto -1 " + in + p, "\"-1\" is no whole number"},
             {"render --upto 1e9 " + in + p, "\"1e9\" is no whole number"},
             {"render --upto 99999999999999999999999 " + in + p, "is no whole number"},
             {"audit --focus inf,20,5 " + in, "is not X,Y,R"},
             {"audit --focus 20,nan,5 " + in, "is not X,Y,R"},
             {"audit --focus 20,20,inf " + in, "is not X,Y,R"},
             {"audit --focus 500,20,5 " + in, "lies outside the picture, which is 201 x 40"},
             {"audit --focus 20,-1,5 " + in, "lies outside the picture"},
             {"mend --focus 20,41,5 " + in + " -o " + file("x.ora"), "lies outside"},
             {"mend " + in + " -o " + folder_.path().string(), "this is a folder"},
             {"render " + in + " -o " + folder_.path().string(), "this is a folder"},
             {"render " + in + " -o " + file("none/p.png"), "there is no folder"},
             {"mend " + in + " -o " + file("none/p.ora"), "there is no folder"}}) {
        const Ran ran = run(arguments);
        EXPECT_EQ(ran.status, 2) << arguments;
        EXPECT_NE(ran.err.find(says), std::string::npos) << arguments << ": " << ran.err;
        EXPECT_LT(ran.err.size(), 500U) << arguments;
        EXPECT_EQ(ran.err.find("->"), std::string::npos) << ran.err;
        EXPECT_EQ(ran.out, "") << arguments;
    }
}

/// A folder that is to be written is refused before any work: the painting is not even opened.
TEST_F(Command, WhereNothingCanBeWrittenNoWorkIsDone) {
    for (const char* command : {"mend ", "render "}) {
        const Ran ran = run(std::string(command) + file("none.ora") + " -o /");
        EXPECT_NE(ran.err.find("this is a folder"), std::string::npos) << ran.err;
    }
}

TEST_F(Command, AFileWithTheEndingOfAnotherKindIsReadAndThatIsSaid) {
    ASSERT_TRUE(save_png(folder_ / "photo.jpg", testing::ramp({20, 10})));
    std::filesystem::copy(painting(tint({1, 0, 0}, BlendMode::color)), folder_ / "cart.png");
    std::filesystem::copy(folder_ / "photo.jpg", folder_ / "grey.ora");
    std::filesystem::copy(folder_ / "photo.jpg", folder_ / "fine.PNG");
    std::filesystem::copy(folder_ / "photo.jpg", folder_ / "plain");
    for (const auto& [name, says] :
         {std::pair("photo.jpg", "ends in .jpg, but it is a PNG picture"),
          {"cart.png", "ends in .png, but it is an OpenRaster painting"},
          {"grey.ora", "ends in .ora, but it is a PNG picture"}}) {
        const Ran ran = run("info " + file(name));
        EXPECT_EQ(ran.status, 0) << ran.err;
        EXPECT_NE(ran.err.find(says), std::string::npos) << ran.err;
    }
    EXPECT_EQ(run("info " + file("fine.PNG")).err, "");
    EXPECT_EQ(run("info " + file("plain")).err, "") << "it claims to be nothing";
}

TEST_F(Command, JsonClaimsNothingThatWasNotMeasured) {
    const auto json = nlohmann::json::parse(
        run("audit --json " + painting(tint({1, 0, 0}, BlendMode::normal))).out);
    const auto& effect = json["passes"][0]["no_effect"];
    EXPECT_EQ(effect["share"], 0);
    EXPECT_TRUE(effect["why"].is_null()) << "it has an effect everywhere";
    // Greys have no hue, though rounding gives them one.
    Painting grey =
        testing::with_columns(sealed(testing::ramp({60, 20}, Depth::bits8)), "Left", 0, 30);
    grey = with_pass(grey, tint({0.5F, 0.5F, 0.5F}, BlendMode::multiply));
    ASSERT_TRUE(save_painting(folder_ / "grey.ora", grey));
    const auto of_grey = nlohmann::json::parse(run("audit --json " + file("grey.ora")).out);
    for (const auto& state : {of_grey["sealed"], of_grey["passes"][0]})
        for (const auto& side : state["parts"]["sides"])
            for (const char* which : {"lights", "shadows"})
                EXPECT_TRUE(side[which]["hue"].is_null()) << side;
}

TEST_F(Command, HelpIsNoTrouble) {
    EXPECT_EQ(run("--help").status, 0);
    EXPECT_EQ(run("audit --help").status, 0);
    EXPECT_EQ(run("--version").status, 0);
}

}  // namespace
}  // namespace underpaint
