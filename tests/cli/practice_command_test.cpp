// SPDX-License-Identifier: GPL-3.0-or-later
// The commands study and logbook, run as programs.
#include <gtest/gtest.h>

#include <fstream>

#include "cli/command_fixture.h"
#include "files/flat_picture.h"
#include "files/logbook.h"

namespace underpaint {
namespace {

using testing::Ran;

class PracticeCommand : public testing::Command {
protected:
    static constexpr Size kSize{240, 160};

    /// A light triangle in the upper left corner, on dark.
    static bool light(double x, double y) { return x / 0.6 + y / 0.8 < 1; }
    std::string save(const char* name, Size size, float (*value)(double x, double y)) {
        const Picture picture = testing::grey_picture(
            size,
            [&](int x, int y) { return value((x + 0.5) / size.width, (y + 0.5) / size.height); },
            Depth::bits8);
        EXPECT_TRUE(save_png(folder_ / name, picture));
        return file(name);
    }
    std::string reference() {
        return save("reference.png", kSize,
                    [](double x, double y) { return light(x, y) ? 0.75F : 0.2F; });
    }
    /// In two values; a bar of one height of the picture is of a third.
    std::string study(const char* name = "study.png") {
        return save(name, {480, 320}, [](double x, double y) {
            return y > 0.9 ? 0.3F : light(x, y) ? 0.95F : 0.05F;
        });
    }
    nlohmann::json json_of(const std::string& arguments) {
        return nlohmann::json::parse(run(arguments).out, nullptr, false);
    }
    std::string held(const std::string& study, const std::string& kind) {
        return "study " + study + " --reference " + reference() + " --kind " + kind;
    }
};

TEST_F(PracticeCommand, AStudysFiguresArePrintedAsTheSchemaSays) {
    const auto rules = nlohmann::json::parse(
        testing::read_text(std::string(UNDERPAINT_DOCS) + "/study-1.schema.json"));
    for (const char* kind : {"two", "three", "full", "limited", "widened"}) {
        const auto json = json_of(held(study(), kind) + " --tubes '#000000,#ffffff' --json");
        EXPECT_EQ(testing::faults_of(json, rules), "") << kind;
        EXPECT_EQ(json["kind"], kind);
        EXPECT_EQ(json["recognised"], true) << kind;
    }
    const auto two = json_of(held(study(), "two") + " --json");
    EXPECT_NEAR(two["crept_in"].get<double>(), 0.1, 0.01);
    EXPECT_GT(two["agreement"].get<double>(), 0.98);
    EXPECT_EQ(two["missing"].size() + two["added"].size(), 0U) << two.dump();
    const Ran said = run(held(study(), "two"));
    EXPECT_EQ(said.status, 0) << said.err;
    EXPECT_NE(said.out.find("10.0% of other greys crept in"), std::string::npos) << said.out;
}

TEST_F(PracticeCommand, AShapeThatWasAddedIsNamedByItsPlace) {
    const std::string cut = save("cut.png", kSize, [](double x, double y) {
        return light(x, y) && x + y > 0.25 ? 0.95F : 0.05F;
    });
    const auto json = json_of(held(cut, "two") + " --json");
    // The dark triangle has legs of a quarter of either side.
    EXPECT_NEAR(json["agreement"].get<double>(), 1 - 0.25 * 0.25 / 2, 0.005);
    EXPECT_EQ(json["missing"].size(), 0U) << json.dump();
    ASSERT_EQ(json["added"].size(), 1U) << json.dump();
    EXPECT_EQ(json["added"][0]["is"], "dark");
    EXPECT_EQ(json["added"][0]["where"], "upper left");
    EXPECT_NEAR(json["added"][0]["share"].get<double>(), 0.25 * 0.25 / 2, 0.005);
}

TEST_F(PracticeCommand, AnOpenRasterFileIsAStudyByTheImageThatItShows) {
    Painting painted = testing::sealed(read_flat_picture(study())->picture);
    ASSERT_TRUE(save_painting(folder_ / "study.ora", painted));
    EXPECT_EQ(run(held(file("study.ora"), "two") + " --json").out,
              run(held(study(), "two") + " --json").out);
}

TEST_F(PracticeCommand, WhatCannotBeMeasuredIsSaid) {
    const auto refused = [&](const std::string& arguments, const std::string& words) {
        const Ran ran = run(arguments);
        EXPECT_EQ(ran.status, 2) << arguments;
        EXPECT_EQ(ran.out, "") << arguments;
        EXPECT_NE(ran.err.find(words), std::string::npos) << arguments << ": " << ran.err;
    };
    refused(held(file("none.png"), "two"), "none.png");
    refused(held(folder_.path().string(), "two"), folder_.path().string());
    std::ofstream(folder_ / "words.png") << "no picture";
    refused(held(file("words.png"), "two"), "not a picture");
    refused(held(study(), "four"), "there are two, three, full, limited and widened");
    refused(held(study(), "limited") + " --tubes 'no such tube'", "no such tube");
    refused("study " + study() + " --kind two", "--reference");
    EXPECT_TRUE(
        save_png(folder_ / "noise.png", testing::noise(kSize, Channels::rgb, Depth::bits8)));
    const Ran another = run(held(file("noise.png"), "two") + " --json");
    EXPECT_EQ(another.status, 1) << "it is measured, and does not look like its reference";
    EXPECT_EQ(nlohmann::json::parse(another.out)["recognised"], false);
}

TEST_F(PracticeCommand, ALogbookIsSummedUpAndPrintedAsCsvThatItTakesBack) {
    const auto path = folder_ / "book.sqlite";
    {
        auto book = Logbook::open(path);
        ASSERT_TRUE(book);
        LoggedAnswer answer;
        for (const double error : {0.5, -1.5}) {
            answer.error = error;
            ++answer.seed;
            EXPECT_TRUE(book->add(answer));
        }
        answer.kind = DrillKind::lighter;
        for (const bool right : {true, true, false, true}) {
            answer.right = right;
            ++answer.seed;
            EXPECT_TRUE(book->add(answer));
        }
        LoggedStudy study;
        study.name = "A, \"b\"\nc";
        EXPECT_TRUE(book->add(study));
    }
    const Ran said = run("logbook --file " + path.string());
    EXPECT_EQ(said.status, 0) << said.err;
    EXPECT_NE(said.out.find("Name the step: 2 answers, off by 1.00 step\n"), std::string::npos)
        << said.out;
    EXPECT_NE(said.out.find("Lighter or darker: 4 answers, 75% right\n"), std::string::npos);
    EXPECT_NE(said.out.find("Two values: 1 study\n"), std::string::npos) << said.out;
    const std::string csv = run("logbook --csv --file " + path.string()).out;
    auto other = Logbook::open(folder_ / "other.sqlite");
    ASSERT_TRUE(other);
    EXPECT_EQ(other->read_csv("copy.csv", csv).value_or(0), 7U);
    EXPECT_EQ(*other->write_csv(), csv);
}

TEST_F(PracticeCommand, ADamagedLogbookIsPutAsideAndThatIsSaid) {
    std::ofstream(folder_ / "book.sqlite") << "this is no database at all";
    const Ran ran = run("logbook --file " + file("book.sqlite"));
    EXPECT_EQ(ran.status, 0);
    EXPECT_NE(ran.err.find("book.sqlite"), std::string::npos) << ran.err;
    EXPECT_EQ(testing::read_text(folder_ / "book.sqlite.damaged"), "this is no database at all");
}

}  // namespace
}  // namespace underpaint
