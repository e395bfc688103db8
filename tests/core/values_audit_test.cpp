// SPDX-License-Identifier: GPL-3.0-or-later
// The figures of the Values bench on pictures whose answers are known, and what is said of them.
#include <cmath>
#include <random>

#include "audit/shapes.h"
#include "audit/slivers.h"
#include "audit/value_findings.h"
#include "audit/value_mends.h"
#include "painting/stage.h"
#include "raster/polygon.h"
#include "render/shaped.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::encoded;
using testing::grey_picture;

template <class Step>
Painting painting_of(Size size, Step step) {
    Painting painting;
    painting.name = "Test";
    painting.underpaint =
        share(grey_picture(size, [&](int x, int y) { return encoded(step(x, y)); }));
    return painting;
}
ValuesAudit values_measured(const Painting& painting, int level = 0) {
    return *audit_values(staged(painting, Stage::values), {Reader::lightness, level, true});
}
const Finding* finding(const std::vector<Finding>& findings, FindingCode code) {
    for (const Finding& f : findings)
        if (f.code == code) return &f;
    return nullptr;
}
std::vector<Finding> findings_in_values(const Painting& painting) {
    return find_in_values(painting, values_measured(painting));
}
/// The painting after the first mend of a finding that must be there.
Painting mended_by(const Painting& painting, FindingCode code) {
    const auto findings = findings_in_values(painting);
    const Finding* found = finding(findings, code);
    EXPECT_NE(found, nullptr) << id_of(code);
    if (found == nullptr || found->mends.empty()) {
        ADD_FAILURE() << "no mend for " << id_of(code);
        return painting;
    }
    EXPECT_FALSE(found->mends[0].effect.empty());
    return mended(painting, found->mends[0]);
}
bool numbers_are_sane(const ValuesAudit& audit) {
    for (const PartFigures& part : audit.parts)
        if (!std::isfinite(part.share) || (part.steps && !std::isfinite(part.steps->mean)))
            return false;
    for (const float step : audit.viewing.steps.samples())
        if (!std::isfinite(step)) return false;
    return !audit.focus || (std::isfinite(audit.focus->contrast) &&
                            (!audit.focus->lead || std::isfinite(*audit.focus->lead)));
}

// --- figures

TEST(ValuesAudit, MeasuresFlatParts) {
    Painting painting = painting_of({200, 50}, [](int x, int) { return x < 100 ? 3 : 7; });
    painting =
        testing::with_columns(testing::with_columns(painting, "Dark", 0, 100), "Light", 150, 200);
    painting =
        with_part(painting, "Nothing", share(Picture({200, 50}, Channels::grey, Depth::bits8)));
    const auto parts = values_measured(painting).parts;
    ASSERT_EQ(parts.size(), 3U);
    EXPECT_NEAR(parts[0].share, 0.5, 1e-9);
    EXPECT_NEAR(parts[0].steps->mean, 3, 0.002);
    EXPECT_NEAR(parts[1].steps->from, 7, 0.002);
    EXPECT_NEAR(parts[1].steps->to, 7, 0.002);
    EXPECT_NEAR(parts[1].share, 0.25, 1e-9);
    EXPECT_FALSE(parts[2].steps) << "a part of no pixels has no step";
}

TEST(ValuesAudit, PercentilesAreThoseOfAFullSort) {
    std::mt19937 random(7);
    std::lognormal_distribution<double> spread(0.9, 0.4);
    Painting painting =
        painting_of({517, 389}, [&](int, int) { return std::clamp(spread(random), 1.0, 9.0); });
    painting = testing::with_columns(painting, "Some", 40, 300);
    std::vector<float> all, part;
    const RgbBlock pixels = rgb_of(painting.underpaint->base(), rect_of(painting.size()));
    for (int y = 0; y < 389; ++y)
        for (int x = 0; x < 517; ++x) {
            all.push_back(step_of(read(Reader::lightness, pixels.row(y)[std::size_t(x)])));
            if (x >= 40 && x < 300) part.push_back(all.back());
        }
    std::ranges::sort(all);
    std::ranges::sort(part);
    const auto ranked = [](const std::vector<float>& sorted, double share) {
        return sorted[static_cast<std::size_t>(std::ceil(share * double(sorted.size()))) - 1];
    };
    const ValuesAudit audit = values_measured(painting);
    for (const double share : {0.005, 0.05, 0.25, 0.5, 0.75, 0.95, 0.995})
        EXPECT_NEAR(audit.steps.percentile(share), ranked(all, share), 0.01) << share;
    EXPECT_NEAR(audit.parts[0].steps->from, ranked(part, 0.05), 0.01);
    EXPECT_NEAR(audit.parts[0].steps->to, ranked(part, 0.95), 0.01);
}

TEST(ValuesAudit, SeesTheValuePasses) {
    Painting painting = painting_of({200, 100}, [](int x, int) { return x < 100 ? 3 : 5; });
    painting = with_seal(painting, "2026-11-24");
    Pass lift;
    lift.source = Tint{grey(encoded(8))};
    lift.blend = BlendMode::normal;
    painting = with_pass(painting, lift, Stage::values);
    EXPECT_NEAR(values_measured(painting).steps.percentile(0.5), 8, 0.002)
        << "what is being settled, not what was sealed";
}

TEST(ValuesAudit, ASmallPictureGivesTheSameFigures) {
    Painting painting = painting_of({2400, 1600}, [](int x, int y) {
        return x < 1200 ? 3 : y < 800 ? 5 : 7;
    });
    painting = testing::with_columns(painting, "Left", 0, 1200);
    painting = with_foci(painting, {{"A", {1200, 800}, 120}});
    const ValuesAudit exact = values_measured(painting), sketch = values_measured(painting, 2);
    EXPECT_TRUE(exact.exact);
    EXPECT_FALSE(sketch.exact);
    EXPECT_NEAR(sketch.steps.percentile(0.5), exact.steps.percentile(0.5), 0.01);
    EXPECT_NEAR(sketch.parts[0].steps->mean, exact.parts[0].steps->mean, 0.01);
    EXPECT_NEAR(sketch.focus->contrast, exact.focus->contrast, 0.05);
}

TEST(ValuesAudit, EdgesCountForThePartsOnBothSides) {
    Painting painting = painting_of({600, 400}, [](int x, int) {
        return x < 200 ? 2 : x < 400 ? 6 : 6.2;
    });
    painting = testing::with_columns(painting, "Left", 0, 200);
    painting = testing::with_columns(painting, "Middle", 200, 400);
    painting = testing::with_columns(painting, "Right", 400, 600);
    const ValuesAudit audit = values_measured(painting);
    ASSERT_EQ(audit.part_edges.size(), 3U);
    const double pixel = 1600.0 / 600;  // viewing pixels in one
    EXPECT_NEAR(audit.part_edges[0].total() / pixel, 400, 20);
    EXPECT_NEAR(audit.part_edges[1].total() / pixel, 400, 20);
    EXPECT_EQ(audit.part_edges[2].total(), 0) << "0.2 of a step is no edge";
    EXPECT_NEAR(audit.part_edges[0].share(EdgeKind::hard), 1, 0.02);
}

// --- what can't be measured

TEST(ValuesAudit, BadPicturesGiveSaneFigures) {
    for (const Size size : {Size{1, 1}, {1, 300}, {300, 1}, {7, 5}, {129, 257}}) {
        Painting painting = painting_of(size, [](int, int) { return 5; });
        painting = testing::with_columns(painting, "All", 0, size.width);
        painting = testing::with_columns(painting, "Again", 0, size.width);
        painting = with_part(painting, "None", share(Picture(size, Channels::grey, Depth::bits8)));
        painting = with_foci(painting, {{"A", {0, 0}, 500}, {"B", {1e9, 1e9}, 1}});
        Plan plan;
        plan.range = {1.5, 9};
        plan.steps[painting.parts[2].id] = 5;
        painting = with_plan(painting, plan);
        const ValuesAudit audit = values_measured(painting);
        EXPECT_TRUE(numbers_are_sane(audit));
        EXPECT_NEAR(audit.parts[0].share, 1, 1e-6);
        EXPECT_NEAR(audit.parts[1].share, 1, 1e-6) << "two parts may cover everything";
        const auto findings = find_in_values(painting, audit);
        ASSERT_EQ(findings.size(), 1U);
        EXPECT_EQ(findings[0].code, kOneValue);
        EXPECT_EQ(findings[0].text.find("nan"), std::string::npos);
        EXPECT_TRUE(find_slivers(painting).empty());
    }
}

TEST(ValuesAudit, AFocusOverTheBorderIsMeasuredInside) {
    Painting painting =
        painting_of({400, 300}, [](int x, int y) { return x < 30 && y < 30 ? 8 : 4; });
    painting = with_foci(painting, {{"A", {0, 0}, 45}});
    const ValuesAudit audit = values_measured(painting);
    ASSERT_TRUE(audit.focus);
    EXPECT_NEAR(audit.focus->contrast, 4, 0.01);
}

TEST(ValuesAudit, AFocusAsLargeAsThePictureHasNoLead) {
    Painting painting = painting_of({400, 300}, [](int x, int) { return x < 200 ? 3 : 7; });
    painting = with_foci(painting, {{"All", {200, 150}, 300}});
    const auto findings = findings_in_values(painting);
    const Finding* said = finding(findings, kFocusLeads);
    ASSERT_NE(said, nullptr);
    EXPECT_NE(said->text.find("can't be measured"), std::string::npos);
}

// --- findings, and what mends them

TEST(ValueFindings, RangeNotReached) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return 3 + x / 100.0; });
    Plan plan;
    plan.range = {1.5, 9};
    painting = with_plan(painting, plan);
    painting = mended_by(painting, kRangeOff);
    ASSERT_EQ(painting.values.size(), 1U);
    const Range range = range_of(values_measured(painting).steps);
    EXPECT_NEAR(range.darkest, 1.5, 0.05);
    EXPECT_NEAR(range.lightest, 9, 0.05);
    const auto after = findings_in_values(painting);
    EXPECT_EQ(finding(after, kRangeOff), nullptr);
    EXPECT_NE(finding(after, kRangeIs)->text.find("as planned"), std::string::npos);
}

TEST(ValueFindings, EverythingInANarrowBand) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return 4 + x / 400.0; });
    painting = mended_by(painting, kBandNarrow);
    EXPECT_NEAR(range_of(values_measured(painting).steps).width(), 6, 0.1);
}

TEST(ValueFindings, KeyOff) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return 3 + x / 80.0; });
    Plan plan;
    plan.key = Key::low;
    painting = mended_by(with_plan(painting, plan), kKeyOff);
    EXPECT_EQ(key_of(values_measured(painting).steps), Key::low);
}

TEST(ValueFindings, AShapeOffItsPlannedShare) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return 1.5 + x / 60.0; });
    painting = with_splits(painting, ShapeCount::three, {3.2, 8});
    Plan plan;
    plan.shares[ShapeCount::three] = {0.3, 0.5, 0.2};
    painting = with_plan(painting, plan);
    const auto findings = findings_in_values(painting);
    const Finding* said = finding(findings, kShapeOff);
    ASSERT_NE(said, nullptr);
    EXPECT_EQ(said->text, "Middle shapes hold 72% of the picture; your plan asks for 50%.");
    EXPECT_NEAR(covered_share(said->where->base()), 0.72, 0.01) << "shows the middle shape";
    EXPECT_EQ(said->mends[0].label.find("Move splits to "), 0U);
    painting = mended(painting, said->mends[0]);
    const auto shares =
        shape_shares(values_measured(painting).steps, painting.plan.splits.of(ShapeCount::three));
    EXPECT_NEAR(shares[0], 0.3, 0.01);
    EXPECT_NEAR(shares[2], 0.2, 0.01);
    const auto after = findings_in_values(painting);
    EXPECT_EQ(finding(after, kShapeOff), nullptr);
}

TEST(ValueFindings, OneShapeTooLargeWithoutAPlan) {
    Painting painting = painting_of({400, 200}, [](int x, int) {
        return x < 20 ? 2 : x < 380 ? 5 + x / 400.0 : 8;
    });
    const auto findings = findings_in_values(painting);
    const Finding* said = finding(findings, kShapeOff);
    ASSERT_NE(said, nullptr);
    EXPECT_NE(said->text.find("middle shape holds"), std::string::npos);
    EXPECT_FALSE(said->mends.empty());
}

TEST(ValueFindings, APartOffItsPlannedStep) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return x < 200 ? 3 : 6; });
    painting = testing::with_columns(painting, "Sky", 0, 200);
    Plan plan;
    plan.steps[painting.parts[0].id] = 4.2;
    painting = with_plan(painting, plan);
    painting = mended_by(painting, kPartOff);
    EXPECT_EQ(painting.values[0].name, "Lift Sky");
    EXPECT_EQ(painting.values[0].intent, Intent::lift);
    const ValuesAudit audit = values_measured(painting);
    EXPECT_NEAR(audit.parts[0].steps->mean, 4.2, 0.1);
    EXPECT_NEAR(audit.steps.percentile(0.9), 6, 0.01) << "what is not Sky stays";
}

/// Checkers of 1.5 steps inside a focus at the left and of `rival` steps at the right.
Painting two_checkers(double rival) {
    const auto checker = [](int x, int y) { return (x / 8 + y / 8) % 2 ? 0.5 : -0.5; };
    Painting painting = painting_of({800, 400}, [&](int x, int y) {
        const double left = std::hypot(x - 200, y - 200) < 50 ? 1.5 : 0;
        const double right = std::hypot(x - 600, y - 200) < 70 ? rival : 0;
        return 5 + (left + right) * checker(x, y);
    });
    return with_foci(painting, {{"A", {200, 200}, 50}});
}

TEST(ValueFindings, ARivalThatBeatsTheFocus) {
    Painting painting = two_checkers(3);
    const ValuesAudit before = values_measured(painting);
    EXPECT_NEAR(*before.focus->lead, 0.5, 0.02);
    painting = mended_by(painting, kFocusLeads);
    const ValuesAudit after = values_measured(painting);
    EXPECT_NEAR(after.focus->contrast, before.focus->contrast, 0.02) << "the focus is left alone";
    EXPECT_GE(*after.focus->lead, 1);
    EXPECT_LT(*after.focus->lead, 1.2) << "and the rival no quieter than need be";
}

TEST(ValueFindings, ALeadBelowThePlannedOne) {
    Painting painting = two_checkers(1.2);
    const auto before = findings_in_values(painting);
    EXPECT_EQ(finding(before, kFocusLeads)->verdict, Verdict::held);
    Plan plan;
    plan.lead = 1.6;
    painting = mended_by(with_plan(painting, plan), kFocusLeads);
    EXPECT_GE(*values_measured(painting).focus->lead, 1.6);
}

TEST(ValueFindings, BackgroundEdgesAsHardAsTheFocus) {
    // Two hard-edged bars, one of them in the focus.
    Painting painting = painting_of({800, 500}, [](int x, int y) {
        if (x > 180 && x < 220 && y > 190 && y < 310) return 8;
        return x > 600 && x < 660 && y > 40 && y < 460 ? 3 : 5;
    });
    painting = with_foci(painting, {{"A", {200, 250}, 60}});
    painting = testing::with_columns(painting, "Mill", 500, 800);
    const auto findings = findings_in_values(painting);
    const Finding* said = finding(findings, kEdgesCompete);
    ASSERT_NE(said, nullptr);
    EXPECT_NE(said->text.find("The edges of Mill are as hard"), std::string::npos);
    painting = mended(painting, said->mends.at(0));
    const ValuesAudit after = values_measured(painting);
    EXPECT_GT(after.part_edges[0].share(EdgeKind::firm), 0.8) << "softened to more than 2 px";
    const auto said_after = find_in_values(painting, after);
    EXPECT_EQ(finding(said_after, kEdgesCompete), nullptr);
}

TEST(ValueFindings, BareWhiteOutsideTheFoci) {
    Painting painting = painting_of({400, 300}, [](int x, int y) {
        const bool patch = x > 300 && y < 80, lamp = std::hypot(x - 100, y - 150) < 20;
        return patch || lamp ? 9.0 : 3 + y / 100.0;
    });
    painting = with_foci(painting, {{"A", {100, 150}, 40}});
    const auto findings = findings_in_values(painting);
    const Finding* said = finding(findings, kBareWhite);
    ASSERT_NE(said, nullptr);
    EXPECT_NE(said->text.find("in 1 place outside"), std::string::npos);
    painting = mended(painting, said->mends.at(0));
    const SharedPicture made = shaped_underpaint(painting);
    const Picture& shaped = made->base();
    EXPECT_NEAR(step_of(read(Reader::lightness, testing::pixel(shaped, 350, 40))), 8.6, 0.02);
    EXPECT_NEAR(step_of(read(Reader::lightness, testing::pixel(shaped, 100, 150))), 9, 0.02)
        << "the lamp may be white";
}

TEST(ValueFindings, NoSoftEdgeAtAll) {
    const auto bars = [](int x, int) { return x / 50 % 2 ? 3 : 7; };
    Painting painting = painting_of({600, 300}, bars);
    const auto findings = findings_in_values(painting);
    EXPECT_NE(finding(findings, kNoSoftEdges), nullptr);
    painting = painting_of({600, 300}, [&](int x, int y) {
        const double ramp = std::clamp((x - 300) / 10.0, -1.0, 1.0);
        return y < 150 ? bars(x, y) : 5 + 2 * ramp;
    });
    const auto softer = findings_in_values(painting);
    EXPECT_EQ(finding(softer, kNoSoftEdges), nullptr);
}

TEST(ValueFindings, DarkShapesInTooManyPieces) {
    Painting painting = painting_of({800, 600}, [](int x, int y) {
        return x % 100 > 40 && x % 100 < 70 && y % 100 > 40 && y % 100 < 70 ? 2 : 6;
    });
    const auto findings = findings_in_values(painting);
    const Finding* said = finding(findings, kScatteredDarks);
    ASSERT_NE(said, nullptr);
    EXPECT_NE(said->text.find("48 pieces"), std::string::npos);
    const auto one =
        findings_in_values(painting_of({800, 600}, [](int x, int) { return x < 300 ? 2 : 6; }));
    EXPECT_EQ(finding(one, kScatteredDarks), nullptr);
}

TEST(ValueFindings, MendsWaitForExactFigures) {
    Painting painting = painting_of({1600, 800}, [](int x, int) { return 3 + x / 400.0; });
    Plan plan;
    plan.range = {1.5, 9};
    painting = with_plan(painting, plan);
    for (const Finding& f : find_in_values(painting, values_measured(painting, 1)))
        EXPECT_TRUE(f.mends.empty()) << id_of(f.code);
}

// --- mends

TEST(ValueMends, AreLeftOutWhereTheyCouldNotReachTheirAim) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return x < 200 ? 1.02 : 6; });
    painting = testing::with_columns(painting, "Night", 0, 200);
    const ValuesAudit figures = values_measured(painting);
    EXPECT_FALSE(mend_part(painting, figures, painting.parts[0], 7, {}))
        << "no curve that leaves black black lifts black to 7";
    EXPECT_FALSE(mend_key(figures, 9));
    EXPECT_FALSE(mend_rival(painting, figures, 1.5, {})) << "there is no focus";
    EXPECT_FALSE(mend_edges(painting, figures, {}, "nothing", 5));
    EXPECT_FALSE(mend_edges(painting, figures, {{10, 10, 8, 2}}, "soft ones", 5))
        << "they are softer already";
    std::stop_source stop;
    stop.request_stop();
    EXPECT_FALSE(mend_part(painting, figures, painting.parts[0], 1.5, stop.get_token()));
}

TEST(ValueMends, CountAsThePainterDoes) {
    Painting painting = painting_of({400, 200}, [](int x, int) { return 3 + x / 100.0; });
    Plan plan;
    plan.range = {1, 9};
    painting = with_plan(painting, plan);
    const auto tenths = *audit_values(staged(painting, Stage::values),
                                      {Reader::lightness, 0, true, true, ValueScale::zero_to_ten});
    EXPECT_EQ(tenths.said(5), 5);
    EXPECT_EQ(tenths.said(9), 10);
    EXPECT_EQ(tenths.said_width(4), 5);
    const auto findings = find_in_values(painting, tenths);
    const Finding* said = finding(findings, kRangeOff);
    ASSERT_NE(said, nullptr);
    EXPECT_NE(said->text.find("from 2.5 to 7.5, less far than the 0.0 to 10.0"), std::string::npos)
        << said->text;
    EXPECT_EQ(said->mends.at(0).label, "Set range to 0.0–10.0");
    painting = mended(painting, said->mends[0]);
    EXPECT_NEAR(range_of(values_measured(painting).steps).lightest, 9, 0.05) << "the same mend";
    for (const double step : {1.0, 3.3, 9.0})
        EXPECT_NEAR(from_scale(on_scale(step, ValueScale::zero_to_ten), ValueScale::zero_to_ten),
                    step, 1e-12);
}

TEST(ValueMends, OfSharesKeepSplitsInOrder) {
    // Nearly all pixels at one value: three shares of it can't be had.
    Painting painting = painting_of({400, 200}, [](int x, int) { return x < 396 ? 5 : 7; });
    const ValuesAudit figures = values_measured(painting);
    Mend mend = mend_shares(figures, ShapeCount::five, {0.2, 0.2, 0.2, 0.2, 0.2});
    mend.basis = basis_of(painting, Stage::values, figures.reader);
    painting = mended(painting, mend);
    const Splits& splits = painting.plan.splits.of(ShapeCount::five);
    for (std::size_t i = 1; i < splits.size(); ++i)
        EXPECT_GE(splits[i] - splits[i - 1], 0.99 * kLeastShape);
}

TEST(ValueMends, MedianWidthIsTheMiddleOne) {
    EXPECT_EQ(median_width({}), 0);
    EXPECT_EQ(median_width({{0, 0, 3, 1}, {0, 0, 1, 1}, {0, 0, 9, 1}}), 3);
}

// --- slivers

TEST(Slivers, AreGivenToTheNeighbourTheyTouchMost) {
    // Two parts with a crack between them, and a large field that is free on purpose.
    Painting painting = painting_of({400, 300}, [](int, int) { return 5; });
    painting = testing::with_columns(painting, "Left", 0, 200);
    const auto right = grey_picture({400, 300}, [](int x, int y) {
        return x >= (y >= 100 && y < 140 ? 203 : 200) && x < 300 ? 1 : 0;
    });
    painting = with_part(painting, "Right", share(right));
    const Slivers slivers = find_slivers(painting);
    ASSERT_EQ(slivers.slivers.size(), 1U);
    EXPECT_EQ(slivers.slivers[0].area, 3 * 40);
    EXPECT_EQ(slivers.slivers[0].bounds, (Rect{200, 100, 3, 40}));
    EXPECT_NEAR(slivers.share, 120.0 / 120000, 1e-9);
    EXPECT_EQ(slivers.slivers[0].neighbour, painting.parts[1].id) << "46 pixels against 40";
    EXPECT_NEAR(covered_share(mask_of(slivers, painting.size())), slivers.share, 1e-6);
    painting = with_slivers_given(painting, slivers);
    EXPECT_TRUE(find_slivers(painting).empty());
    EXPECT_NEAR(testing::pixel(painting.parts[1].mask->base(), 201, 120).r, 1, 1e-6);
    EXPECT_EQ(testing::pixel(painting.parts[1].mask->base(), 350, 120).r, 0);
}

TEST(Slivers, NeedParts) {
    const Painting painting = painting_of({40, 30}, [](int, int) { return 5; });
    EXPECT_TRUE(find_slivers(painting).empty());
    Painting hidden = testing::with_columns(painting, "Hidden", 0, 20);
    hidden = with_part_hidden(hidden, hidden.parts[0].id, true);
    EXPECT_TRUE(find_slivers(hidden).empty());
}

}  // namespace
}  // namespace underpaint
