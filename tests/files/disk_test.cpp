// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>
#include <signal.h>
#include <sys/resource.h>
#include <sys/stat.h>

#include <atomic>
#include <cerrno>
#include <random>
#include <thread>

#include "files/disk.h"
#include "files/openraster.h"
#include "files/zip_container.h"
#include "support/pictures.h"
#include "support/stand_in_device.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::read_text;
using testing::TemporaryFolder;
using testing::write_text;

/// A device that takes no more than so many bytes a file.
class SmallDevice {
public:
    explicit SmallDevice(rlim_t bytes) {
        ::signal(SIGXFSZ, SIG_IGN);
        ::getrlimit(RLIMIT_FSIZE, &before_);
        const rlimit now{bytes, before_.rlim_max};
        ::setrlimit(RLIMIT_FSIZE, &now);
    }
    ~SmallDevice() { ::setrlimit(RLIMIT_FSIZE, &before_); }
    SmallDevice(const SmallDevice&) = delete;
    SmallDevice& operator=(const SmallDevice&) = delete;

private:
    rlimit before_{};
};

TEST(Disk, ReplacesAFileInOneStep) {
    const TemporaryFolder folder;
    const auto path = folder / "a.txt";
    write_text(path, "old");
    ASSERT_TRUE(replace_file(path, bytes_of("new")));
    EXPECT_EQ(read_text(path), "new");
    EXPECT_EQ(folder.files(), 1U) << "nothing is left beside it";
}

TEST(Disk, AFullDeviceLeavesTheOldFileWhole) {
    const TemporaryFolder folder;
    const auto path = folder / "a.txt";
    const std::string old(500, 'o');
    write_text(path, old);
    const Bytes fresh = bytes_of(std::string(1500, 'n'));
    for (rlim_t room = 0; room < 1500; ++room) {
        Done done;
        {
            const SmallDevice device(room);
            done = replace_file(path, fresh);
        }
        ASSERT_FALSE(done) << room;
        EXPECT_NE(done.error().message().find("could not be saved"), std::string::npos);
        EXPECT_NE(done.error().message().find("untouched"), std::string::npos);
        EXPECT_EQ(read_text(path), old) << room;
        EXPECT_EQ(folder.files(), 1U) << room;
    }
    ASSERT_TRUE(replace_file(path, fresh));
}

TEST(Disk, AFullDeviceLeavesNoHalfWrittenContainer) {
    const TemporaryFolder folder;
    const auto path = folder / "a.zip";
    write_text(path, "old");
    std::string noise;
    for (unsigned i = 0; i < 20000; ++i) noise += static_cast<char>(i * i * 2654435761U >> 13);
    const std::vector<ZipEntry> entries{{"a", bytes_of(noise), false},
                                        {"b", bytes_of(noise), false}};
    for (rlim_t room = 0; room < 40000; room += 5000) {
        Done done;
        {
            const SmallDevice device(room);
            done = replace_file(
                path, [&](const auto& fresh) { return write_zip(fresh, "a.zip", entries); });
        }
        ASSERT_FALSE(done) << room;
        EXPECT_EQ(read_text(path), "old");
        EXPECT_EQ(folder.files(), 1U) << room;
    }
}

/// UNDERPAINT_DEVICES=2000 fails after as many numbers of bytes.
TEST(Disk, ADeviceThatFailsAfterAnyByteLeavesThePaintingWhole) {
    const TemporaryFolder folder;
    const auto path = folder / "cart.ora";
    const Painting old = testing::sealed(testing::noise({60, 40}, Channels::grey, Depth::bits8));
    const Painting fresh = with_pass(old, testing::tint({0.3F, 0.4F, 0.7F}, BlendMode::multiply));
    ASSERT_TRUE(save_painting(path, fresh));
    const auto whole = static_cast<rlim_t>(std::filesystem::file_size(path));
    ASSERT_TRUE(save_painting(path, old));
    const std::string before = read_text(path);

    std::vector<rlim_t> rooms;
    for (rlim_t room = 0; room < whole; room += 512) rooms.push_back(room);
    const char* asked = std::getenv("UNDERPAINT_DEVICES");
    std::mt19937 random(7);
    for (int i = asked != nullptr ? std::atoi(asked) : 100; i > 0; --i)
        rooms.push_back(random() % whole);
    for (const rlim_t room : rooms) {
        Done done;
        {
            const SmallDevice device(room);
            done = save_painting(path, fresh);
        }
        ASSERT_FALSE(done) << room;
        EXPECT_NE(done.error().message().find("Try another place"), std::string::npos)
            << done.error().message();
        ASSERT_TRUE(read_text(path) == before) << room;
        EXPECT_EQ(folder.files(), 1U) << room;
    }
    EXPECT_TRUE(save_painting(path, fresh));
}

TEST(Disk, SaysOfEachKindOfDeviceWhatIsWrongWithIt) {
    const TemporaryFolder folder;
    const auto path = folder / "cart.ora";
    const Painting old = testing::sealed(testing::noise({60, 40}, Channels::grey, Depth::bits8));
    ASSERT_TRUE(save_painting(path, old));
    const std::string before = read_text(path);
    const Painting fresh = with_pass(old, testing::tint({0.3F, 0.4F, 0.7F}, BlendMode::multiply));
    for (const auto& [error, says] : {std::pair(ENOSPC, "the disk is full"),
                                      {EDQUOT, "your quota"},
                                      {EIO, "may have been unplugged"},
                                      {ESTALE, "no longer answers"},
                                      {EROFS, "nothing can be written"}}) {
        Done done;
        {
            const testing::StandInDevice device(folder.path(), error);
            done = save_painting(path, fresh);
        }
        ASSERT_FALSE(done) << says;
        EXPECT_NE(done.error().message().find(says), std::string::npos) << done.error().message();
        EXPECT_NE(
            done.error().message().find("Try another place. The file that was there is untouched."),
            std::string::npos);
        EXPECT_TRUE(read_text(path) == before) << says;
        EXPECT_EQ(folder.files(), 1U) << says;
    }
    EXPECT_TRUE(save_painting(path, fresh));
}

TEST(Disk, SaysNothingOfAFileThatWasNotThere) {
    const TemporaryFolder folder;
    Done done;
    {
        const SmallDevice device(10);
        done = replace_file(folder / "a.txt", bytes_of(std::string(100, 'n')));
    }
    ASSERT_FALSE(done);
    EXPECT_EQ(done.error().message().find("untouched"), std::string::npos);
    EXPECT_EQ(folder.files(), 0U);
}

TEST(Disk, NamesAsLongAsTheyMayBeAreSavedBack) {
    const TemporaryFolder folder;
    const Painting painting = testing::sealed(testing::ramp({20, 10}));
    for (const std::size_t length : {200U, 214U, 215U, 230U, 240U, 251U, 255U}) {
        const std::string ending = ".ora";
        // Of two bytes a letter, so that the name is cut within one.
        std::string name = length % 2 == 0 ? "" : "n";
        while (name.size() + ending.size() < length - 1) name += "\xC3\xA9";
        name += std::string(length - name.size() - ending.size(), 'x') + ending;
        ASSERT_EQ(name.size(), length);
        const auto path = folder / name;
        ASSERT_TRUE(save_painting(path, painting)) << length;
        const Done again = save_painting(path, painting);
        ASSERT_TRUE(again) << length << ": " << again.error().message();
        // What a killed save of it left is known again, and that of another is not.
        const std::string other = name.substr(0, name.size() - 5) + "y.ora";
        const Done looked = replace_file(path, [&](const auto& fresh) -> Done {
            const std::string mark = fresh.filename().string();
            EXPECT_LE(mark.size() + 7, 255U) << "the ZIP library adds to it";
            const std::string dead = mark.substr(0, mark.rfind(".saving-")) + ".saving-999999999-1";
            write_text(folder / dead, "left");
            return {};
        });
        ASSERT_TRUE(looked);
        EXPECT_EQ(folder.files(), 2U);
        ASSERT_TRUE(replace_file(folder / other, bytes_of("other")));
        EXPECT_EQ(folder.files(), 3U) << "another's leftover stays";
        ASSERT_TRUE(replace_file(path, bytes_of("again")));
        EXPECT_EQ(folder.files(), 2U);
        std::filesystem::remove(path), std::filesystem::remove(folder / other);
    }
    const Done refused = replace_file(folder / std::string(256, 'n'), bytes_of("n"));
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message().find("longer than this disk allows"), std::string::npos)
        << refused.error().message();
}

/// While a file is replaced, nobody may read the new one who may not read the old one: neither ours
/// nor the one that the ZIP library makes.
TEST(Disk, RightsComeBeforeBytes) {
    const TemporaryFolder folder;
    const Painting painting =
        testing::sealed(testing::noise({600, 400}, Channels::grey, Depth::bits16));
    const auto path = folder / "cart.ora";
    ASSERT_TRUE(save_painting(path, painting));
    std::filesystem::permissions(path, std::filesystem::perms(0600));
    std::atomic<bool> done = false;
    std::atomic<int> others = 0, looked = 0;
    std::thread watch([&] {
        while (!done)
            for (const auto& entry : std::filesystem::directory_iterator(folder.path())) {
                struct stat found {};
                if (::stat(entry.path().c_str(), &found) != 0) continue;
                ++looked;
                if ((found.st_mode & 0077) != 0) ++others;
            }
    });
    for (int i = 0; i < 5; ++i) EXPECT_TRUE(save_painting(path, painting));
    done = true;
    watch.join();
    EXPECT_GT(looked, 50);
    EXPECT_EQ(others, 0);
    EXPECT_EQ(static_cast<int>(std::filesystem::status(path).permissions()), 0600);
}

TEST(Disk, ASaveThatFailsOnItsWayLeavesNothing) {
    const TemporaryFolder folder;
    const auto path = folder / "a.txt";
    write_text(path, "old");
    const Done done = replace_file(path, [](const auto&) { return Done(trouble("a.txt", "no")); });
    EXPECT_EQ(done.error().message(), "a.txt: no The file that was there is untouched.");
    EXPECT_EQ(read_text(path), "old");
    EXPECT_EQ(folder.files(), 1U);
}

TEST(Disk, SaysWhenTheFolderIsNotThere) {
    const TemporaryFolder folder;
    const auto done = replace_file(folder / "none" / "a.txt", bytes_of("x"));
    ASSERT_FALSE(done);
    EXPECT_NE(done.error().message().find("No such file or directory"), std::string::npos);
    const auto read_only = replace_file("/proc/a.ora", bytes_of("x"));
    ASSERT_FALSE(read_only);
    EXPECT_NE(read_only.error().message().find("/proc/a.ora: could not be saved"),
              std::string::npos);
}

TEST(Disk, SavesThroughALink) {
    const TemporaryFolder folder;
    write_text(folder / "real.txt", "old");
    std::filesystem::create_symlink(folder / "real.txt", folder / "link.txt");
    ASSERT_TRUE(replace_file(folder / "link.txt", bytes_of("new")));
    EXPECT_TRUE(std::filesystem::is_symlink(folder / "link.txt"));
    EXPECT_EQ(read_text(folder / "real.txt"), "new");
}

TEST(Disk, ASavedFileHasTheRightsOfANewOne) {
    const TemporaryFolder folder;
    ASSERT_TRUE(replace_file(folder / "saved", bytes_of("x")));
    write_text(folder / "plain", "x");
    EXPECT_EQ(std::filesystem::status(folder / "saved").permissions(),
              std::filesystem::status(folder / "plain").permissions());
}

TEST(Zip, GivesBackItsEntries) {
    const TemporaryFolder folder;
    const auto path = folder / "a.zip";
    const std::vector<ZipEntry> entries{
        {"mimetype", bytes_of("image/openraster"), false},
        {"folder/text.json", bytes_of(std::string(5000, 'a')), true}};
    ASSERT_TRUE(write_zip(path, "a.zip", entries));
    const auto zip = ZipReader::open(path);
    ASSERT_TRUE(zip);
    EXPECT_EQ(zip->entries(), (std::vector<std::string>{"mimetype", "folder/text.json"}));
    EXPECT_EQ(zip->read("folder/text.json", 5000)->size(), 5000U);
    EXPECT_EQ(zip->crc("mimetype"), crc_of(entries[0].bytes));
    EXPECT_FALSE(zip->has("other"));
    EXPECT_LT(std::filesystem::file_size(path), 1000U) << "the long one is deflated";
}

TEST(Zip, BoundsWhatItInflates) {
    const TemporaryFolder folder;
    ASSERT_TRUE(write_zip(folder / "bomb.zip", "bomb.zip",
                          {{"big", bytes_of(std::string(3 << 20, '0')), true}}));
    const auto read = ZipReader::open(folder / "bomb.zip")->read("big", 1 << 20);
    ASSERT_FALSE(read);
    EXPECT_NE(read.error().message().find("larger than it may be"), std::string::npos);
}

TEST(Zip, AnEntryThatClaimsMoreThanItCanHoldTakesNoMemory) {
    const TemporaryFolder folder;
    const auto path = folder / "a.zip";
    ASSERT_TRUE(write_zip(path, "a.zip", {{"a", bytes_of("plain"), false}}));
    std::string bytes = read_text(path);
    // The size in the central directory, APPNOTE.TXT 4.3.12: at 24 from its beginning.
    const std::size_t at = bytes.find("PK\1\2") + 24;
    bytes.replace(at, 4, std::string("\0\0\0\x40", 4));
    write_text(path, bytes);
    const auto zip = ZipReader::open(path);
    ASSERT_TRUE(zip);
    const auto read = zip->read("a", std::size_t{2} << 30);
    ASSERT_FALSE(read);
    EXPECT_NE(read.error().what.find("claims to be larger"), std::string::npos)
        << read.error().what;
}

TEST(Zip, NamesStayInside) {
    for (const char* good : {"a", "a/b.png", "..a", "a..", "data/..b/c"})
        EXPECT_TRUE(stays_inside(good)) << good;
    for (const char* bad : {"", "../x", "a/../../x", "/etc/x", "a/..", "C:x", "..\\x"})
        EXPECT_FALSE(stays_inside(bad)) << bad;
}

TEST(Zip, AnEntryThatPointsOutsideIsRefused) {
    const TemporaryFolder folder;
    ASSERT_TRUE(write_zip(folder / "evil.ora", "evil.ora", {{"../x", bytes_of("x"), false}}));
    const auto zip = ZipReader::open(folder / "evil.ora");
    ASSERT_FALSE(zip);
    EXPECT_NE(zip.error().message().find("evil.ora: an entry named \"../x\" points outside"),
              std::string::npos);
}

}  // namespace
}  // namespace underpaint
