// SPDX-License-Identifier: GPL-3.0-or-later
// A file that a painting program saves: what is measured of it, and when.
#include "watch/watched_file.h"

#include <gtest/gtest.h>

#include <array>
#include <random>
#include <thread>

#include "files/flat_picture.h"
#include "files/pixel_sum.h"
#include "painting/changes.h"
#include "raster/turn.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"
#include "watch/file_notices.h"

namespace underpaint {
namespace {

/// Greys with shapes in them; `by` steps lighter within the columns of a part.
Picture canvas(double by = 0, int from = 0, int to = 0, Size size = {200, 150}) {
    return testing::grey_picture(size, [&](int x, int y) {
        const double u = (x + 0.5) / size.width, v = (y + 0.5) / size.height;
        double step = 3 + 3 * u + std::sin(8 * v + 3 * u);
        if (std::hypot(u - 0.3, v - 0.4) < 0.12) step = 8;
        if (u > 0.6 && u < 0.75 && v > 0.3) step = 1.5;
        const bool inside = u * 200 >= from && u * 200 < to;
        return testing::encoded(step + (inside ? by : 0));
    });
}

Against against() {
    Painting painting = sealed_from(canvas(), "cart", "2026-12-01");
    painting = testing::with_columns(std::move(painting), "Left", 0, 100);
    painting = testing::with_columns(std::move(painting), "Right", 100, 200);
    return {std::move(painting), Reader::lightness, {}};
}

Save measured(Picture picture) {
    auto made = measure_save(against(), std::move(picture), false);
    if (made && std::holds_alternative<Save>(*made)) return std::get<Save>(std::move(*made));
    ADD_FAILURE() << "not measured";
    return std::get<Save>(*measure_save(against(), canvas(), true));
}

TEST(Saves, AreMeasuredLikeAStateAfterAPass) {
    const Save save = measured(canvas(0.5, 0, 200));
    EXPECT_NEAR(save.figures().value.running.p95, 0.5, 0.01);
    EXPECT_NEAR(save.figures().value.running.mean, 0.5, 0.01);
    EXPECT_TRUE(save.notices.empty());
    EXPECT_EQ(measured(canvas()).figures().value.running.max, 0);
}

TEST(Saves, OfAnotherSizeTurnedOrCroppedAreBroughtToTheSealsFrame) {
    const Save larger = measured(canvas(0.5, 0, 200, {400, 300}));
    EXPECT_EQ(larger.notices.size(), 1U);
    EXPECT_NEAR(larger.figures().value.running.mean, 0.5, 0.03);
    EXPECT_EQ(larger.picture()->size(), (Size{200, 150}));
    const Save mirrored = measured(turned(canvas(), Turn::mirror));
    EXPECT_NE(mirrored.notices.at(0).find("mirrored"), std::string::npos);
    EXPECT_EQ(mirrored.figures().value.running.max, 0);
    const Save on_its_side = measured(turned(canvas(), Turn::left));
    EXPECT_EQ(on_its_side.figures().value.running.max, 0);
    // Cropped: what it does not show counts as sealed.
    const Save cropped = measured(reframed(canvas(), {{200, 150}, -20, -10, {150, 120}}));
    EXPECT_EQ(cropped.where.at, (Point{-20, -10}));
    EXPECT_EQ(cropped.figures().value.running.max, 0);
    EXPECT_NE(cropped.notices.at(0).find("60%"), std::string::npos) << cropped.notices.at(0);
}

TEST(Saves, AnotherPictureIsRefusedUnlessItIsSaidToBeTheSame) {
    const auto other =
        measure_save(against(), testing::noise({90, 260}, Channels::rgb, Depth::bits8), true);
    ASSERT_TRUE(other && std::holds_alternative<Unlike>(*other));
    EXPECT_FALSE(std::get<Unlike>(*other).may_be) << "of another shape it can't be measured at all";
    // A canvas that was washed over shows nothing of the seal, and may be the painter's.
    const auto wash = [] { return testing::filled({200, 150}, Channels::rgb, {0.5F, 0.5F, 0.5F}); };
    const auto asked = measure_save(against(), wash(), false);
    ASSERT_TRUE(asked && std::holds_alternative<Unlike>(*asked));
    EXPECT_TRUE(std::get<Unlike>(*asked).may_be);
    EXPECT_LT(std::get<Unlike>(*asked).certainty, kPerhapsAligned);
    const auto taken = measure_save(against(), wash(), true);
    ASSERT_TRUE(taken && std::holds_alternative<Save>(*taken));
    EXPECT_EQ(std::get<Save>(*taken).notices.size(), 1U);
}

/// Pictures of which small copies are made for the search.
TEST(Saves, ThatAreLargeAreFoundToThePixelOrRefused) {
    const Size size{2000, 1500};
    const Against seal{
        sealed_from(canvas(0, 0, 0, size), "cart", "2026-12-01"), Reader::lightness, {}};
    const auto cropped = measure_save(
        seal, reframed(canvas(0, 0, 0, size), {size, -202, -101, {1500, 1200}}), false);
    ASSERT_TRUE(cropped && std::holds_alternative<Save>(*cropped));
    EXPECT_EQ(std::get<Save>(*cropped).where.at, (Point{-202, -101}));
    EXPECT_EQ(std::get<Save>(*cropped).figures().value.running.max, 0);
    for (const Size other : {size, Size{1500, 2000}, Size{900, 1700}}) {
        const auto noise =
            measure_save(seal, testing::noise(other, Channels::rgb, Depth::bits8), false);
        ASSERT_TRUE(noise && std::holds_alternative<Unlike>(*noise)) << other.width;
        EXPECT_LT(std::get<Unlike>(*noise).certainty, kPerhapsAligned);
        EXPECT_EQ(std::get<Unlike>(*noise).may_be, other == size) << other.width;
    }
}

std::vector<PartChange> changes_from(const Picture& before, const Picture& now) {
    const Against seal = against();
    const ComparedGround ground = compared_ground(seal.painting, seal.reader);
    return changes_between(state_pair(ground, small_copy(before, ground.size),
                                      small_copy(now, ground.size), seal.reader),
                           seal.painting);
}

TEST(SaveChanges, NameThePartTheAmountAndTheSteps) {
    const Painting painting = against().painting;
    const auto changes = changes_from(canvas(), canvas(-0.4, 100, 200));
    ASSERT_EQ(changes.size(), 1U);
    EXPECT_NEAR(changes[0].by, -0.4, 0.01);
    EXPECT_NEAR(changes[0].share, 1, 0.02);
    EXPECT_NEAR(changes[0].of_picture, 0.5, 0.02);
    const std::string said = in_words(changes, painting);
    EXPECT_EQ(said.find("Right 0.40"), 0U) << said;
    EXPECT_NE(said.find("darker (steps"), std::string::npos) << said;
    EXPECT_EQ(in_a_sentence(changes, painting),
              "Right became darker by 0.40 step, 50% of the picture; the rest stands.");
    EXPECT_EQ(in_short(changes, painting), "Right −0.4");
    EXPECT_TRUE(changes_from(canvas(0.3, 0, 50), canvas(0.3, 0, 50)).empty());
    EXPECT_EQ(in_short({}, painting) + in_a_sentence({}, painting), "");
}

constexpr std::chrono::sys_seconds kNow{std::chrono::sys_days{std::chrono::December / 1 / 2026}};
WatchedFile watched(const std::filesystem::path& path, std::optional<Painting> seal = {},
                    SaveLedger known = {}) {
    return {path, std::move(seal), Reader::lightness, {}, std::move(known), [] { return kNow; }};
}
bool is_sealed(const std::optional<WatchedFile::Event>& event) {
    const auto* saved = event ? std::get_if<WatchedFile::Saved>(&*event) : nullptr;
    return saved != nullptr && saved->sealed;
}

class Watching : public ::testing::Test {
protected:
    void save(const Picture& picture) { ASSERT_TRUE(save_png(path_, picture)); }
    std::optional<WatchedFile::Event> after(int later) {
        moment_ += std::chrono::milliseconds(later);
        return file_.look(moment_);
    }
    /// As the file rests.
    std::optional<WatchedFile::Event> at_rest() {
        after(100);
        return after(600);
    }
    testing::TemporaryFolder folder_;
    std::filesystem::path path_ = folder_ / "cart.png";
    WatchedFile file_ = watched(path_);
    WatchedFile::Clock::time_point moment_{};
};

TEST_F(Watching, TheFirstSaveIsSealedAndLaterOnesAreMeasuredOnce) {
    EXPECT_FALSE(at_rest()) << "it does not exist yet";
    save(canvas());
    auto event = at_rest();
    ASSERT_TRUE(is_sealed(event));
    EXPECT_FALSE(at_rest());
    save(canvas(0.4, 0, 200));
    event = at_rest();
    ASSERT_TRUE(event && std::holds_alternative<WatchedFile::Saved>(*event));
    const auto& saved = std::get<WatchedFile::Saved>(*event);
    EXPECT_EQ(saved.kept.number, 2);
    EXPECT_NEAR(saved.save.figures().value.running.mean, 0.4, 0.01);
    ASSERT_EQ(saved.changes.size(), 1U) << "since the seal";
    // Saved again as it is: no save.
    save(canvas(0.4, 0, 200));
    EXPECT_FALSE(at_rest());
    save(canvas(0.2, 0, 200));
    event = at_rest();
    ASSERT_TRUE(event);
    EXPECT_NEAR(std::get<WatchedFile::Saved>(*event).changes.at(0).by, -0.2, 0.01)
        << "since the save before";
}

TEST_F(Watching, WhatCannotBeReadIsToldOfOnceAndForgotten) {
    save(canvas());
    ASSERT_TRUE(at_rest());
    const std::string whole = testing::read_text(path_);
    testing::write_text(path_, whole.substr(0, whole.size() / 2));
    int told = 0;
    for (int i = 0; i < 40; ++i)
        if (const auto event = after(300)) {
            ASSERT_TRUE(std::holds_alternative<WatchedFile::Unreadable>(*event));
            EXPECT_NE(std::get<WatchedFile::Unreadable>(*event).words.find("cart.png"),
                      std::string::npos);
            ++told;
        }
    EXPECT_EQ(told, 1);
    std::filesystem::remove(path_);
    EXPECT_FALSE(at_rest());
    testing::write_text(path_, "something else altogether");
    for (int i = 0; i < 40; ++i) (void)after(300);
    save(canvas(0.3, 0, 200));
    const auto event = at_rest();
    ASSERT_TRUE(event && std::holds_alternative<WatchedFile::Saved>(*event));
    EXPECT_NEAR(std::get<WatchedFile::Saved>(*event).save.figures().value.running.mean, 0.3, 0.01);
}

TEST_F(Watching, AFolderALinkAndAHugeClaimEndNothing) {
    std::filesystem::create_directory(path_);
    for (int i = 0; i < 30; ++i) (void)after(400);
    std::filesystem::remove(path_);
    std::filesystem::create_symlink(folder_ / "target.png", path_);
    EXPECT_FALSE(at_rest()) << "a link to nothing";
    ASSERT_TRUE(save_png(folder_ / "target.png", canvas()));
    const auto event = at_rest();
    ASSERT_TRUE(is_sealed(event));
    // A picture that says it is 60,000 pixels each way.
    std::string png = testing::read_text(folder_ / "target.png");
    png.replace(16, 8, std::string("\0\0\xEA\x60\0\0\xEA\x60", 8));
    testing::write_text(folder_ / "target.png", png);
    int told = 0;
    for (int i = 0; i < 40; ++i) told += after(300) ? 1 : 0;
    EXPECT_EQ(told, 1);
}

TEST_F(Watching, ADiskThatGoesAndComesBackIsWaitedFor) {
    path_ = folder_ / "disk" / "cart.png";
    file_ = watched(path_);
    EXPECT_FALSE(at_rest()) << "not even its folder is there";
    std::filesystem::create_directory(folder_ / "disk");
    save(canvas());
    ASSERT_TRUE(is_sealed(at_rest()));
    std::filesystem::remove_all(folder_ / "disk");
    for (int i = 0; i < 20; ++i) EXPECT_FALSE(after(300));
    std::filesystem::create_directory(folder_ / "disk");
    save(canvas());
    EXPECT_FALSE(at_rest()) << "it came back as it was";
    save(canvas(0.4, 0, 200));
    const auto event = at_rest();
    ASSERT_TRUE(event);
    EXPECT_EQ(std::get<WatchedFile::Saved>(*event).kept.number, 2);
}

TEST_F(Watching, AThousandSavesCostNoMoreThanAreKept) {
    SaveLedger ledger{path_.string(), {}};
    for (int i = 0; i < 1000; ++i) {
        // A value of its own each time.
        ASSERT_TRUE(save_png(path_, testing::filled({24, 18}, Channels::rgb,
                                                    {static_cast<float>(i % 256) / 255,
                                                     static_cast<float>(i / 256) / 255, 0.5F})));
        if (i == 1) file_.take_unlike();
        std::optional<WatchedFile::Event> event;
        for (int look = 0; look < 4 && !event; ++look) event = after(600);
        ASSERT_TRUE(event && std::holds_alternative<WatchedFile::Saved>(*event)) << i;
        ledger = with_save(ledger, std::get<WatchedFile::Saved>(*event).kept);
    }
    EXPECT_EQ(ledger.saves().size(), kMostSaves);
    EXPECT_EQ(ledger.saves().back().number, 1000);
    // The next sitting goes on from there.
    WatchedFile next = watched(path_, file_.against()->painting, ledger);
    moment_ += std::chrono::seconds(1);
    for (int look = 0; look < 4; ++look)
        EXPECT_FALSE(next.look(moment_ += std::chrono::milliseconds(600)));
}

/// Saved every tenth of a second, far faster than it can be measured: nothing is measured while
/// it does not rest, and then the last. UNDERPAINT_SAVES=600 does it for a minute.
TEST(NeverAtRest, NothingTornIsMeasuredAndThenTheLast) {
    const testing::TemporaryFolder folder;
    const auto path = folder / "canvas.png";
    const char* asked = std::getenv("UNDERPAINT_SAVES");
    const int saves = asked != nullptr ? std::atoi(asked) : 30;
    std::atomic<bool> ended = false;
    std::jthread program([&] {
        for (int i = 0; i < saves; ++i) {
            EXPECT_TRUE(save_png(path, canvas(0.01 * (i % 50), 0, 200)));
            std::this_thread::sleep_for(std::chrono::milliseconds(100));
        }
        ended = true;
    });
    WatchedFile file = watched(path);
    std::optional<WatchedFile::Event> last;
    while (!ended || !last) {
        if (auto event = file.look(WatchedFile::Clock::now())) {
            EXPECT_TRUE(std::holds_alternative<WatchedFile::Saved>(*event));
            EXPECT_TRUE(ended) << "it never rested";
            last = std::move(event);
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(20));
    }
    EXPECT_TRUE(same_pixels(std::get<WatchedFile::Saved>(*last).save.picture()->base(),
                            read_flat_picture(path)->picture));
}

TEST(FileNoticesTest, HearOfAFolderThatCameLater) {
    const testing::TemporaryFolder folder;
    const std::array files{folder / "later" / "a.png"};
    FileNotices notices(files);
    std::filesystem::create_directory(folder / "later");
    notices.wait(std::chrono::milliseconds(0));  // from now on it is listened to
    testing::write_text(files[0], "x");
    const auto begun = std::chrono::steady_clock::now();
    notices.wait(std::chrono::seconds(20));
    EXPECT_LT(std::chrono::steady_clock::now() - begun, std::chrono::seconds(15));
    notices.wake();
    notices.wait(std::chrono::seconds(20));
    EXPECT_LT(std::chrono::steady_clock::now() - begun, std::chrono::seconds(15));
}

TEST(WatchedAgainst, APaintingsSealCountsTheFirstSaveToo) {
    const testing::TemporaryFolder folder;
    const auto path = folder / "cart.png";
    WatchedFile file = watched(path, against().painting);
    ASSERT_TRUE(save_png(path, canvas(0.5, 0, 100)));
    WatchedFile::Clock::time_point moment{};
    (void)file.look(moment);
    const auto event = file.look(moment + std::chrono::seconds(1));
    ASSERT_TRUE(event && std::holds_alternative<WatchedFile::Saved>(*event));
    const auto& saved = std::get<WatchedFile::Saved>(*event);
    EXPECT_EQ(saved.kept.number, 1);
    EXPECT_EQ(in_words(saved.changes, saved.save.painting).find("Left 0.50 lighter"), 0U);
}

/// Each way of saving at random moments, ten times faster than a clock goes: nothing that is told
/// of is torn, and what the file holds in the end is told of last. UNDERPAINT_SAVES=200 does it as
/// often.
class WaysOfSaving : public ::testing::TestWithParam<const char*> {};
INSTANTIATE_TEST_SUITE_P(Each, WaysOfSaving,
                         ::testing::Values("truncate", "pieces", "rename", "remove", "lock",
                                           "backup"));
TEST_P(WaysOfSaving, NoFigureIsOfATornFileAndTheLastIsNeverMissed) {
    const testing::TemporaryFolder folder;
    const auto path = folder / "canvas.png";
    const char* asked = std::getenv("UNDERPAINT_SAVES");
    const int saves = asked != nullptr ? std::atoi(asked) : 12;
    std::string script =
        "new 160 120 #404040\npaint 0.3 0.3 0.2 #e0e0e0\npaint 0.7 0.5 0.2 #101010\n";
    std::mt19937 random(7);
    const auto save = [&](int i) {
        // A wash of a step of its own each time, from what lay there before.
        script += "wash #" + std::string(i % 2 == 0 ? "909090" : "707070") + " 0.0" +
                  std::to_string(1 + i % 9) + "\nsave " + path.string() + " " + GetParam() + " " +
                  std::to_string(random() % 12) + "\nwait " + std::to_string(random() % 90) + "\n";
    };
    for (int i = 0; i < saves; ++i) save(i);
    testing::write_text(folder / "script", script);
    WatchedFile file = watched(path);
    file.take_unlike();  // many washes leave nothing of the first picture
    std::atomic<bool> ended = false;
    std::jthread program([&] {
        EXPECT_EQ(
            std::system(
                (std::string(UNDERPAINT_STAND_IN) + " " + (folder / "script").string()).c_str()),
            0);
        ended = true;
    });
    const auto begun = WatchedFile::Clock::now();
    // A look may take long where a picture hardly shows anything: looks are counted, not time.
    constexpr int kLooksAtRest = 100;
    int looks = 0;
    std::optional<WatchedFile::Event> last;
    int unread = 0;
    while (true) {
        const auto now = WatchedFile::Clock::now();
        looks = ended && !file.waits() ? looks + 1 : 0;
        if (looks > kLooksAtRest) break;
        if (auto event = file.look(begun + 10 * (now - begun))) {
            unread += std::holds_alternative<WatchedFile::Unreadable>(*event) ? 1 : 0;
            last = std::move(event);
            looks = 0;
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(3));
    }
    program.join();
    EXPECT_EQ(unread, 0);
    ASSERT_TRUE(last);
    const auto whole = read_flat_picture(path);
    ASSERT_TRUE(whole);
    const auto* saved = std::get_if<WatchedFile::Saved>(&*last);
    ASSERT_NE(saved, nullptr);
    EXPECT_EQ(saved->kept.pixels, pixel_sum(whole->picture));
    EXPECT_TRUE(same_pixels(saved->save.picture()->base(), whole->picture))
        << saved->save.where.at.x << ", " << saved->save.where.at.y << ", certainty "
        << saved->save.where.certainty;
}

}  // namespace
}  // namespace underpaint
