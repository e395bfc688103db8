// SPDX-License-Identifier: GPL-3.0-or-later
// The command report as PDF, read back by poppler's programs.
#include <gtest/gtest.h>

#include <regex>
#include <sstream>

#include "cli/command_fixture.h"

namespace underpaint {
namespace {

class ReportPdf : public testing::Command {
protected:
    ReportPdf() { ::setenv("SOURCE_DATE_EPOCH", "1790000000", 1); }
    ~ReportPdf() override { ::unsetenv("SOURCE_DATE_EPOCH"); }

    std::string saved(int passes, const std::string& name = "Salt") {
        Painting painting = testing::sealed(testing::ramp({400, 300}));
        painting.name = name;
        for (int i = 0; i < passes; ++i) {
            Pass pass = testing::tint({1, 0.2F, 0.1F}, BlendMode::color, 0.1F);
            pass.name = name + " " + std::to_string(i + 1);
            painting = with_pass(std::move(painting), pass);
        }
        EXPECT_TRUE(save_painting(folder_ / "p.ora", painting));
        return file("p.ora");
    }
    void make(const std::string& in, const std::string& more = {}) {
        const auto ran = run("report " + in + " -o " + file("r.pdf") + " " + more);
        EXPECT_EQ(ran.status, 0) << ran.err;
    }
    std::string read(const std::string& program) const {
        const auto out = folder_ / "read";
        const std::string line = program + " " + file("r.pdf") +
                                 (program.starts_with("pdftotext") ? " -" : "") + " > " +
                                 out.string() + " 2>/dev/null";
        EXPECT_EQ(std::system(line.c_str()), 0) << program;
        return testing::read_text(out);
    }
};

TEST_F(ReportPdf, HasItsTextAsTextItsFontsWithItAndTheSameBytesEachTime) {
    const std::string in = saved(2);
    make(in, "--words 'Second round.'");
    const std::string first = testing::read_text(folder_ / "r.pdf");
    for (int again = 0; again < 4; ++again) {
        make(in, "--words 'Second round.'");
        EXPECT_TRUE(first == testing::read_text(folder_ / "r.pdf"));
    }
    const std::string text = read("pdftotext -layout");
    for (const char* said : {"Salt", "Second round.", "What became of it", "Pass by pass",
                             "as sealed", "after pass 2", "held up to 0.25, lost beyond 0.50"})
        EXPECT_NE(text.find(said), std::string::npos) << said;
    const std::string info = read("pdfinfo");
    EXPECT_NE(info.find("Title:           Salt"), std::string::npos) << info;
    EXPECT_NE(info.find("Page size:       595"), std::string::npos) << info;
    EXPECT_NE(info.find("2026"), std::string::npos) << "the report's own day";
    std::istringstream fonts(read("pdffonts"));
    std::string line;
    int embedded = 0;
    while (std::getline(fonts, line))
        if (line.find("B612") != std::string::npos) {
            EXPECT_TRUE(std::regex_search(line, std::regex(R"(\byes\b)"))) << line;
            ++embedded;
        }
    EXPECT_GE(embedded, 2) << "regular and bold";
}

/// By poppler, which shares no code with what wrote them.
TEST_F(ReportPdf, HasABookmarkForEachSectionOnItsPageAndALanguage) {
    make(saved(14), "--paper a5");
    const std::string outline = read("pdftohtml -xml -i -stdout");
    const auto pages = [&] {
        std::vector<std::string> texts(1);
        for (const char c : read("pdftotext")) {
            if (c == '\f')
                texts.emplace_back();
            else
                texts.back() += c;
        }
        return texts;
    }();
    const std::regex item(R"re(<item page="(\d+)">([^<]+)</item>)re");
    int found = 0;
    std::size_t before = 0;
    for (std::sregex_iterator at(outline.begin(), outline.end(), item), end; at != end; ++at) {
        const std::size_t page = std::stoul((*at)[1]);
        ASSERT_LE(page, pages.size());
        EXPECT_NE(pages[page - 1].find((*at)[2]), std::string::npos) << (*at)[0];
        EXPECT_GE(page, before);
        before = page;
        ++found;
    }
    EXPECT_GE(found, 4) << outline;
    EXPECT_GT(before, 2U);
    const std::string bytes = testing::read_text(folder_ / "r.pdf");
    EXPECT_NE(bytes.find("/Lang (en)"), std::string::npos);
    EXPECT_NE(bytes.find("/DisplayDocTitle true"), std::string::npos);
}

TEST_F(ReportPdf, NoPictureIsLargerThanAskedAndEveryPageHasItsNumber) {
    make(saved(14), "--picture-side 200 --paper a5 --lying");
    EXPECT_NE(read("pdfinfo").find("Page size:       595"), std::string::npos);
    const std::string text = read("pdftotext");
    const auto pages = std::ranges::count(text, '\f');
    ASSERT_GT(pages, 3);
    for (std::ptrdiff_t page = 1; page <= pages; ++page)
        EXPECT_NE(text.find(std::to_string(page) + "/" + std::to_string(pages)), std::string::npos);
    std::istringstream images(read("pdfimages -list"));
    std::string line;
    int found = 0;
    while (std::getline(images, line)) {
        std::istringstream words(line);
        std::string page, number, kind;
        int width = 0, height = 0;
        if (!(words >> page >> number >> kind >> width >> height)) continue;
        EXPECT_LE(std::max(width, height), 200) << line;
        ++found;
    }
    EXPECT_EQ(found, 16) << "the seal, now, and fourteen stages";
    // Each pass stands whole on one page.
    for (int pass = 1; pass <= 14; ++pass)
        EXPECT_NE(text.find("Salt " + std::to_string(pass)), std::string::npos);
}

TEST_F(ReportPdf, AnyNameStaysOnThePage) {
    for (const std::string& name :
         {std::string(10'000, 'w'), std::string("\xD7\xA9\xD7\x9C\xD7\x95\xD7\x9D one\x01two"),
          std::string("\xF0\x9F\xAA\xB0 \xF3\xB0\x80\x81")}) {
        make(saved(1, name));
        EXPECT_GE(std::ranges::count(read("pdftotext"), '\f'), 1);
    }
    // A folder that is not there: said, and nothing half-written.
    const auto ran = run("report " + file("p.ora") + " -o " + file("nowhere/r.pdf"));
    EXPECT_NE(ran.status, 0);
    EXPECT_NE(ran.err.find("nowhere"), std::string::npos);
}

}  // namespace
}  // namespace underpaint
