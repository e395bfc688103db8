// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <algorithm>
#include <array>
#include <filesystem>

#include "audit/finding.h"
#include "audit/pass_mends.h"
#include "demo/routes.h"
#include "demo/salt_cart.h"
#include "files/brief_report.h"
#include "files/openraster.h"
#include "painting/flats.h"
#include "render/render.h"
#include "support/pictures.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

TEST(DemoPainting, IsTheSameEachTimeItIsMade) {
    const Painting first = demo::salt_cart({200, 150}), second = demo::salt_cart({200, 150});
    EXPECT_TRUE(same_pixels(first.underpaint->base(), second.underpaint->base()));
    EXPECT_EQ(first.passes, second.passes);
}

TEST(DemoPainting, ComesInAnySize) {
    for (const Size size : {Size{16, 16}, Size{333, 100}, Size{100, 333}})
        EXPECT_EQ(demo::salt_cart(size).size(), size);
}

TEST(DemoPainting, AsShippedOpensAsOneOfOurs) {
    const auto opened = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01");
    ASSERT_TRUE(opened) << opened.error().message();
    EXPECT_TRUE(opened->ours);
    EXPECT_EQ(opened->painting.size(), (Size{1536, 1152}));
    EXPECT_EQ(opened->painting.name, "Salt cart at dusk");
}

TEST(DemoPainting, ShipsWithABriefThatSaysSomething) {
    const Painting painting = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01")->painting;
    EXPECT_EQ(painting.brief.thumbnails.size(), 3U);
    EXPECT_EQ(painting.brief.references.size(), 4U);
    const BriefReport report =
        report_brief(painting, Reader::lightness, {{}, {}, *date_from_iso("2026-11-26")});
    // The chosen thumbnail is the best by the plan, and leads as wanted or nearly so.
    EXPECT_EQ(report.ranking.front(), painting.brief.chosen);
    EXPECT_GT(*report.thumbnails[1]->lead->lead, 1.2);
    EXPECT_TRUE(report.thumbnails[1]->rivals.empty());
    // References differ in what they do; the print has no colour.
    EXPECT_EQ(report.references[0]->key, Key::low);
    EXPECT_EQ(report.references[2]->key, Key::high);
    EXPECT_GT(report.references[1]->swing, report.references[2]->swing);
    EXPECT_TRUE(report.references[3]->grey);
    EXPECT_EQ(report.schedule.days_to_spare, 3);
    EXPECT_EQ(report.in_hand, 4U);
    // One word, one figure: the swing is that of the ledger.
    const double swing = audit(painting, {})->passes.back().swing.swing;
    const auto line = std::ranges::find(report.lines, "swing", &BriefLine::id);
    ASSERT_NE(line, report.lines.end());
    EXPECT_EQ(line->now, with_sign(swing, 1));
    EXPECT_NE(report.steps[4].words.find(with_sign(swing, 1)), std::string::npos);
}

TEST(DemoPainting, ShipsAtMostFourMegabytesAFile) {
    for (const demo::Demo& demo : demo::kDemos)
        EXPECT_LT(std::filesystem::file_size(
                      std::filesystem::path(UNDERPAINT_DEMO_FILE).parent_path() / demo.file),
                  4'000'000U);
}

TEST(DemoPainting, HasOnePassThatSlipsAndMendsForIt) {
    const auto opened = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01");
    ASSERT_TRUE(opened);
    // A quarter of the size says the same and takes a sixteenth of the time.
    const auto figures = *audit(opened->painting, {Reader::lightness, 2, {}});
    for (std::size_t i = 0; i + 1 < figures.passes.size(); ++i)
        EXPECT_EQ(figures.passes[i].value.verdict, Verdict::held) << figures.passes[i].name;
    EXPECT_EQ(figures.passes.back().value.verdict, Verdict::lost);
    EXPECT_EQ(find(opened->painting, figures).front().code, kValuesSlip);
    const std::size_t slipped = figures.passes.size() - 1;
    const auto mends = mends_for(opened->painting, slipped, *audit(opened->painting, {}));
    EXPECT_GE(mends.size(), 3U);
    for (const Mend& mend : mends) {
        const auto after = *audit(mended(opened->painting, mend), {Reader::lightness, 2, {}});
        EXPECT_EQ(after.passes.back().value.verdict, Verdict::held) << mend.label;
    }
}

/// Value, focus and swing after a pass.
std::array<Verdict, 3> verdicts(const PassAudit& pass) {
    return {pass.value.verdict, pass.focus ? pass.focus->verdict : Verdict::open,
            pass.swing.verdict};
}

TEST(DemoPainting, EachRouteSlipsOnceAndEndsWithinBudget) {
    for (const demo::Demo& route : demo::kDemos) {
        if (route.route.empty()) continue;
        const auto opened = open_painting(
            std::filesystem::path(UNDERPAINT_DEMO_FILE).parent_path() / route.file, "2026-01-01");
        ASSERT_TRUE(opened) << opened.error().message();
        EXPECT_TRUE(opened->ours);
        EXPECT_TRUE(opened->notices.empty());
        const Painting& painting = opened->painting;
        EXPECT_EQ(painting.size(), route.size);
        const Audit figures = *audit(painting, {});
        for (const Verdict verdict : verdicts(figures.passes.back()))
            EXPECT_EQ(verdict, Verdict::held) << route.file;
        const auto findings = find(painting, figures);
        EXPECT_EQ(std::ranges::count(findings, kValuesSlip, &Finding::code), 1) << route.file;
        // As the program makes it, but for the pixels of what was painted.
        const Painting made = route.make({64, 48});
        ASSERT_EQ(painting.passes.size(), made.passes.size());
        for (std::size_t i = 0; i < made.passes.size(); ++i)
            EXPECT_EQ(painting.passes[i].name, made.passes[i].name);
        EXPECT_EQ(painting.groups, made.groups);
    }
}

TEST(DemoPainting, TheRoutesAreWhatTheirNamesSay) {
    const Painting grey = demo::grey_to_colour({64, 48}), flats = demo::flats_and_shade({64, 48});
    const auto has = [](const Painting& painting, auto fits) {
        return std::ranges::any_of(painting.passes, fits);
    };
    EXPECT_FALSE(plain_ground(grey));
    EXPECT_EQ(grey.groups.size(), 1U);
    EXPECT_TRUE(
        has(grey, [](const Pass& p) { return std::holds_alternative<GradientMap>(p.source); }));
    EXPECT_TRUE(has(grey, [](const Pass& p) { return std::holds_alternative<Painted>(p.source); }));
    EXPECT_TRUE(has(grey, [](const Pass& p) { return p.blend == BlendMode::overlay; }));
    EXPECT_TRUE(plain_ground(flats));
    EXPECT_EQ(open_passes(flats), 9U);
}

TEST(DemoPainting, ItsFocusIsTheLantern) {
    const auto opened = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01");
    ASSERT_TRUE(opened);
    const auto figures = *audit(opened->painting, {Reader::lightness, 1, {}});
    ASSERT_TRUE(figures.ground.focus);
    EXPECT_GT(*figures.ground.focus->lead, 1.2);
    EXPECT_GT(range_of(figures.ground.steps).width(), 4);
}

}  // namespace
}  // namespace underpaint
