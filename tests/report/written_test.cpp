// SPDX-License-Identifier: GPL-3.0-or-later
// Reports of any content as HTML, CSV and JSON: nothing is lost, and what a painter writes stays
// text.
#include <gtest/gtest.h>

#include <nlohmann/json.hpp>
#include <regex>

#include "report/figures.h"
#include "report/html.h"
#include "support/any_report.h"
#include "support/html_text.h"

namespace underpaint {
namespace {

/// What would be markup, a field's end, or a formula, if it were not taken for text.
const std::vector<std::string> kHostile{
    " ",     " <b>", "</table>", " & ", " &amp; ", "\" onload=\"", "' ", ", ",
    "\",\"", "\r\n", "\n",       " = ", " -->",    "<!--",         "{}", "%s"};

testing::AnyReport hostile(unsigned seed) {
    return testing::AnyReport(seed, testing::Words(kHostile));
}

/// How often each word stands in a text.
std::vector<int> counted(const std::string& text, int words) {
    std::vector<int> counts(static_cast<std::size_t>(words));
    static const std::regex word("w([0-9]+)(?![0-9])");
    for (std::sregex_iterator at(text.begin(), text.end(), word), end; at != end; ++at) {
        const std::size_t which = std::stoul((*at)[1]);
        if (which < counts.size()) ++counts[which];
    }
    return counts;
}

/// What stands between the tags, entities read as the characters that they stand for.
std::string shown_text(const std::string& html) {
    std::string text;
    bool tag = false, quoted = false;
    for (const char c : html.substr(html.find("<body"))) {
        if (tag && c == '"') quoted = !quoted;
        if (!tag && c == '<') tag = true;
        if (!tag) text += c;
        if (tag && !quoted && c == '>') {
            tag = false;
            text += '\x1F';
        }
    }
    for (const auto& [entity, stands_for] :
         {std::pair("&lt;", "<"), {"&gt;", ">"}, {"&quot;", "\""}, {"&#39;", "'"}, {"&amp;", "&"}})
        for (auto at = text.find(entity); at != text.npos; at = text.find(entity, at + 1))
            text.replace(at, std::string_view(entity).size(), stands_for);
    return text;
}

/// With one space for each run of spaces and line ends, as a browser shows it.
std::string squeezed(const std::string& text) {
    return std::regex_replace(text, std::regex("[ \r\n]+"), " ");
}

/// RFC 4180, written out: fields between commas, in quotes where they have any of these.
std::vector<std::vector<std::string>> read_csv(const std::string& text) {
    std::vector<std::vector<std::string>> lines(1);
    std::string field;
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted && c == '"' && i + 1 < text.size() && text[i + 1] == '"') {
            field += text[++i];
        } else if (c == '"') {
            quoted = !quoted;
        } else if (!quoted && (c == ',' || c == '\n')) {
            lines.back().push_back(std::move(field));
            field.clear();
            if (c == '\n') lines.emplace_back();
        } else if (quoted || c != '\r') {
            field += c;
        }
    }
    lines.pop_back();
    return lines;
}

TEST(WrittenReport, HtmlHasEveryWordAndNoMarkupOfThePainters) {
    for (unsigned seed = 1; seed <= 30; ++seed) {
        SCOPED_TRACE(seed);
        const testing::AnyReport any = hostile(seed);
        const auto written = write_html(any.report());
        ASSERT_TRUE(written);
        const std::string html = testing::without_pictures(*written);
        EXPECT_EQ(testing::unbalanced(html), "");
        for (const char* markup : {"</table>w", "<!--", "-->", "onload=\"w"})
            EXPECT_EQ(html.find(markup), std::string::npos) << markup;
        const std::vector<int> everywhere = counted(html, any.words());
        for (std::size_t i = 0; i < everywhere.size(); ++i)
            EXPECT_GE(everywhere[i], 1) << "word " << i;
        // Sentences stand between the tags as they were written.
        const std::string text = squeezed(shown_text(html));
        for (const Section& section : any.report().sections)
            for (const Block& block : section.blocks) {
                if (const auto* paragraph = std::get_if<Paragraph>(&block)) {
                    EXPECT_NE(text.find(squeezed(paragraph->text)), std::string::npos);
                }
                const auto* table = std::get_if<ReportTable>(&block);
                if (table == nullptr) continue;
                for (const auto& row : table->rows)
                    for (const Cell& cell : row)
                        EXPECT_NE(text.find(squeezed(cell.text)), std::string::npos) << cell.text;
            }
    }
}

TEST(WrittenReport, HtmlIsTheSameForTheSameReport) {
    const testing::AnyReport one = hostile(7), again = hostile(7), other = hostile(8);
    EXPECT_EQ(*write_html(one.report()), *write_html(again.report()));
    EXPECT_NE(*write_html(one.report()), *write_html(other.report()));
}

TEST(WrittenReport, CsvHasALineForEachFigureWithItsVerdict) {
    for (unsigned seed = 1; seed <= 30; ++seed) {
        SCOPED_TRACE(seed);
        const testing::AnyReport any = hostile(seed);
        const auto lines = read_csv(write_report_csv(any.report()));
        ASSERT_FALSE(lines.empty());
        EXPECT_EQ(lines[0], (std::vector<std::string>{"section", "item", "figure", "value",
                                                      "verdict", "budget"}));
        std::vector<std::vector<std::string>> wanted{lines[0]};
        for (const Section& section : any.report().sections)
            for (const Block& block : section.blocks) {
                if (const auto* marked = std::get_if<MarkedLines>(&block))
                    for (const MarkedLine& line : marked->lines)
                        wanted.push_back(
                            {section.id, line.label, "", line.text, "lost", line.budget});
                if (const auto* table = std::get_if<ReportTable>(&block))
                    for (const auto& row : table->rows)
                        for (std::size_t i = 1; i < row.size(); ++i)
                            wanted.push_back({section.id, row[0].text, table->columns[i],
                                              row[i].text, i == 1 ? "held" : "", ""});
                if (const auto* chart = std::get_if<LineChart>(&block)) {
                    const std::string item = chart->title + ": " + chart->series[0].name;
                    wanted.push_back({section.id, item, "1", "0.10", "", ""});
                    wanted.push_back({section.id, item, "2", "0.40", "", ""});
                }
            }
        ASSERT_EQ(lines.size(), wanted.size());
        for (std::size_t i = 0; i < lines.size(); ++i) ASSERT_EQ(lines[i], wanted[i]) << i;
    }
}

TEST(WrittenReport, JsonHasEveryWordOnceAndThePainterWordsAsTheyAre) {
    for (unsigned seed = 1; seed <= 30; ++seed) {
        SCOPED_TRACE(seed);
        const testing::AnyReport any = hostile(seed);
        const std::string text = write_report_json(any.report());
        const auto json = nlohmann::json::parse(text);
        EXPECT_EQ(json["words"], any.report().words);
        ASSERT_EQ(json["sections"].size(), any.report().sections.size());
        const std::vector<int> counts = counted(text, any.words());
        for (std::size_t i = 0; i < counts.size(); ++i) EXPECT_EQ(counts[i], 1) << "word " << i;
    }
}

}  // namespace
}  // namespace underpaint
