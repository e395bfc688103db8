// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <tbb/global_control.h>

#include <cmath>

#include "audit/finding.h"
#include "audit/pass_mends.h"
#include "audit/scale_response.h"
#include "colour/lab.h"
#include "colour/warmth.h"
#include "painting/flats.h"
#include "render/readings.h"
#include "render/render.h"
#include "render/view.h"
#include "support/every_source.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::noise;
using testing::ramp;
using testing::sealed;
using testing::tint;
using testing::with_columns;

Audit measure(const Painting& painting, Reader reader = Reader::lightness) {
    return *audit(painting, {reader, 0, {}});
}

TEST(Audit, MeasuresWhatAColorPassDoesToARamp) {
    Painting painting = with_pass(sealed(ramp({1001, 3})), tint({1, 0, 0}, BlendMode::color));
    const ValueAudit value = measure(painting).passes.at(0).value;
    EXPECT_NEAR(value.running.max, 20.7 / 12.5, 0.005);
    EXPECT_EQ(value.running, value.own) << "the first pass found the seal";
    EXPECT_EQ(value.verdict, Verdict::lost);
    // The 95th percentile, from a full sort of the scalar formula's drifts.
    std::vector<double> drifts;
    for (int x = 0; x <= 1000; ++x) {
        const Rgb b = testing::pixel(painting.underpaint->base(), x, 0);
        drifts.push_back(
            std::fabs(read(Reader::lightness, lay({BlendMode::color, 0}, b, {1, 0, 0}, 1)) -
                      read(Reader::lightness, b)) /
            12.5);
    }
    std::sort(drifts.begin(), drifts.end());
    EXPECT_NEAR(value.running.p95, drifts[950], 0.002);
}

TEST(Audit, TrueColourAndHoldKeepEveryValue) {
    for (const Pass& pass :
         {tint({1, 0, 0}, BlendMode::true_colour), tint({1, 0, 0}, BlendMode::color, 1, 1)}) {
        const auto figures = measure(with_pass(sealed(ramp({1001, 2})), pass));
        EXPECT_LE(figures.passes[0].value.running.max, 0.01 / 12.5 * 2) << text_of(pass.blend).id;
        EXPECT_EQ(figures.passes[0].value.verdict, Verdict::held);
        EXPECT_EQ(figures.balance(), Verdict::held);
    }
}

TEST(Audit, TellsOwnDriftFromTheRunningOne) {
    Painting painting =
        sealed(Picture({64, 64}, Channels::grey, Depth::bits16, encoded_grey_of(50)));
    const auto up = tint(grey(encoded_grey_of(75)), BlendMode::normal);
    const auto back = tint(grey(encoded_grey_of(50)), BlendMode::normal);
    painting = with_pass(with_pass(painting, up), back);
    const auto figures = measure(painting);
    EXPECT_NEAR(figures.passes[0].value.own.p95, 2, 0.01);
    EXPECT_NEAR(figures.passes[1].value.own.p95, 2, 0.01);
    EXPECT_NEAR(figures.passes[1].value.running.p95, 0, 0.01);
    EXPECT_EQ(figures.passes[1].value.verdict, Verdict::held);
    EXPECT_NEAR(figures.passes[0].value.running.changed_steps, 1, 1e-9);
    EXPECT_NEAR(figures.passes[0].value.running.lighter, 1, 1e-9);
}

TEST(Audit, DriftThatWasMeantIsNotHeldAgainstAPass) {
    Painting painting =
        sealed(Picture({64, 64}, Channels::grey, Depth::bits16, encoded_grey_of(50)));
    Pass down = tint(grey(0), BlendMode::normal, 0.4F);
    down.intent = Intent::deepen;
    painting = with_pass(painting, down);
    painting = with_pass(painting, tint(grey(0.5F), BlendMode::true_colour));
    auto figures = measure(painting);
    EXPECT_GT(figures.passes[0].value.running.p95, 1);
    EXPECT_EQ(figures.passes[0].value.verdict, Verdict::held);
    EXPECT_EQ(figures.passes[1].value.verdict, Verdict::held) << "the reference moved along";

    painting.passes[0].intent = Intent::lift;
    EXPECT_EQ(measure(painting).passes[0].value.verdict, Verdict::lost);
    painting.passes[0].intent = Intent::reshape;
    EXPECT_EQ(measure(painting).passes[0].value.verdict, Verdict::held);
}

TEST(Audit, ReadsByTheChosenReader) {
    const Painting painting = with_pass(sealed(ramp({401, 2})), tint({1, 0, 0}, BlendMode::color));
    // The mode keeps just the sum that luma reads.
    EXPECT_LT(measure(painting, Reader::luma).passes[0].value.running.max, 0.01);
    EXPECT_GT(measure(painting, Reader::lightness).passes[0].value.running.max, 1.6);
    EXPECT_GT(measure(painting, Reader::glow).passes[0].value.running.max,
              measure(painting, Reader::lightness).passes[0].value.running.max);
}

TEST(Audit, FiguresAreTheSameOnAnyNumberOfThreads) {
    Painting painting =
        with_columns(sealed(noise({500, 300}, Channels::grey, Depth::bits16)), "P", 50, 333);
    Pass pass = tint({0.7F, 0.4F, 0.1F}, BlendMode::overlay, 0.6F);
    pass.reach = {{painting.parts[0].id}, {3, 7, 1}};
    painting = with_foci(with_pass(painting, pass), {{"A", {100, 100}, 30}});
    const auto figures = [&](std::size_t threads) {
        const tbb::global_control limit(tbb::global_control::max_allowed_parallelism, threads);
        return measure(painting).passes[0];
    };
    const PassAudit one = figures(1);
    for (const std::size_t threads : {2, 8}) {
        const PassAudit many = figures(threads);
        EXPECT_EQ(one.value, many.value);
        EXPECT_EQ(one.focus, many.focus);
        EXPECT_EQ(one.swing, many.swing);
        EXPECT_EQ(one.parts, many.parts);
    }
}

TEST(Audit, SwingIsWarmthOfLightsMinusShadows) {
    Painting painting = with_columns(
        sealed(testing::grey_picture({100, 20}, [](int x, int) { return x < 50 ? 0.25 : 0.75; })),
        "Lights", 50, 100);
    Pass warm = tint({0.9F, 0.6F, 0.3F}, BlendMode::normal);
    warm.reach.parts = {painting.parts[0].id};
    painting = with_pass(painting, warm);
    const auto figures = measure(painting);
    EXPECT_NEAR(figures.ground.swing.swing, 0, 0.01);
    EXPECT_NEAR(figures.passes[0].swing.swing, warmth(Rgb{0.9F, 0.6F, 0.3F}), 0.05);
    EXPECT_NEAR(figures.passes[0].swing.own, figures.passes[0].swing.swing, 0.02);
    // A tint over everything draws the two together.
    painting = with_pass(painting, tint({0.9F, 0.6F, 0.3F}, BlendMode::normal, 0.7F));
    EXPECT_EQ(measure(painting).passes[1].swing.verdict, Verdict::lost);
}

TEST(Audit, OfAHalvedPictureSaysSo) {
    const Painting painting =
        with_pass(sealed(ramp({512, 256})), tint({1, 0, 0}, BlendMode::color));
    const auto sketch = audit(painting, {Reader::lightness, 2, {}});
    EXPECT_FALSE(sketch->exact);
    EXPECT_NEAR(sketch->passes[0].value.running.p95, measure(painting).passes[0].value.running.p95,
                0.02);
}

TEST(Audit, OfASinglePixelAndOfNoPassesIsSensible) {
    Painting painting = sealed(Picture({1, 1}, Channels::grey, Depth::bits8, 0.5F));
    EXPECT_TRUE(measure(painting).passes.empty());
    EXPECT_EQ(measure(painting).balance(), Verdict::held);
    painting =
        with_foci(with_pass(painting, tint({1, 0, 0}, BlendMode::true_colour)), {{"A", {0, 0}, 1}});
    const auto figures = measure(painting);
    EXPECT_LT(figures.passes[0].value.running.p95, 0.01);
    EXPECT_FALSE(figures.passes[0].focus->kept) << "one pixel has no contrast to keep";
    EXPECT_EQ(figures.passes[0].swing.swing, 0) << "there are lights or shadows, not both";
}

TEST(Audit, StopsWhenAsked) {
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(audit(sealed(ramp({300, 300})), {}, source.get_token()));
}

// --- findings

std::vector<Finding> findings_of(const Painting& painting) {
    return find(painting, measure(painting));
}

TEST(Findings, SayThatAllHeld) {
    const auto findings =
        findings_of(with_pass(sealed(ramp({64, 64})), tint({1, 0, 0}, BlendMode::true_colour)));
    ASSERT_EQ(findings.size(), 1U);
    EXPECT_EQ(findings[0].code, kAllHeld);
    EXPECT_EQ(findings[0].verdict, Verdict::held);
    EXPECT_EQ(findings_of(sealed(ramp({8, 8})))[0].code, kNothingLaid);
}

TEST(Findings, NameThePassThatSlipped) {
    Painting painting = sealed(ramp({256, 64}));
    painting = with_pass(painting, tint({0.2F, 0.3F, 0.8F}, BlendMode::true_colour));
    Pass wash = tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.3F);
    wash.name = "Amber wash";
    painting = with_pass(painting, wash);
    const auto findings = findings_of(painting);
    ASSERT_FALSE(findings.empty());
    EXPECT_EQ(findings[0].code, kValuesSlip);
    EXPECT_EQ(findings[0].pass, 2);
    EXPECT_NE(findings[0].text.find("Amber wash"), std::string::npos);
    EXPECT_NE(findings[0].text.find("Pass 2."), std::string::npos);
}

TEST(Findings, NameThePassThatTippedTheBalance) {
    // Two passes of 0.2 step each: neither crosses the budget, together they do.
    Painting painting =
        sealed(Picture({64, 64}, Channels::grey, Depth::bits16, encoded_grey_of(50)));
    painting = with_pass(painting, tint(grey(encoded_grey_of(52.5F)), BlendMode::normal));
    painting = with_pass(painting, tint(grey(encoded_grey_of(55)), BlendMode::normal));
    const auto findings = findings_of(painting);
    ASSERT_EQ(findings[0].code, kValuesSlip);
    EXPECT_EQ(findings[0].pass, 2);
    EXPECT_EQ(findings[0].verdict, Verdict::slipping);
}

TEST(Findings, TellSwappedPartsAndThePassThatDidIt) {
    Painting painting =
        sealed(testing::grey_picture({100, 20}, [](int x, int) { return x < 50 ? 0.45 : 0.55; }));
    painting = with_columns(with_columns(painting, "Pool", 0, 50), "Sky", 50, 100);
    Pass lift = tint({1, 1, 1}, BlendMode::normal, 0.5F);
    lift.reach.parts = {painting.parts[0].id};
    painting =
        with_pass(with_pass(painting, tint({0.5F, 0.5F, 0.5F}, BlendMode::true_colour)), lift);
    const auto findings = findings_of(painting);
    const auto swap = std::ranges::find(findings, kPartSwap, &Finding::code);
    ASSERT_NE(swap, findings.end());
    EXPECT_EQ(swap->pass, 2);
    EXPECT_NE(swap->text.find("Pool now reads lighter than Sky"), std::string::npos) << swap->text;
}

TEST(Findings, TellALostFocus) {
    Painting painting = sealed(testing::grey_picture({300, 200}, [](int x, int y) {
        const bool here = std::abs(x - 80) < 20 && std::abs(y - 100) < 20;
        const bool there = std::abs(x - 220) < 20 && std::abs(y - 100) < 20;
        const bool odd = (x / 5 + y / 5) % 2;
        return here ? (odd ? 0.1 : 0.9) : there ? (odd ? 0.25 : 0.75) : 0.5;
    }));
    painting = with_foci(with_columns(painting, "Left", 0, 150), {{"The lamp", {80, 100}, 20}});
    Pass flatten = tint({0.5F, 0.5F, 0.5F}, BlendMode::normal, 0.6F);
    flatten.reach.parts = {painting.parts[0].id};
    const auto findings = findings_of(with_pass(painting, flatten));
    const auto focus = std::ranges::find(findings, kFocusSlips, &Finding::code);
    ASSERT_NE(focus, findings.end());
    EXPECT_EQ(focus->verdict, Verdict::lost);
    EXPECT_NE(focus->text.find("The lamp"), std::string::npos);
}

// --- range

TEST(RangeKept, IsTheRangeOfStepsAgainstTheSealedOne) {
    // Two greys, drawn together by a veil of middle grey at 0.4; by the formulas, written out.
    const auto step = [](double encoded) {
        const double linear =
            encoded <= 0.04045 ? encoded / 12.92 : std::pow((encoded + 0.055) / 1.055, 2.4);
        return 1 + (116 * std::cbrt(linear) - 16) / 12.5;
    };
    const double dark = 0.3, light = 0.9;
    Painting painting = sealed(
        testing::grey_picture({200, 40}, [&](int x, int) { return x < 100 ? dark : light; }));
    painting = with_pass(painting, tint(grey(0.5F), BlendMode::normal, 0.4F));
    const auto figures = measure(painting);
    const auto veiled = [&](double v) { return step(v + 0.4 * (0.5 - v)); };
    const double kept = (veiled(light) - veiled(dark)) / (step(light) - step(dark));
    ASSERT_TRUE(figures.passes[0].range.kept);
    EXPECT_NEAR(*figures.passes[0].range.kept, kept, 0.002);
    EXPECT_EQ(kRangeMeasure.words(figures.passes[0])->now,
              std::to_string(std::lround(100 * kept)) + "%");
}

TEST(RangeKept, IsNothingWhereTheSealIsOfOneValue) {
    Painting painting = sealed(Picture({20, 20}, Channels::grey, Depth::bits8, 0.5F));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::color));
    const auto figures = measure(painting);
    EXPECT_FALSE(figures.passes[0].range.kept);
    EXPECT_EQ(kRangeMeasure.words(figures.passes[0])->now, "flat");
}

// --- mends

class Mends : public ::testing::Test {
protected:
    Painting painting_ = with_pass(
        with_pass(sealed(ramp({640, 200})), tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour)),
        tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.5F));
    std::vector<Mend> mends(std::size_t pass) const {
        return mends_for(painting_, pass, measure(painting_));
    }
    /// The one with a label that begins so.
    Mend mend(const std::string& label) const {
        for (const Mend& each : mends(1))
            if (each.label.starts_with(label)) return each;
        ADD_FAILURE() << label;
        return {};
    }
};

TEST_F(Mends, EaseIsTheLargestWholePercentThatHolds) {
    const Mend found = mend("Ease to ");
    const int percent = static_cast<int>(std::lround(100 * std::get<SetStrength>(found.change).to));
    EXPECT_EQ(found.label, "Ease to " + std::to_string(percent) + "%");
    EXPECT_EQ(measure(mended(painting_, found)).passes[1].value.verdict, Verdict::held);
    Mend more = found;
    std::get<SetStrength>(more.change).to +=
        0.02F;  // one per cent more may hold on every pixel where the small picture said no
    EXPECT_NE(measure(mended(painting_, more)).passes[1].value.verdict, Verdict::held);
}

TEST_F(Mends, HoldGivesTheValuesBack) {
    const Painting after = mended(painting_, mend("Hold values"));
    EXPECT_EQ(after.passes[1].hold, 1);
    EXPECT_EQ(measure(after).passes[1].value.verdict, Verdict::held);
}

TEST_F(Mends, TheLeastHoldIsEnoughAndLessIsNot) {
    Mend least = mend("Hold ");
    for (const Mend& each : mends(1))
        if (each.label.ends_with("% of values")) least = each;
    auto& hold = std::get<SetHold>(least.change);
    ASSERT_LT(hold.to, 1);
    EXPECT_EQ(measure(mended(painting_, least)).passes[1].value.verdict, Verdict::held);
    hold.to -= 0.03F;
    EXPECT_NE(measure(mended(painting_, least)).passes[1].value.verdict, Verdict::held);
}

TEST_F(Mends, ReturnGivesTheSealBackWhoeverMovedIt) {
    painting_.passes[0].blend = BlendMode::color;
    const Painting after = mended(painting_, mend("Return to seal"));
    EXPECT_LT(measure(after).passes.back().value.running.p95, 0.01);
}

TEST_F(Mends, TheGentlestComesFirst) {
    // By how far apart the finished pictures are, in another way than the program's.
    const auto apart = [&](const Painting& other) {
        const View view = whole_at(painting_.size(), 1);
        const RgbBlock a = *render_view(painting_, 2, view),
                       b = *render_view(other, other.passes.size(), view);
        double sum = 0;
        for (std::size_t i = 0; i < a.all().r.size(); i += 7) {
            const Lab p = lab(a.all()[i]), q = lab(b.all()[i]);
            sum += std::hypot(p.l - q.l, p.a - q.a, p.b - q.b);
        }
        return sum;
    };
    double before = 0;
    const auto found = mends(1);
    ASSERT_GE(found.size(), 3U);
    for (const Mend& each : found) {
        const double now = apart(mended(painting_, each));
        EXPECT_GE(now, 0.9 * before) << each.label;
        before = now;
    }
}

TEST_F(Mends, SayWhatTheyLeave) {
    for (const Mend& mend : mends(1))
        EXPECT_NEAR(std::stod(mend.effect.substr(mend.effect.find("value ") + 6)),
                    measure(mended(painting_, mend)).passes.back().value.running.p95, 0.03);
}

TEST_F(Mends, AreNotTakenByAnotherPaintingThanTheirOwn) {
    const Mend ease = mends(1)[0];
    const Painting moved = with_pass_moved(painting_, 1, 0);
    EXPECT_EQ(mended(moved, ease), moved);
    Painting other = painting_;
    other.passes[1].strength = 0.4F;
    EXPECT_EQ(mended(other, ease), other);
    EXPECT_NE(mended(painting_, ease), painting_);
}

TEST_F(Mends, AreNotOfferedWhereNothingSlipped) {
    EXPECT_TRUE(mends(0).empty());
    painting_.passes[1].on = false;
    EXPECT_TRUE(mends(1).empty());
}

TEST_F(Mends, ChangeOnlyTheirPass) {
    const Painting after = mended(painting_, mends(1)[0]);
    EXPECT_EQ(after.passes[0], painting_.passes[0]);
    EXPECT_EQ(after.passes.size(), painting_.passes.size());
}

TEST_F(Mends, EndWhenStopped) {
    const auto figures = measure(painting_);
    std::stop_source source;
    source.request_stop();
    EXPECT_TRUE(mends_for(painting_, 1, figures, source.get_token()).empty());
}

// --- tables and plots

/// Of the only pass over a ramp.
std::vector<ScalePoint> response(Pass pass, int points = 33) {
    return *scale_response(with_pass(sealed(ramp({900, 40})), std::move(pass)), 0,
                           Reader::lightness, points);
}

TEST(ScaleResponse, ShowsWhatAPassDoesToEachGrey) {
    const auto curve = response(tint({1, 0, 0}, BlendMode::color), 401);
    const auto top = std::ranges::max_element(curve, {}, &ScalePoint::drift);
    EXPECT_NEAR(top->drift, 20.7 / 12.5, 0.01);
    EXPECT_NEAR(curve.front().step, 1, 1e-6);
    EXPECT_NEAR(curve.back().step, 9, 1e-6);
    EXPECT_NEAR(curve.back().drift, 0, 1e-4);
}

TEST(ScaleResponse, HeedsTheBandAndTheSwitch) {
    Pass pass = tint({1, 1, 1}, BlendMode::normal, 0.5F);
    pass.reach.band = {6, 9, 0};
    for (const ScalePoint& p : response(pass))
        EXPECT_EQ(p.drift > 1e-4, p.step >= 6 && p.step < 9) << p.step;
    pass.on = false;
    for (const ScalePoint& p : response(pass)) EXPECT_NEAR(p.drift, 0, 1e-5);
}

TEST(ScaleResponse, FollowsGradientsAndCurves) {
    // A map that turns values over, and a curve that lifts every encoded value by a tenth.
    Pass map = tint({}, BlendMode::normal);
    map.source = GradientMap{{{0, grey(1)}, {1, grey(0)}}, MapOf::below};
    Pass lift = tint({}, BlendMode::normal);
    lift.source = Curve{{{0, 0.1F}, {0.9F, 1}}, {}, {}, {}};
    for (const ScalePoint& p : response(map, 9)) {
        const double light = lightness_of_step(p.step);
        const double to = read(Reader::lightness, grey(static_cast<float>(1 - light / 100)));
        EXPECT_NEAR(p.drift, (to - light) / 12.5, 0.01) << p.step;
    }
    for (const ScalePoint& p : response(lift, 9)) {
        const float found = encoded_grey_of(lightness_of_step(p.step));
        const float to = read(Reader::lightness, grey(std::min(1.0F, found + 0.1F)));
        EXPECT_NEAR(p.drift, step_of(to) - p.step, 0.02) << p.step;
    }
}

TEST(ScaleResponse, IsMeasuredWhereItDependsOnThePlace) {
    // The left half of a picture laid over the ramp is black, the right half white.
    Pass pass = tint({}, BlendMode::normal, 0.5F);
    pass.source = Painted{
        share(testing::grey_picture({900, 40}, [](int x, int) { return x < 450 ? 0 : 1; })), 0, 0};
    EXPECT_FALSE(is_same_everywhere(with_pass(testing::sealed(testing::ramp({900, 40})), pass), 0));
    for (const ScalePoint& p : response(pass)) {
        if (std::fabs(p.step - 6.0F) < 0.8F) continue;  // where the halves meet
        EXPECT_EQ(p.drift < 0, p.step < 6) << p.step;
    }
    pass.source = Underpaint{};
    for (const ScalePoint& p : response(pass)) EXPECT_NEAR(p.drift, 0, 0.02);
    // Half of each grey black and half white: the middle says little, the band all.
    Painting stripes =
        sealed(testing::grey_picture({600, 600}, [](int, int y) { return y / 599.0; }));
    pass.source = Painted{
        share(testing::grey_picture({600, 600}, [](int x, int) { return x / 100 % 2; })), 0, 0};
    const auto striped = *scale_response(with_pass(stripes, pass), 0, Reader::lightness);
    for (const ScalePoint& p : striped) {
        if (p.step < 2 || p.step > 8) continue;
        EXPECT_LT(p.low, -0.3F) << p.step;
        EXPECT_GT(p.high, 0.3F) << p.step;
    }
}

TEST(ScaleResponse, CountsOnlyWhatThePassTouches) {
    Pass pass = tint({}, BlendMode::normal, 0.5F);
    pass.source =
        Painted{share(testing::grey_picture({900, 40}, [](int, int) { return 1; })), 0, 0};
    pass.reach.band = {2, 4, 0};
    const auto curve = response(pass);
    ASSERT_FALSE(curve.empty());
    for (const ScalePoint& p : curve) {
        EXPECT_GT(p.step, 1.8F);
        EXPECT_LT(p.step, 4.2F);
        EXPECT_GT(p.low, 0.5F) << "of " << p.step << " nothing else was counted";
    }
}

TEST(ScaleResponse, HeedsTheHoldToTheSeal) {
    // The first pass lifts everything, the second gives back the seal.
    Pass back = tint({0.5F, 0.5F, 0.5F}, BlendMode::normal, 1, 1);
    back.hold_to = HoldTo::sealed;
    const Painting painting =
        with_pass(with_pass(sealed(ramp({900, 40})), tint(grey(1), BlendMode::normal, 0.5F)), back);
    const auto curve = *scale_response(painting, 1, Reader::lightness);
    ASSERT_GT(curve.size(), 8U);
    for (const ScalePoint& p : curve)
        if (p.step < 8.9F) {
            EXPECT_LT(p.drift, -0.02F) << p.step;
        }
}

std::string text_of(const FigureFields& fields);

struct AsText {
    std::string operator()(const std::optional<double>& v) const {
        return v ? fmt::format("{}", *v) : "none";
    }
    std::string operator()(const std::string& word) const { return word; }
    std::string operator()(const FigureFields& fields) const { return text_of(fields); }
    std::string operator()(const std::vector<FigureFields>& list) const {
        std::string text;
        for (const FigureFields& fields : list) text += "[" + text_of(fields) + "]";
        return text;
    }
};

std::string text_of(const FigureFields& fields) {
    std::string text;
    for (const FigureField& field : fields)
        text += fmt::format(" {}:{}", field.id, std::visit(AsText{}, field.value));
    return text;
}

/// All that is to be known of figures, as text.
std::string all_of(const Painting& painting, const Audit& audit) {
    std::string text;
    const auto add = [&](const PassAudit& pass) {
        text += fmt::format("{} {} {}", pass.index, pass.name, pass.open);
        for (const MeasureRecord* measure : kMeasures) {
            if (const auto words = measure->words ? measure->words(pass) : std::nullopt)
                text += fmt::format(" {} {} {}", words->now, words->own, id_of(words->verdict));
            if (measure->fields == nullptr) continue;
            text += text_of(measure->fields(painting, pass));
        }
        text += fmt::format(" {} {}\n", pass.value.judged_p95, pass.value.own_judged_p95);
    };
    add(audit.ground);
    for (const PassAudit& pass : audit.passes) add(pass);
    for (const GroupAudit& group : audit.groups) add(group.whole);
    return text;
}

TEST(KnownFigures, AreTakenOverAndAllOthersAreTheSameAsMeasuredWhole) {
    for (const bool keeps : {true, false}) {
        Painting before = testing::every_source({120, 80});
        before = with_foci(std::move(before), {{"Lamp", {60, 40}, 12}});
        if (!keeps) before.passes[2].intent = Intent::deepen;
        const Audit known = *audit(before, {});
        for (std::size_t place = 0; place <= before.passes.size(); place += 5) {
            Painting after = before;
            if (place < before.passes.size())
                after.passes[place].strength *= 0.5F;
            else
                after = with_pass(std::move(after), tint({0.8F, 0.3F, 0.2F}, BlendMode::color));
            EXPECT_EQ(common_figures(before, after), place);
            const Audit whole = *audit(after, {}),
                        rest = *audit(after, {Reader::lightness, 0, {}, {&known, place}});
            EXPECT_EQ(all_of(after, rest), all_of(after, whole)) << place;
            const KnownFigures found = known_figures(known, before, after);
            EXPECT_EQ(found.passes, place);
            const Audit with_ground = *audit(after, {Reader::lightness, 0, {}, found});
            EXPECT_EQ(with_ground.sealed_edges, known.sealed_edges) << "not sought again";
            EXPECT_EQ(all_of(after, with_ground), all_of(after, whole)) << place;
            for (const std::size_t below : {place, place / 2}) {
                const RgbBlock state = *render_view(after, below, whole_at(after.size(), 1));
                const KnownFigures from{&known, place, &state, below};
                EXPECT_EQ(all_of(after, *audit(after, {Reader::lightness, 0, {}, from})),
                          all_of(after, whole))
                    << place << " from " << below;
            }
        }
    }
}

/// Tiles that passes leave alone are gathered once for all states in which they stand alike.
TEST(Audit, AStateHasTheSameFiguresWhateverComesAfterIt) {
    const Size size{400, 300};  // three by four tiles
    Painting painting = testing::sealed(
        testing::grey_picture(size, [](int x, int y) { return (x / 7 + y / 5) % 9 / 8.0; }));
    painting = with_foci(std::move(painting), {{"Lamp", {200, 150}, 40}});
    const auto over = [&](Pass pass, const Rect& area) {
        Picture mask(size, Channels::grey, Depth::bits8);  // which takes no time where it is nought
        const std::vector<float> row(static_cast<std::size_t>(area.width), 1.0F);
        for (int y = area.y; y < area.bottom(); ++y) mask.write_channel(0, area.x, y, row);
        pass.reach.painted = share(std::move(mask));
        return with_pass(painting, std::move(pass));
    };
    const Rect corners[] = {{0, 0, 90, 70},    {300, 200, 100, 100}, {20, 10, 200, 20},
                            {350, 0, 50, 300}, {0, 0, 60, 60},       {130, 128, 100, 100},
                            {0, 250, 400, 50}, {390, 290, 10, 10}};
    for (std::size_t i = 0; i < std::size(corners); ++i) {
        const auto share = static_cast<float>(i) / std::size(corners);
        painting = over(tint({0.9F - 0.7F * share, 0.4F, 0.2F + 0.6F * share},
                             i % 3 == 0 ? BlendMode::color : BlendMode::multiply, 0.6F),
                        corners[i]);
    }
    for (const bool keeps : {true, false}) {
        painting.passes[3].intent = keeps ? Intent::keep : Intent::deepen;
        const Audit whole = *audit(painting, {});
        for (std::size_t passes = 1; passes < painting.passes.size(); ++passes) {
            Painting some = painting;
            some.passes.resize(passes);
            // What passes are meant to do moves what all of them are measured against.
            if (!keeps && passes <= 3) continue;
            Audit cut = whole;
            cut.passes.resize(passes);
            EXPECT_EQ(all_of(some, *audit(some, {})), all_of(some, cut)) << passes;
            EXPECT_EQ(
                all_of(painting, *audit(painting, {Reader::lightness, 0, {}, {&whole, passes}})),
                all_of(painting, whole))
                << passes << " are known";
            const PassAudit& last = whole.passes[passes - 1];
            EXPECT_EQ(last.steps.count(), static_cast<std::uint64_t>(size.area()));
            DriftTally drift;
            const auto steps_after = [&](std::size_t upto) {
                return steps_of(*render_view(painting, upto, whole_at(size, 1)), Reader::lightness);
            };
            const FloatBlock now = steps_after(passes), then = steps_after(0);
            drift.add(now.samples(), then.samples());
            EXPECT_NEAR(last.value.running.mean, drift.drift().mean, 1e-6) << passes;
            EXPECT_EQ(last.value.running.max, drift.drift().max) << passes;
        }
    }
}

TEST(KnownFigures, OfTheGroundServeAPaintingThatSharesNoPass) {
    const Painting ground = with_foci(testing::every_source({120, 80}), {{"Lamp", {60, 40}, 12}});
    Painting before = ground, after = ground;
    before.passes = {ground.passes[1]};
    after.passes = {ground.passes[2], ground.passes[1]};
    before.groups.clear(), after.groups.clear();
    for (Painting* each : {&before, &after})
        for (Pass& pass : each->passes) pass.group = 0;
    const Audit known = *audit(before, {});
    const KnownFigures found = known_figures(known, before, after);
    ASSERT_EQ(found.audit, &known);
    EXPECT_EQ(found.passes, 0U);
    const Audit rest = *audit(after, {Reader::lightness, 0, {}, found});
    ASSERT_NE(known.sealed_edges, nullptr);
    EXPECT_EQ(rest.sealed_edges, known.sealed_edges);
    EXPECT_EQ(all_of(after, rest), all_of(after, *audit(after, {})));
}

TEST(KnownFigures, AreOfNoUseWhereAnythingBelowIsAnother) {
    Painting painting = testing::every_source({60, 40});
    const Audit known = *audit(painting, {});
    for (const Painting& other :
         {with_foci(painting, {{"F", {9, 9}, 5}}), with_part_renamed(painting, 1, "Other"),
          with_seal(painting, "2026-11-27", share(testing::ramp({60, 40})))}) {
        const KnownFigures found = known_figures(known, painting, other);
        EXPECT_EQ(found.audit, nullptr);
    }
    const std::size_t all = painting.passes.size();
    EXPECT_EQ(common_figures(painting, painting), all);
    EXPECT_EQ(common_figures(painting, with_part_renamed(painting, 1, "Other")), 0U);
    EXPECT_EQ(common_figures(painting, with_foci(painting, {{"F", {9, 9}, 5}})), 0U);
    EXPECT_EQ(
        common_figures(painting, with_seal(painting, "2026-11-27", share(testing::ramp({60, 40})))),
        0U);
    Painting grouped = painting;
    grouped.groups[0].strength = 0.1F;
    EXPECT_LT(common_figures(painting, grouped), all) << "from the group's first pass on";
    // A shading that loses its second pass is judged from its first on.
    Painting flats =
        with_shading(with_plain_ground(testing::sealed(testing::ramp({60, 40})), grey(0.5F)), 0.2F);
    EXPECT_EQ(common_figures(flats, without_pass(flats, 2)), 1U);
}

}  // namespace
}  // namespace underpaint
