// SPDX-License-Identifier: GPL-3.0-or-later
// The command report: the same file for the same painting and day, safe whatever a painter writes,
// and with no figure that the audit does not have.
#include <gtest/gtest.h>

#include <cstdlib>
#include <regex>
#include <sstream>

#include "cli/command_fixture.h"
#include "support/html_text.h"

namespace underpaint {
namespace {

class ReportCommand : public testing::Command {
protected:
    ReportCommand() { ::setenv("SOURCE_DATE_EPOCH", "1790000000", 1); }
    ~ReportCommand() override { ::unsetenv("SOURCE_DATE_EPOCH"); }

    static Painting painting_with(const std::string& name) {
        Painting painting = testing::sealed(testing::ramp({201, 80}));
        painting.name = name;
        painting = testing::with_columns(std::move(painting), name, 0, 100);
        painting.brief.purpose = name;
        Pass pass = testing::tint({1, 0.2F, 0.1F}, BlendMode::color);
        pass.name = name;
        painting = with_pass(std::move(painting), pass);
        PaletteColour colour;
        colour.name = name;
        colour.colour = {0.8F, 0.3F, 0.2F};
        add_to(painting.palette, colour);
        return painting;
    }
    std::string saved(const Painting& painting) {
        EXPECT_TRUE(save_painting(folder_ / "p.ora", painting));
        return file("p.ora");
    }
    std::string html(const std::string& in, const std::string& more = {}) {
        const auto ran = run("report " + in + " -o " + file("r.html") + " " + more);
        EXPECT_EQ(ran.status, 0) << ran.err;
        return testing::read_text(folder_ / "r.html");
    }
};

TEST_F(ReportCommand, WritesTheSameFileOnTheSameDayAndAsksForNothing) {
    const std::string in = saved(painting_with("Salt"));
    const std::string first = html(in), again = html(in);
    EXPECT_EQ(first, again);
    const std::string text = testing::without_pictures(first);
    EXPECT_EQ(testing::unbalanced(text), "");
    EXPECT_NE(text.find("Measured by Faithful Underpaint, 2026-09-21."), std::string::npos);
    EXPECT_NE(text.find("<html lang=\"en\">"), std::string::npos);
    for (const char* request : {"http:", "https:", "<script", "<link", "url(", "@import", "onload"})
        EXPECT_EQ(text.find(request), std::string::npos) << request;
    // Each picture has a text, each heading its section, each row its head.
    const auto count = [&](const std::string& what) {
        std::size_t found = 0;
        for (auto at = text.find(what); at != std::string::npos; at = text.find(what, at + 1))
            ++found;
        return found;
    };
    EXPECT_EQ(count("<img "), 3U) << "the seal, now, and one stage";
    EXPECT_EQ(count("<img "), count(" alt=\""));
    EXPECT_EQ(count(" alt=\"\""), 0U);
    EXPECT_EQ(count("<section "), count("<h2 "));
    EXPECT_EQ(count("<tr><th scope=\"row\""), count("</tr>") - count("<thead>"));
    ::setenv("SOURCE_DATE_EPOCH", "no number", 1);
    EXPECT_EQ(html(in).find("2026-09-21"), std::string::npos);
}

TEST_F(ReportCommand, EscapesWhateverAPainterWrites) {
    const std::string hostile[] = {
        "<script>alert(1)</script>",
        "\"><img src=x onerror=alert(1)>",
        "a & b &lt; ' \" </td></table>",
        "\xE2\x80\xAE"
        "desrever \xD7\xA9\xD7\x9C\xD7\x95\xD7\x9D",
        "one\x01two\x1B[31m",
        "\xF0\x9F\xAA\xB0 \xF3\xB0\x80\x81",
        std::string(10'000, 'w'),
    };
    for (const std::string& name : hostile) {
        const std::string text = testing::without_pictures(html(saved(painting_with(name))));
        EXPECT_EQ(testing::unbalanced(text), "") << name.substr(0, 40);
        EXPECT_EQ(text.find("<script"), std::string::npos);
        EXPECT_EQ(text.find("<img src=x"), std::string::npos);
        EXPECT_EQ(text.find('\x01'), std::string::npos);
        EXPECT_EQ(text.find('\x1B'), std::string::npos);
        EXPECT_EQ(text.find("\xE2\x80\xAE"), std::string::npos) << "it would turn the line round";
        // As figures it is one text.
        ASSERT_EQ(run("report " + file("p.ora") + " -o " + file("r.json")).status, 0);
        const auto json = nlohmann::json::parse(testing::read_text(folder_ / "r.json"));
        EXPECT_EQ(json["title"], name);
    }
}

TEST_F(ReportCommand, HasTheFiguresOfTheAuditAndIsAsItsSchemaSays) {
    const std::string in = saved(painting_with("Salt"));
    ASSERT_EQ(run("report " + in + " -o " + file("r.json") + " --words 'Second round.'").status, 0);
    const auto json = nlohmann::json::parse(testing::read_text(folder_ / "r.json"));
    const auto rules = nlohmann::json::parse(
        testing::read_text(std::string(UNDERPAINT_DOCS) + "/report-1.schema.json"));
    EXPECT_EQ(testing::faults_of(json, rules), "");
    EXPECT_EQ(json["words"], "Second round.");
    const auto audit = nlohmann::json::parse(run("audit --json " + in).out);
    const auto section = [&](const char* id) {
        for (const auto& each : json["sections"])
            if (each["id"] == id) return each;
        return nlohmann::json();
    };
    const auto& value = audit["passes"][0]["value"];
    const auto row = section("passes")["blocks"][0]["rows"][0];
    EXPECT_NEAR(std::stod(row[1]["text"].get<std::string>()), value["p95"], 0.005);
    EXPECT_EQ(row[1]["verdict"], value["verdict"]);
    const auto findings = section("findings")["blocks"][0]["lines"];
    ASSERT_EQ(findings.size(), audit["findings"].size());
    for (std::size_t i = 0; i < findings.size(); ++i)
        EXPECT_EQ(findings[i]["text"], audit["findings"][i]["text"]);
    const auto balance = section("charts")["blocks"][0]["series"][0]["values"];
    ASSERT_EQ(balance.size(), 2U);
    EXPECT_EQ(balance[0], 0.0);
    EXPECT_NEAR(balance[1], value["p95"], 1e-9);
    // As comma-separated values every line has six fields.
    ASSERT_EQ(run("report " + in + " -o " + file("r.csv")).status, 0);
    const std::string csv = testing::read_text(folder_ / "r.csv");
    std::size_t fields = 1, lines = 0;
    bool quoted = false;
    for (std::size_t i = 0; i < csv.size(); ++i) {
        if (csv[i] == '"') quoted = !quoted;
        if (quoted) continue;
        if (csv[i] == ',') ++fields;
        if (csv[i] != '\n') continue;
        EXPECT_EQ(fields, 6U) << "line " << lines;
        EXPECT_EQ(csv[i - 1], '\r');
        fields = 1;
        ++lines;
    }
    EXPECT_FALSE(quoted);
    EXPECT_GT(lines, 15U);
}

TEST_F(ReportCommand, HasWhatIsAskedForInThatOrder) {
    const std::string in = saved(painting_with("Salt"));
    const auto ids = [&](const std::string& more) {
        EXPECT_EQ(run("report " + in + " -o " + file("r.json") + " " + more).status, 0);
        std::string said;
        const auto json = nlohmann::json::parse(testing::read_text(folder_ / "r.json"));
        for (const auto& each : json["sections"]) said += each["id"].get<std::string>() + " ";
        return said;
    };
    EXPECT_EQ(ids("--sections findings,pictures,findings"), "findings pictures ");
    EXPECT_EQ(ids("--for teacher"), "pictures became findings passes charts stages ");
    EXPECT_EQ(ids("--for client").find("became"), std::string::npos);
    // No picture is larger than asked.
    run("report " + in + " -o " + file("r.json") + " --picture-side 120");
    const auto json = nlohmann::json::parse(testing::read_text(folder_ / "r.json"));
    for (const auto& section : json["sections"]) {
        for (const auto& block : section["blocks"]) {
            if (block["kind"] != "pictures") continue;
            for (const auto& picture : block["pictures"]) EXPECT_LE(picture["size"][0], 120);
        }
    }
    for (const char* wrong : {"--sections nonsense", "--for nobody", "--picture-side 5",
                              "--for client --sections time"})
        EXPECT_NE(run("report " + in + " -o " + file("w.html") + " " + wrong).status, 0) << wrong;
    EXPECT_NE(run("report " + in + " -o " + file("w.doc")).status, 0);
    EXPECT_NE(run("report " + in + " -o " + file("nowhere/w.html")).err.find("nowhere"),
              std::string::npos);
    EXPECT_FALSE(std::filesystem::exists(folder_ / "w.html"));
}

TEST_F(ReportCommand, APaintingWithNothingLaidHasOnlyWhatThereIs) {
    const std::string in = saved(testing::sealed(testing::ramp({60, 40})));
    const std::string text = testing::without_pictures(html(in));
    EXPECT_EQ(testing::unbalanced(text), "");
    EXPECT_NE(text.find("as sealed"), std::string::npos);
    EXPECT_EQ(text.find("after pass"), std::string::npos);
    EXPECT_EQ(text.find("id=\"passes\""), std::string::npos);
    EXPECT_EQ(text.find("id=\"versions\""), std::string::npos);
}

TEST_F(ReportCommand, ThePaintingsOwnWordsStandThereUnlessOthersAreSaid) {
    Painting painting = painting_with("Salt");
    painting.report_words = "Words of the painting.";
    const std::string in = saved(painting);
    EXPECT_NE(html(in).find("Words of the painting."), std::string::npos);
    const std::string other = html(in, "--words 'Others.'");
    EXPECT_EQ(other.find("Words of the painting."), std::string::npos);
    EXPECT_NE(other.find("Others."), std::string::npos);
}

TEST_F(ReportCommand, TellsWhatPrintingWouldDo) {
    const std::string in = saved(painting_with("Salt"));
    ASSERT_EQ(run("report " + in + " -o " + file("r.json") + " --sections passes,paper").status, 0);
    const auto json = nlohmann::json::parse(testing::read_text(folder_ / "r.json"));
    ASSERT_EQ(json["sections"].size(), 2U);
    const std::string said = json["sections"][1]["blocks"].dump();
    EXPECT_NE(said.find("Uncoated paper (approximate)"), std::string::npos);
    EXPECT_NE(said.find("as printed"), std::string::npos);
    EXPECT_NE(said.find("Range kept"), std::string::npos);
    const auto wrong =
        run("report " + in + " -o " + file("w.pdf") + " --sections paper --profile " + in);
    EXPECT_NE(wrong.status, 0);
    EXPECT_NE(wrong.err.find("not an ICC profile"), std::string::npos) << wrong.err;
    EXPECT_FALSE(std::filesystem::exists(folder_ / "w.pdf"));
}

/// Whether a program is there to be asked.
bool has_program(const char* name) {
    return std::system((std::string("command -v ") + name + " > /dev/null 2>&1").c_str()) == 0;
}

TEST_F(ReportCommand, AnHtmlCheckerFindsNothingWrong) {
    if (!has_program("tidy")) GTEST_SKIP() << "html-tidy is not here";
    for (const std::string& name :
         {std::string("Salt"), std::string("\"><img src=x> & </td>"), std::string(10'000, 'w')}) {
        html(saved(painting_with(name)));
        const std::string check = "tidy -q -e --show-info no --drop-empty-elements no " +
                                  file("r.html") + " > " + file("told") + " 2>&1";
        const int status = WEXITSTATUS(std::system(check.c_str()));
        EXPECT_EQ(status, 0) << testing::read_text(folder_ / "told");
    }
}

TEST_F(ReportCommand, ABrowserShowsTheTextOfThePdfAndComplainsOfNothing) {
    if (!has_program("chromium")) GTEST_SKIP() << "Chromium is not here";
    const std::string in = saved(painting_with("Salt"));
    html(in, "--words 'Second round.'");
    ASSERT_EQ(run("report " + in + " -o " + file("r.pdf") + " --words 'Second round.'").status, 0);
    const std::string browse =
        "chromium --headless --no-sandbox --disable-gpu --disable-background-networking "
        "--enable-logging=stderr --user-data-dir=" +
        file("profile") + " --dump-dom file://" + file("r.html") + " > " + file("dom") + " 2> " +
        file("log");
    ASSERT_EQ(std::system(browse.c_str()), 0);
    EXPECT_EQ(testing::read_text(folder_ / "log").find("CONSOLE"), std::string::npos);
    const std::string dom = testing::read_text(folder_ / "dom");
    ASSERT_EQ(std::system(("pdftotext " + file("r.pdf") + " " + file("text")).c_str()), 0);
    std::istringstream words(testing::read_text(folder_ / "text"));
    int looked = 0;
    for (std::string word; words >> word;) {
        // Words of the page itself, and those broken or numbered by it.
        if (word.size() < 5 ||
            word.find_first_not_of("abcdefghijklmnopqrstuvwxyz") != std::string::npos)
            continue;
        ++looked;
        EXPECT_NE(dom.find(word), std::string::npos) << word;
    }
    EXPECT_GT(looked, 30);
}

}  // namespace
}  // namespace underpaint
