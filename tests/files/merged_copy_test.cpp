// SPDX-License-Identifier: GPL-3.0-or-later
// A merged copy with its palette, and a pass on its way between two runs.
#include "files/merged_copy.h"

#include <gtest/gtest.h>

#include <fstream>
#include <nlohmann/json.hpp>

#include "files/flat_picture.h"
#include "files/openraster.h"
#include "files/pass_transfer.h"
#include "support/every_source.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::tint;

Painting two_colours() {
    Painting painting = testing::sealed(Picture({80, 60}, Channels::grey, Depth::bits8, 0.5F));
    painting = testing::with_columns(std::move(painting), "Left", 0, 20);
    painting = with_pass(std::move(painting), tint({0.2F, 0.4F, 0.6F}, BlendMode::normal));
    Pass left = tint({0.8F, 0.2F, 0}, BlendMode::normal);
    left.reach.parts = {painting.parts[0].id};
    return with_pass(std::move(painting), left);
}

class MergedCopy : public ::testing::TestWithParam<const char*> {};

TEST_P(MergedCopy, HasThePaletteOfItsColoursBeside) {
    const testing::TemporaryFolder folder;
    const auto file = folder / GetParam();
    ASSERT_TRUE(save_merged_copy(file, two_colours()));
    EXPECT_TRUE(read_finished(file));
    const auto palette = palette_beside(file);
    EXPECT_EQ(palette.filename(), "cart palette.json");
    std::ifstream in(palette);
    const auto json = nlohmann::json::parse(in);
    const auto& tokens = json.at("palette");
    EXPECT_EQ(tokens.at("$type"), "color");
    EXPECT_EQ(tokens.size(), 3U) << "the type and two colours";
    const auto& first = tokens.at("colour-1").at("$value");
    EXPECT_EQ(first.at("colorSpace"), "srgb");
    EXPECT_EQ(first.at("hex"), "#336699");
    EXPECT_NEAR(first.at("components").at(2).get<double>(), 0.6, 1e-4);
    EXPECT_NE(tokens.at("colour-1").at("$description").get<std::string>().find("75.0%"),
              std::string::npos);
    EXPECT_EQ(tokens.at("colour-2").at("$value").at("hex"), "#cc3300");
}

INSTANTIATE_TEST_SUITE_P(Kinds, MergedCopy, ::testing::Values("cart.ora", "cart.png"));

TEST(MergedCopy, OfAnUnsealedPaintingShowsItsValuePasses) {
    const testing::TemporaryFolder folder;
    Painting painting;
    painting.underpaint = share(Picture({40, 30}, Channels::grey, Depth::bits8, 0.5F));
    painting = with_pass(std::move(painting), tint(grey(0.2F), BlendMode::normal), Stage::values);
    ASSERT_TRUE(save_merged_copy(folder / "a.ora", painting));
    std::ifstream in(palette_beside(folder / "a.ora"));
    EXPECT_EQ(nlohmann::json::parse(in)["palette"]["colour-1"]["$value"]["hex"], "#333333");
}

TEST(MergedCopy, TroubleLeavesNothingBehind) {
    const testing::TemporaryFolder folder;
    const auto file = folder.path() / "none" / "cart.png";
    EXPECT_FALSE(save_merged_copy(file, two_colours()));
    EXPECT_FALSE(std::filesystem::exists(palette_beside(file)));
}

TEST(PassTransfer, EverySourceArrivesToTheBit) {
    const Painting painting = testing::every_source({70, 50});
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const Painting carrier = carrier_of(painting, i);
        const auto bytes = write_carrier(carrier);
        ASSERT_TRUE(bytes);
        const auto read = read_carrier(*bytes);
        ASSERT_TRUE(read) << read.error().message();
        ASSERT_EQ(read->parts.size(), carrier.parts.size());
        for (std::size_t p = 0; p < carrier.parts.size(); ++p) {
            EXPECT_EQ(read->parts[p].name, carrier.parts[p].name);
            EXPECT_TRUE(same_pixels(read->parts[p].mask->base(), carrier.parts[p].mask->base()));
        }
        const Pass &was = carrier.passes[0], &is = read->passes[0];
        EXPECT_EQ(kind_of(is.source), kind_of(was.source));
        const auto own = pictures_of(was.source), theirs = pictures_of(is.source);
        ASSERT_EQ(own.size(), theirs.size());
        for (std::size_t p = 0; p < own.size(); ++p)
            EXPECT_TRUE(same_pixels(own[p]->base(), theirs[p]->base())) << was.name;
        EXPECT_EQ(is.strength, was.strength);
        EXPECT_EQ(is.tune, was.tune);
        EXPECT_EQ(is.reach.parts, was.reach.parts);
        EXPECT_EQ(is.reach.kept.size(), was.reach.kept.size());
        EXPECT_EQ(is.reach.painted != nullptr, was.reach.painted != nullptr);
    }
}

TEST(PassTransfer, WhatIsDamagedIsRefused) {
    const Bytes whole = *write_carrier(carrier_of(two_colours(), 1));
    EXPECT_FALSE(read_carrier({}));
    for (std::size_t length = 0; length < whole.size(); length += 7)
        EXPECT_FALSE(read_carrier(std::span(whole).first(length))) << length;
    for (std::size_t at = 0; at < whole.size(); at += 3) {
        Bytes bad = whole;
        bad[at] ^= std::byte{0x55};
        static_cast<void>(read_carrier(bad));  // whatever comes of it, without harm
    }
}

}  // namespace
}  // namespace underpaint
