// SPDX-License-Identifier: GPL-3.0-or-later
// Layers of a watched file: which became what, and on which a change lies.
#include "watch/layer_changes.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <map>

#include "files/openraster.h"
#include "painting/changes.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"
#include "watch/watched_file.h"

namespace underpaint {
namespace {

ListedLayer layer(std::string name, std::uint32_t pixels) {
    ListedLayer made;
    made.name = std::move(name);
    made.pixels = pixels;
    return made;
}

const std::vector<ListedLayer> kBefore{layer("Ground", 1), layer("Sky", 2), layer("Glaze", 3),
                                       layer("Layer", 4), layer("Layer", 5)};

std::string said(const std::vector<ListedLayer>& now) {
    return in_words(layer_changes(kBefore, now));
}

TEST(LayerChanges, EachIsNamedByWhatBecameOfIt) {
    EXPECT_EQ(said(kBefore), "");
    auto now = kBefore;
    now[1].pixels = 9;
    EXPECT_EQ(said(now), "The layer Sky was painted on.");
    now = kBefore;
    now[2].name = "Amber";
    EXPECT_EQ(said(now), "The layer Amber was named Glaze before.");
    now = kBefore;
    now[2].opacity = 0.6F;
    now[1].visible = false;
    now[3].blend = BlendMode::multiply;
    now[4].x = 7;
    EXPECT_EQ(said(now),
              "The layer Sky is hidden; Glaze is at 60% instead of 100%; Layer is laid in multiply "
              "instead of normal; Layer was moved.");
    now = kBefore;
    now.erase(now.begin() + 1);
    now.push_back(layer("Lamp", 8));
    EXPECT_EQ(said(now), "The layer Lamp is new; Sky is gone.");
    // Order says nothing, and of two of one name the one that changed is meant.
    now = kBefore;
    std::swap(now[3], now[4]);
    EXPECT_EQ(said(now), "");
    now[3].pixels = 6;
    EXPECT_EQ(layer_changes(kBefore, now).size(), 1U);
    EXPECT_EQ(layer_changes(kBefore, now)[0].at, 3U);
    // Everything at once is cut short.
    EXPECT_NE(said({layer("a", 11), layer("b", 12)}).find("; 3 more changed."), std::string::npos);
    EXPECT_EQ(in_words(layer_changes({}, {})), "");
}

TEST(LayerChanges, BlameNamesTheLayerThatTheChangeLiesOn) {
    auto now = kBefore;
    now[1].pixels = 9;
    now[2].pixels = 10;
    now[0].name = "Grey";
    const auto blamed = by_blame(layer_changes(kBefore, now), [](std::size_t at) {
        return std::map<std::size_t, double>{{0, 1.0}, {1, 0.005}, {2, 0.8}}.at(at);
    });
    EXPECT_EQ(in_words(blamed), "The layer Glaze was painted on; Grey was named Ground before.");
    // Where nothing explains it nothing is left out.
    EXPECT_EQ(by_blame(layer_changes(kBefore, now), [](std::size_t) { return 0.0; }).size(), 3U);
}

TEST(LayersOfAWatchedFile, AreNamedWithTheSave) {
    const testing::TemporaryFolder folder;
    const auto path = folder / "cart.ora";
    Painting painting = testing::sealed(testing::grey_picture({160, 120}, [](int x, int y) {
        return testing::encoded(3 + x / 60.0 + std::sin(y / 9.0));
    }));
    Pass sky = testing::tint({0.4F, 0.4F, 0.9F}, BlendMode::multiply, 0.2F);
    sky.name = "Sky wash";
    Pass lamp = testing::tint({1, 0.9F, 0.6F}, BlendMode::screen, 0.1F);
    lamp.name = "Lamp";
    painting = with_pass(with_pass(std::move(painting), sky), lamp);
    WatchedFile file(path, std::nullopt, Reader::lightness, {}, {},
                     [] { return std::chrono::sys_seconds(); });
    WatchedFile::Clock::time_point moment{};
    const auto next = [&] {
        std::optional<WatchedFile::Event> event;
        for (int i = 0; i < 3 && !event; ++i)
            event = file.look(moment += std::chrono::milliseconds(600));
        const auto* saved = event ? std::get_if<WatchedFile::Saved>(&*event) : nullptr;
        return saved != nullptr ? saved->kept.layers : std::string("none");
    };
    ASSERT_TRUE(save_painting(path, painting));
    EXPECT_EQ(next(), "") << "there is none before it";
    painting.passes[1].strength = 0.5F;
    ASSERT_TRUE(save_painting(path, painting));
    EXPECT_NE(next().find("The layer Lamp "), std::string::npos);
    Pass haze = testing::tint({0.5F, 0.5F, 0.6F}, BlendMode::normal, 0.3F);
    haze.name = "Haze";
    painting = with_pass(std::move(painting), haze);
    ASSERT_TRUE(save_painting(path, painting));
    EXPECT_EQ(next(), "The layer Haze is new.");
}

}  // namespace
}  // namespace underpaint
