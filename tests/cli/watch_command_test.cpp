// SPDX-License-Identifier: GPL-3.0-or-later
// The command watch and the stand-in for a painting program, run as programs.
#include <fcntl.h>
#include <gtest/gtest.h>
#include <signal.h>
#include <unistd.h>

#include <chrono>
#include <regex>
#include <thread>

#include "cli/command_fixture.h"
#include "files/flat_picture.h"

namespace underpaint {
namespace {

class WatchCommand : public testing::Command {
protected:
    ~WatchCommand() override {
        if (child_ > 0) ::kill(child_, SIGKILL), ::waitpid(child_, nullptr, 0);
    }
    void watch(std::vector<std::string> arguments) {
        arguments.insert(arguments.begin(), {UNDERPAINT_COMMAND, "watch"});
        child_ = ::fork();
        if (child_ != 0) return;
        std::vector<char*> given;
        for (std::string& argument : arguments) given.push_back(argument.data());
        given.push_back(nullptr);
        const int out = ::open(file("lines").c_str(), O_WRONLY | O_CREAT, 0600);
        const int err = ::open(file("wrong").c_str(), O_WRONLY | O_CREAT, 0600);
        ::dup2(out, 1), ::dup2(err, 2);
        ::execv(UNDERPAINT_COMMAND, given.data());
        ::_exit(99);
    }
    /// Status once it has ended by itself or when it is asked to.
    int end(int signal = SIGTERM) {
        if (signal != 0) ::kill(child_, signal);
        int status = 0;
        ::waitpid(std::exchange(child_, 0), &status, 0);
        return WIFEXITED(status) ? WEXITSTATUS(status) : -1;
    }
    std::vector<nlohmann::json> lines() const {
        std::vector<nlohmann::json> all;
        std::istringstream text(testing::read_text(folder_ / "lines"));
        for (std::string line; std::getline(text, line);)
            all.push_back(nlohmann::json::parse(line, nullptr, false));
        return all;
    }
    template <class Ready>
    static bool wait_for(Ready ready) {
        // Ten minutes: a hang, and not a slow machine.
        for (int i = 0; i < 12'000; ++i) {
            if (ready()) return true;
            std::this_thread::sleep_for(std::chrono::milliseconds(50));
        }
        return false;
    }
    /// Later saves of a file are measured, as the command says beside its lines.
    bool sealed(const std::string& name) const {
        return std::regex_search(testing::read_text(folder_ / "wrong"),
                                 std::regex(name + ": .*sealed"));
    }
    int stand_in(const std::string& script) {
        testing::write_text(folder_ / "script", script);
        return std::system(
            (std::string(UNDERPAINT_STAND_IN) + " " + file("script") + " 2>" + file("stand-in-err"))
                .c_str());
    }
    pid_t child_ = 0;
};

TEST_F(WatchCommand, PrintsALineForEverySaveAfterTheFirstAndEndsWhenAsked) {
    const std::string canvas = file("canvas.png");
    const std::string begin =
        "new 300 200 #808080\npaint 0.3 0.3 0.2 #e0e0e0\n"
        "paint 0.7 0.4 0.15 #202020\nsave " +
        canvas + " rename\n";
    ASSERT_EQ(stand_in(begin), 0);
    watch({canvas, "--json"});
    ASSERT_TRUE(wait_for([&] { return sealed("canvas.png"); }));
    ASSERT_EQ(stand_in("open " + canvas + "\nmultiply #c0c0c0 1\nsave " + canvas + " pieces 20\n"),
              0);
    ASSERT_TRUE(wait_for([&] { return lines().size() == 1; }));
    ASSERT_EQ(stand_in("open " + canvas + "\nflip\nsave " + canvas + " truncate\n"), 0);
    ASSERT_TRUE(wait_for([&] { return lines().size() == 2; }));
    EXPECT_EQ(end(), 0);
    const auto rules = nlohmann::json::parse(
        testing::read_text(std::string(UNDERPAINT_DOCS) + "/watch-1.schema.json"));
    for (const nlohmann::json& line : lines()) {
        EXPECT_EQ(testing::faults_of(line, rules), "") << line.dump();
        EXPECT_EQ(line["file"], canvas);
        EXPECT_GT(line["value"]["p95"], 0.25);
    }
    EXPECT_EQ(lines()[0]["save"], 2);
    EXPECT_NE(std::string(lines()[0]["changed"]).find("darker"), std::string::npos);
    EXPECT_NE(lines()[1]["notices"].dump().find("mirrored"), std::string::npos);
    EXPECT_EQ(lines()[1]["changed"], "") << "it lies another way round and is the same";
    const std::string beside = testing::read_text(folder_ / "wrong");
    EXPECT_EQ(std::ranges::count(beside, '\n'), 1)
        << "that it was sealed, and nothing else: " << beside;
}

TEST_F(WatchCommand, MeasuresAgainstAPaintingsSealAndOnceEndsByItself) {
    Painting painting = testing::sealed(testing::ramp({201, 140}));
    painting = testing::with_columns(std::move(painting), "Dark side", 0, 100);
    ASSERT_TRUE(save_painting(folder_ / "seal.ora", painting));
    ASSERT_TRUE(save_png(folder_ / "a.png", testing::grey_picture({201, 140}, [](int x, int) {
                             return std::clamp(x / 200.0 * 0.8, 0.0, 1.0);
                         })));
    // The figures of the audit of the same thing laid as a pass.
    Pass laid;
    laid.source = Painted{share(read_flat_picture(folder_ / "a.png")->picture), 0, 0};
    laid.blend = BlendMode::normal;
    ASSERT_TRUE(save_painting(folder_ / "laid.ora", with_pass(painting, laid)));
    const auto wanted = nlohmann::json::parse(run("audit --json " + file("laid.ora")).out);
    watch({file("a.png"), "--against", file("seal.ora"), "--json", "--once"});
    EXPECT_EQ(end(0), 0);
    ASSERT_EQ(lines().size(), 1U);
    EXPECT_NEAR(lines()[0]["value"]["p95"], wanted["passes"][0]["value"]["p95"], 0.01);
    EXPECT_NEAR(lines()[0]["value"]["mean"], wanted["passes"][0]["value"]["mean"], 0.01);
    EXPECT_GT(lines()[0]["value"]["p95"], 0.5);
}

TEST_F(WatchCommand, SaysWhatIsWrongAndGoesOn) {
    testing::write_text(folder_ / "a.png", "no picture");
    watch({file("a.png"), file("not-there-yet.png"), "--json"});
    ASSERT_TRUE(wait_for(
        [&] { return testing::read_text(folder_ / "wrong").find("a.png") != std::string::npos; }));
    for (const char* wash : {"#909090", "#707070"}) {
        ASSERT_EQ(
            stand_in("new 120 90 #606060\npaint 0.5 0.4 0.2 #f0f0f0\nwash " + std::string(wash) +
                     " 0.4\nsave " + file("not-there-yet.png") + " truncate\n"),
            0);
        ASSERT_TRUE(wait_for([&] { return sealed("not-there-yet.png"); }));
    }
    ASSERT_TRUE(wait_for([&] { return lines().size() == 1; }));
    EXPECT_EQ(end(SIGINT), 0);
    EXPECT_EQ(run("watch --against " + file("none.ora") + " x.png").status, 2);
}

TEST_F(WatchCommand, TheStandInSaysWhichLineIsWrong) {
    EXPECT_NE(stand_in("new 10 10 #808080\nwash blue 1\n"), 0);
    EXPECT_NE(testing::read_text(folder_ / "stand-in-err").find("line 2"), std::string::npos);
    EXPECT_NE(stand_in("wash #808080 1\n"), 0);
    EXPECT_NE(stand_in("new 10 10 #808080\nsave " + file("x.png") + " sideways\n"), 0);
    EXPECT_NE(stand_in("new 60000 60000 #808080\n"), 0);
    // A file with layers has one for each edit.
    ASSERT_EQ(stand_in("new 40 30 #808080\nlayer Sky wash\nwash #203060 0.5\nlayer Lamp\n"
                       "paint 0.5 0.5 0.1 #ffe0a0\ncrop 0 0 20 30\nresize 40 60\nsave " +
                       file("layers.ora") + " backup\n"),
              0);
    const auto opened = open_painting(folder_ / "layers.ora", "2026-12-01");
    ASSERT_TRUE(opened);
    EXPECT_EQ(opened->painting.size(), (Size{40, 60}));
    ASSERT_EQ(opened->painting.passes.size(), 2U);
    EXPECT_EQ(opened->painting.passes[0].name, "Sky wash");
}

}  // namespace
}  // namespace underpaint
