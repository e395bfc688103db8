// SPDX-License-Identifier: GPL-3.0-or-later
// Layers and groups of files made elsewhere, held against a reader that shares no code.
#include <gtest/gtest.h>

#include <cmath>

#include "files/openraster.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "render/render.h"
#include "support/foreign_reader.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::noise;

constexpr Size kSize{40, 30};

class ForeignLayers : public ::testing::Test {
protected:
    ForeignLayers() {
        add("ground.png", noise(kSize, Channels::rgb, Depth::bits8, 1));
        add("a.png", noise({34, 26}, Channels::rgb_alpha, Depth::bits8, 2));
        add("b.png", noise({30, 28}, Channels::rgb_alpha, Depth::bits16, 3));
    }

    void add(const char* name, const Picture& picture) {
        entries_.push_back({name, *write_png(name, picture), false});
    }

    /// A file of these layers over the ground, topmost first, with the merged image as another
    /// program composites `shown` (the same, unless said otherwise).
    OpenedPainting opened(const std::string& layers, const std::string& shown = {}) {
        xml_ = document(layers);
        const auto merged = elsewhere(shown.empty() ? xml_ : document(shown));
        Picture image(kSize, Channels::rgb, Depth::bits8);
        RgbBlock block(rect_of(kSize));
        for (std::size_t i = 0; i < merged.size(); ++i) block.all().set(i, merged[i]);
        image.write_rgb(block);
        auto entries = entries_;
        entries.push_back({"mergedimage.png", *write_png("m", image), false});
        entries.push_back({"stack.xml", bytes_of(xml_), true});
        EXPECT_TRUE(write_zip(folder_ / "f.ora", "f.ora", entries));
        auto result = open_painting(folder_ / "f.ora", "2026-01-01");
        EXPECT_TRUE(result) << result.error().message();
        return *result;
    }

    std::vector<Rgb> elsewhere(const std::string& xml) {
        return testing::composited_elsewhere(xml, kSize, [&](const char* name) {
            return std::ranges::find(entries_, name, &ZipEntry::name)->bytes;
        });
    }

    float off(const Painting& painting, const std::string& as = {}) {
        const auto theirs = elsewhere(as.empty() ? xml_ : document(as));
        const RgbBlock ours = *render_view(painting, painting.passes.size(), whole_at(kSize, 1));
        float worst = 0;
        for (std::size_t i = 0; i < theirs.size(); ++i) {
            const Rgb a = ours.all().r.empty() ? Rgb{} : ConstRgbRow(ours.all())[i], b = theirs[i];
            worst =
                std::max({worst, std::fabs(a.r - b.r), std::fabs(a.g - b.g), std::fabs(a.b - b.b)});
        }
        return 255 * worst;
    }

    static std::string document(const std::string& layers) {
        return "<image w='40' h='30'><stack>" + layers +
               "<layer name='Ground' src='ground.png'/></stack></image>";
    }
    static bool says(const OpenedPainting& opened, std::string_view words) {
        return std::ranges::any_of(opened.notices, [&](const std::string& notice) {
            return notice.find(words) != std::string::npos;
        });
    }

    testing::TemporaryFolder folder_;
    std::vector<ZipEntry> entries_;
    std::string xml_;
};

const std::string kInside =
    "<layer name='A' src='a.png' x='3' y='2' composite-op='svg:multiply'/>"
    "<layer name='B' src='b.png' x='6' y='-2' opacity='0.7' composite-op='svg:color'/>"
    "<layer name='C' src='a.png' x='-4' y='5'/>";

TEST_F(ForeignLayers, AnIsolatedGroupIsCompositedByItself) {
    for (const char* how : {"isolation='isolate'", "opacity='0.6'", "composite-op='svg:overlay'",
                            "isolation='auto' opacity='0.5'", "composite-op='svg:plus'",
                            "isolation='isolate' opacity='0.4' composite-op='svg:hard-light'"}) {
        const auto found =
            opened(std::string("<stack name='G' x='1' y='2' ") + how + ">" + kInside + "</stack>");
        ASSERT_EQ(found.painting.passes.size(), 1U) << how;
        EXPECT_LT(off(found.painting), 0.5F) << how;
        EXPECT_TRUE(says(found, "The group \"G\" came in as one pass")) << how;
        EXPECT_FALSE(says(found, "do not add up")) << how;
    }
}

TEST_F(ForeignLayers, AGroupThatIsNotIsolatedIsUnfolded) {
    const auto found = opened("<stack name='G' isolation='auto'>" + kInside + "</stack>");
    ASSERT_EQ(found.painting.passes.size(), 3U);
    EXPECT_LT(off(found.painting), 0.5F);
}

TEST_F(ForeignLayers, PlainLayersLookTheSameByThemselvesAndAreUnfolded) {
    const std::string plain = "<layer name='A' src='a.png' x='3'/><layer name='B' src='b.png'/>";
    for (const char* how : {"", "isolation='isolate'", "isolation='auto'"})
        EXPECT_EQ(
            opened(std::string("<stack ") + how + ">" + plain + "</stack>").painting.passes.size(),
            2U)
            << how;
    // One layer at the group's opacity is still one layer.
    const auto one = opened("<stack opacity='0.5'><layer src='a.png' opacity='0.5'/></stack>");
    ASSERT_EQ(one.painting.passes.size(), 1U);
    EXPECT_FLOAT_EQ(one.painting.passes[0].strength, 0.25F);
    // Two that overlap are not what they would be one after the other.
    const auto two = opened("<stack opacity='0.5'>" + plain + "</stack>");
    EXPECT_EQ(two.painting.passes.size(), 1U);
    EXPECT_LT(off(two.painting), 0.5F);
}

TEST_F(ForeignLayers, AGroupThatDoesNotSayIsReadAsTheFileShowsIt) {
    const std::string unsaid = "<stack name='G'>" + kInside + "</stack>";
    const std::string isolated = "<stack name='G' isolation='isolate'>" + kInside + "</stack>";
    const std::string automatic = "<stack name='G' isolation='auto'>" + kInside + "</stack>";
    const auto as_isolated = opened(unsaid, isolated);
    EXPECT_EQ(as_isolated.painting.passes.size(), 1U);
    EXPECT_FALSE(says(as_isolated, "do not add up"));
    const auto as_automatic = opened(unsaid, automatic);
    EXPECT_EQ(as_automatic.painting.passes.size(), 3U);
    EXPECT_LT(off(as_automatic.painting, automatic), 0.5F);
    EXPECT_FALSE(says(as_automatic, "do not add up"));
    // When neither does, it is isolated, and the difference is said.
    const auto neither = opened(unsaid, "<layer name='X' src='b.png'/>");
    EXPECT_EQ(neither.painting.passes.size(), 1U);
    EXPECT_TRUE(says(neither, "do not add up"));
}

TEST_F(ForeignLayers, ADifferenceFromTheMergedImageIsSaidWithItsPlace) {
    Picture spot(kSize, Channels::rgb_alpha, Depth::bits8);
    const float one = 1;
    for (const int channel : {0, 3}) spot.write_channel(channel, 17, 11, std::span(&one, 1));
    add("spot.png", spot);
    const auto found =
        opened("<layer src='a.png'/>", "<layer src='spot.png'/><layer src='a.png'/>");
    EXPECT_TRUE(says(found, "most at (17, 11)")) << found.notices.back();
}

TEST_F(ForeignLayers, HiddenOnesNeverStopAFileAndComeInSwitchedOff) {
    const auto found = opened(
        "<layer name='Cut' src='a.png' visibility='hidden' composite-op='svg:dst-in'/>"
        "<layer name='Gone' src='none.png' visibility='hidden'/>"
        "<layer name='Off' src='b.png' visibility='hidden'/>"
        "<stack name='H' visibility='hidden'>" +
            kInside +
            "</stack>"
            "<layer name='On' src='a.png'/>",
        "<layer name='On' src='a.png'/>");
    EXPECT_TRUE(says(found, "\"Cut\" was left out"));
    EXPECT_TRUE(says(found, "\"Gone\" was left out"));
    std::vector<std::string> on, off;
    for (const Pass& pass : found.painting.passes) (pass.on ? on : off).push_back(pass.name);
    EXPECT_EQ(on, std::vector<std::string>{"On"});
    EXPECT_EQ(off, (std::vector<std::string>{"H", "Off"}));
    EXPECT_LT(this->off(found.painting, "<layer name='On' src='a.png'/>"), 0.5F);
    // All hidden: the lowest is what there is to begin with.
    auto entries = entries_;
    entries.push_back({"stack.xml",
                       bytes_of("<image w='40' h='30'><stack><layer name='A' src='ground.png' "
                                "visibility='hidden'/></stack></image>"),
                       true});
    ASSERT_TRUE(write_zip(folder_ / "h.ora", "h.ora", entries));
    EXPECT_TRUE(open_painting(folder_ / "h.ora", "2026-01-01"));
}

TEST_F(ForeignLayers, WhatCanNotBeShownIsNamedAndTheRestOpens) {
    const auto found = opened(
        "<layer name='Odd' src='a.png' composite-op='svg:glitter'/>"
        "<layer name='Fine' src='b.png'/>",
        "<layer name='Fine' src='b.png'/>");
    EXPECT_TRUE(says(found, "\"Odd\" was left out: it asks for \"svg:glitter\""));
    ASSERT_EQ(found.painting.passes.size(), 1U);
    EXPECT_EQ(found.painting.passes[0].name, "Fine");
}

TEST_F(ForeignLayers, ALowestLayerThatIsSeeThroughStandsOnWhiteUnrounded) {
    Picture half(kSize, Channels::grey_alpha, Depth::bits8, 100.0F / 255);
    add("half.png", half);
    auto entries = entries_;
    entries.push_back(
        {"stack.xml",
         bytes_of("<image w='40' h='30'><stack><layer src='half.png'/></stack></image>"), true});
    ASSERT_TRUE(write_zip(folder_ / "w.ora", "w.ora", entries));
    const auto found = *open_painting(folder_ / "w.ora", "2026-01-01");
    EXPECT_TRUE(says(found, "stands on white"));
    const double exact = 1 + 100.0 / 255 * (100.0 / 255 - 1);
    EXPECT_NEAR(testing::pixel(found.painting.underpaint->base(), 5, 5).r, exact, 1e-5);
}

TEST_F(ForeignLayers, LongAndWildNamesAreCutAndCleanedWhereTheyAreSaid) {
    const std::string wild(100'000, 'n');
    const auto found = opened("<layer name='" + wild + "&#27;[2J' src='none.png'/>",
                              "<layer name='Fine' src='b.png'/>");
    ASSERT_TRUE(says(found, "was left out"));
    for (const std::string& notice : found.notices) {
        EXPECT_LT(notice.size(), 600U);
        EXPECT_EQ(notice.find('\x1b'), std::string::npos);
    }
}

}  // namespace
}  // namespace underpaint
