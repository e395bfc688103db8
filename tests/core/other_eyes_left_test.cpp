// SPDX-License-Identifier: GPL-3.0-or-later
// What eyes that lack one kind of cones have left of a picture's swing, lead and parts.
#include <gtest/gtest.h>

#include <cmath>

#include "audit/audit.h"
#include "audit/finding.h"
#include "audit/part_map.h"
#include "colour/ciede2000.h"
#include "colour/intensity.h"
#include "colour/warmth.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Size kPainted{320, 200};
/// Machado's matrices written out once more, on linear light.
LinearRgb seen(Eyes eyes, LinearRgb c) {
    constexpr double m[3][9] = {{0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216,
                                 -0.003882, -0.048116, 1.051998},
                                {0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413,
                                 -0.011820, 0.042940, 0.968881},
                                {1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602,
                                 0.004733, 0.691367, 0.303900}};
    const double* k = m[static_cast<int>(eyes)];
    const auto row = [&](int i) {
        const double v = k[i] * static_cast<double>(c.r) + k[i + 1] * static_cast<double>(c.g) +
                         k[i + 2] * static_cast<double>(c.b);
        return static_cast<float>(std::clamp(v, 0.0, 1.0));
    };
    return {row(0), row(3), row(6)};
}

double apart(LinearRgb a, LinearRgb b) {
    return static_cast<double>(ciede2000(lab(encode(a)), lab(encode(b))));
}

const Rgb kRedPart = testing::lch(0.6F, 0.1F, 20);
/// The green that eyes without green cones tell least from it.
Rgb green_part() {
    Rgb nearest;
    double least = 1000;
    for (int hue = 90; hue < 200; hue += 5)
        for (const float chroma : {0.06F, 0.08F, 0.1F}) {
            const Rgb green = testing::lch(0.6F, chroma, static_cast<float>(hue));
            const double far = apart(seen(Eyes::green_blind, decode(kRedPart)),
                                     seen(Eyes::green_blind, decode(green)));
            if (far < least) least = far, nearest = green;
        }
    return nearest;
}

Painting painted() {
    Painting painting = testing::sealed(testing::grey_picture(
        kPainted, [](int x, int y) { return (y < 100 ? 0.3 : 0.7) + x / 4000.0; }));
    painting = testing::with_columns(std::move(painting), "Rust", 0, 160);
    painting = testing::with_columns(std::move(painting), "Moss", 160, 320);
    painting.plan.foci = {{"Lantern", {80, 150}, 30}};
    for (const auto& [part, colour] : {std::pair(0, kRedPart), {1, green_part()}}) {
        Pass pass = testing::tint(colour, BlendMode::true_colour);
        pass.reach.parts = {painting.parts[static_cast<std::size_t>(part)].id};
        painting = with_pass(std::move(painting), std::move(pass));
    }
    Pass lights = testing::tint({1, 0.6F, 0.2F}, BlendMode::true_colour, 0.9F);
    lights.reach.band = ValueBand{5, 9};
    return with_pass(std::move(painting), lights);
}

/// Every figure against the rendered pixels and the matrices written out.
TEST(LeftForOtherEyes, FiguresAreThoseOfThePixelsSeenSo) {
    const Painting painting = painted();
    const Audit figures = *audit(painting, {});
    const RgbBlock pixels = *render_view(painting, 3, whole_at(kPainted, 1));
    const auto at_step = [&](int x, int y) {
        return 1 +
               static_cast<double>(lab(testing::pixel(painting.ground()->base(), x, y)).l) / 12.5;
    };
    const auto figures_of = [&](auto see) {
        double lights = 0, shadows = 0, light_count = 0, shadow_count = 0;
        std::vector<double> inside, outside;
        LinearRgb means[2]{};
        for (int y = 0; y < kPainted.height; ++y)
            for (int x = 0; x < kPainted.width; ++x) {
                const LinearRgb own = decode(pixels.row(y)[static_cast<std::size_t>(x)]);
                LinearRgb& mean = means[x < 160 ? 0 : 1];
                mean.r += own.r / 32000, mean.g += own.g / 32000, mean.b += own.b / 32000;
                const Rgb c = encode(see(own));
                const auto w = static_cast<double>(warmth(c));
                if (at_step(x, y) >= figures.split.lights_from)
                    lights += w, ++light_count;
                else if (at_step(x, y) < figures.split.shadows_below)
                    shadows += w, ++shadow_count;
                const bool in_focus = std::hypot(x + 0.5 - 80, y + 0.5 - 150) <= 30;
                (in_focus ? inside : outside).push_back(static_cast<double>(strength(c)));
            }
        const auto strongest = [](std::vector<double>& of) {
            std::ranges::sort(of);
            return of[static_cast<std::size_t>(std::ceil(0.995 * static_cast<double>(of.size()))) -
                      1];
        };
        struct Told {
            double swing, lead, apart;
        };
        return Told{
            lights / light_count - shadows / shadow_count, strongest(inside) / strongest(outside),
            static_cast<double>(ciede2000(lab(encode(see(means[0]))), lab(encode(see(means[1])))))};
    };
    const auto usual = figures_of([](LinearRgb c) { return c; });
    for (const EyesText& eyes : kOtherEyes) {
        const auto told = figures_of([&](LinearRgb c) { return seen(eyes.eyes, c); });
        const LeftForEyes& left =
            figures.passes.back().other_eyes->left[static_cast<std::size_t>(eyes.eyes)];
        ASSERT_TRUE(left.swing && left.lead && left.separation) << eyes.id;
        EXPECT_NEAR(*left.swing, told.swing / usual.swing, 0.01) << eyes.id;
        EXPECT_NEAR(*left.lead, told.lead / usual.lead, 0.01) << eyes.id;
        EXPECT_NEAR(*left.separation, told.apart / usual.apart, 0.01) << eyes.id;
        EXPECT_NEAR(left.least->apart, told.apart, 0.05) << eyes.id;
    }
}

TEST(LeftForOtherEyes, RuleNamesPartsThatFallTogether) {
    Painting painting = painted();
    painting.passes.pop_back();
    const auto told = [&](const Painting& of) {
        std::vector<std::string> texts;
        for (const Finding& finding : find(of, *audit(of, {})))
            if (finding.text.starts_with("For ")) texts.push_back(finding.text);
        return texts;
    };
    EXPECT_TRUE(told(painting).empty());
    const Audit off = *audit(painting, {});
    const LeftForEyes& green = off.passes.back().other_eyes->left[1];
    EXPECT_EQ(green.verdict, Verdict::open);
    ASSERT_FALSE(green.together.empty())
        << off.passes.back().other_eyes->least_apart << " " << green.least->apart;
    painting.brief.rules[HouseRule::other_eyes] = static_cast<double>(OtherEyes::all);
    const auto texts = told(painting);
    ASSERT_FALSE(texts.empty());
    EXPECT_TRUE(std::ranges::any_of(texts, [](const std::string& text) {
        return text.starts_with(
                   "For green-blind eyes parts fall together: Rust and Moss (CIEDE2000 ") &&
               text.ends_with("Pass 2.");
    })) << texts.front();
}

/// Measured after a change as it would be from the start.
TEST(LeftForOtherEyes, KnownFiguresStand) {
    Painting painting = painted();
    painting.brief.rules[HouseRule::other_eyes] = static_cast<double>(OtherEyes::all);
    const Audit whole = *audit(painting, {});
    Painting other = painting;
    other.passes[2].strength = 0.2F;
    AuditOptions options;
    options.known = {&whole, common_figures(painting, other)};
    const Audit followed = *audit(other, options), fresh = *audit(other, {});
    ASSERT_EQ(followed.passes.size(), fresh.passes.size());
    for (std::size_t i = 0; i < fresh.passes.size(); ++i)
        for (std::size_t e = 0; e < kOtherEyes.size(); ++e) {
            const LeftForEyes &a = followed.passes[i].other_eyes->left[e],
                              &b = fresh.passes[i].other_eyes->left[e];
            EXPECT_EQ(a.swing, b.swing);
            EXPECT_EQ(a.lead, b.lead);
            EXPECT_EQ(a.separation, b.separation);
            EXPECT_EQ(a.verdict, b.verdict);
        }
}

TEST(LeftForOtherEyes, GreyPicturesAndOnesWithoutPartsHaveNothingToLose) {
    const Painting painting = with_pass(testing::sealed(testing::ramp({60, 40})),
                                        testing::tint({0.5F, 0.5F, 0.5F}, BlendMode::color));
    const Audit figures = *audit(painting, {});
    for (const LeftForEyes& left : figures.passes[0].other_eyes->left) {
        EXPECT_FALSE(left.swing);
        EXPECT_FALSE(left.lead);
        EXPECT_FALSE(left.separation);
    }
    EXPECT_FALSE(kRedBlindMeasure.words(figures.passes[0]));
}

TEST(PartMap, NeighboursTouchAlongSomeLength) {
    Painting painting = testing::sealed(testing::ramp({300, 200}));
    painting = testing::with_columns(std::move(painting), "A", 0, 100);
    painting = testing::with_columns(std::move(painting), "B", 100, 200);
    painting = testing::with_columns(std::move(painting), "C", 210, 300);
    const ViewingGrid grid(painting.size(), painting.size());
    const PartMap map = part_map(painting, grid, 0);
    EXPECT_EQ(map.at(0, 0), 0);
    EXPECT_EQ(map.at(150, 100), 1);
    EXPECT_EQ(map.at(205, 100), PartMap::kNone);
    EXPECT_EQ(map.at(299, 199), 2);
    EXPECT_EQ(neighbours_in(map, grid.pixel()),
              (std::vector<std::pair<std::size_t, std::size_t>>{{0, 1}}));
}

}  // namespace
}  // namespace underpaint
