// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/forecast.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/audit.h"
#include "colour/bridge.h"
#include "colour/ciede2000.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "painting/changes.h"
#include "palette/needed_source.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Rgb kAzure{0.2F, 0.45F, 0.85F}, kOchre{0.7F, 0.5F, 0.25F};

/// A seal with all greys, more of the dark ones, and a part with a soft border.
Painting sealed(Depth depth) {
    const Size size{160, 90};
    Picture grey(size, Channels::grey, depth);
    Picture mask(size, Channels::grey, Depth::bits8);
    for (int y = 0; y < size.height; ++y) {
        std::vector<float> row, cover;
        for (int x = 0; x < size.width; ++x) {
            const double t = static_cast<double>(x * 90 + y) / (160 * 90);
            row.push_back(static_cast<float>(t * t));
            cover.push_back(std::clamp(static_cast<float>(x - 40) / 30, 0.0F, 1.0F));
        }
        grey.write_channel(0, 0, y, row);
        mask.write_channel(0, 0, y, cover);
    }
    Painting painting = blank_painting("Greys");
    painting.underpaint = share(std::move(grey));
    painting = with_part(std::move(painting), "Right", share(std::move(mask)));
    return with_seal(std::move(painting), "2026-12-01");
}

double audited(const Painting& sealed, const LaidColour& laid, bool part) {
    Pass pass;
    pass.source = Tint{laid.colour};
    pass.blend = laid.blend;
    pass.strength = laid.strength;
    pass.hold = laid.hold;
    if (part) pass.reach.parts = {sealed.parts.front().id};
    const auto audit = underpaint::audit(with_pass(sealed, pass), {});
    return audit->passes.back().value.own.p95;
}

TEST(Forecast, OverTheSealIsWhatTheAuditMeasuresOnceItIsLaid) {
    for (const Depth depth : {Depth::bits8, Depth::bits16}) {
        const Painting painting = sealed(depth);
        const Picture& seal = painting.seal().picture->base();
        const Picture& mask = painting.parts.front().mask->base();
        const auto whole = backdrop_of(seal), part = backdrop_of(seal, &mask);
        ASSERT_TRUE(whole->grey && part->grey);
        for (const BlendText& blend : kBlendTexts)
            for (const float strength : {0.25F, 0.6F, 1.0F}) {
                const LaidColour laid{kAzure, blend.mode, strength, 0};
                EXPECT_NEAR(forecast(*whole, laid, Reader::lightness, 0.25).p95,
                            audited(painting, laid, false), 0.005)
                    << blend.id << strength;
                EXPECT_NEAR(forecast(*part, laid, Reader::lightness, 0.25).p95_of_picture,
                            audited(painting, laid, true), 0.005)
                    << blend.id << strength;
            }
        const LaidColour held{kOchre, BlendMode::multiply, 0.8F, 0.7F};
        EXPECT_NEAR(forecast(*whole, held, Reader::lightness, 0.25).p95,
                    audited(painting, held, false), 0.005);
    }
}

TEST(Forecast, OfAPartIsThatOfThePixelsThatItCoversByHalf) {
    const Painting painting = sealed(Depth::bits8);
    const Picture &seal = painting.seal().picture->base(),
                  &mask = painting.parts.front().mask->base();
    const LaidColour laid{kAzure, BlendMode::color, 0.7F, 0};
    std::vector<double> drifts;
    for (int y = 0; y < 90; ++y)
        for (int x = 0; x < 160; ++x) {
            float grey_is = 0, cover = 0;
            seal.read_channel(0, x, y, {&grey_is, 1});
            mask.read_channel(0, x, y, {&cover, 1});
            if (cover < 0.5F) continue;
            const Rgb over =
                lay({laid.blend, 0}, grey(grey_is), laid.colour, laid.strength * cover);
            drifts.push_back(std::abs(static_cast<double>(read(Reader::lightness, over) -
                                                          read(Reader::lightness, grey(grey_is))) /
                                      12.5));
        }
    std::ranges::sort(drifts);
    const auto rank = static_cast<std::size_t>(std::ceil(0.95 * double(drifts.size()))) - 1;
    EXPECT_NEAR(forecast(*backdrop_of(seal, &mask), laid, Reader::lightness, 0.25).p95,
                drifts[rank], 0.002);
}

TEST(Forecast, OverEachStepIsTheDriftOfThatNeutral) {
    const auto whole = backdrop_of(sealed(Depth::bits8).seal().picture->base());
    const Forecast made =
        forecast(*whole, {kOchre, BlendMode::color, 1, 0}, Reader::lightness, 0.25);
    for (int step = 1; step <= 9; ++step) {
        const float v = encoded_grey_of(lightness_of_step(static_cast<float>(step)));
        const Rgb over = blend(BlendMode::color, grey(v), kOchre);
        EXPECT_NEAR(*made.steps[static_cast<std::size_t>(step - 1)],
                    step_of(read(Reader::lightness, over)) - static_cast<float>(step), 0.003);
    }
    const Forecast kept =
        forecast(*whole, {kOchre, BlendMode::true_colour, 1, 0}, Reader::lightness, 0.25);
    EXPECT_LT(kept.p95, 0.002);
    EXPECT_EQ(kept.verdict, Verdict::held);
    EXPECT_FALSE(kept.least_hold);
}

TEST(Forecast, TheLeastHoldIsEnoughAndOneLessIsNot) {
    const auto whole = backdrop_of(sealed(Depth::bits8).seal().picture->base());
    LaidColour laid{kAzure, BlendMode::multiply, 1, 0};
    const Forecast made = forecast(*whole, laid, Reader::lightness, 0.25);
    ASSERT_EQ(made.verdict, Verdict::lost);
    ASSERT_TRUE(made.least_hold);
    laid.hold = static_cast<float>(*made.least_hold) / 100;
    EXPECT_LE(forecast(*whole, laid, Reader::lightness, 0.25).p95, 0.25);
    laid.hold = static_cast<float>(*made.least_hold - 1) / 100;
    EXPECT_GT(forecast(*whole, laid, Reader::lightness, 0.25).p95, 0.25);
}

TEST(Forecast, OverColouredPixelsIsWhatLayingMoves) {
    RgbBlock pixels(rect_of({50, 1}));
    for (std::size_t x = 0; x < 50; ++x)
        pixels.row(0).set(x, {0.3F + 0.01F * float(x), 0.4F, 0.9F - 0.01F * float(x)});
    const LaidColour laid{kOchre, BlendMode::overlay, 0.8F, 0};
    const Forecast made = forecast(backdrop_of(pixels, {}), laid, Reader::lightness, 0.25);
    std::vector<double> drifts;
    for (std::size_t x = 0; x < 50; ++x) {
        const Rgb was = std::as_const(pixels).row(0)[x];
        const Rgb is = lay({laid.blend, 0}, was, laid.colour, laid.strength);
        drifts.push_back(std::abs(
            static_cast<double>(read(Reader::lightness, is) - read(Reader::lightness, was)) /
            12.5));
    }
    std::ranges::sort(drifts);
    EXPECT_NEAR(made.p95, drifts[47], 0.003);
    EXPECT_FALSE(made.steps[8]) << "no pixel is so light";
}

TEST(Forecast, OfOnePixelAndOfNothing) {
    const Picture one({1, 1}, Channels::grey, Depth::bits8, 0.5F);
    const Forecast made =
        forecast(*backdrop_of(one), {kAzure, BlendMode::color, 1, 0}, Reader::lightness, 0.25);
    EXPECT_NEAR(made.p95, std::abs(*made.steps[4]), 0.1);
    const Picture none({1, 1}, Channels::grey, Depth::bits8, 0);
    EXPECT_EQ(forecast(*backdrop_of(one, &none), {kAzure}, Reader::lightness, 0.25).p95, 0);
    std::stop_source stopped;
    stopped.request_stop();
    EXPECT_FALSE(backdrop_of(one, nullptr, stopped.get_token()));
}

TEST(NeededSource, WhatIsReachedComesOutAndTheRestSaysHowNear) {
    const Rgb over = grey(encoded_grey_of(lightness_of_step(6)));
    const Rgb wanted{0.5F, 0.4F, 0.33F};  // darker than the grey in all channels
    for (const NeededSource& needed : needed_sources(over, wanted)) {
        EXPECT_EQ(lay({needed.blend, 0}, over, needed.source, 1), needed.comes_out);
        EXPECT_NEAR(needed.off, ciede2000(lab(needed.comes_out), lab(wanted)), 1e-9);
    }
    const NeededSource multiply = needed_source(BlendMode::multiply, over, wanted);
    EXPECT_LT(multiply.off, 0.05);
    for (const auto& [source, out] : {std::pair(multiply.source.r, wanted.r),
                                      {multiply.source.g, wanted.g},
                                      {multiply.source.b, wanted.b}})
        EXPECT_NEAR(source, out / over.r, 1e-4) << "multiply needs it lighter and brighter";
    EXPECT_GT(read(Reader::lightness, multiply.source), read(Reader::lightness, wanted) + 10);
    // Near white an overlay does nothing, and soft light stays muted everywhere.
    EXPECT_GT(needed_source(BlendMode::overlay, grey(0.98F), wanted).off, 20);
    EXPECT_GT(needed_source(BlendMode::soft_light, over, {0.9F, 0.2F, 0.1F}).off, 10);
    EXPECT_LT(needed_source(BlendMode::normal, over, wanted).off, 0.02);
}

/// Against every source of a coarse cube: none comes nearer.
TEST(NeededSource, NoSourceOfACubeComesNearer) {
    const Rgb over{0.4F, 0.4F, 0.4F}, wanted{0.6F, 0.35F, 0.3F};
    for (const NeededSource& needed : needed_sources(over, wanted))
        for (int i = 0; i < 17 * 17 * 17; ++i) {
            const Rgb source{float(i / 289) / 16, float(i / 17 % 17) / 16, float(i % 17) / 16};
            EXPECT_GE(ciede2000(lab(lay({needed.blend, 0}, over, source, 1)), lab(wanted)),
                      needed.off - 0.5)
                << text_of(needed.blend).id;
        }
}

TEST(Bridge, IsGreyAndGoesInEvenSteps) {
    const Rgb blue{0.1F, 0.2F, 0.7F}, orange{0.95F, 0.6F, 0.2F};
    const float from = read(Reader::lightness, blue), to = read(Reader::lightness, orange);
    for (int n = 1; n <= kMostBridge; ++n) {
        const auto greys = bridge(blue, orange, n);
        ASSERT_EQ(greys.size(), static_cast<std::size_t>(n));
        for (int i = 0; i < n; ++i) {
            const Rgb grey = greys[static_cast<std::size_t>(i)];
            EXPECT_LT(intensity(grey), 0.25);
            EXPECT_NEAR(read(Reader::lightness, grey),
                        from + (to - from) * static_cast<float>(i + 1) / static_cast<float>(n + 1),
                        0.1);
        }
    }
    EXPECT_EQ(bridge(blue, orange, 0).size(), 1U);
    EXPECT_EQ(bridge(blue, orange, 99).size(), static_cast<std::size_t>(kMostBridge));
}

}  // namespace
}  // namespace underpaint
