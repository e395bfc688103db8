// SPDX-License-Identifier: GPL-3.0-or-later
// Three versions at once: held against all triples of what can be made.
#include "brief/three_versions.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <set>

#include "audit/audit.h"
#include "colour/ciede2000.h"
#include "painting/changes.h"
#include "painting/version_changes.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Size kOf{160, 120};

const std::vector<ReferenceColours> kReferences{
    {"Fog", {{{0.75F, 0.72F, 0.76F}, 0.7}, {{0.4F, 0.4F, 0.5F}, 0.3}}},
    {"Kiln", {{{0.9F, 0.4F, 0.1F}, 0.4}, {{0.1F, 0.12F, 0.1F}, 0.6}}}};

std::vector<MadeVersion> three_of(const Painting& painting,
                                  const std::vector<ReferenceColours>& references) {
    return three_at_once(painting, *plan_places(painting), references, Reader::lightness, {});
}

RgbBlock seen(const Painting& painting, const Colouring& colouring) {
    const Painting alone = with_colouring(painting, colouring);
    return *render_view(alone, alone.passes.size(), whole_at(kOf, 1));
}

double mean_difference(const RgbBlock& a, const RgbBlock& b) {
    double sum = 0;
    for (std::size_t i = 0; i < a.all().r.size(); ++i)
        sum += static_cast<double>(ciede2000(lab(a.all()[i]), lab(b.all()[i])));
    return sum / static_cast<double>(a.all().r.size());
}

/// Everything of the rule that these paintings can be made into, under the name it then has.
std::vector<std::pair<std::string, RgbBlock>> all_of(const Painting& painting) {
    std::vector<std::pair<std::string, RgbBlock>> all;
    const PlanPlaces places = *plan_places(painting);
    for (const auto& [name, degrees] : {std::pair("Hues +60°", 60.0F),
                                        {"Hues +120°", 120.0F},
                                        {"Hues +180°", 180.0F},
                                        {"Hues \u221260°", -60.0F}})
        all.emplace_back(name, seen(painting, hues_turned(painting, degrees)));
    all.emplace_back("Light reversed", seen(painting, *light_reversed(painting, places)));
    all.emplace_back("Quieter", seen(painting, quieter(painting, 0.5F)));
    for (const ReferenceColours& reference : kReferences)
        all.emplace_back("After " + reference.name,
                         seen(painting, by_reference(painting, reference.colours, reference.name,
                                                     places, Reader::lightness)));
    return all;
}

TEST(ThreeVersions, LieFartherApartThanAnyOtherThree) {
    // Without a brief none misses a line, so that the distance alone decides.
    const Painting painting = testing::dusk(kOf);
    const auto made = three_of(painting, kReferences);
    ASSERT_EQ(made.size(), 3U);
    const auto all = all_of(painting);
    const auto sum_of = [&](std::size_t a, std::size_t b, std::size_t c) {
        return mean_difference(all[a].second, all[b].second) +
               mean_difference(all[a].second, all[c].second) +
               mean_difference(all[b].second, all[c].second);
    };
    std::vector<std::size_t> chosen;
    for (const MadeVersion& each : made) {
        EXPECT_EQ(each.missed, 0U);
        const auto found =
            std::ranges::find(all, each.name, [](const auto& one) { return one.first; });
        ASSERT_NE(found, all.end()) << each.name;
        chosen.push_back(static_cast<std::size_t>(found - all.begin()));
    }
    const double own = sum_of(chosen[0], chosen[1], chosen[2]);
    for (std::size_t a = 0; a < all.size(); ++a)
        for (std::size_t b = a + 1; b < all.size(); ++b)
            for (std::size_t c = b + 1; c < all.size(); ++c)
                EXPECT_LE(sum_of(a, b, c), own + 1e-6)
                    << all[a].first << ", " << all[b].first << ", " << all[c].first;
}

TEST(ThreeVersions, KeepTheSealsValuesAndAreTheSameOnEveryRun) {
    const Painting painting = testing::dusk(kOf);
    const auto made = three_of(painting, kReferences), again = three_of(painting, kReferences);
    ASSERT_EQ(made.size(), again.size());
    std::set<std::string> names;
    for (std::size_t i = 0; i < made.size(); ++i) {
        EXPECT_EQ(made[i].name, again[i].name);
        EXPECT_TRUE(names.insert(made[i].name).second);
        const Audit figures = *audit(with_colouring(painting, made[i].colouring), {});
        EXPECT_LT(figures.passes.back().value.running.p95, 0.05) << made[i].name;
    }
}

TEST(ThreeVersions, ThoseThatMeetTheBriefGoBeforeThoseThatLieFartherApart) {
    Painting painting = testing::dusk(kOf);
    Brief brief;
    brief.light = Light::warm_lights;
    brief.swing = 4;
    painting = with_brief(std::move(painting), brief);
    const auto made = three_of(painting, kReferences);
    ASSERT_EQ(made.size(), 3U);
    const auto swing_of = [&](const Colouring& colouring) {
        return audit(with_colouring(painting, colouring), {})->passes.back().swing.swing;
    };
    std::size_t missing = 0;
    for (const MadeVersion& each : made) missing += swing_of(each.colouring) < 3.9 ? 1 : 0;
    std::size_t meeting = 0;
    const PlanPlaces places = *plan_places(painting);
    std::vector<Colouring> all{*light_reversed(painting, places), quieter(painting, 0.5F)};
    for (const float degrees : {60.0F, 120.0F, 180.0F, -60.0F})
        all.push_back(hues_turned(painting, degrees));
    for (const Colouring& colouring : all) meeting += swing_of(colouring) >= 4.1 ? 1 : 0;
    if (meeting >= 3) {
        EXPECT_EQ(missing, 0U) << "enough of them have the swing that is asked for";
    }
    EXPECT_LE(missing, 3 - std::min<std::size_t>(meeting, 3));
}

TEST(ThreeVersions, AreFewerWhereNoMoreCanBeMadeAndNoneWhenStopped) {
    const Painting bare = testing::sealed(testing::ramp(kOf));
    EXPECT_TRUE(three_of(bare, {}).empty()) << "nothing is laid, and no reference is there";
    EXPECT_EQ(three_of(bare, {kReferences[0]}).size(), 1U);
    std::stop_source stop;
    stop.request_stop();
    const Painting painting = testing::dusk(kOf);
    EXPECT_TRUE(three_at_once(painting, *plan_places(painting), kReferences, Reader::lightness, {},
                              stop.get_token())
                    .empty());
}

}  // namespace
}  // namespace underpaint
