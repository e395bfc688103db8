// SPDX-License-Identifier: GPL-3.0-or-later
// Texts that nest deeper than any stack are refused wherever JSON, XML or SVG is read, and what
// nests as deep as it may is read.
#include <gtest/gtest.h>

#include <nlohmann/json.hpp>

#include "files/json.h"
#include "files/layer_stack.h"
#include "files/left_work.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/svg_gradient.h"
#include "files/unsaved_work.h"
#include "files/zip_container.h"
#include "support/every_source.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
using testing::read_text;
using testing::TemporaryFolder;
using testing::write_text;

constexpr int kDeepest = 400'000;  // where a visit that calls itself has long used up its stack

std::string nested(int depth, const std::string& open = "[", const std::string& close = "]") {
    std::string text;
    for (int i = 0; i < depth; ++i) text += open;
    for (int i = 0; i < depth; ++i) text += close;
    return text;
}

/// The JSON with one more member at its top.
std::string with_member(std::string json, const std::string& value) {
    return json.insert(json.find('{') + 1, "\"theirs\":" + value + ",");
}

/// The container with one entry replaced.
fs::path with_entry(const fs::path& from, const fs::path& to, const std::string& entry,
                    const std::function<std::string(std::string)>& change) {
    const auto zip = ZipReader::open(from);
    std::vector<ZipEntry> entries;
    for (const std::string& name : zip->entries()) {
        Bytes bytes = *zip->read(name, kMaxEntryBytes);
        if (name == entry) bytes = bytes_of(change(std::string(text_of(bytes))));
        entries.push_back({name, std::move(bytes), true});
    }
    EXPECT_TRUE(write_zip(to, "to", entries));
    return to;
}

class Nesting : public ::testing::Test {
protected:
    void SetUp() override {
        painting_ = testing::every_source({40, 30});
        painting_.brief.purpose = "A cover";
        ASSERT_TRUE(save_painting(folder_ / "cart.ora", painting_));
    }
    TemporaryFolder folder_;
    Painting painting_;
};

TEST_F(Nesting, OfJsonIsCountedOutsideOfStrings) {
    EXPECT_FALSE(parse_json(nested(kMaxNesting)).is_discarded());
    EXPECT_TRUE(parse_json(nested(kMaxNesting + 1)).is_discarded());
    EXPECT_TRUE(parse_json(nested(kDeepest)).is_discarded());
    EXPECT_TRUE(parse_json(nested(kDeepest, "{\"a\":", "}")).is_discarded());
    EXPECT_TRUE(parse_json(std::string(kDeepest, '[')).is_discarded()) << "never closed";
    const std::string words =
        "[\"" + std::string(1000, '[') + R"(\")" + std::string(99, '{') + R"(\\"])";
    EXPECT_FALSE(parse_json(words).is_discarded()) << "brackets in a string are none";
    EXPECT_TRUE(parse_json(R"(["\\",)" + nested(kMaxNesting) + "]").is_discarded())
        << "a string ends behind a backslash that is escaped";
}

TEST_F(Nesting, OfAPaintingsEntriesLeavesThemOut) {
    for (const char* entry : {kPaintingEntry, kBriefEntry, kChecksumsEntry}) {
        const auto deep = with_entry(
            folder_ / "cart.ora", folder_ / "deep.ora", entry,
            [](std::string json) { return with_member(std::move(json), nested(kDeepest)); });
        const auto opened = open_painting(deep, "2026-11-30");
        ASSERT_TRUE(opened) << entry;
        EXPECT_TRUE(opened->incomplete) << entry;
        EXPECT_TRUE(save_painting(folder_ / "again.ora", opened->painting)) << entry;
    }
    // As deep as may be it rides along, there and back, and as unsaved work, which holds it one
    // level further down.
    for (const char* entry : {kPaintingEntry, kBriefEntry}) {
        const auto deep = with_entry(
            folder_ / "cart.ora", folder_ / "deep.ora", entry,
            [](std::string json) { return with_member(std::move(json), nested(kMaxNesting - 1)); });
        const auto opened = open_painting(deep, "2026-11-30");
        ASSERT_TRUE(opened && opened->ours && !opened->incomplete) << entry;
        ASSERT_TRUE(save_painting(folder_ / "again.ora", opened->painting));
        const auto again = ZipReader::open(folder_ / "again.ora");
        EXPECT_NE(text_of(*again->read(entry, kMaxTextBytes)).find("theirs"), std::string::npos);
        std::optional<UnsavedWork> work = std::move(*UnsavedWork::begin(folder_ / "unsaved"));
        ASSERT_TRUE(work->keep(opened->painting, {}));
        EXPECT_TRUE(open_left_work(work->folder())) << entry;
        work->drop();
    }
}

TEST_F(Nesting, OfWorkThatWasLeftNeverStopsAStart) {
    const fs::path store = folder_ / "unsaved";
    const auto keep = [&](const char* name) {
        auto work = UnsavedWork::begin(store);
        painting_.name = name;
        EXPECT_TRUE(work->keep(painting_, {name, {}, {}, {}, 0, {}}));
        return work->folder();
    };
    const fs::path deep = keep("deep") / "painting.json", note = keep("note") / "painting.json";
    keep("whole");
    write_text(deep, with_member(read_text(deep), nested(kDeepest)));
    std::string text = read_text(note);
    text.replace(text.find("\"changes\":0"), 11, "\"changes\":" + nested(kDeepest));
    write_text(note, text);
    const auto left = left_work(store);
    ASSERT_EQ(left.size(), 1U);
    EXPECT_EQ(left[0].note.name, "whole");
    EXPECT_FALSE(open_left_work(deep.parent_path()));
    EXPECT_FALSE(open_left_work(note.parent_path()));
    tidy_left_work(store,
                   std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()));
    EXPECT_TRUE(fs::exists(deep)) << "it may be mended yet";
}

TEST_F(Nesting, OfXmlIsTroubleWithASentence) {
    const auto stack = [](int depth) {
        return R"(<image version="0.0.6" w="4" h="3"><stack><layer src="data/a.png"/></stack>)" +
               nested(depth, "<a>", "</a>") + "</image>";
    };
    EXPECT_TRUE(parse_stack("f", stack(kMaxNesting - 1)));
    for (const int depth : {kMaxNesting, kDeepest}) {
        const auto parsed = parse_stack("f", stack(depth));
        ASSERT_FALSE(parsed);
        EXPECT_NE(parsed.error().what.find("64 levels"), std::string::npos);
    }
    const std::string stops = "<linearGradient><stop offset=\"0\"/></linearGradient>";
    EXPECT_TRUE(parse_svg_gradient(
        "f", "<svg>" + stops + nested(kMaxNesting - 1, "<g>", "</g>") + "</svg>"));
    const auto svg =
        parse_svg_gradient("f", "<svg>" + nested(kDeepest, "<g>", "</g>") + stops + "</svg>");
    ASSERT_FALSE(svg);
    EXPECT_NE(svg.error().what.find("64 levels"), std::string::npos);
}

}  // namespace
}  // namespace underpaint
