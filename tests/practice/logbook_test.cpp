// SPDX-License-Identifier: GPL-3.0-or-later
// The logbook: nothing is lost that was answered, whatever happens to the file.
#include "files/logbook.h"

#include <gtest/gtest.h>
#include <sqlite3.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <csignal>
#include <fstream>

#include "files/disk.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using std::chrono::sys_days;
constexpr std::chrono::sys_seconds kBegin{sys_days(std::chrono::year(2026) / 3 / 2)};  // a Monday

LoggedAnswer answer(std::int64_t hours, DrillKind kind = DrillKind::step_alone,
                    double error = 0.5) {
    LoggedAnswer a;
    a.when = kBegin + std::chrono::hours(hours);
    a.kind = kind;
    a.seed = static_cast<std::uint64_t>(hours) + 0xF000'0000'0000'0000ULL;
    a.cell = {3, 6};
    a.truth = 6, a.said = 6 + error, a.error = error;
    a.right = std::abs(error) <= 0.5;
    a.seconds = 12;
    return a;
}

class LogbookTest : public ::testing::Test {
protected:
    Logbook open() {
        auto opened = Logbook::open(file_);
        EXPECT_TRUE(opened) << opened.error().message();
        return std::move(*opened);
    }
    testing::TemporaryFolder folder_;
    const std::filesystem::path file_ = folder_ / "records" / "logbook.sqlite";
};

TEST_F(LogbookTest, WhatIsAddedIsThereWhenItIsOpenedAgain) {
    {
        Logbook book = open();
        for (int i = 0; i < 5; ++i) ASSERT_TRUE(book.add(answer(i)));
        ASSERT_TRUE(book.add(answer(9, DrillKind::lighter)));
        ASSERT_TRUE(
            book.add(LoggedStudy{0, kBegin, StudyKind::two, "Fog, \"at six\"", 28, 0.92, 0.03}));
        ASSERT_TRUE(book.set_goal({StudyKind::two, 15}));
        ASSERT_TRUE(book.set_goal({StudyKind::limited, 8, true}));
        ASSERT_TRUE(book.set_goal({StudyKind::full, 5}));
        ASSERT_TRUE(book.set_goal({StudyKind::full, 0}));
    }
    Logbook book = open();
    EXPECT_TRUE(book.notices().empty());
    const auto answers = *book.answers(DrillKind::step_alone);
    ASSERT_EQ(answers.size(), 5U);
    LoggedAnswer expected = answer(4);
    expected.id = answers.back().id;
    EXPECT_EQ(answers.back(), expected);
    EXPECT_EQ(book.answers(DrillKind::step_alone, 2)->front().when, answer(3).when);
    EXPECT_EQ(book.answers()->size(), 6U);
    EXPECT_EQ(book.studies()->front().name, "Fog, \"at six\"");
    EXPECT_EQ(*book.goals(),
              (std::vector<StudyGoal>{{StudyKind::limited, 8, true}, {StudyKind::two, 15}}));
    EXPECT_EQ((*book.counts())[static_cast<std::size_t>(DrillKind::lighter)], 1U);
}

TEST_F(LogbookTest, OneOfTheFirstVersionIsTakenFurther) {
    std::filesystem::create_directories(file_.parent_path());
    sqlite3* first = nullptr;
    ASSERT_EQ(sqlite3_open(file_.c_str(), &first), SQLITE_OK);
    ASSERT_EQ(sqlite3_exec(first, R"(
create table answers (id integer primary key, at integer not null, kind text not null,
  seed integer not null, hue integer not null, step integer not null, level real not null,
  truth real not null, said real not null, error real not null, is_right integer not null,
  seconds real not null);
create table studies (id integer primary key, at integer not null, kind text not null,
  name text not null, minutes real not null, figure real not null, second real not null);
create table goals (kind text primary key, count integer not null);
insert into goals values ('full', 5);
insert into studies values (1, 1700000000, 'full', 'Fog', 90, 0.4, 0);
pragma user_version = 1;)",
                           nullptr, nullptr, nullptr),
              SQLITE_OK);
    sqlite3_close(first);
    for (int time = 0; time < 2; ++time) {
        Logbook book = open();
        EXPECT_TRUE(book.notices().empty());
        EXPECT_EQ(book.studies()->front().name, "Fog");
        EXPECT_EQ(book.goals()->front(), (StudyGoal{StudyKind::full, 5, time == 1}));
        ASSERT_TRUE(book.set_goal({StudyKind::full, 5, true}));
    }
}

TEST_F(LogbookTest, WeeksHaveTheirErrorsAndQuartiles) {
    Logbook book = open();
    for (int i = 1; i <= 4; ++i) ASSERT_TRUE(book.add(answer(i, DrillKind::step_alone, 0.2 * i)));
    ASSERT_TRUE(book.add(answer(24 * 6 + 23, DrillKind::step_alone, -0.5)));  // Sunday night
    ASSERT_TRUE(book.add(answer(24 * 7, DrillKind::step_alone, -2)));         // Monday
    ASSERT_TRUE(book.add(answer(24 * 30, DrillKind::step_alone, 0)));
    const auto weeks = *book.weeks(DrillKind::step_alone);
    ASSERT_EQ(weeks.size(), 3U);
    EXPECT_EQ(weeks[0].count, 5U);
    EXPECT_NEAR(weeks[0].error, (0.2 + 0.4 + 0.6 + 0.8 + 0.5) / 5, 1e-9);
    EXPECT_NEAR(weeks[0].low, 0.4, 1e-9);
    EXPECT_NEAR(weeks[0].high, 0.6, 1e-9);
    EXPECT_NEAR(weeks[0].right, 3.0 / 5, 1e-9);
    EXPECT_NEAR(weeks[0].minutes, 1, 1e-9);
    EXPECT_EQ(weeks[1].begins, sys_days(kBegin.time_since_epoch().count() == 0
                                            ? sys_days{}
                                            : std::chrono::floor<std::chrono::days>(kBegin)) +
                                   std::chrono::days(7));
    EXPECT_NEAR(weeks[1].error, 2, 1e-9);
}

TEST_F(LogbookTest, OneADayOrAllAreDeleted) {
    Logbook book = open();
    for (const int hours : {1, 2, 25, 49}) ASSERT_TRUE(book.add(answer(hours)));
    ASSERT_TRUE(book.remove_answer(book.answers()->front().id));
    EXPECT_EQ(book.answers()->size(), 3U);
    ASSERT_TRUE(
        book.remove_day(std::chrono::floor<std::chrono::days>(kBegin) + std::chrono::days(1)));
    EXPECT_EQ(book.answers()->size(), 2U);
    ASSERT_TRUE(book.remove_all());
    EXPECT_TRUE(book.answers()->empty());
}

TEST_F(LogbookTest, GoesOutAsCsvAndComesBackOnce) {
    Logbook book = open();
    for (int i = 0; i < 7; ++i) ASSERT_TRUE(book.add(answer(i, DrillKind::warmer, i % 2)));
    ASSERT_TRUE(book.add(LoggedStudy{0, kBegin, StudyKind::limited, "a,b\nc", 90, 4.1, 0.2}));
    const std::string csv = *book.write_csv();
    auto other = Logbook::open(folder_ / "other.sqlite");
    ASSERT_TRUE(other);
    EXPECT_EQ(*other->read_csv("x.csv", csv), 8U);
    EXPECT_EQ(*other->read_csv("x.csv", csv), 0U) << "a second time nothing is new";
    EXPECT_EQ(*other->answers(), *book.answers());
    EXPECT_EQ(other->studies()->front().name, "a,b\nc");
    for (const char* wrong : {"", "name,hex\r\nred,#ff0000\r\n", "\"", "what\r\n"})
        EXPECT_FALSE(other->read_csv("x.csv", wrong)) << wrong;
    // Lines that are cut, or hold nonsense, take nothing else along.
    EXPECT_TRUE(
        other->read_csv("x.csv", csv.substr(0, csv.size() / 2) + "\r\nanswer,1e99,nothing,"));
    EXPECT_EQ(other->answers()->size(), 7U);
}

TEST_F(LogbookTest, TwoWindowsWriteAtOnce) {
    Logbook one = open(), two = open();
    for (int i = 0; i < 50; ++i) {
        ASSERT_TRUE(one.add(answer(2 * i)));
        ASSERT_TRUE(two.add(answer(2 * i + 1)));
    }
    EXPECT_EQ(one.answers()->size(), 100U);
    EXPECT_EQ(*one.answers(), *two.answers());
}

TEST_F(LogbookTest, KilledAtAnyMomentAtMostTheAnswerInHandIsLost) {
    for (int round = 0; round < 6; ++round) {
        std::error_code error;
        std::filesystem::remove_all(file_.parent_path(), error);
        int pipes[2];
        ASSERT_EQ(::pipe(pipes), 0);
        const pid_t child = ::fork();
        if (child == 0) {
            auto book = Logbook::open(file_);
            for (int i = 0; book && i < 100'000; ++i) {
                if (!book->add(answer(i))) break;
                const char told = 1;
                if (::write(pipes[1], &told, 1) != 1) break;
            }
            ::_exit(0);
        }
        ::close(pipes[1]);
        int told = 0;
        char byte = 0;
        while (told < 20 + 37 * round && ::read(pipes[0], &byte, 1) == 1) ++told;
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        while (::read(pipes[0], &byte, 1) == 1) ++told;
        ::close(pipes[0]);
        Logbook book = open();
        EXPECT_TRUE(book.notices().empty());
        const auto kept = static_cast<int>(book.answers()->size());
        EXPECT_GE(kept, told);
        EXPECT_LE(kept, told + 1);
    }
}

TEST_F(LogbookTest, ADamagedOneIsPutAsideAndWhatCanBeReadComesBack) {
    {
        Logbook book = open();
        for (int i = 0; i < 3000; ++i) ASSERT_TRUE(book.add(answer(i)));
    }
    const auto size = std::filesystem::file_size(file_);
    ASSERT_GT(size, 100'000U);
    {
        // A page in the last third becomes noise.
        std::fstream file(file_, std::ios::in | std::ios::out | std::ios::binary);
        file.seekp(static_cast<std::streamoff>(size * 2 / 3 / 4096 * 4096));
        const std::string noise(4096, '\x5A');
        file.write(noise.data(), static_cast<std::streamsize>(noise.size()));
    }
    Logbook book = open();
    ASSERT_EQ(book.notices().size(), 1U);
    EXPECT_NE(book.notices().front().find("damaged"), std::string::npos);
    EXPECT_TRUE(std::filesystem::exists(file_.string() + ".damaged"));
    EXPECT_GT(book.answers()->size(), 500U);
    ASSERT_TRUE(book.add(answer(9999)));
    EXPECT_TRUE(open().notices().empty()) << "the new one is whole";
}

TEST_F(LogbookTest, WhatIsNoLogbookIsPutAsideAndALaterOneIsLeft) {
    std::filesystem::create_directories(file_.parent_path());
    std::ofstream(file_) << std::string(5000, 'x');
    EXPECT_EQ(open().notices().size(), 1U);
    EXPECT_TRUE(std::filesystem::exists(file_.string() + ".damaged"));
    std::ofstream(folder_ / "empty.sqlite").close();
    EXPECT_TRUE(Logbook::open(folder_ / "empty.sqlite"));
    const std::string later = "sqlite3";
    {
        auto book = Logbook::open(folder_ / "later.sqlite");
        ASSERT_TRUE(book && book->add(answer(1)));
    }
    // user_version stands at byte 60 of the header, most significant first.
    {
        std::fstream file(folder_ / "later.sqlite",
                          std::ios::in | std::ios::out | std::ios::binary);
        file.seekp(60);
        file.write("\0\0\0\x63", 4);
    }
    const auto before = *read_file(folder_ / "later.sqlite");
    const auto opened = Logbook::open(folder_ / "later.sqlite");
    ASSERT_FALSE(opened);
    EXPECT_NE(opened.error().message().find("newer version"), std::string::npos);
    EXPECT_EQ(*read_file(folder_ / "later.sqlite"), before);
    EXPECT_FALSE(Logbook::open(folder_.path())) << "a folder";
}

TEST_F(LogbookTest, WhatFailsHalfwayIsTakenBackAndKeepsNobodyOut) {
    Logbook book = open();
    for (const int hours : {1, 2, 30}) ASSERT_TRUE(book.add(answer(hours)));
    sqlite3* other = nullptr;
    ASSERT_EQ(sqlite3_open(file_.c_str(), &other), SQLITE_OK);
    ASSERT_EQ(sqlite3_exec(other, "drop table studies", nullptr, nullptr, nullptr), SQLITE_OK);
    EXPECT_FALSE(book.remove_day(std::chrono::floor<std::chrono::days>(kBegin)));
    EXPECT_EQ(book.answers()->size(), 3U) << "the answers of that day are still there";
    EXPECT_EQ(sqlite3_exec(other, "update answers set step = 4", nullptr, nullptr, nullptr),
              SQLITE_OK)
        << "another window can write";
    sqlite3_close(other);
    EXPECT_TRUE(book.add(answer(31)));
}

TEST_F(LogbookTest, AClockThatWasSetBackReordersNothing) {
    Logbook book = open();
    for (const int hours : {10, 5, 7}) ASSERT_TRUE(book.add(answer(hours)));
    const auto answers = *book.answers();
    EXPECT_EQ(answers[0].when, answer(10).when);
    EXPECT_EQ(answers[2].when, answer(7).when);
    EXPECT_EQ(book.weeks(DrillKind::step_alone)->size(), 1U);
}

TEST_F(LogbookTest, MinutesAreAddedUpByWeekAndDay) {
    auto book = Logbook::open(file_);
    ASSERT_TRUE(book);
    using std::chrono::days;
    const std::chrono::sys_days monday = std::chrono::year(2026) / 11 / 23;
    EXPECT_EQ(monday_of(monday), monday);
    EXPECT_EQ(monday_of(monday + days(6)), monday) << "a Sunday is the week's last day";
    EXPECT_EQ(monday_of(monday - days(1)), monday - days(7));
    const auto answered = [&](std::chrono::sys_seconds when, double seconds) {
        LoggedAnswer answer;
        answer.when = when, answer.seconds = seconds;
        ASSERT_TRUE(book->add(answer));
    };
    answered(monday, 30);
    answered(monday + days(7) - std::chrono::seconds(1), 90);
    answered(monday + days(7), 60);
    ASSERT_TRUE(book->add(LoggedStudy{0, monday + days(2), StudyKind::two, "a", 25, 0.9, 0}));
    const auto weeks = book->minutes_by_week();
    ASSERT_TRUE(weeks);
    ASSERT_EQ(weeks->size(), 2U);
    EXPECT_EQ((*weeks)[0].begins, monday);
    EXPECT_NEAR((*weeks)[0].minutes, 27, 1e-9);
    EXPECT_NEAR((*weeks)[1].minutes, 1, 1e-9);
    EXPECT_EQ((*weeks)[1].begins, monday + days(7));
    EXPECT_NEAR(*book->minutes_between(monday, monday + days(1)), 0.5, 1e-9);
    EXPECT_NEAR(*book->minutes_between(monday + days(1), monday + days(7)), 26.5, 1e-9);
    ASSERT_TRUE(book->remove_study(book->studies()->front().id));
    EXPECT_NEAR(*book->minutes_between(monday, monday + days(7)), 2, 1e-9);
}

TEST_F(LogbookTest, ADiskThatTakesNoMoreIsToldOfAndNothingIsLost) {
    Logbook book = open();
    for (int i = 0; i < 5; ++i) ASSERT_TRUE(book.add(answer(i)));
    std::signal(SIGXFSZ, SIG_IGN);
    rlimit was{};
    ASSERT_EQ(getrlimit(RLIMIT_FSIZE, &was), 0);
    const rlimit none{4096, was.rlim_max};
    ASSERT_EQ(setrlimit(RLIMIT_FSIZE, &none), 0);
    const auto refused = book.add(answer(5));
    ASSERT_EQ(setrlimit(RLIMIT_FSIZE, &was), 0);
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message().find("logbook.sqlite"), std::string::npos);
    EXPECT_EQ(book.answers()->size(), 5U);
    ASSERT_TRUE(book.add(answer(5))) << "once there is room again";
    EXPECT_EQ(open().answers()->size(), 6U);
}

}  // namespace
}  // namespace underpaint
