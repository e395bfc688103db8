// SPDX-License-Identifier: GPL-3.0-or-later
// The report's section on studies, from a logbook.
#include <gtest/gtest.h>

#include "report/html.h"
#include "report/make_report.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

Report made_from(const StudyRecord* studies) {
    const Painting painting = testing::sealed(testing::ramp({32, 24}));
    const Audit audit = *underpaint::audit(painting, {});
    const std::vector<Finding> findings;
    const BriefReport brief;
    ReportMatter matter{painting, audit, findings, brief, "2026-12-01"};
    matter.studies = studies;
    ReportChoices choices;
    choices.sections = {ReportSection::studies};
    return *make_report(matter, choices);
}

TEST(StudiesSection, HasEachKindAgainstItsGoalAndTheLastOnes) {
    testing::TemporaryFolder folder;
    const auto file = folder / "logbook.sqlite";
    EXPECT_TRUE(read_studies(file)->studies.empty());
    EXPECT_FALSE(std::filesystem::exists(file)) << "asking makes none";
    auto book = Logbook::open(file);
    ASSERT_TRUE(book);
    const std::chrono::sys_days day = std::chrono::year(2026) / 11 / 20;
    for (int i = 0; i < 14; ++i)
        ASSERT_TRUE(book->add(LoggedStudy{0, day + std::chrono::hours(i), StudyKind::two,
                                          "<Fog> & salt " + std::to_string(i), 20.0 + i,
                                          0.7 + 0.02 * i, 0}));
    ASSERT_TRUE(
        book->add(LoggedStudy{0, day + std::chrono::days(1), StudyKind::full, "Cart", 0, 0.42, 0}));
    ASSERT_TRUE(book->set_goal({StudyKind::two, 15}));
    ASSERT_TRUE(book->set_goal({StudyKind::limited, 10}));
    const auto record = read_studies(file);
    ASSERT_TRUE(record);
    const Report report = made_from(&*record);
    ASSERT_EQ(report.sections.size(), 1U);
    const auto& kinds = std::get<ReportTable>(report.sections[0].blocks[0]);
    ASSERT_EQ(kinds.rows.size(), 3U) << "done, or set out to do";
    const auto& two = kinds.rows[0];
    EXPECT_EQ(two[1].text, "14");
    EXPECT_EQ(two[2].text, "15");
    EXPECT_EQ(two[3].text, "27 min") << "the middle of 20 to 33";
    EXPECT_EQ(two[4].text, "70%");
    EXPECT_EQ(two[5].text, "96%");
    EXPECT_EQ(kinds.rows[1][3].text, "–") << "nobody said how long";
    EXPECT_EQ(kinds.rows[2][1].text, "0");
    const auto& last = std::get<ReportTable>(report.sections[0].blocks[1]);
    ASSERT_EQ(last.rows.size(), 12U);
    EXPECT_EQ(last.rows[0][0].text, "Cart") << "the newest first";
    EXPECT_EQ(last.rows[1][1].text, "2026-11-20");
    const auto html = write_html(report);
    ASSERT_TRUE(html);
    EXPECT_NE(html->find("&lt;Fog&gt; &amp; salt"), std::string::npos);
    EXPECT_EQ(html->find("<Fog>"), std::string::npos);
}

TEST(StudiesSection, IsLeftOutWhereThereIsNothingToSay) {
    const StudyRecord none;
    EXPECT_TRUE(made_from(&none).sections.empty());
    EXPECT_TRUE(made_from(nullptr).sections.empty());
}

}  // namespace
}  // namespace underpaint
