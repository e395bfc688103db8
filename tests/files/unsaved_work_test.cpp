// SPDX-License-Identifier: GPL-3.0-or-later
// What is kept of unsaved work outlives the program, however that ends.
#include "files/unsaved_work.h"

#include <gtest/gtest.h>
#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>

#include <random>
#include <thread>

#include "files/left_work.h"
#include "files/painting_json.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "support/every_source.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
using testing::every_source;
using testing::read_text;
using testing::TemporaryFolder;
using testing::tint;
using testing::write_text;

const std::chrono::sys_seconds kNow{std::chrono::seconds(1'795'000'000)};

UnsavedNote note_of(const Painting& painting, std::size_t changes = 3) {
    return {painting.name, "/somewhere/cart.ora", FileStamp{1, 2, 3, 4}, kNow, changes, "Ease"};
}

/// All that is saved of a painting, with each picture by what is in it.
std::string content(const Painting& painting) {
    return write_painting(painting, [](const SharedPicture& picture) {
        std::vector<float> samples(static_cast<std::size_t>(picture->size().area()));
        std::uint32_t sum = 0;
        for (int c = 0; c < count_of(picture->base().channels()); ++c) {
            picture->base().read_channel(c, rect_of(picture->size()), samples);
            const auto* first = reinterpret_cast<const std::byte*>(samples.data());
            sum = 31 * sum + crc_of(Bytes(first, first + samples.size() * sizeof(float)));
        }
        return std::to_string(sum);
    });
}

/// A painting kept and left as if the program had ended.
fs::path left_behind(const fs::path& store, const Painting& painting) {
    auto work = UnsavedWork::begin(store);
    EXPECT_TRUE(work && work->keep(painting, note_of(painting)));
    return work->folder();
}

TEST(UnsavedWork, ComesBackAsItWas) {
    const TemporaryFolder store;
    const Painting painting = every_source({150, 90});
    left_behind(store.path(), painting);
    const auto left = left_work(store.path());
    ASSERT_EQ(left.size(), 1U);
    EXPECT_EQ(left[0].note, note_of(painting));
    const auto back = open_left_work(left[0].folder);
    ASSERT_TRUE(back);
    EXPECT_EQ(content(*back), content(painting));
}

TEST(UnsavedWork, WritesOnceWhatDoesNotChange) {
    const TemporaryFolder store;
    Painting painting = every_source({150, 90});
    auto work = UnsavedWork::begin(store.path());
    ASSERT_TRUE(work->keep(painting, note_of(painting)));
    const auto stamps = [&] {
        std::map<std::string, FileStamp> all;
        for (const auto& entry : fs::directory_iterator(work->folder()))
            all[entry.path().filename()] = *stamp_of(entry.path());
        return all;
    };
    const auto before = stamps();
    painting.passes[0].strength = 0.123F;
    painting.passes[1].source = Painted{share(testing::ramp({20, 20})), 0, 0};
    ASSERT_TRUE(work->keep(painting, note_of(painting)));
    int fresh = 0, gone = 0;
    const auto after = stamps();
    for (const auto& [name, stamp] : after)
        fresh += !before.contains(name) || before.at(name) != stamp;
    for (const auto& [name, stamp] : before) gone += !after.contains(name);
    EXPECT_EQ(fresh, 2) << "the new picture and what is made of all";
    EXPECT_EQ(gone, 0) << "the old one is laid elsewhere too";
    painting.passes.clear(), painting.groups.clear();
    ASSERT_TRUE(work->keep(painting, note_of(painting)));
    EXPECT_LT(stamps().size(), after.size()) << "pictures that nothing speaks of are gone";
    EXPECT_EQ(content(*open_left_work(work->folder())), content(painting));
}

/// A painting with one picture over all of it.
Painting painted_with(const Picture& picture) {
    Painting painting = testing::sealed(testing::ramp(picture.size()));
    Pass pass = tint({}, BlendMode::normal);
    pass.source = Painted{share(picture), 0, 0};
    return with_pass(std::move(painting), pass);
}

std::uintmax_t bytes_in(const fs::path& folder) {
    std::uintmax_t sum = 0;
    for (const auto& entry : fs::directory_iterator(folder)) sum += entry.file_size();
    return sum;
}

TEST(UnsavedWork, WritesOfAChangedPictureTheTilesThatChanged) {
    for (const Depth depth : {Depth::bits8, Depth::bits16}) {
        const TemporaryFolder store;
        // An odd size: its last tiles are cut by the border.
        Picture picture = testing::noise({613, 397}, Channels::rgb_alpha, depth);
        auto work = UnsavedWork::begin(store.path());
        ASSERT_TRUE(work->keep(painted_with(picture), {}));
        const auto whole = static_cast<double>(bytes_in(work->folder()));
        std::mt19937 random(7);
        auto before = whole, most = whole;
        std::vector<Picture> earlier;
        for (int stroke = 0; stroke < 30; ++stroke) {
            // Now and then it is taken back, as by undoing.
            if (stroke % 9 == 8) picture = earlier[earlier.size() - 2];
            const std::vector<float> fresh(30, static_cast<float>(random() % 100) / 100);
            picture.write_channel(static_cast<int>(random() % 4), static_cast<int>(random() % 583),
                                  static_cast<int>(random() % 397), fresh);
            earlier.push_back(picture);
            const Painting painting = painted_with(picture);
            ASSERT_TRUE(work->keep(painting, {}));
            const auto back = open_left_work(work->folder());
            ASSERT_TRUE(back) << back.error().message();
            ASSERT_TRUE(
                same_pixels(std::get<Painted>(back->passes[0].source).pixels->base(), picture))
                << stroke;
            const auto now = static_cast<double>(bytes_in(work->folder()));
            if (stroke < 5) {
                EXPECT_LT(now - before, whole / 5) << stroke;
            }
            before = now;
            most = std::max(most, now);
        }
        EXPECT_LT(most, 2.5 * whole) << "what was changed over and over is written anew";
        EXPECT_GT(most, 1.2 * whole) << "but not each time";
    }
}

TEST(UnsavedWork, WhatLiesUponAnotherPictureMustFit) {
    const TemporaryFolder store;
    Picture picture = testing::noise({300, 200}, Channels::grey, Depth::bits8);
    auto work = UnsavedWork::begin(store.path());
    const Painting first = testing::sealed(picture);
    ASSERT_TRUE(work->keep(first, {}));
    picture.write_channel(0, 290, 190, std::vector{1.0F});
    ASSERT_TRUE(work->keep(testing::sealed(picture), {}));
    const std::string whole = read_text(work->folder() / "painting.json");
    const std::string said = R"("patches":{"2.png":{"of":"1.png","tiles":[5]}})";
    ASSERT_NE(whole.find(said), std::string::npos) << whole;
    const auto with = [&](const std::string& instead) {
        std::string text = whole;
        text.replace(text.find(said), said.size(), instead);
        write_text(work->folder() / "painting.json", text);
        return open_left_work(work->folder()).has_value();
    };
    EXPECT_TRUE(with(said));
    EXPECT_TRUE(with(R"("patches":{"2.png":{"of":"1.png","tiles":[4]}})")) << "it can't be known";
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png","tiles":[6]}})")) << "beyond the picture";
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png","tiles":[-1]}})"));
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png","tiles":[1e99]}})"));
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png","tiles":[]}})")) << "another number";
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png","tiles":[4,5]}})"));
    std::string many = "[0";
    for (int i = 0; i < 100'000; ++i) many += ",0";
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png","tiles":)" + many + "]}}"));
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"1.png"}})"));
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":7,"tiles":[5]}})"));
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"2.png","tiles":[5]}})")) << "upon itself";
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"3.png","tiles":[5]}})")) << "not there";
    EXPECT_FALSE(with(R"("patches":{"2.png":{"of":"../1.png","tiles":[5]}})"));
    const Picture other = testing::noise({300, 200}, Channels::rgb, Depth::bits8);
    ASSERT_TRUE(replace_file(work->folder() / "1.png", *write_png("1.png", other)));
    EXPECT_FALSE(with(said)) << "another kind";
}

TEST(UnsavedWork, IsNobodyElsesWhileItIsWorkedOn) {
    const TemporaryFolder store;
    const Painting painting = every_source({30, 20});
    std::optional<UnsavedWork> work = std::move(*UnsavedWork::begin(store.path()));
    const fs::path folder = work->folder();
    ASSERT_TRUE(work->keep(painting, note_of(painting)));
    EXPECT_TRUE(left_work(store.path()).empty());
    EXPECT_FALSE(UnsavedWork::take_up(folder));
    work.reset();
    auto taken = UnsavedWork::take_up(folder);
    ASSERT_TRUE(taken);
    // What is kept on top of it replaces it in one step.
    Painting more = painting;
    more.name = "More";
    ASSERT_TRUE(taken->keep(more, note_of(more)));
    EXPECT_EQ(content(*open_left_work(folder)), content(more));
    taken->drop();
    EXPECT_FALSE(fs::exists(folder));
    EXPECT_FALSE(UnsavedWork::take_up(folder));
}

TEST(UnsavedWork, WhatIsStoppedLeavesWhatWasKeptBefore) {
    const TemporaryFolder store;
    const Painting before = every_source({60, 40}), after = every_source({61, 40});
    auto work = UnsavedWork::begin(store.path());
    ASSERT_TRUE(work->keep(before, note_of(before)));
    std::stop_source stop;
    stop.request_stop();
    EXPECT_FALSE(work->keep(after, note_of(after), stop.get_token()));
    EXPECT_EQ(content(*open_left_work(work->folder())), content(before));
}

/// The program is killed while it keeps one state after the other. What is left is one of them.
TEST(UnsavedWork, OutlivesAKillAtAnyInstant) {
    std::vector<Painting> states;
    std::vector<std::string> contents;
    for (int i = 0; i < 12; ++i) {
        Painting painting = testing::sealed(testing::ramp({64, 48}));
        painting.name = "State " + std::to_string(i);
        Pass pass = tint({}, BlendMode::normal);
        pass.source = Painted{
            share(testing::noise({64, 48}, Channels::rgb, Depth::bits8, unsigned(i))), 0, 0};
        states.push_back(with_pass(painting, pass));
        contents.push_back(content(states.back()));
    }
    std::mt19937 random(1);
    int kept = 0;
    for (int run = 0; run < 40; ++run) {
        const TemporaryFolder store;
        const pid_t child = ::fork();
        if (child == 0) {
            auto work = UnsavedWork::begin(store.path());
            for (std::size_t i = 0;; ++i)
                static_cast<void>(work->keep(states[i % states.size()], note_of(states[0], i)));
        }
        // A few before anything may be kept, most while one thing after the other is.
        const bool at_first = run % 8 == 0;
        const auto is_kept = [&] {
            return std::ranges::any_of(fs::directory_iterator(store.path()), [](const auto& entry) {
                return fs::exists(entry.path() / "painting.json");
            });
        };
        while (!at_first && !is_kept()) std::this_thread::sleep_for(std::chrono::milliseconds(1));
        std::this_thread::sleep_for(std::chrono::microseconds(random() % 120'000));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        const int kept_before = kept;
        for (const LeftWork& left : left_work(store.path())) {
            const auto back = open_left_work(left.folder);
            ASSERT_TRUE(back) << back.error().message();
            EXPECT_TRUE(std::ranges::count(contents, content(*back)) == 1);
            ++kept;
        }
        EXPECT_TRUE(at_first || kept > kept_before) << "what was kept once is not lost again";
    }
}

TEST(UnsavedWork, DamageIsTroubleAndNothingElse) {
    const TemporaryFolder store;
    const fs::path folder = left_behind(store.path(), every_source({30, 20}));
    const std::string whole = read_text(folder / "painting.json");
    for (std::size_t length = 0; length < whole.size(); length += 97) {
        write_text(folder / "painting.json", whole.substr(0, length));
        EXPECT_TRUE(left_work(store.path()).empty()) << length;
        EXPECT_FALSE(open_left_work(folder)) << length;
    }
    const auto with = [&](const std::string& what, const std::string& instead) {
        std::string text = whole;
        for (std::size_t at = 0; (at = text.find(what, at)) != text.npos; at += instead.size())
            text.replace(at, what.size(), instead);
        EXPECT_NE(text, whole) << what;
        write_text(folder / "painting.json", text);
        return open_left_work(folder);
    };
    EXPECT_FALSE(with("unsaved-2", "unsaved-3")) << "another version";
    EXPECT_TRUE(with("unsaved-2", "unsaved-1")) << "the one before";
    EXPECT_FALSE(with("\"1.png\"", "\"../1.png\"")) << "a name that leads elsewhere";
    EXPECT_FALSE(with("\"1.png\"", "\"/etc/passwd\""));
    EXPECT_FALSE(with("\"1.png\"", "\"99.png\"")) << "a picture that is not there";
    EXPECT_FALSE(with("\"parts\":[", "\"parts\":[[[[")) << "made up";
    write_text(folder / "painting.json", whole);
    write_text(folder / "1.png", "no picture");
    EXPECT_FALSE(open_left_work(folder));
    EXPECT_EQ(left_work(store.path()).size(), 1U) << "it is told of when it is asked for";
}

TEST(UnsavedWork, AFolderThatCannotBeWrittenIsSaid) {
    const TemporaryFolder folder;
    write_text(folder / "file", "");
    const auto work = UnsavedWork::begin(folder / "file" / "unsaved");
    ASSERT_FALSE(work);
    EXPECT_NE(work.error().message().find("can't be kept there"), std::string::npos);
    // One that goes while it is worked on.
    auto begun = UnsavedWork::begin(folder / "store");
    fs::remove_all(folder / "store");
    const Painting painting = every_source({30, 20});
    EXPECT_FALSE(begun->keep(painting, note_of(painting)));
}

TEST(UnsavedWork, OldLeftoversAreTidiedAndTheNewestOffered) {
    const TemporaryFolder store;
    Painting painting = testing::sealed(testing::ramp({4, 4}));
    const auto now = std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
    const auto file_now = fs::file_time_type::clock::now();
    for (int i = 0; i < 60; ++i) {
        painting.name = std::to_string(i);
        const fs::path folder = left_behind(store.path(), painting);
        fs::last_write_time(folder / "painting.json", file_now - std::chrono::hours(24 * i));
    }
    // Two that hold nothing: one just begun by somebody, and one that was left so.
    const auto begun = UnsavedWork::begin(store.path())->folder();
    const auto empty = UnsavedWork::begin(store.path())->folder();
    fs::last_write_time(empty, file_now - std::chrono::hours(5));
    const auto left = left_work(store.path());
    ASSERT_EQ(left.size(), 20U);
    EXPECT_EQ(left[0].note.name, "0");
    EXPECT_EQ(left[19].note.name, "19");
    tidy_left_work(store.path(), now);
    EXPECT_TRUE(fs::exists(begun));
    EXPECT_FALSE(fs::exists(empty));
    // Those of the last thirty days, by the hour; with the one begun, and the folder of what went.
    EXPECT_NEAR(static_cast<double>(store.files()), 31 + 2, 1);
    const auto put_away = [&] {
        return std::distance(fs::directory_iterator(store / "left"), fs::directory_iterator());
    };
    EXPECT_NEAR(static_cast<double>(put_away()), 29 + 1, 1);
    EXPECT_TRUE(fs::exists(store / "left" / empty.filename())) << "moved before it is removed";
    tidy_left_work(store.path(), now + std::chrono::days(29));
    EXPECT_TRUE(fs::exists(store / "left" / empty.filename()));
    tidy_left_work(store.path(), now + std::chrono::days(31));
    EXPECT_FALSE(fs::exists(store / "left" / empty.filename()));
    tidy_left_work(store / "nowhere", now);
}

/// What is in a folder and below it: names, bytes and rights.
std::map<std::string, std::string> all_in(const fs::path& folder) {
    std::map<std::string, std::string> all;
    for (const auto& entry : fs::recursive_directory_iterator(folder)) {
        const auto rights = static_cast<int>(entry.symlink_status().permissions());
        all[entry.path()] = std::to_string(rights) +
                            (entry.is_regular_file() ? read_text(entry.path()) : std::string());
    }
    all[folder] = std::to_string(static_cast<int>(fs::status(folder).permissions()));
    return all;
}

TEST(UnsavedWork, NoFolderThatIsNotItsOwnIsTouched) {
    const TemporaryFolder place;
    const auto long_after =
        std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()) +
        std::chrono::days(400);
    const fs::path pictures = place / "pictures", store = place / "unsaved";
    for (const char* name : {"holiday", "painting-Abc123", "left/painting-Abc124", "left/old"}) {
        fs::create_directories(pictures / name);
        write_text(pictures / name / "1.png", "a picture of one's own");
    }
    fs::create_directories(pictures / "painting-Empty1");
    fs::permissions(pictures, fs::perms(0755));

    // The store is a link to a folder of pictures.
    auto before = all_in(pictures);
    fs::create_directory_symlink(pictures, store);
    tidy_left_work(store, long_after);
    EXPECT_TRUE(left_work(store).empty());
    EXPECT_EQ(all_in(pictures), before);
    // Work is kept through it all the same, and changes nothing else.
    {
        auto work = UnsavedWork::begin(store);
        ASSERT_TRUE(work && work->keep(every_source({20, 10}), {}));
        work->drop();
    }
    EXPECT_EQ(all_in(pictures), before);

    // They lie in the store itself, as a backup that was put there.
    fs::remove(store);
    fs::rename(pictures, store);
    before = all_in(store);
    tidy_left_work(store, long_after);
    EXPECT_EQ(all_in(store), before);

    // Links in the store, and in one of our folders, that lead to somebody's.
    fs::create_directories(place / "else" / "painting-Other1");
    write_text(place / "else" / "painting-Other1" / "painting.json",
               R"({"schema":"faithful-underpaint/unsaved-2"})");
    fs::create_directory_symlink(place / "else" / "painting-Other1", store / "painting-Other1");
    const fs::path ours = UnsavedWork::begin(store)->folder();
    fs::create_directory_symlink(place / "else", ours / "1.png");
    before = all_in(place.path());
    tidy_left_work(store, long_after);
    EXPECT_EQ(all_in(place.path()), before) << "ours holds what is not";
    fs::remove(ours / "1.png");
    write_text(ours / "notes.txt", "from the painter");
    before = all_in(place.path());
    tidy_left_work(store, long_after);
    EXPECT_EQ(all_in(place.path()), before);
    fs::remove(ours / "notes.txt");
    tidy_left_work(store, long_after);
    EXPECT_FALSE(fs::exists(ours)) << "now it holds nothing else";
}

TEST(UnsavedWork, ThrownAwayItLeavesWhatSomebodyPutBeside) {
    const TemporaryFolder store;
    auto work = UnsavedWork::begin(store.path());
    ASSERT_TRUE(work->keep(every_source({20, 10}), {}));
    write_text(work->folder() / "notes.txt", "from the painter");
    EXPECT_EQ(left_work(store.path()).size(), 0U) << "it is worked on";
    const fs::path folder = work->folder();
    work->drop();
    EXPECT_EQ(all_in(folder).size(), 2U);
    EXPECT_EQ(read_text(folder / "notes.txt"), "from the painter");
}

TEST(UnsavedWork, OfTheVersionBeforeIsStillItsOwn) {
    const TemporaryFolder store;
    const fs::path folder = left_behind(store.path(), every_source({20, 10}));
    fs::remove(folder / "unsaved-work.txt");  // which that one did not write
    EXPECT_EQ(left_work(store.path()).size(), 1U);
}

}  // namespace
}  // namespace underpaint
