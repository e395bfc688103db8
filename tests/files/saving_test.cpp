// SPDX-License-Identifier: GPL-3.0-or-later
// What a save keeps of the file that was there, what it refuses, and what comes back of damage.
#include <gtest/gtest.h>
#include <signal.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include <chrono>
#include <thread>

#include "files/flat_picture.h"
#include "files/jpeg.h"
#include "files/limits.h"
#include "files/openraster.h"
#include "files/picture_loader.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "support/encoders.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::read_text;
using testing::TemporaryFolder;
using testing::tint;
using testing::write_text;
namespace fs = std::filesystem;

mode_t mode_of(const fs::path& path) {
    struct stat found {};
    EXPECT_EQ(::stat(path.c_str(), &found), 0);
    return found.st_mode & 07777;
}

TEST(Saving, KeepsTheModeOfTheFileItReplaces) {
    const TemporaryFolder folder;
    for (const mode_t mode : {0600, 0640, 0755, 0664}) {
        const auto path = folder / "a";
        write_text(path, "old");
        ASSERT_EQ(::chmod(path.c_str(), mode), 0);
        ASSERT_TRUE(replace_file(path, bytes_of("new")));
        EXPECT_EQ(mode_of(path), mode);
        EXPECT_EQ(read_text(path), "new");
    }
    // A painting too: the ZIP library writes its own file beside.
    const auto ora = folder / "a.ora";
    ASSERT_TRUE(save_painting(ora, testing::sealed(testing::ramp({16, 16}))));
    ASSERT_EQ(::chmod(ora.c_str(), 0600), 0);
    ASSERT_TRUE(save_painting(ora, testing::sealed(testing::ramp({16, 16}))));
    EXPECT_EQ(mode_of(ora), 0600U);
}

TEST(Saving, LeavesAReadOnlyFileUnlessToldOtherwise) {
    const TemporaryFolder folder;
    const auto path = folder / "a";
    write_text(path, "old");
    ASSERT_EQ(::chmod(path.c_str(), 0444), 0);
    const Done done = replace_file(path, bytes_of("new"));
    ASSERT_FALSE(done);
    EXPECT_EQ(done.error().kind, TroubleKind::read_only);
    EXPECT_EQ(read_text(path), "old");
    ASSERT_TRUE(replace_file(path, bytes_of("new"), {{}, true}));
    EXPECT_EQ(read_text(path), "new");
    EXPECT_EQ(mode_of(path), 0444U);
    EXPECT_EQ(folder.files(), 1U);
}

TEST(Saving, ReplacesPlainFilesOnly) {
    const TemporaryFolder folder;
    ASSERT_EQ(::mkfifo((folder / "pipe").c_str(), 0600), 0);
    fs::create_directory(folder / "folder");
    for (const char* name : {"pipe", "folder"}) {
        const Done done = replace_file(folder / name, bytes_of("x"));
        ASSERT_FALSE(done) << name;
    }
    EXPECT_TRUE(fs::is_fifo(folder / "pipe"));
    const Done device = save_png("/dev/null", testing::ramp({4, 4}, Depth::bits8));
    ASSERT_FALSE(device);
    EXPECT_NE(device.error().message().find("/dev/null: this is a device"), std::string::npos);
    EXPECT_TRUE(fs::is_character_file("/dev/null"));
    EXPECT_EQ(folder.files(), 2U);
}

TEST(Saving, NoticesAFileThatIsAnother) {
    const TemporaryFolder folder;
    const auto path = folder / "a";
    write_text(path, "opened");
    const auto stamp = stamp_of(path);
    ASSERT_TRUE(stamp);
    ASSERT_TRUE(replace_file(path, bytes_of("saved"), {stamp, false}));
    const Done done = replace_file(path, bytes_of("lost?"), {stamp, false});
    ASSERT_FALSE(done);
    EXPECT_EQ(done.error().kind, TroubleKind::changed_on_disk);
    EXPECT_EQ(read_text(path), "saved");
    // Also when it is changed while the new one is being written.
    const auto now = stamp_of(path);
    const Done late = replace_file(path,
                                   [&](const fs::path& fresh) {
                                       write_text(fresh, "mine");
                                       write_text(path, "theirs");
                                       return Done();
                                   },
                                   {now, false});
    ASSERT_FALSE(late);
    EXPECT_EQ(late.error().kind, TroubleKind::changed_on_disk);
    EXPECT_EQ(read_text(path), "theirs");
    EXPECT_EQ(folder.files(), 1U);
    fs::remove(path);
    EXPECT_TRUE(replace_file(path, bytes_of("again"), {now, false})) << "nothing is written over";
}

TEST(Saving, PutsANewFileInThePlaceOfTheOldOne) {
    // Who has the old one open goes on reading it.
    const TemporaryFolder folder;
    const auto path = folder / "a";
    write_text(path, "the old text");
    std::ifstream reading(path);
    const auto before = stamp_of(path);
    ASSERT_TRUE(replace_file(path, bytes_of("the new text")));
    std::string text;
    std::getline(reading, text);
    EXPECT_EQ(text, "the old text");
    EXPECT_NE(stamp_of(path)->inode, before->inode);
}

TEST(Saving, TidiesWhatAKilledSaveLeft) {
    const TemporaryFolder folder;
    const auto path = folder / "a.ora";
    const pid_t child = ::fork();
    if (child == 0) {
        static_cast<void>(replace_file(path, [](const fs::path& fresh) {
            write_text(fresh, "half");
            ::kill(::getpid(), SIGKILL);
            return Done();
        }));
        ::_exit(0);
    }
    int status = 0;
    ASSERT_EQ(::waitpid(child, &status, 0), child);
    ASSERT_TRUE(WIFSIGNALED(status));
    ASSERT_EQ(folder.files(), 1U) << "what it was writing is left";
    // Files of a save that goes on, and of others' with like names, are left alone.
    write_text(folder / ("a.ora.saving-" + std::to_string(::getppid()) + "-1"), "of another");
    write_text(folder / "a.ora.saving-plan.txt", "mine");
    ASSERT_TRUE(replace_file(path, bytes_of("whole")));
    EXPECT_EQ(folder.files(), 3U);
    EXPECT_EQ(read_text(path), "whole");
}

TEST(Saving, TouchesNoMaskOfTheProcess) {
    const TemporaryFolder folder;
    const mode_t before = ::umask(027);
    ASSERT_TRUE(replace_file(folder / "a", bytes_of("x")));
    EXPECT_EQ(::umask(before), 027U);
    EXPECT_EQ(mode_of(folder / "a"), 0640U);
}

// --- what is saved can be opened

TEST(Limits, APaintingOfMorePassesThanCanBeOpenedIsNotSaved) {
    const TemporaryFolder folder;
    write_text(folder / "a.ora", "old");
    Painting painting = testing::sealed(testing::ramp({2, 2}, Depth::bits8));
    painting.passes.assign(4200, tint({1, 0, 0}, BlendMode::multiply));
    const Done done = save_painting(folder / "a.ora", painting);
    ASSERT_FALSE(done);
    EXPECT_NE(done.error().message().find("4200 passes"), std::string::npos);
    EXPECT_EQ(read_text(folder / "a.ora"), "old");
    painting.passes.resize(900);
    ASSERT_TRUE(save_painting(folder / "b.ora", painting));
    const auto back = open_painting(folder / "b.ora", "2026-01-01");
    ASSERT_TRUE(back) << back.error().message();
    EXPECT_TRUE(back->ours);
    EXPECT_EQ(back->painting.passes.size(), 900U);
}

TEST(Limits, PicturesAreCountedByTheMemoryThatTheyTake) {
    // Masks of one value take none, however many and large they are.
    const TemporaryFolder folder;
    const Size size{1500, 1000};
    std::vector<ZipEntry> entries;
    for (int i = 0; i < 6; ++i) {
        Picture mask(size, Channels::grey, Depth::bits8);
        const float one = 1;
        mask.write_channel(0, 200 * i, 5, std::span(&one, 1));
        entries.push_back({"flat" + std::to_string(i) + ".png", *write_png("f", mask), false});
    }
    entries.push_back(
        {"full.png", *write_png("f", testing::noise(size, Channels::grey, Depth::bits8)), false});
    ASSERT_TRUE(write_zip(folder / "a.zip", "a.zip", entries));
    const auto zip = *ZipReader::open(folder / "a.zip");
    const std::stop_token never;
    PictureLoader loader(zip, never, 1'500'000);
    for (int i = 0; i < 6; ++i) EXPECT_TRUE(loader.load("flat" + std::to_string(i) + ".png")) << i;
    const auto full = loader.load("full.png");
    ASSERT_FALSE(full);
    EXPECT_NE(full.error().message().find("more memory than they may"), std::string::npos);
    EXPECT_TRUE(PictureLoader(zip, never).load("full.png"));
}

TEST(Limits, LongTextsComeBack) {
    const TemporaryFolder folder;
    Painting painting = testing::sealed(testing::ramp({4, 4}, Depth::bits8));
    Pass pass = tint({1, 0, 0}, BlendMode::multiply);
    pass.name = std::string(9 << 20, 'n');
    painting = with_pass(painting, pass);
    ASSERT_TRUE(save_painting(folder / "a.ora", painting));
    const auto back = open_painting(folder / "a.ora", "2026-01-01");
    ASSERT_TRUE(back) << back.error().message();
    EXPECT_EQ(back->painting.passes[0].name, pass.name);
    pass.name = std::string(33 << 20, 'n');
    write_text(folder / "b.ora", "old");
    const Done done = save_painting(folder / "b.ora", with_pass(painting, pass));
    ASSERT_FALSE(done);
    EXPECT_NE(done.error().message().find("could not be opened again"), std::string::npos);
    EXPECT_EQ(read_text(folder / "b.ora"), "old");
}

TEST(Limits, AFileOfMoreLayersThanTheTableHasIsRefused) {
    const TemporaryFolder folder;
    std::string stack = "<image w='4' h='4'><stack>";
    for (std::size_t i = 0; i <= kMaxLayers; ++i) stack += "<layer src='a.png'/>";
    ASSERT_TRUE(
        write_zip(folder / "a.ora", "a.ora",
                  {{"stack.xml", bytes_of(stack + "</stack></image>"), true},
                   {"a.png", *write_png("a", testing::ramp({4, 4}, Depth::bits8)), false}}));
    const auto opened = open_painting(folder / "a.ora", "2026-01-01");
    ASSERT_FALSE(opened);
    EXPECT_NE(opened.error().message().find("more than 2000 layers"), std::string::npos);
}

TEST(Thumbnail, HasEightBitsWhateverThePaintingHas) {
    const TemporaryFolder folder;
    ASSERT_TRUE(save_painting(folder / "a.ora", testing::sealed(testing::ramp({600, 400}))));
    const auto thumbnail = *read_png(
        "t", *ZipReader::open(folder / "a.ora")->read("Thumbnails/thumbnail.png", 1 << 20));
    EXPECT_EQ(thumbnail.picture.depth(), Depth::bits8);
}

// --- what is whole comes back

class Damage : public ::testing::Test {
protected:
    Damage() {
        painting_ = testing::with_columns(
            testing::with_columns(
                testing::sealed(testing::noise({60, 40}, Channels::grey, Depth::bits8)), "Sky", 0,
                30),
            "Earth", 30, 60);
        Pass on_sky = tint({0.3F, 0.4F, 0.8F}, BlendMode::multiply);
        on_sky.name = "On the sky";
        on_sky.reach.parts = {painting_.parts[0].id};
        Pass painted = tint({0.8F, 0.4F, 0.3F}, BlendMode::overlay);
        painted.name = "Painted";
        painted.reach.painted = share(testing::grey_picture(
            {60, 40}, [](int x, int) { return x / 60.0; }, Depth::bits8));
        Pass plain = tint({0.9F, 0.9F, 0.7F}, BlendMode::multiply, 0.5F);
        plain.name = "Plain";
        for (const Pass& pass : {on_sky, painted, plain}) painting_ = with_pass(painting_, pass);
        EXPECT_TRUE(save_painting(folder_ / "a.ora", painting_));
    }
    /// The file with one of the program's own pictures broken, told by which it is in the JSON.
    OpenedPainting without(const std::string& before) {
        const auto zip = *ZipReader::open(folder_ / "a.ora");
        const std::string json(text_of(*zip.read("faithful-underpaint/painting.json", 1 << 20)));
        const auto at = json.find("faithful-underpaint/pictures/", json.find(before));
        const std::string broken = json.substr(at, json.find('"', at) - at);
        std::vector<ZipEntry> entries;
        for (const std::string& name : zip.entries())
            entries.push_back(
                {name, name == broken ? bytes_of("broken") : *zip.read(name, 1 << 28), false});
        EXPECT_TRUE(write_zip(folder_ / "b.ora", "b.ora", entries));
        auto opened = open_painting(folder_ / "b.ora", "2026-01-01");
        EXPECT_TRUE(opened) << opened.error().message();
        return *opened;
    }
    static bool says(const OpenedPainting& opened, const char* words) {
        return std::ranges::any_of(opened.notices, [&](const std::string& n) {
            return n.find(words) != std::string::npos;
        });
    }

    TemporaryFolder folder_;
    Painting painting_;
};

TEST_F(Damage, OfOneMaskLosesThatPartAndNothingElse) {
    const auto opened = without("\"Sky\"");
    EXPECT_TRUE(opened.ours);
    EXPECT_TRUE(opened.incomplete) << "saved under another name only";
    ASSERT_EQ(opened.painting.parts.size(), 1U);
    EXPECT_EQ(opened.painting.parts[0].name, "Earth");
    EXPECT_EQ(opened.painting.seals.size(), 1U);
    ASSERT_EQ(opened.painting.passes.size(), 3U);
    EXPECT_FALSE(opened.painting.passes[0].on) << "it would land everywhere";
    EXPECT_TRUE(opened.painting.passes[1].on);
    EXPECT_TRUE(says(opened, "The part \"Sky\" was lost"));
    EXPECT_TRUE(says(opened, "The pass \"On the sky\" was switched off"));
}

TEST_F(Damage, OfAPaintedReachSwitchesItsPassOff) {
    const auto opened = without("\"painted\":");
    ASSERT_EQ(opened.painting.passes.size(), 3U);
    EXPECT_FALSE(opened.painting.passes[1].on);
    EXPECT_TRUE(opened.painting.passes[0].on);
    EXPECT_EQ(opened.painting.parts.size(), 2U);
    EXPECT_TRUE(says(opened, "\"Painted\" was switched off"));
}

TEST_F(Damage, OfAnEntryIsNoticedByItsChecksum) {
    // One byte of a stored picture, in the raw file.
    std::string raw = read_text(folder_ / "a.ora");
    const auto at = raw.find("IDAT", raw.find("faithful-underpaint/pictures/"));
    ASSERT_NE(at, std::string::npos);
    raw[at + 9] = static_cast<char>(raw[at + 9] ^ 0x40);
    write_text(folder_ / "c.ora", raw);
    const auto opened = open_painting(folder_ / "c.ora", "2026-01-01");
    ASSERT_TRUE(opened) << opened.error().message();
    EXPECT_TRUE(opened->incomplete);
    EXPECT_FALSE(opened->notices.empty());
    // Where the PNG has no checksum to notice by, the container's does.
    ASSERT_TRUE(write_zip(folder_ / "d.zip", "d.zip", {{"text", bytes_of("plain text"), false}}));
    std::string zip = read_text(folder_ / "d.zip");
    zip[zip.find("plain text")] = 'P';
    write_text(folder_ / "d.zip", zip);
    const auto read = ZipReader::open(folder_ / "d.zip")->read("text", 100);
    ASSERT_FALSE(read);
    EXPECT_NE(read.error().message().find("is damaged"), std::string::npos);
}

// --- what would take for ever

/// One scan for each coefficient, in as many steps of precision as it takes.
Bytes progressive(const Picture& picture, int extra_scans) {
    std::vector<jpeg_scan_info> scans{{1, {0}, 0, 0, 0, 0}};
    for (int k = 1; k < 64 && static_cast<int>(scans.size()) < extra_scans; ++k)
        for (int bit = 3; bit >= 0 && static_cast<int>(scans.size()) < extra_scans; --bit)
            scans.push_back({1, {0}, k, k, bit == 3 ? 0 : bit + 1, bit});
    return testing::jpeg_of(picture, 95, scans);
}

TEST(Jpeg, OfMoreScansThanItNeedsIsRefused) {
    const Picture picture = testing::noise({64, 64}, Channels::grey, Depth::bits8);
    EXPECT_TRUE(read_jpeg("a.jpg", progressive(picture, 90)));
    const auto many = read_jpeg("a.jpg", progressive(picture, 200));
    ASSERT_FALSE(many);
    EXPECT_NE(many.error().message().find("more than 100 scans"), std::string::npos);
}

TEST(Reading, HeedsStop) {
    const Picture picture = testing::noise({900, 700}, Channels::rgb, Depth::bits8);
    const Bytes png = *write_png("a", picture), jpeg = testing::jpeg_of(picture);
    std::stop_source source;
    source.request_stop();
    const auto as_png = read_png("a.png", png, source.get_token());
    ASSERT_FALSE(as_png);
    EXPECT_TRUE(as_png.error().what.empty()) << "nobody is told";
    const auto as_jpeg = read_jpeg("a.jpg", jpeg, source.get_token());
    ASSERT_FALSE(as_jpeg);
    EXPECT_TRUE(as_jpeg.error().what.empty());
    const TemporaryFolder folder;
    ASSERT_TRUE(save_painting(folder / "a.ora", testing::sealed(picture)));
    const auto as_painting = open_painting(folder / "a.ora", "2026-01-01", {}, source.get_token());
    ASSERT_FALSE(as_painting);
    EXPECT_TRUE(as_painting.error().what.empty());
}

}  // namespace
}  // namespace underpaint
