// SPDX-License-Identifier: GPL-3.0-or-later
// Names of files are bytes. Whatever they are, work on such a file is kept and comes back to it.
#include "files/path_text.h"

#include <gtest/gtest.h>

#include <nlohmann/json.hpp>
#include <random>

#include "files/left_work.h"
#include "files/open_any.h"
#include "files/unsaved_work.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

using testing::TemporaryFolder;

/// The library's own judgement: it refuses to write what is no UTF-8.
bool json_takes(const std::string& text) {
    try {
        static_cast<void>(nlohmann::json(text).dump());
        return true;
    } catch (const nlohmann::json::exception&) {
        return false;
    }
}

TEST(PathText, KeepsEveryByteOfAPathAndIsAlwaysUtf8) {
    std::mt19937 random(11);
    for (int run = 0; run < 20'000; ++run) {
        std::string bytes = run % 5 == 0 ? "file:" : run % 3 == 0 ? "/home/\xC3\xA9/" : "";
        for (int i = 0, length = static_cast<int>(random() % 12); i < length; ++i)
            bytes += static_cast<char>(run % 2 == 0 ? random() % 255 + 1 : 0x7E + random() % 0x82);
        const std::string text = text_of_path(bytes);
        ASSERT_TRUE(json_takes(text)) << run;
        ASSERT_EQ(path_from_text(text).native(), bytes) << run;
        ASSERT_EQ(is_utf8(bytes), json_takes(bytes)) << run;
        ASSERT_TRUE(json_takes(valid_utf8(bytes))) << run;
    }
    EXPECT_EQ(text_of_path("/a/caf\xC3\xA9 1%.ora"), "/a/caf\xC3\xA9 1%.ora") << "as it is";
    EXPECT_EQ(text_of_path("/a/caf\xE9.ora"), "file:/a/caf%E9.ora");
    EXPECT_EQ(valid_utf8("caf\xE9!"), "caf\xEF\xBF\xBD!");
    EXPECT_EQ(path_from_text("file:a%4").native(), "a%4") << "cut short";
    EXPECT_EQ(path_from_text("file:a%zz").native(), "a%zz");
}

TEST(PathText, WorkOnAFileWhoseNameIsNoUtf8IsKept) {
    const TemporaryFolder folder;
    const auto file = folder / "caf\xE9.ora";
    ASSERT_TRUE(save_painting(file, testing::sealed(testing::ramp({20, 10}))));
    const auto opened = open_any(file, "2026-11-30");
    ASSERT_TRUE(opened);
    const auto picture = folder / "tonalit\xE0.png";
    ASSERT_TRUE(save_png(picture, testing::ramp({20, 10})));
    Painting painting = open_any(picture, "2026-11-30")->painting;
    EXPECT_EQ(painting.name, "tonalit\xEF\xBF\xBD");
    const UnsavedNote note{painting.name, file, *stamp_of(file), {}, 2, "Ease"};
    auto work = UnsavedWork::begin(folder / "unsaved");
    ASSERT_TRUE(work->keep(painting, note));
    const auto kept = work->folder();
    work = tl::unexpected(Trouble{});  // let go
    const auto left = left_work(folder / "unsaved");
    ASSERT_EQ(left.size(), 1U);
    EXPECT_EQ(left[0].note, note) << "the file is found again";
    EXPECT_TRUE(open_left_work(kept));
}

/// Layers, parts and passes that others named in another encoding.
TEST(PathText, NamesInAnotherEncodingAreNoReasonNotToKeepWork) {
    const TemporaryFolder folder;
    Painting painting =
        testing::with_columns(testing::sealed(testing::ramp({20, 10})), "caf\xE9", 0, 10);
    painting = with_pass(painting, testing::tint({1, 0, 0}, BlendMode::multiply));
    painting.passes[0].name = "\xFF\xFE";
    painting.brief.purpose = "\xC0\xAF";
    painting.name = "\xE9";
    auto work = UnsavedWork::begin(folder.path());
    ASSERT_TRUE(work->keep(painting, {painting.name, {}, {}, {}, 1, "\xE9"}));
    EXPECT_TRUE(open_left_work(work->folder()));
    EXPECT_TRUE(save_painting(folder / "a.ora", painting));
}

}  // namespace
}  // namespace underpaint
