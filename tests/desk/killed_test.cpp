// SPDX-License-Identifier: GPL-3.0-or-later
// The program is killed at any instant of editing, saving and autosaving. The file is whole, and
// no more than the last seconds are gone. UNDERPAINT_KILLS=500 does it as often.
#include <fcntl.h>
#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>

#include <QElapsedTimer>
#include <chrono>
#include <cstdlib>
#include <random>
#include <thread>

#include "files/left_work.h"
#include "files/open_any.h"
#include "files/unsaved_work.h"
#include "files/user_folders.h"
#include "painting/version_changes.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
using Clock = std::chrono::steady_clock;

constexpr const char* kPlace = "UNDERPAINT_KILLED_IN";  // the folder that the child works in

/// What the hand does, a line each: its number, the moment in milliseconds, and "edit" or "saved".
class Diary {
public:
    explicit Diary(fs::path path) : path_(std::move(path)) {}
    void write(int number, const char* what) const {
        const std::string line =
            std::to_string(number) + " " + std::to_string(now()) + " " + what + "\n";
        std::FILE* file = std::fopen(path_.c_str(), "a");
        std::fputs(line.c_str(), file);
        std::fclose(file);
    }
    static std::int64_t now() {
        return std::chrono::duration_cast<std::chrono::milliseconds>(
                   Clock::now().time_since_epoch())
            .count();
    }

private:
    fs::path path_;
};

int number_of(const Painting& painting) {
    // However it came back, it has all six versions.
    EXPECT_EQ(painting.versions.size(), 6U);
    for (const Version& version : painting.versions)
        EXPECT_EQ(version.colouring.passes.size(), version.id == painting.version ? 0U : 2U);
    return std::atoi(painting.passes[0].name.c_str());
}

/// The child: a window in which somebody edits, now and then rests, and saves. It never ends.
constexpr const char* kSeed = "UNDERPAINT_KILL_SEED";  // of the hand, and of when it is killed

unsigned number_in(const char* variable, unsigned usual) {
    const char* text = std::getenv(variable);
    return text != nullptr ? static_cast<unsigned>(std::strtoul(text, nullptr, 10)) : usual;
}

class KilledHand : public testing::DeskTest {};
TEST_F(KilledHand, DISABLED_EditsAndSaves) {
    const char* place = std::getenv(kPlace);
    ASSERT_NE(place, nullptr);
    qputenv("XDG_STATE_HOME", (fs::path(place) / "state").c_str());
    start();
    const Diary diary(fs::path(place) / "diary");
    std::mt19937 random(number_in(kSeed, 1));
    Painting painting = testing::with_pass_over_noise({300, 200});
    for (const char* name : {"Cool", "Rose", "Quiet", "Acid", "Grey"}) {
        Colouring own = colouring_of(painting);
        own.passes.push_back(testing::tint({0.3F, 0.4F, 0.7F}, BlendMode::color, 0.3F));
        painting = with_version(std::move(painting), name, {}, std::move(own));
    }
    session().document.begin(painting, {}, false);
    for (int number = 1;; ++number) {
        Painting next = session().document.painting();
        next.passes[0].name = std::to_string(number);
        if (number % 5 == 0)
            next.passes[0].source = Painted{
                share(testing::noise({300, 200}, Channels::rgb, Depth::bits8, unsigned(number))), 0,
                0};
        session().document.change("Rename", std::move(next));
        diary.write(number, "edit");
        if (random() % 12 == 0) {
            picked_ = fs::path(place) / "cart.ora";
            trigger("save");
            if (wait([&] { return !window_->files().saving(); })) diary.write(number, "saved");
        }
        // A hand that moves, and one that rests, now and then for longer than a rest need be.
        const unsigned longest = random() % 6 != 0 ? 120 : random() % 3 != 0 ? 2500 : 9000;
        QTest::qWait(static_cast<int>(random() % longest));
    }
}

struct Entry {
    int number = 0;
    std::int64_t moment = 0;
    std::string what;
};
std::vector<Entry> read_diary(const fs::path& path) {
    std::vector<Entry> entries;
    std::ifstream file(path);
    for (Entry entry; file >> entry.number >> entry.moment >> entry.what;) entries.push_back(entry);
    return entries;
}

/// The last edit after which the hand rested long enough for everything to be kept; 0: there is
/// none.
int edits_before_a_rest(const std::vector<Entry>& diary, std::int64_t killed) {
    constexpr std::int64_t kRest = 5000;
    int last = 0;
    for (std::size_t i = 0; i < diary.size(); ++i) {
        const bool at_end = i + 1 == diary.size();
        if ((at_end ? killed : diary[i + 1].moment) - diary[i].moment >= kRest)
            last = diary[i].number;
    }
    return last;
}

TEST(Killed, AtAnyInstantLosesNoFileAndNoMoreThanSeconds) {
    const unsigned kills = number_in("UNDERPAINT_KILLS", 3), seed = number_in(kSeed, 1);
    std::mt19937 random(seed);
    std::int64_t worst = 0;
    int brought_back = 0, files = 0, rested = 0;
    for (unsigned kill = 0; kill < kills; ++kill) {
        SCOPED_TRACE(std::string(kSeed) + "=" + std::to_string(seed + kill) +
                     " UNDERPAINT_KILLS=1");
        random.seed(seed + kill);
        const testing::TemporaryFolder place;
        const pid_t child = ::fork();
        if (child == 0) {
            ::setenv(kPlace, place.path().c_str(), 1);
            ::setenv(kSeed, std::to_string(seed + kill).c_str(), 1);
            const int nowhere = ::open("/dev/null", O_WRONLY);
            ::dup2(nowhere, 1);
            ::dup2(nowhere, 2);
            ::execl("/proc/self/exe", "desk_tests", "--gtest_also_run_disabled_tests",
                    "--gtest_filter=KilledHand.*", nullptr);
            ::_exit(1);
        }
        // From the first edit on; a machine may be busy.
        QElapsedTimer waited;
        waited.start();
        while (!fs::exists(place / "diary") && waited.elapsed() < testing::kHang)
            std::this_thread::sleep_for(std::chrono::milliseconds(5));
        std::this_thread::sleep_for(std::chrono::milliseconds(random() % 12'000));
        const std::int64_t then = Diary::now();
        ::kill(child, SIGKILL);
        int status = 0;
        ::waitpid(child, &status, 0);
        ASSERT_TRUE(WIFSIGNALED(status)) << "it ended by itself";

        const std::vector<Entry> diary = read_diary(place / "diary");
        ASSERT_FALSE(diary.empty());
        int newest = 0, saved = 0;
        for (const Entry& entry : diary)
            if (entry.what == "saved") saved = entry.number;
        if (fs::exists(place / "cart.ora")) {
            const auto file = open_any(place / "cart.ora", "2026-11-27");
            ASSERT_TRUE(file) << file.error().message();
            ASSERT_TRUE(file->ours && !file->incomplete);
            newest = number_of(file->painting);
            EXPECT_GE(newest, saved) << "what was said to be saved is there";
            ++files;
        }
        EXPECT_TRUE(saved == 0 || newest > 0);
        for (const LeftWork& left :
             left_work(place.path() / "state" / "faithful-underpaint" / "unsaved")) {
            const auto back = open_left_work(left.folder);
            ASSERT_TRUE(back) << back.error().message();
            newest = std::max(newest, number_of(*back));
            ++brought_back;
        }
        const int before_rest = edits_before_a_rest(diary, then);
        rested += before_rest > 0 ? 1 : 0;
        EXPECT_GE(newest, before_rest) << "five seconds of rest are enough";
        // The first edit that is nowhere: how long ago it was.
        for (const Entry& entry : diary)
            if (entry.number > newest) {
                worst = std::max(worst, then - entry.moment);
                break;
            }
    }
    RecordProperty("worst_ms", static_cast<int>(worst));
    std::printf(
        "%u kills, %d after a rest, %d files, %d brought back, at most %lld ms of work gone\n",
        kills, rested, files, brought_back, static_cast<long long>(worst));
    EXPECT_LE(worst, 15'000) << "also while a hand moves";
}

}  // namespace
}  // namespace underpaint
