// SPDX-License-Identifier: GPL-3.0-or-later
// Drills: the answer that the program says is right is the one that can be measured on the picture;
// and a painter whose bias and threshold are known is found by them.
#include "practice/drill.h"

#include <gtest/gtest.h>

#include <cmath>
#include <set>

#include "practice/naming.h"
#include "practice/staircase.h"
#include "support/simulated_painter.h"

namespace underpaint {
namespace {

// IEC 61966-2-1 and CIE 15:2018, written out.
double linear(double v) {
    return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
}
double step_of_pixel(Rgb c) {
    const double y = 0.2126 * linear(c.r) + 0.7152 * linear(c.g) + 0.0722 * linear(c.b);
    const double l = y > 216.0 / 24389 ? 116 * std::cbrt(y) - 16 : y * 24389 / 27;
    return 1 + l / 12.5;
}
Rgb pixel(const DrillQuestion& question, double x, double y) {
    const Size size = question.picture.area().size();
    return question.picture.row(
        static_cast<int>(y * size.height))[static_cast<std::size_t>(x * size.width)];
}

TEST(Drills, TheSameSeedAsksTheSameAndAnotherAsksSomethingElse) {
    for (const DrillText& drill : kDrills) {
        const DrillRequest request{42, {3, 5}, drill.levels.begin, 5};
        const DrillQuestion one = ask(drill.kind, request), again = ask(drill.kind, request);
        EXPECT_EQ(one.truth, again.truth) << drill.id;
        EXPECT_TRUE(std::ranges::equal(one.picture.all().r, again.picture.all().r)) << drill.id;
        EXPECT_TRUE(std::ranges::equal(one.picture.all().b, again.picture.all().b)) << drill.id;
        DrillRequest other = request;
        other.seed = 43;
        const DrillQuestion third = ask(drill.kind, other);
        EXPECT_FALSE(std::ranges::equal(one.picture.all().g, third.picture.all().g) &&
                     one.place.x == third.place.x)
            << drill.id;
        EXPECT_FALSE(one.fact.empty() && drill.answer == AnswerKind::choice) << drill.id;
    }
}

TEST(Drills, WhatIsShownIsWithinSrgbAndOnItsLevels) {
    for (const DrillText& drill : kDrills)
        for (std::uint64_t seed = 0; seed < 6; ++seed) {
            const DrillQuestion question =
                ask(drill.kind, {seed,
                                 {static_cast<int>(seed) - 1, 2 + static_cast<int>(seed)},
                                 drill.levels.begin,
                                 5});
            for (const float v : question.picture.all().r) {
                ASSERT_GE(v, 0) << drill.id;
                ASSERT_LE(v, 1) << drill.id;
                ASSERT_NEAR(v * 255, std::round(v * 255), 1e-3F) << drill.id;
            }
        }
}

TEST(Drills, TheStepIsThatOfTheDisc) {
    for (const DrillKind kind : {DrillKind::step_alone, DrillKind::step_in_colour})
        for (int hue = DrillCell::kNeutral; hue < DrillCell::kHues; ++hue)
            for (int step = DrillCell::kDarkest; step <= DrillCell::kLightest; ++step) {
                const DrillQuestion question = ask(
                    kind, {static_cast<std::uint64_t>(hue * 31 + step + 40), {hue, step}, 0, 5});
                EXPECT_NEAR(question.truth, step_of_pixel(pixel(question, 0.5, 0.5)), 0.01);
                EXPECT_NEAR(question.truth, step, 0.62) << hue;
            }
}

TEST(Drills, TheLighterSideIsLighter) {
    for (std::uint64_t seed = 0; seed < 60; ++seed) {
        const double level = 0.03 + 0.03 * static_cast<double>(seed);
        const DrillQuestion question =
            ask(DrillKind::lighter,
                {seed, {static_cast<int>(seed % 8), 3 + static_cast<int>(seed % 5)}, level, 5});
        const double left = step_of_pixel(pixel(question, 0.2, 0.5)),
                     right = step_of_pixel(pixel(question, 0.8, 0.5));
        EXPECT_EQ(question.truth, left >= right ? 0 : 1) << seed;
        EXPECT_NEAR(question.level, std::abs(left - right), 0.01);
        EXPECT_NEAR(question.level, level, 0.06) << "as hard as asked, but for 256 levels";
    }
}

TEST(Drills, NoSideIsTheLikelierOne) {
    for (const DrillKind kind : {DrillKind::lighter, DrillKind::warmer, DrillKind::shadows}) {
        int left = 0;
        for (std::uint64_t seed = 0; seed < 200; ++seed)
            left +=
                ask(kind, {seed, {static_cast<int>(seed % 8), 5}, text_of(kind).levels.begin, 5})
                    .truth == 0;
        EXPECT_NEAR(left, 100, 35) << text_of(kind).id;
    }
}

/// Contrast over the steepest slope, across `reach` pixels each way.
double width_of_edge(const RgbBlock& picture, int reach) {
    const Size size = picture.area().size();
    const auto at = [&](int x, int y) {
        return static_cast<double>(picture.row(y).g[static_cast<std::size_t>(x)]);
    };
    double low = 1, high = 0, steepest = 0;
    for (int y = reach; y < size.height - reach; ++y)
        for (int x = reach; x < size.width - reach; ++x) {
            low = std::min(low, at(x, y)), high = std::max(high, at(x, y));
            const double across = at(x + reach, y) - at(x - reach, y),
                         down = at(x, y + reach) - at(x, y - reach);
            steepest = std::max(steepest, std::hypot(across, down) / (2 * reach));
        }
    return (high - low) / steepest;
}

TEST(Drills, AnEdgeIsAsWideAsItSays) {
    int wide = 0, cuts = 0;
    for (std::uint64_t seed = 0; seed < 40; ++seed) {
        const DrillQuestion question = ask(DrillKind::edge, {seed, {2, 5}, 0, 5});
        const double width = question.truth;
        if (width > 8) {
            ++wide;
            EXPECT_NEAR(width_of_edge(question.picture, 3), width, 0.15 * width) << seed;
        } else if (width < 1) {
            ++cuts;
            EXPECT_LT(width_of_edge(question.picture, 1), 3.2) << seed;
        }
    }
    EXPECT_GT(wide, 5);
    EXPECT_GT(cuts, 1);
}

TEST(Drills, TheShareIsCounted) {
    for (std::uint64_t seed = 0; seed < 8; ++seed) {
        const DrillQuestion question = ask(DrillKind::reach, {seed, {1, 5}, 0, 5});
        // The strongest colour by the range of its channels, which no mixture at a border exceeds.
        const RgbRow all = const_cast<RgbBlock&>(question.picture).all();
        const auto range = [](Rgb c) {
            return std::max({c.r, c.g, c.b}) - std::min({c.r, c.g, c.b});
        };
        float most = 0;
        for (std::size_t i = 0; i < all.r.size(); ++i) most = std::max(most, range(all[i]));
        std::size_t inside = 0;
        for (std::size_t i = 0; i < all.r.size(); ++i) inside += range(all[i]) > most - 1e-4F;
        EXPECT_NEAR(question.truth,
                    100 * static_cast<double>(inside) / static_cast<double>(all.r.size()), 0.2)
            << seed;
        EXPECT_GT(question.truth, 0);
        EXPECT_LT(question.truth, 61);
    }
}

TEST(Drills, ThePassThatIsNamedIsTheOneThatMovedValues) {
    for (std::uint64_t seed = 0; seed < 5; ++seed) {
        const DrillQuestion question = ask(DrillKind::which_pass, {seed, {2, 5}, 0.5, 5});
        ASSERT_EQ(question.stages.size(), 6U);
        std::vector<double> moved;
        for (std::size_t pass = 1; pass < question.stages.size(); ++pass) {
            std::vector<double> steps;
            const ConstRgbRow was = question.stages[pass - 1].all(),
                              is = question.stages[pass].all();
            for (std::size_t i = 0; i < was.r.size(); ++i)
                steps.push_back(std::abs(step_of_pixel(is[i]) - step_of_pixel(was[i])));
            std::ranges::sort(steps);
            moved.push_back(
                steps[static_cast<std::size_t>(0.95 * static_cast<double>(steps.size()))]);
        }
        const auto most = std::ranges::max_element(moved) - moved.begin();
        EXPECT_EQ(question.truth, static_cast<double>(most)) << seed;
        EXPECT_NEAR(question.level, moved[static_cast<std::size_t>(most)], 0.08);
    }
}

TEST(Drills, DeepenedIsDarkerLiftedIsLighterAndKeptIsNeither) {
    std::set<int> seen;
    for (std::uint64_t seed = 0; seed < 9; ++seed) {
        const DrillQuestion question = ask(DrillKind::intent, {seed, {2, 5}, 0.5, 5});
        double sum = 0;
        const ConstRgbRow was = question.stages[0].all(), is = question.stages[1].all();
        for (std::size_t i = 0; i < was.r.size(); ++i)
            sum += step_of_pixel(is[i]) - step_of_pixel(was[i]);
        const double mean = sum / static_cast<double>(was.r.size());
        const int truth = static_cast<int>(question.truth);
        seen.insert(truth);
        EXPECT_EQ(truth, mean < -0.04 ? 1 : mean > 0.04 ? 2 : 0) << seed << " " << mean;
    }
    EXPECT_GT(seen.size(), 1U);
}

TEST(Drills, AnswersAreJudged) {
    DrillQuestion question = ask(DrillKind::step_alone, {1, {2, 5}, 0, 5});
    EXPECT_TRUE(judge(question, {question.truth + 0.4, {}}).right);
    EXPECT_NEAR(judge(question, {question.truth - 1.2, {}}).error, -1.2, 1e-9);
    question = ask(DrillKind::leads, {1, {2, 5}, 0.5, 5});
    EXPECT_TRUE(judge(question, {0, question.place}).right);
    EXPECT_FALSE(judge(question, {0, {question.place.x + 90, question.place.y}}).right);
}

// --- thresholds

double found_threshold(double threshold, std::uint64_t seed, DrillKind kind) {
    testing::SimulatedPainter painter({.threshold = threshold}, seed);
    std::vector<Trial> trials;
    DrillQuestion question;
    question.choices = {"left", "right"};
    for (int i = 0; i < 400; ++i) {
        question.level = next_level(text_of(kind).levels, trials);
        question.truth = i % 2;
        trials.push_back({question.level, judge(question, painter.answer(question)).right});
    }
    return threshold_of(trials, 0.5)->level;
}

TEST(Thresholds, OfASimulatedPainterAreFoundWithinFifteenPercent) {
    for (const double threshold : {0.1, 0.3, 0.9}) {
        double mean = 0;
        for (std::uint64_t seed = 1; seed <= 5; ++seed) {
            const double found = found_threshold(threshold, seed, DrillKind::lighter);
            EXPECT_NEAR(found / threshold, 1, 0.3) << "one run";
            mean += found / 5;
        }
        EXPECT_NEAR(mean / threshold, 1, 0.15) << threshold;
    }
}

TEST(Thresholds, TheIntervalHasTheTruthNineTimesInTen) {
    int inside = 0, runs = 40;
    for (std::uint64_t seed = 0; seed < 40; ++seed) {
        testing::SimulatedPainter painter({.threshold = 0.4}, seed + 100);
        std::vector<Trial> trials;
        DrillQuestion question;
        question.choices = {"left", "right"};
        for (int i = 0; i < 200; ++i) {
            question.level = next_level(text_of(DrillKind::lighter).levels, trials);
            trials.push_back({question.level, judge(question, painter.answer(question)).right});
        }
        const Threshold found = *threshold_of(trials, 0.5);
        inside += found.low <= 0.4 && 0.4 <= found.high;
        EXPECT_LE(found.low, found.level);
        EXPECT_GE(found.high, found.level);
    }
    EXPECT_GE(inside, runs * 7 / 10);
}

TEST(Thresholds, ThreeRightMakeItHarderAndOneWrongEasier) {
    const LevelRange range{0.1, 2, 1};
    std::vector<Trial> trials;
    EXPECT_EQ(next_level(range, trials), 1);
    trials.assign(2, {1, true});
    EXPECT_EQ(next_level(range, trials), 1);
    trials.push_back({1, true});
    EXPECT_LT(next_level(range, trials), 1);
    trials.push_back({0.6, false});
    EXPECT_NEAR(next_level(range, trials), 1, 0.3);
    trials.assign(200, {1, false});
    EXPECT_EQ(next_level(range, trials), 2) << "never beyond the range";
    trials.assign(300, {1, true});
    EXPECT_EQ(next_level(range, trials), 0.1);
    EXPECT_FALSE(threshold_of(std::span(trials).first(9), 0.5)) << "too few to say";
    EXPECT_TRUE(threshold_of(trials, 0.5)) << "all right";
}

TEST(Thresholds, AGuessAmongFiveIsWorthLessThanAmongTwo) {
    for (const DrillText& drill : kDrills) {
        const DrillQuestion question = ask(drill.kind, {7, {3, 5}, drill.levels.begin, 5});
        EXPECT_EQ(question.choices.size(), static_cast<std::size_t>(drill.choices)) << drill.id;
    }
    double mean = 0;
    for (std::uint64_t seed = 1; seed <= 5; ++seed) {
        testing::SimulatedPainter painter({.threshold = 0.4}, seed);
        std::vector<Trial> trials;
        DrillQuestion question;
        question.kind = DrillKind::which_pass;
        question.choices.assign(5, "");
        for (int i = 0; i < 400; ++i) {
            question.level = next_level(text_of(question.kind).levels, trials);
            question.truth = i % 5;
            trials.push_back({question.level, judge(question, painter.answer(question)).right});
        }
        mean += threshold_of(trials, 1.0 / text_of(question.kind).choices)->level / 5;
    }
    EXPECT_NEAR(mean / 0.4, 1, 0.15);
}

// --- namings

TEST(Namings, ASimulatedPaintersBiasIsFoundWithinATenthOfAStep) {
    testing::SimulatedPainter painter({.bias = 0.45, .spread = 0.5}, 9);
    std::mt19937_64 random(4);
    std::vector<Naming> namings;
    for (std::uint64_t i = 0; i < 200; ++i) {
        DrillQuestion question;
        question.cell = next_cell(namings, true, random);
        question.truth = question.cell.step;
        namings.push_back({question.cell, judge(question, painter.answer(question)).error});
    }
    const NamingFigures figures = figures_of(namings);
    EXPECT_NEAR(figures.bias, 0.45, 0.1);
    EXPECT_NEAR(figures.spread, 0.5, 0.1);
    EXPECT_EQ(figures.count, 200U);
    EXPECT_LE(figures.low, figures.high);
}

TEST(Namings, QuestionsLeanToTheWeakestCellAndAFifthStaysRandom) {
    const DrillCell weak{5, 6};
    testing::SimulatedPainter painter({.spread = 0.3, .weak = weak, .weak_bias = 1.5}, 3);
    std::mt19937_64 random(8);
    std::vector<Naming> namings;
    int at_weak = 0;
    std::set<DrillCell> cells;
    for (int i = 0; i < 600; ++i) {
        DrillQuestion question;
        question.cell = next_cell(namings, true, random);
        at_weak += question.cell == weak;
        cells.insert(question.cell);
        question.truth = question.cell.step;
        namings.push_back({question.cell, judge(question, painter.answer(question)).error});
    }
    EXPECT_EQ(*weakest_cell(namings), weak);
    EXPECT_GT(at_weak, 3 * 600 / 63) << "more often than one cell of 63 would be";
    EXPECT_GT(cells.size(), 55U) << "no cell is forgotten";
    EXPECT_FALSE(weakest_cell({}));
}

TEST(Here, AsksAboutASpotOfAPictureThatIsOneValue) {
    // Four flat quarters, whose levels have known steps, with a noisy seam between.
    auto picture = std::make_shared<RgbBlock>(Rect{0, 0, 640, 400});
    const float levels[] = {0.1F, 0.35F, 0.6F, 0.9F};
    std::mt19937 noise(3);
    for (int y = 0; y < 400; ++y)
        for (int x = 0; x < 640; ++x) {
            const bool seam = std::abs(x - 320) < 60 || std::abs(y - 200) < 40;
            const float v = seam ? static_cast<float>(noise() % 256) / 255
                                 : levels[(x > 320 ? 1 : 0) + (y > 200 ? 2 : 0)];
            picture->row(y).set(static_cast<std::size_t>(x), {v, v, v});
        }
    std::set<int> quarters;
    for (std::uint64_t seed = 1; seed <= 40; ++seed) {
        DrillRequest request;
        request.seed = seed;
        request.cell = {DrillCell::kNeutral, 2 + static_cast<int>(seed % 7)};
        request.picture = picture;
        const DrillQuestion question = ask(DrillKind::here, request);
        const Point at = question.place;
        const int quarter = (at.x > 320 ? 1 : 0) + (at.y > 200 ? 2 : 0);
        const double v = static_cast<double>(levels[quarter]);
        const double linear = std::pow((v + 0.055) / 1.055, 2.4);
        EXPECT_NEAR(question.truth, 1 + (116 * std::cbrt(linear) - 16) / 12.5, 0.02) << seed;
        EXPECT_EQ(question.cell.hue, DrillCell::kNeutral);
        quarters.insert(quarter);
        EXPECT_EQ(question.picture.area().width, 640);
    }
    EXPECT_EQ(quarters.size(), 4U) << "it goes where the cell is";
}

TEST(Here, AsksWhereItIsToldToOnAnyPicture) {
    for (const Size size : {Size{1, 1}, Size{3, 700}, Size{900, 2}, Size{64, 48}}) {
        auto picture = std::make_shared<RgbBlock>(rect_of(size));
        for (int y = 0; y < size.height; ++y)
            for (int x = 0; x < size.width; ++x)
                picture->row(y).set(static_cast<std::size_t>(x), {0.8F, 0.5F, 0.2F});
        DrillRequest request;
        request.picture = picture;
        for (const Point at : {Point{0, 0}, Point{size.width - 0.01, size.height - 0.01}}) {
            request.at = at;
            const DrillQuestion question = ask(DrillKind::here, request);
            EXPECT_EQ(question.place.x, at.x);
            EXPECT_EQ(question.cell.hue, 1) << "an orange";
            EXPECT_TRUE(std::isfinite(question.truth));
        }
        request.at.reset();
        EXPECT_TRUE(std::isfinite(ask(DrillKind::here, request).truth));
    }
    EXPECT_NEAR(ask(DrillKind::here, {}).truth, 5, 0.05) << "without a picture";
}

}  // namespace
}  // namespace underpaint
