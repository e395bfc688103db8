// SPDX-License-Identifier: GPL-3.0-or-later
// What goes wrong inside the program is said, written down, and ends as little as may be.
#include <sys/stat.h>
#include <sys/wait.h>

#include <QClipboard>

#include "desk/window/about_sheet.h"
#include "desk/window/crash_report.h"
#include "desk/window/file_names.h"
#include "desk/window/settings_menus.h"
#include "desk/window/starting.h"
#include "desk/work/faults.h"
#include "files/log.h"
#include "files/user_folders.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class FaultsTest : public testing::DeskTest {
protected:
    static std::string log() { return testing::read_text(log_file()); }

    /// A child that ends by a fault; its report.
    template <class Fault>
    static std::string report_of(Fault fault, int signal) {
        const pid_t child = ::fork();
        if (child == 0) {
            leave_report_of_crashes(state_folder(), "Faithful Underpaint: 9.9\n");
            fault();
            ::_exit(0);
        }
        int status = 0;
        EXPECT_EQ(::waitpid(child, &status, 0), child);
        EXPECT_TRUE(WIFSIGNALED(status) && WTERMSIG(status) == signal) << status;
        const auto reports = crash_reports(state_folder());
        if (reports.empty()) return {};
        std::string text = testing::read_text(reports.front());
        std::filesystem::remove(reports.front());
        return text;
    }
};

TEST_F(FaultsTest, ACrashLeavesAReportThatSaysWhereAndOfWhatVersion) {
    const std::string report = report_of([] { ::raise(SIGSEGV); }, SIGSEGV);
    EXPECT_TRUE(report.starts_with("Faithful Underpaint: 9.9\n")) << report;
    EXPECT_NE(report.find("Ended by signal 11 at "), std::string::npos) << report;
    EXPECT_NE(report.find("desk_tests("), std::string::npos) << "frames: " << report;
}

TEST_F(FaultsTest, AnExceptionThatNobodyCaughtIsNamedInTheReport) {
    const std::string report = report_of(
        []() noexcept {
            std::rethrow_exception(std::make_exception_ptr(std::runtime_error("no such tile")));
        },
        SIGABRT);
    EXPECT_NE(report.find("Nobody caught: no such tile\n"), std::string::npos) << report;
}

TEST_F(FaultsTest, AStackThatRanOverIsReportedToo) {
    struct Deep {
        static int fall(int n) {
            volatile char room[4096] = {};
            room[n % 4096] = 1;
            return n < 0 ? 0 : fall(n + 1) + room[0];
        }
    };
    EXPECT_NE(report_of([] { Deep::fall(1); }, SIGSEGV).find("Ended by signal 11"),
              std::string::npos);
}

TEST_F(FaultsTest, ItIsToldOfOnceAtTheNextStart) {
    EXPECT_EQ(said_at_start({}), "");
    std::filesystem::create_directories(state_folder());
    testing::write_text(state_folder() / "fault-1796000000-7.txt", "a report");
    const QString said = said_at_start({});
    EXPECT_TRUE(said.contains("fault-1796000000-7.txt")) << said.toStdString();
    EXPECT_EQ(said_at_start({}), "");
    bool offered = false;
    window_->tell(said, [&] { offered = true; });
    EXPECT_EQ(notice(), said);
    EXPECT_FALSE(offered) << "first this, then what was not saved";
    answer("Go on");
    EXPECT_TRUE(offered);
}

TEST_F(FaultsTest, OnlyTheNewestReportsStay) {
    std::filesystem::create_directories(state_folder());
    for (int i = 0; i < 9; ++i)
        testing::write_text(state_folder() / ("fault-179600000" + std::to_string(i) + "-7.txt"),
                            "");
    tidy_crash_reports(state_folder());
    ASSERT_EQ(crash_reports(state_folder()).size(), 5U);
    EXPECT_EQ(crash_reports(state_folder()).front().filename(), "fault-1796000008-7.txt");
}

TEST_F(FaultsTest, AFaultInAWorkerIsSaidAndTheWindowGoesOn) {
    window_->files().set_opener(
        [](const auto&, const auto&, const auto&) -> Result<OpenedPainting> {
            throw std::length_error("a row too long");
        });
    begin(testing::slipping_painting());
    window_->files().open_file(folder_ / "any.ora");
    ASSERT_TRUE(wait([&] { return notice().contains("a row too long"); }));
    EXPECT_FALSE(window_->files().busy());
    EXPECT_EQ(painting().passes.size(), 2U);
    EXPECT_NE(log().find("A fault of the program, in opening a file: a row too long"),
              std::string::npos)
        << log();
    answer("Close");
    // One that nobody answers for.
    LatestJob job(nullptr, Urgency::beside, "a test");
    job.start([](const std::stop_token&, const auto&) { throw std::logic_error("odd"); });
    ASSERT_TRUE(wait([&] { return notice().contains("(odd)"); }));
}

TEST_F(FaultsTest, TheLogIsNobodyElsesAndNeverWaitsOrLeadsElsewhere) {
    namespace fs = std::filesystem;
    const auto rights = [](const fs::path& path) {
        return static_cast<int>(fs::status(path).permissions());
    };
    fs::create_directories(log_file().parent_path());
    fs::remove(log_file());
    fs::permissions(log_file().parent_path(), fs::perms(0755));
    write_to_log("one");
    EXPECT_EQ(rights(log_file()), 0600);
    EXPECT_EQ(rights(log_file().parent_path()), 0700);
    fs::permissions(log_file(), fs::perms(0644));
    write_to_log("two");
    EXPECT_EQ(rights(log_file()), 0600) << "one that was there before";
    fs::remove(log_file());
    testing::write_text(folder_ / "else.txt", "a letter");
    fs::create_symlink(folder_ / "else.txt", log_file());
    write_to_log("three");
    EXPECT_EQ(testing::read_text(folder_ / "else.txt"), "a letter");
    // A pipe that nobody reads: whoever opens it for writing waits.
    fs::remove(log_file());
    ASSERT_EQ(::mkfifo(log_file().c_str(), 0600), 0);
    write_to_log("four");
    start();
    EXPECT_TRUE(window_->isVisible());
}

TEST_F(FaultsTest, TheLogSaysWhatWasSaidAndStaysSmall) {
    testing::write_text(folder_ / "none.png", "no picture");
    window_->files().open_file(folder_ / "none.png");
    ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
    EXPECT_NE(log().find("none.png"), std::string::npos);
    write_to_log("two\nlines\tand a tab");
    EXPECT_NE(log().find("  two lines and a tab\n"), std::string::npos);
    const std::string line(1500, 'x');
    for (int i = 0; i < 700; ++i) write_to_log(line);
    EXPECT_LE(std::filesystem::file_size(log_file()), kMostLogBytes + 3000);
    EXPECT_LE(std::filesystem::file_size(log_file_before()), kMostLogBytes + 3000);
    std::filesystem::remove(log_file());
    std::filesystem::create_directories(log_file());
    write_to_log("it can't be written");  // and nothing happens
}

TEST_F(FaultsTest, AboutSaysWhatRunsAndWhereThingsAreAndCopiesIt) {
    write_to_log("the end of the log");
    trigger("about");
    auto* about = find<AboutSheet>("about_sheet");
    ASSERT_TRUE(about->isVisible());
    click("copy_about");
    EXPECT_TRUE(about->isVisible()) << "a button is no click beside";
    const QString text = QApplication::clipboard()->text();
    for (const QString& part : {QString(UNDERPAINT_VERSION), QString(qVersion()),
                                text_of(log_file()), QString("the end of the log")})
        EXPECT_TRUE(text.contains(part)) << part.toStdString();
    QTest::keyClick(about, Qt::Key_Escape);
    EXPECT_FALSE(about->isVisible());
    trigger("about");
    QTest::mouseClick(about, Qt::LeftButton, {}, {5, 5});
    EXPECT_FALSE(about->isVisible());
}

TEST_F(FaultsTest, ASafeStartPutsSettingsAsideAndLosesNone) {
    QSettings().setValue("look", static_cast<int>(Look::light));
    QSettings().sync();
    std::filesystem::create_directories(settings_folder());
    testing::write_text(settings_folder() / "house-rules.json", "{ broken");
    ASSERT_EQ(kept_look(), Look::light);
    const QStringList aside = put_settings_aside();
    ASSERT_EQ(aside.size(), 2);
    EXPECT_EQ(testing::read_text(path_of(aside[1]) / "house-rules.json"), "{ broken");
    EXPECT_NE(testing::read_text(path_of(aside[0])).find("look="), std::string::npos)
        << "what was set is still there";
    EXPECT_FALSE(std::filesystem::exists(path_of(QSettings().fileName())));
    EXPECT_TRUE(said_at_start(aside).contains(aside[0]));
    EXPECT_TRUE(put_settings_aside().isEmpty()) << "nothing is there to be put aside";
}

}  // namespace
}  // namespace underpaint
