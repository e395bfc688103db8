// SPDX-License-Identifier: GPL-3.0-or-later
// Each measure against an oracle that shares no code with it: sums over pixels by the scalar
// formulas, or answers that are known by construction.
#include "audit/measures.h"

#include <gtest/gtest.h>

#include <cmath>
#include <numbers>
#include <ranges>

#include "audit/audit.h"
#include "audit/finding.h"
#include "colour/intensity.h"
#include "colour/lab.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "painting/reframed.h"
#include "render/render.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::coloured;
using testing::grey_picture;
using testing::lch;
using testing::sealed;
using testing::tint;
using testing::with_columns;

Audit measured(const Painting& painting) {
    return *audit(painting, {});
}

Pass laid(Picture picture, BlendMode blend = BlendMode::normal) {
    Pass pass;
    pass.name = "Picture";
    pass.source = Painted{share(std::move(picture)), 0, 0};
    pass.blend = blend;
    return pass;
}

/// Every pixel of a painting after its passes, and its sealed step, by the scalar formulas.
struct Pixels {
    Size size;
    std::vector<Rgb> now;
    std::vector<double> sealed, step;

    explicit Pixels(const Painting& painting) : size(painting.size()) {
        const View view = whole_at(size, 1);
        const RgbBlock before = *render_view(painting, 0, view);
        const RgbBlock after = *render_view(painting, painting.passes.size(), view);
        for (std::size_t i = 0; i < before.all().r.size(); ++i) {
            now.push_back(after.all()[i]);
            sealed.push_back(step_of_rgb(before.all()[i]));
            step.push_back(step_of_rgb(after.all()[i]));
        }
    }
    static double step_of_rgb(Rgb c) {
        return 1 + static_cast<double>(lightness_of_luminance(luminance(decode(c)))) / 12.5;
    }
    /// The mean of something over the pixels that `of` chooses.
    template <class What, class Of>
    double mean(What what, Of of) const {
        double sum = 0, count = 0;
        for (std::size_t i = 0; i < now.size(); ++i)
            if (of(i)) sum += what(i), ++count;
        return sum / count;
    }
};

/// Forms in grey, three parts, passes of all kinds: nothing about it is even.
Painting scene(Size size = {300, 200}) {
    const double w = size.width, h = size.height;
    Painting painting = sealed(grey_picture(size, [&](int x, int y) {
        const double u = x / w, v = y / h;
        return 0.2 + 0.5 * v +
               0.25 * std::exp(-30 * ((u - 0.3) * (u - 0.3) + (v - 0.4) * (v - 0.4)));
    }));
    const auto column = [&](double share) { return static_cast<int>(std::lround(share * w)); };
    painting = with_columns(std::move(painting), "Left", 0, column(1.0 / 3));
    painting = with_columns(std::move(painting), "Middle", column(1.0 / 3), column(2.0 / 3));
    painting = with_columns(std::move(painting), "Right", column(2.0 / 3), size.width);
    painting = with_foci(std::move(painting), {{"Disc", {0.3 * w, 0.4 * h}, 0.12 * h}});
    Pass warm = tint({0.9F, 0.6F, 0.3F}, BlendMode::color, 0.6F);
    warm.reach.parts = {painting.parts[0].id};
    Pass map = tint({}, BlendMode::normal, 0.5F);
    map.source =
        GradientMap{{{0, {0.05F, 0.1F, 0.3F}}, {0.5F, {0.5F, 0.4F, 0.5F}}, {1, {1, 0.95F, 0.7F}}},
                    MapOf::below};
    Pass cool = tint({0.2F, 0.4F, 0.8F}, BlendMode::true_colour, 0.5F);
    cool.reach.parts = {painting.parts[2].id};
    for (const Pass& pass : {warm, map, cool}) painting = with_pass(std::move(painting), pass);
    return painting;
}

// --- against sums over pixels

TEST(Measures, SwingIsTheMeanOfTheLightsLessThatOfTheShadows) {
    for (const bool planned : {false, true}) {
        Painting painting = scene();
        if (planned) painting = with_splits(painting, ShapeCount::three, {3.6, 5.4});
        const Audit figures = measured(painting);
        EXPECT_EQ(figures.split.planned, planned);
        if (planned) {
            EXPECT_DOUBLE_EQ(figures.split.shadows_below, 3.6);
            EXPECT_DOUBLE_EQ(figures.split.lights_from, 5.4);
        }
        const Pixels pixels(painting);
        const auto warm = [&](std::size_t i) { return static_cast<double>(warmth(pixels.now[i])); };
        const double lights = pixels.mean(
            warm, [&](std::size_t i) { return pixels.sealed[i] >= figures.split.lights_from; });
        const double shadows = pixels.mean(
            warm, [&](std::size_t i) { return pixels.sealed[i] < figures.split.shadows_below; });
        const SwingAudit& swing = figures.passes.back().swing;
        EXPECT_NEAR(swing.lights, lights, 0.02);
        EXPECT_NEAR(swing.shadows, shadows, 0.02);
        EXPECT_NEAR(swing.swing, lights - shadows, 0.03);
    }
}

TEST(Measures, PartsAreSplitInsideThemselves) {
    const Painting painting = scene();
    const Audit figures = measured(painting);
    const Pixels pixels(painting);
    ASSERT_EQ(figures.passes.back().colours.size(), 3U);
    for (std::size_t part = 0; part < 3; ++part) {
        const PartColours& colours = figures.passes.back().colours[part];
        const double split = figures.part_splits[part];
        for (const bool light : {true, false}) {
            const SideColours& side = light ? colours.lights : colours.shadows;
            const auto on_side = [&](std::size_t i) {
                return i % 300 / 100 == part && (pixels.sealed[i] >= split) == light;
            };
            const auto lab_at = [&](std::size_t i) { return oklab(decode(pixels.now[i])); };
            EXPECT_NEAR(side.step,
                        pixels.mean([&](std::size_t i) { return pixels.step[i]; }, on_side), 0.01);
            EXPECT_NEAR(
                side.warmth,
                pixels.mean([&](std::size_t i) { return double{warmth(pixels.now[i])}; }, on_side),
                0.03);
            EXPECT_NEAR(side.a,
                        pixels.mean([&](std::size_t i) { return double{lab_at(i).a}; }, on_side),
                        3e-4);
            EXPECT_NEAR(side.b,
                        pixels.mean([&](std::size_t i) { return double{lab_at(i).b}; }, on_side),
                        3e-4);
            EXPECT_NEAR(side.intensity,
                        pixels.mean([&](std::size_t i) { return double{intensity(pixels.now[i])}; },
                                    on_side),
                        0.01);
            EXPECT_NEAR(
                side.share * 60000,
                static_cast<double>(std::ranges::count_if(std::views::iota(0, 60000), on_side)), 1);
        }
    }
}

TEST(Measures, AccentsAndLeadAreReadOffTheSortedStrengths) {
    const Painting painting = scene();
    const Pixels pixels(painting);
    std::vector<double> all, inside, outside;
    for (std::size_t i = 0; i < pixels.now.size(); ++i) {
        const double x = static_cast<double>(i % 300) + 0.5, y = static_cast<double>(i / 300) + 0.5;
        // Intensity times a smoothstep of chroma, 0.02 to 0.06.
        const OkLab lab = oklab(decode(pixels.now[i]));
        const double chroma = std::hypot(lab.a, lab.b);
        const double seen = std::clamp((chroma - 0.02) / 0.04, 0.0, 1.0);
        all.push_back(static_cast<double>(intensity(pixels.now[i])) * seen * seen * (3 - 2 * seen));
        (std::hypot(x - 90, y - 80) <= 24 ? inside : outside).push_back(all.back());
    }
    const auto strongest = [](std::vector<double> values) {
        std::ranges::sort(values);
        return values[static_cast<std::size_t>(
                          std::ceil(0.995 * static_cast<double>(values.size()))) -
                      1];
    };
    const IntensityAudit found = measured(painting).passes.back().intensity;
    const double most = strongest(all);
    EXPECT_NEAR(found.strongest, most, 0.01);
    double accents = 0;
    for (const double v : all) {
        const double t = std::clamp((v / most - 0.7) / 0.2, 0.0, 1.0);
        accents += t * t * (3 - 2 * t);
    }
    EXPECT_NEAR(*found.accent_share, accents / static_cast<double>(all.size()), 0.005);
    EXPECT_NEAR(*found.lead, strongest(inside) / strongest(outside), 0.02);
}

TEST(Measures, ExtremesAreCountedWhereTheRulesAllowNone) {
    // A quarter black, a tenth white, some of both within the focus.
    Painting painting = sealed(grey_picture({200, 100}, [](int, int) { return 0.5; }));
    painting = with_foci(std::move(painting), {{"Corner", {0, 0}, 40}});
    painting = with_pass(std::move(painting), laid(coloured({200, 100}, [](int x, int) {
                             return x < 50 ? grey(1 / 255.0F) : x < 180 ? grey(0.5F) : grey(1);
                         })));
    int black_outside = 0;
    for (int y = 0; y < 100; ++y)
        for (int x = 0; x < 50; ++x) black_outside += std::hypot(x + 0.5, y + 0.5) > 40;
    const ExtremesAudit outside = measured(painting).passes[0].extremes;
    EXPECT_DOUBLE_EQ(outside.black, black_outside / 20000.0);
    EXPECT_DOUBLE_EQ(outside.white, 0.1);
    EXPECT_EQ(outside.verdict, Verdict::lost);
    painting.brief.rules[HouseRule::extremes] = static_cast<double>(Extremes::nowhere);
    EXPECT_DOUBLE_EQ(measured(painting).passes[0].extremes.black, 0.25);
    painting.brief.rules[HouseRule::extremes] = static_cast<double>(Extremes::anywhere);
    EXPECT_EQ(measured(painting).passes[0].extremes.verdict, Verdict::open);
}

TEST(Measures, RangeAndKeyAreThoseOfTheSortedSteps) {
    const Painting painting = scene();
    Pixels pixels(painting);
    const auto at = [](std::vector<double> steps, double share) {
        std::ranges::sort(steps);
        return steps[static_cast<std::size_t>(
                         std::ceil(share * static_cast<double>(steps.size()))) -
                     1];
    };
    const RangeAudit range = measured(painting).passes.back().range;
    EXPECT_NEAR(range.range.darkest, at(pixels.step, 0.005), 0.01);
    EXPECT_NEAR(range.range.lightest, at(pixels.step, 0.995), 0.01);
    EXPECT_NEAR(*range.kept,
                (at(pixels.step, 0.995) - at(pixels.step, 0.005)) /
                    (at(pixels.sealed, 0.995) - at(pixels.sealed, 0.005)),
                0.01);
}

TEST(Measures, ShapeIsTheCosineOfBothFieldsOfGradients) {
    const Painting painting = scene();
    const Pixels pixels(painting);
    double both = 0, was = 0, is = 0;
    for (std::size_t y = 0; y + 1 < 200; ++y)
        for (std::size_t x = 0; x + 1 < 300; ++x) {
            const std::size_t i = y * 300 + x;
            const auto along = [&](const std::vector<double>& s, std::size_t by) {
                return s[i + by] - s[i];
            };
            for (const std::size_t by : {std::size_t{1}, std::size_t{300}}) {
                both += along(pixels.sealed, by) * along(pixels.step, by);
                was += std::pow(along(pixels.sealed, by), 2);
                is += std::pow(along(pixels.step, by), 2);
            }
        }
    EXPECT_NEAR(*measured(painting).passes.back().shape.kept, both / std::sqrt(was * is), 0.005);
}

// --- known by construction

TEST(Measures, AShapeTurnedOverIsItsOppositeAndAnUntouchedOneItself) {
    const Picture forms = grey_picture(
        {200, 100}, [](int x, int y) { return 0.3 + 0.2 * std::sin(x * 0.1) * std::cos(y * 0.1); });
    const Painting painting = sealed(forms);
    // One minus L*, exactly: light is where dark was.
    const Picture turned = grey_picture({200, 100}, [&](int x, int y) {
        return encoded_grey_of(
            100 - lightness_of_luminance(luminance(decode(testing::pixel(forms, x, y)))));
    });
    EXPECT_NEAR(*measured(with_pass(painting, laid(turned))).passes[0].shape.kept, -1, 0.005);
    const Pass nothing = tint({0.3F, 0.5F, 0.8F}, BlendMode::true_colour);
    EXPECT_NEAR(*measured(with_pass(painting, nothing)).passes[0].shape.kept, 1, 1e-6);
    EXPECT_FALSE(
        measured(with_pass(painting, tint(grey(0.5F), BlendMode::normal))).passes[0].shape.kept)
        << "what is flat has no shape";
}

/// Two parts, each half dark and half light, in colours that are told.
Painting two_parts(std::array<Rgb, 4> colours) {
    Painting painting =
        sealed(grey_picture({200, 100}, [](int, int y) { return y < 50 ? 0.7 : 0.3; }));
    painting = with_columns(std::move(painting), "One", 0, 100);
    painting = with_columns(std::move(painting), "Other", 100, 200);
    return with_pass(std::move(painting), laid(coloured({200, 100}, [&](int x, int y) {
                         return colours[static_cast<std::size_t>(2 * (x >= 100) + (y >= 50))];
                     })));
}

TEST(Measures, LightIsSharedAsFarAsShiftsRunTheSameWay) {
    // Lights shifted from their shadows by 0.06 at some angle.
    const auto with_shifts = [](double first, double second) {
        const auto light = [](double angle) {
            const double r = angle * std::numbers::pi / 180;
            return encode(linear_rgb(OkLab{0.7F, static_cast<float>(0.06 * std::cos(r)),
                                           static_cast<float>(0.06 * std::sin(r))}));
        };
        return *measured(two_parts({light(first), grey(0.3F), light(second), grey(0.3F)}))
                    .passes[0]
                    .shared_light;
    };
    EXPECT_NEAR(with_shifts(40, 40), 1, 0.01);
    EXPECT_NEAR(with_shifts(40, 100), 0.5, 0.01);
    EXPECT_NEAR(with_shifts(40, 130), 0, 0.01);
    EXPECT_NEAR(with_shifts(40, 220), -1, 0.01);
}

TEST(Measures, ShadowsDarkenedWithBlackOnlyAreGreyAndOthersNot) {
    const auto grey_parts = [](Rgb shadow) {
        const Rgb light = lch(0.75F, 0.1F, 60);
        return measured(two_parts({light, shadow, light, lch(0.4F, 0.11F, 90)}))
            .passes[0]
            .grey_shadows;
    };
    const auto found = grey_parts(lch(0.4F, 0.02F, 60));
    ASSERT_EQ(found.size(), 1U);
    EXPECT_EQ(found[0].part, 1);
    EXPECT_NEAR(found[0].turn, 0, 1);
    EXPECT_NEAR(found[0].lights, intensity(lch(0.75F, 0.1F, 60)), 0.01);
    EXPECT_NEAR(found[0].shadows, intensity(lch(0.4F, 0.02F, 60)), 0.01);
    EXPECT_TRUE(grey_parts(lch(0.4F, 0.02F, 75)).empty()) << "another hue";
    EXPECT_TRUE(grey_parts(lch(0.4F, 0.09F, 60)).empty()) << "as much intensity";
}

TEST(Measures, PartsThatDrawTogetherAreSaidBeforeTheySwap) {
    Painting painting =
        sealed(grey_picture({200, 100}, [](int x, int) { return x < 100 ? 0.3 : 0.5; }));
    painting = with_columns(std::move(painting), "Dark", 0, 100);
    painting = with_columns(std::move(painting), "Light", 100, 200);
    const auto order_with = [&](double dark) {
        return measured(with_pass(painting, laid(coloured({200, 100},
                                                          [&](int x, int) {
                                                              return grey(
                                                                  x < 100 ? static_cast<float>(dark)
                                                                          : 0.5F);
                                                          }))))
            .passes[0]
            .order;
    };
    EXPECT_EQ(order_with(0.35).verdict, Verdict::held);
    EXPECT_EQ(order_with(0.48).verdict, Verdict::slipping);
    EXPECT_EQ(order_with(0.48).closings.size(), 1U);
    EXPECT_EQ(order_with(0.52).verdict, Verdict::lost);
    EXPECT_EQ(order_with(0.52).swaps.size(), 1U);
}

TEST(Measures, SliversThatNoColourReachesAreCounted) {
    const Size size{400, 300};
    Painting painting = sealed(grey_picture(size, [](int, int) { return 0.5; }));
    Pass pass = tint({0.8F, 0.5F, 0.3F}, BlendMode::color);
    const auto left_out = [](int x, int y) {
        const bool sliver =
            (x >= 100 && x < 102 && y >= 50 && y < 70) || (x == 200 && y >= 100 && y < 140);
        const bool diagonal = x - 300 == y - 200 && x >= 300 && x < 320;
        const bool hole = x >= 20 && x < 60 && y >= 200 && y < 260;  // left free on purpose
        const bool beside = x >= 390;                                // beyond what is reached
        return sliver || diagonal || hole || beside;
    };
    pass.reach.painted = share(grey_picture(
        size, [&](int x, int y) { return left_out(x, y) ? 0 : 1; }, Depth::bits8));
    painting = with_pass(std::move(painting), pass);
    const GapsAudit gaps = *measured(painting).passes[0].gaps;
    EXPECT_EQ(gaps.count, 3U);
    EXPECT_NEAR(gaps.share * 120000, 40 + 40 + 20, 1e-6);
    EXPECT_EQ(gaps.verdict, Verdict::slipping);
    // Two soft halves meet: together they reach what neither does alone.
    Painting halves = sealed(grey_picture(size, [](int, int) { return 0.5; }));
    for (const bool right : {false, true}) {
        pass.reach.painted = share(grey_picture(
            size,
            [&](int x, int) {
                return std::clamp(0.5 + (right ? 1 : -1) * (x - 200) / 4.0, 0.0, 1.0);
            },
            Depth::bits8));
        halves = with_pass(std::move(halves), pass);
    }
    EXPECT_EQ(measured(halves).passes[1].gaps->count, 0U);
    // Grain brings no colour, and a wash reaches all.
    Pass grain = tint({}, BlendMode::normal);
    grain.source = Grain{};
    EXPECT_EQ(measured(with_pass(painting, grain)).passes[1].gaps->count, 3U);
    EXPECT_EQ(measured(with_pass(painting, tint({0.8F, 0.5F, 0.3F}, BlendMode::color, 0.2F)))
                  .passes[1]
                  .gaps->count,
              0U);
}

TEST(Measures, HardEdgesThatAPassSoftensAreMissed) {
    Painting painting = sealed(grey_picture({300, 200}, [](int x, int y) {
        return x > 100 && x < 200 && y > 60 && y < 140 ? 0.8 : 0.2;
    }));
    painting = with_foci(std::move(painting), {{"Square", {150, 100}, 70}});
    Pass soft = tint({}, BlendMode::normal);
    soft.source = Sharpness{};
    std::get<Sharpness>(soft.source).amount = -1;
    const Audit kept =
        measured(with_pass(painting, tint({0.8F, 0.4F, 0.2F}, BlendMode::true_colour)));
    EXPECT_NEAR(kept.ground.edges->hard(), 1, 0.05);
    EXPECT_EQ(kept.passes[0].edges->verdict, Verdict::held);
    const Audit lost = measured(with_pass(painting, tint(grey(0.5F), BlendMode::normal, 0.97F)));
    EXPECT_LT(lost.passes[0].edges->hard(), 0.1) << "what has no contrast is no edge";
    EXPECT_EQ(lost.passes[0].edges->verdict, Verdict::lost);
}

TEST(Measures, SeveralFociAreMeasuredEachAgainstItself) {
    Painting painting = sealed(grey_picture({300, 100}, [](int x, int y) {
        const bool first = std::hypot(x - 50, y - 50) < 15,
                   second = std::hypot(x - 150, y - 50) < 15;
        return first ? 0.9 : second ? 0.75 : 0.3;
    }));
    painting = with_foci(std::move(painting), {{"First", {50, 50}, 20}, {"Second", {150, 50}, 20}});
    Pass flat = tint(grey(0.3F), BlendMode::normal, 0.5F);
    flat.reach.painted = share(grey_picture(
        {300, 100}, [](int x, int) { return x > 100; }, Depth::bits8));
    const Painting hurt = with_pass(painting, flat);
    const Audit figures = measured(hurt);
    ASSERT_EQ(figures.passes[0].other_foci.size(), 1U);
    EXPECT_EQ(figures.passes[0].focus->verdict, Verdict::held);
    EXPECT_EQ(figures.passes[0].other_foci[0].which, 1U);
    EXPECT_EQ(figures.passes[0].other_foci[0].verdict, Verdict::lost);
    const auto findings = find(hurt, figures);
    EXPECT_TRUE(std::ranges::any_of(findings, [](const Finding& f) {
        return f.code == kFocusSlips && f.text.starts_with("Second keeps");
    }));
    const auto leading = measured(scene()).passes.back().focus;
    EXPECT_NEAR(*background_of(leading), 1 - leading->rival->contrast / leading->contrast, 1e-9);
}

// --- whichever way up, and at any size

/// All figures that no way of turning a picture may change.
std::vector<double> figures_of(const Painting& painting) {
    const PassAudit last = measured(painting).passes.back();
    std::vector<double> all{last.value.running.p95,
                            last.swing.swing,
                            *last.range.kept,
                            *last.shape.kept,
                            *last.intensity.accent_share,
                            *last.intensity.lead,
                            last.extremes.share(),
                            last.shared_light.value_or(0),
                            last.edges->hard(),
                            *last.focus->kept,
                            static_cast<double>(last.grey_shadows.size())};
    for (const PartColours& part : last.colours)
        for (const SideColours* side : {&part.lights, &part.shadows})
            all.insert(all.end(), {side->step, side->warmth, side->intensity});
    return all;
}

TEST(Measures, AreTheSameMirroredUpendedAndTurned) {
    const Painting painting = scene();
    const auto straight = figures_of(painting);
    for (const Turn turn : {Turn::mirror, Turn::half, Turn::left}) {
        const auto round = figures_of(turned(painting, turn));
        for (std::size_t i = 0; i < straight.size(); ++i)
            EXPECT_NEAR(round[i], straight[i], 0.01 * std::max(1.0, std::fabs(straight[i]))) << i;
    }
}

TEST(Measures, AreTheSameAtTwoSizes) {
    const auto small = figures_of(scene({480, 320})), large = figures_of(scene({960, 640}));
    for (std::size_t i = 0; i < small.size(); ++i)
        EXPECT_NEAR(large[i], small[i], 0.02 * std::max(1.0, std::fabs(small[i]))) << i;
}

// --- what can't be measured is said, and the rest goes on

TEST(Measures, GoOnWithoutPartsFocusPlanOrColour) {
    for (const Size size : {Size{1, 1}, Size{40, 1}, Size{64, 48}}) {
        Painting painting = sealed(grey_picture(size, [](int, int) { return 0.5; }));
        painting = with_pass(std::move(painting), tint({0.8F, 0.4F, 0.2F}, BlendMode::color));
        const Audit figures = measured(painting);
        EXPECT_FALSE(figures.passes[0].focus);
        EXPECT_TRUE(figures.passes[0].colours.empty());
        EXPECT_FALSE(figures.passes[0].swing.measured) << "there is one value";
        EXPECT_FALSE(find(painting, figures).empty());
        for (const MeasureRecord* measure : kMeasures) {
            if (measure->words != nullptr) (void)measure->words(figures.passes[0]);
            if (measure->fields != nullptr) (void)measure->fields(painting, figures.passes[0]);
        }
    }
    Painting unsealed;
    unsealed.underpaint = share(testing::ramp({50, 20}));
    EXPECT_EQ(find(unsealed, measured(unsealed))[0].code, kNothingLaid);
}

TEST(Measures, GreyPaintingsHaveNoSwingAndNotOneOfNoise) {
    Painting painting = sealed(testing::ramp({200, 50}));
    painting = with_pass(std::move(painting), tint(grey(0.4F), BlendMode::multiply, 0.2F));
    painting.passes[0].intent = Intent::deepen;
    const Audit figures = measured(painting);
    EXPECT_FALSE(figures.passes[0].swing.measured);
    EXPECT_EQ(figures.passes[0].swing.swing, 0);
    EXPECT_EQ(kSwingMeasure.words(figures.passes[0])->now, "none");
    EXPECT_FALSE(figures.passes[0].intensity.accent_share);
}

TEST(Measures, HundredsOfPassesAndAFocusOverTheBorderAreNoTrouble) {
    Painting painting = sealed(testing::ramp({60, 40}));
    painting =
        with_foci(std::move(painting), {{"Corner", {58, 2}, 12}, {"Outside", {900, 900}, 5}});
    for (int i = 0; i < 200; ++i)
        painting =
            with_pass(std::move(painting), tint({0.6F, 0.5F, 0.4F}, BlendMode::color, 0.02F));
    const Audit figures = measured(painting);
    ASSERT_EQ(figures.passes.size(), 200U);
    EXPECT_TRUE(figures.passes.back().focus);
    EXPECT_FALSE(find(painting, figures).empty());
}

// --- limits

TEST(Limits, AreTheBriefsOrTheRulesOrTheUsualOnes) {
    Painting painting = sealed(testing::ramp({200, 50}));
    painting = with_pass(std::move(painting), tint({0.8F, 0.4F, 0.2F}, BlendMode::color, 0.5F));
    const double p95 = measured(painting).passes[0].value.running.p95;
    AuditOptions own;
    own.own_rules[HouseRule::value_budget] = p95 + 0.01;
    EXPECT_EQ(audit(painting, own)->passes[0].value.verdict, Verdict::held);
    painting.brief.rules[HouseRule::value_budget] = p95 / 3;
    EXPECT_EQ(audit(painting, own)->passes[0].value.verdict, Verdict::lost)
        << "the painting's own go first";
    painting.brief.swing = 7;
    painting.brief.light = Light::cool_lights;
    EXPECT_EQ(limits_of(painting).swing, -7.0);
    painting.brief.strongest = Strongest{StrongestAt::focus, 0.02};
    EXPECT_EQ(limits_of(painting).accents, 0.02);
}

TEST(Swing, WithAPlanIsHeldOnceItWasReachedAndLostBelowHalf) {
    SwingJudge judge(5);
    EXPECT_EQ(judge.judge(1), Verdict::held) << "the first passes can't have reached it";
    EXPECT_EQ(judge.judge(6), Verdict::held);
    EXPECT_EQ(judge.judge(4.9), Verdict::slipping);
    EXPECT_EQ(judge.judge(2.4), Verdict::lost);
    EXPECT_EQ(judge.judge(-6), Verdict::lost);
    SwingJudge one(0);
    EXPECT_EQ(one.judge(1.9), Verdict::held);
    EXPECT_EQ(one.judge(-3), Verdict::slipping);
    EXPECT_EQ(one.judge(4.1), Verdict::lost);
}

}  // namespace
}  // namespace underpaint
