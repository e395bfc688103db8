// SPDX-License-Identifier: GPL-3.0-or-later
// Versions: each is to the bit what it would be as a painting of its own, whatever is done.
#include <gtest/gtest.h>

#include <random>

#include "audit/audit.h"
#include "painting/changes.h"
#include "painting/each_picture.h"
#include "painting/group_changes.h"
#include "painting/packed_step.h"
#include "painting/reframed.h"
#include "painting/version_changes.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

Painting plain() {
    Painting painting = testing::sealed(testing::ramp({96, 64}));
    painting = testing::with_columns(std::move(painting), "Sky", 0, 48);
    return testing::with_columns(std::move(painting), "Flat", 48, 96);
}

Pass over(const Painting& painting, std::size_t part, Rgb colour) {
    Pass pass = testing::tint(colour, BlendMode::color, 0.7F);
    pass.name = "Pass of " + painting.parts[part].name;
    pass.reach.parts = {painting.parts[part].id};
    return pass;
}

RgbBlock finished(const Painting& painting) {
    return *render_view(painting, painting.passes.size(), whole_at(painting.size(), 1));
}

TEST(Versions, ABranchIsTheSameAndGoesItsOwnWay) {
    Painting painting = plain();
    painting = with_pass(std::move(painting), over(painting, 0, {0.8F, 0.4F, 0.2F}));
    const Painting before = painting;
    painting = with_branch(std::move(painting), "Cool", "from Version 1");
    ASSERT_EQ(painting.versions.size(), 2U);
    EXPECT_EQ(painting.versions[0].name, kFirstVersionName);
    EXPECT_EQ(painting.versions[1].id, painting.version);
    EXPECT_EQ(painting.passes, before.passes);
    painting = with_changed_pass(std::move(painting), 0, over(painting, 0, {0.1F, 0.4F, 0.8F}));
    painting = with_pass(std::move(painting), over(painting, 1, {0.3F, 0.5F, 0.3F}));
    EXPECT_EQ(as_version(painting, 1), before) << "as a painting of its own";
    const Painting cool = as_version(painting, painting.version);
    painting = with_version_chosen(std::move(painting), 1);
    EXPECT_EQ(painting.passes, before.passes);
    EXPECT_EQ(as_version(painting, 2), cool);
    EXPECT_EQ(as_version(painting, 77), before) << "one that is not there";
    EXPECT_EQ(with_version_chosen(painting, 77), painting);
}

/// Random changes of versions beside as many paintings that were never one: the same pixels.
TEST(Versions, AnyOrderOfChangesLeavesEachAsAPaintingOfItsOwn) {
    std::mt19937 random(11);
    const Painting begun = plain();
    Painting painting = with_branch(begun, "B");
    std::map<VersionId, Painting> alone{{1, begun}, {2, begun}};
    const auto pick = [&](int n) { return static_cast<int>(random() % static_cast<unsigned>(n)); };
    const auto level = [&] { return static_cast<float>(pick(10)) / 10; };
    for (int step = 0; step < 300; ++step) {
        Painting& own = alone.at(painting.version);
        switch (pick(9)) {
            case 0:
            case 1: {
                if (own.passes.size() > 6) break;
                const Pass pass =
                    over(own, static_cast<std::size_t>(pick(2)), {level(), level(), 0.4F});
                painting = with_pass(std::move(painting), pass);
                own = with_pass(std::move(own), pass);
                break;
            }
            case 2: {
                const auto at = static_cast<std::size_t>(pick(3));
                painting = without_pass(std::move(painting), at);
                own = without_pass(std::move(own), at);
                break;
            }
            case 3:
                painting = with_passes_grouped(std::move(painting), {0, 1}, "Both");
                own = with_passes_grouped(std::move(own), {0, 1}, "Both");
                break;
            case 4: {
                const std::size_t before = painting.versions.size();
                const Painting was = own;
                painting = with_branch(std::move(painting), "B");
                if (painting.versions.size() > before) alone.emplace(painting.version, was);
                break;
            }
            case 5:
            case 6:
                painting = with_version_chosen(
                    std::move(painting), painting
                                             .versions[static_cast<std::size_t>(
                                                 pick(static_cast<int>(painting.versions.size())))]
                                             .id);
                break;
            case 7:
                if (painting.versions.size() > 2) {
                    const VersionId gone = painting.versions[static_cast<std::size_t>(pick(3))].id;
                    painting = without_version(std::move(painting), gone);
                    alone.erase(gone);
                }
                break;
            default: {
                Palette palette;
                palette.colours = {{1, "Blue", {0.2F, 0.3F, level()}, "", {}, false}};
                painting = with_palette(std::move(painting), palette);
                own = with_palette(std::move(own), palette);
            }
        }
        ASSERT_EQ(painting.versions.size(), alone.size());
        ASSERT_LE(painting.versions.size(), kMostVersions);
        std::set<std::string> names;
        for (const Version& version : painting.versions) {
            ASSERT_EQ(as_version(painting, version.id), alone.at(version.id)) << step;
            EXPECT_TRUE(names.insert(version.name).second) << version.name;
        }
    }
    for (const auto& [id, own] : alone) {
        const Painting version = as_version(painting, id);
        const RgbBlock a = finished(version), b = finished(own);
        EXPECT_TRUE(std::ranges::equal(a.all().r, b.all().r));
        EXPECT_TRUE(std::ranges::equal(a.all().b, b.all().b));
        const auto one = audit(version, {}), other = audit(own, {});
        ASSERT_EQ(one->passes.size(), other->passes.size());
        for (std::size_t i = 0; i < one->passes.size(); ++i)
            EXPECT_EQ(one->passes[i].value, other->passes[i].value);
    }
}

TEST(Versions, PartsThatGoAreKeptAsMasksInAllOfThem) {
    Painting painting = plain();
    painting = with_pass(std::move(painting), over(painting, 0, {0.8F, 0.4F, 0.2F}));
    painting = with_branch(std::move(painting), "Other");
    ColourPlan plan;
    plan.parts[painting.parts[0].id].tones[0] = Rgb{0.3F, 0.3F, 0.5F};
    painting = with_colour_plan(std::move(painting), plan);
    painting = with_version_chosen(std::move(painting), 1);
    const RgbBlock before = finished(as_version(painting, 2));
    painting = without_part(std::move(painting), painting.parts[0].id);
    const Painting other = as_version(painting, 2);
    EXPECT_TRUE(other.passes[0].reach.parts.empty());
    EXPECT_EQ(other.passes[0].reach.kept.size(), 1U);
    EXPECT_TRUE(other.colour_plan.parts.empty());
    EXPECT_TRUE(std::ranges::equal(before.all().r, finished(other).all().r));
}

TEST(Versions, TurnPackAndCountTheirPicturesToo) {
    Painting painting = plain();
    Pass painted = testing::tint({0.2F, 0.6F, 0.7F}, BlendMode::normal);
    painted.reach.painted =
        share(testing::grey_picture({96, 64}, [](int x, int) { return x / 96.0; }));
    painting = with_branch(std::move(painting), "Painted");
    painting = with_pass(std::move(painting), painted);
    painting = with_version_chosen(std::move(painting), 1);
    std::size_t pictures = 0;
    each_picture(painting, [&](const SharedPicture& picture) {
        pictures += picture == painted.reach.painted ? 1 : 0;
    });
    EXPECT_EQ(pictures, 1U);
    const Painting quarter = turned(painting, Turn::right);
    EXPECT_EQ(as_version(quarter, 2).passes[0].reach.painted->size(), (Size{64, 96}));
    const PackedStep packed(painting, plain());
    EXPECT_EQ(as_version(packed.unpacked(plain()), 2).passes.size(), 1U);
}

TEST(Versions, NoMoreThanTwelveAndNoTwoOfOneName) {
    Painting painting = plain();
    for (int i = 0; i < 20; ++i) painting = with_branch(std::move(painting), "Dusk");
    EXPECT_EQ(painting.versions.size(), kMostVersions);
    EXPECT_EQ(with_version(painting, "One more", "", {}), painting);
    EXPECT_EQ(version_named(painting, "dusk 3").has_value(), true);
    EXPECT_EQ(version_named(painting, "#12"), painting.versions[11].id);
    EXPECT_FALSE(version_named(painting, "#13"));
    EXPECT_FALSE(version_named(painting, ""));
    painting = with_version_renamed(std::move(painting), painting.versions[4].id, "Dusk");
    std::set<std::string> names;
    for (const Version& version : painting.versions) names.insert(version.name);
    EXPECT_EQ(names.size(), kMostVersions);
    // All but the last can go; the chosen one gives way to the one before it.
    while (painting.versions.size() > 1) {
        const VersionId gone = painting.version;
        painting = without_version(std::move(painting), gone);
        ASSERT_NE(painting.find_version(painting.version), nullptr);
    }
    EXPECT_EQ(without_version(painting, painting.version), painting);
}

TEST(Versions, APassThatDoesNotFitIsLeftOutOfAColouring) {
    const Painting painting = plain();
    Colouring colouring;
    colouring.passes = {over(painting, 0, {0.5F, 0.5F, 0.6F}),
                        over(painting, 1, {0.5F, 0.3F, 0.6F})};
    colouring.passes[0].reach.parts = {99};
    colouring.passes[1].strength = 40;
    colouring.passes[1].group = 7;
    const Painting with = with_version(painting, "Wild", "", colouring);
    const Painting wild = as_version(with, 2);
    ASSERT_EQ(wild.passes.size(), 1U);
    EXPECT_EQ(wild.passes[0].strength, 1);
    EXPECT_EQ(wild.passes[0].group, kNoGroup);
}

TEST(Versions, LooksAreCountedAndGoWithTheirVersion) {
    Painting painting = with_branch(with_branch(plain(), "Two"), "Three");
    for (int i = 0; i < 5; ++i) painting = with_look(std::move(painting), {1, 2});
    painting = with_look(std::move(painting), {3, 1});
    EXPECT_EQ(with_look(painting, {1, 1}), painting);
    EXPECT_EQ(with_look(painting, {1, 9}), painting);
    EXPECT_EQ(looks_at(painting, 1).chosen, 5);
    EXPECT_EQ(looks_at(painting, 1).looks, 6);
    // Of 64 ways that six looks can go, seven choose it five or six times.
    EXPECT_NEAR(looks_at(painting, 1).by_chance(), 7.0 / 64, 1e-12);
    EXPECT_NEAR(looks_at(painting, 2).by_chance(), 1, 1e-12);
    EXPECT_NEAR((LooksAt{1000, 2000}.by_chance()), 0.5089, 1e-4);
    EXPECT_EQ(LooksAt{}.by_chance(), 1);
    EXPECT_EQ(looks_at(without_version(painting, 1), 3).looks, 0);
    EXPECT_EQ(without_version(painting, 3).looks.size(), 5U);
}

}  // namespace
}  // namespace underpaint
