// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <tbb/global_control.h>

#include "colour/reader.h"
#include "render/grey.h"
#include "render/probe.h"
#include "render/render.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::noise;
using testing::pixel;
using testing::ramp;
using testing::sealed;
using testing::tint;
using testing::with_columns;

Picture render(const Painting& painting, Depth depth = Depth::bits16) {
    return *render_picture(painting, painting.passes.size(), depth);
}

TEST(Render, WithoutPassesIsTheGround) {
    const Painting painting = sealed(noise({333, 141}, Channels::rgb, Depth::bits16));
    EXPECT_TRUE(same_pixels(render(painting), painting.underpaint->base()));
}

TEST(Render, DoesEveryPixelAsTheScalarFormulaSays) {
    Painting painting = sealed(noise({257, 130}, Channels::rgb, Depth::bits8, 3));
    painting = with_pass(painting, tint({0.8F, 0.3F, 0.2F}, BlendMode::soft_light, 0.7F));
    painting = with_pass(painting, tint({0.2F, 0.4F, 0.8F}, BlendMode::color, 0.5F, 0.6F));
    const RgbBlock result = *render_view(painting, 2, whole_at(painting.size(), 1));
    for (int y = 0; y < 130; y += 7)
        for (int x = 0; x < 257; x += 5) {
            Rgb c = pixel(painting.underpaint->base(), x, y);
            c = lay({BlendMode::soft_light, 0}, c, {0.8F, 0.3F, 0.2F}, 0.7F);
            c = lay({BlendMode::color, 0.6F}, c, {0.2F, 0.4F, 0.8F}, 0.5F);
            const Rgb found = result.row(y)[static_cast<std::size_t>(x)];
            ASSERT_NEAR(found.r, c.r, 3e-4) << x << " " << y;
            ASSERT_NEAR(found.g, c.g, 3e-4);
            ASSERT_NEAR(found.b, c.b, 3e-4);
        }
}

TEST(Render, LandsOnPartsOnly) {
    Painting painting = with_columns(sealed(ramp({300, 20})), "Middle", 100, 200);
    Pass pass = tint({1, 0, 0}, BlendMode::normal);
    pass.reach.parts = {painting.parts[0].id};
    painting = with_pass(painting, pass);
    const Picture result = render(painting);
    EXPECT_NEAR(pixel(result, 150, 10).g, 0, 1e-5);
    EXPECT_EQ(pixel(result, 99, 10), pixel(painting.underpaint->base(), 99, 10));
    EXPECT_EQ(pixel(result, 200, 10), pixel(painting.underpaint->base(), 200, 10));
}

TEST(Render, LandsOnTheUnionOfParts) {
    Painting painting = with_columns(sealed(ramp({300, 4})), "One", 0, 150);
    painting = with_columns(painting, "Two", 100, 200);
    Pass pass = tint({1, 1, 1}, BlendMode::normal, 0.5F);
    pass.reach.parts = {painting.parts[0].id, painting.parts[1].id};
    const Picture result = render(with_pass(painting, pass));
    const float was = pixel(painting.underpaint->base(), 120, 0).r;
    EXPECT_NEAR(pixel(result, 120, 0).r, was + 0.5F * (1 - was), 1e-4) << "not laid twice";
}

TEST(Render, LandsOnTheValueBandOfTheSeal) {
    Painting painting = sealed(ramp({801, 2}));
    // A first pass that turns values round must not move where the band lies.
    painting = with_pass(painting, tint({1, 1, 1}, BlendMode::difference));
    Pass pass = tint({1, 0, 0}, BlendMode::normal);
    pass.reach.band = {6, 9, 0};
    painting = with_pass(painting, pass);
    const Picture result = render(painting);
    for (int x = 0; x < 801; x += 20) {
        const float step =
            step_of(read(Reader::lightness, pixel(painting.underpaint->base(), x, 0)));
        const bool red = pixel(result, x, 0).g < 1e-4F && pixel(result, x, 0).r > 0.999F;
        EXPECT_EQ(red, step >= 6) << x;
    }
}

TEST(Render, PaintedColourLandsWhereItLies) {
    Picture layer({10, 8}, Channels::rgb_alpha, Depth::bits8);
    const std::vector<float> ones(10, 1.0F), half(10, 0.5F);
    for (int y = 0; y < 8; ++y) {
        layer.write_channel(2, 0, y, ones);
        layer.write_channel(3, 0, y, half);
    }
    Painting painting = sealed(Picture({200, 150}, Channels::grey, Depth::bits8));
    Pass pass;
    pass.blend = BlendMode::normal;
    const SharedPicture pixels = share(layer);
    for (const Point at : {Point{125, 125}, Point{-5, -4}, Point{195, 146}, Point{500, 0}}) {
        pass.source = Painted{pixels, static_cast<int>(at.x), static_cast<int>(at.y)};
        const Picture result = render(with_pass(painting, pass));
        for (int y = 0; y < 150; ++y)
            for (int x = 0; x < 200; ++x) {
                const bool inside = x >= at.x && x < at.x + 10 && y >= at.y && y < at.y + 8;
                ASSERT_NEAR(pixel(result, x, y).b, inside ? 0.502 : 0, 0.003) << x << " " << y;
            }
    }
}

TEST(Render, SkipsWhatIsOffOrWithoutStrength) {
    Painting painting = sealed(ramp({64, 64}));
    Pass off = tint({1, 0, 0}, BlendMode::normal);
    off.on = false;
    painting = with_pass(painting, off);
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::normal, 0));
    const RgbBlock result = *render_view(painting, 2, whole_at(painting.size(), 1));
    EXPECT_EQ(result.row(5)[9].r, pixel(painting.underpaint->base(), 9, 5).r);
    EXPECT_EQ(result.row(5)[9].g, result.row(5)[9].r);
}

TEST(Render, HoldsToTheSealAcrossPasses) {
    Painting painting = sealed(ramp({256, 4}));
    painting = with_pass(painting, tint({0.2F, 0.2F, 0.2F}, BlendMode::multiply));
    Pass back = tint({0.9F, 0.5F, 0.1F}, BlendMode::overlay, 1, 1);
    back.hold_to = HoldTo::sealed;
    painting = with_pass(painting, back);
    const RgbBlock result = *render_view(painting, 2, whole_at(painting.size(), 1));
    for (std::size_t x = 4; x < 256; x += 9)
        EXPECT_NEAR(
            read(Reader::lightness, result.row(1)[x]),
            read(Reader::lightness, pixel(painting.underpaint->base(), static_cast<int>(x), 1)),
            0.05);
}

TEST(Render, IsTheSameInAnyViewAndOnAnyNumberOfThreads) {
    Painting painting =
        with_columns(sealed(noise({401, 299}, Channels::grey, Depth::bits16)), "P", 90, 300);
    Pass pass = tint({0.7F, 0.4F, 0.1F}, BlendMode::true_colour, 0.8F);
    pass.reach = {{painting.parts[0].id}, {3, 7, 1}};
    painting = with_pass(painting, pass);
    painting = with_pass(painting, tint({0.3F, 0.4F, 0.9F}, BlendMode::overlay, 0.4F));
    const Rect all = rect_of(painting.size());
    const RgbBlock whole = *render_view(painting, 2, {1, all});
    for (const int threads : {1, 2, 8}) {
        const tbb::global_control limit(tbb::global_control::max_allowed_parallelism,
                                        static_cast<std::size_t>(threads));
        for (const Rect view :
             {Rect{0, 0, 401, 299}, Rect{37, 51, 200, 129}, Rect{400, 298, 1, 1}}) {
            const RgbBlock part = *render_view(painting, 2, {1, view});
            for (int y = 0; y < view.height; ++y)
                for (int x = 0; x < view.width; ++x)
                    ASSERT_EQ(part.row(y)[static_cast<std::size_t>(x)],
                              whole.row(y + view.y)[static_cast<std::size_t>(x + view.x)]);
        }
    }
}

TEST(Render, SmallLevelsLookLikeTheLarge) {
    // A picture that differs both ways. Mixing with a tint is linear: each small pixel is the mean
    // of the sixteen that it covers.
    Painting painting = sealed(testing::grey_picture({512, 256}, [](int x, int y) {
        return 0.5 + 0.3 * std::sin(x * 0.021) * std::cos(y * 0.033) + 0.1 * ((x + 3 * y) % 7) / 7;
    }));
    painting = with_pass(painting, tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.4F));
    const RgbBlock small = *render_view(painting, 1, {4, {0, 0, 128, 64}});
    const RgbBlock large = *render_view(painting, 1, whole_at(painting.size(), 1));
    for (int y = 0; y < 64; ++y)
        for (std::size_t x = 0; x < 128; ++x) {
            Rgb mean;
            for (int v = 0; v < 4; ++v)
                for (std::size_t u = 0; u < 4; ++u) {
                    const Rgb c = large.row(4 * y + v)[4 * x + u];
                    mean = {mean.r + c.r / 16, mean.g + c.g / 16, mean.b + c.b / 16};
                }
            ASSERT_NEAR(small.row(y)[x].r, mean.r, 1e-3) << x << " " << y;
            ASSERT_NEAR(small.row(y)[x].b, mean.b, 1e-3) << x << " " << y;
        }
}

TEST(Render, OfOnePixelWorks) {
    Painting painting = sealed(Picture({1, 1}, Channels::grey, Depth::bits8, 0.5F));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::color));
    EXPECT_EQ(render(painting).size(), (Size{1, 1}));
    // W3C `color` over the grey 128/255: red brought to its sum, 0.3 R + 0.59 G + 0.11 B, and
    // clipped.
    const double l = 128.0 / 255, d = l - 0.3, red = 1 + d, rest = d;
    const double clipped = l + (red - l) * (1 - l) / (red - l),
                 low = l + (rest - l) * (1 - l) / (red - l);
    for (const double shrink : {1.0, 8.0}) {
        const Rgb c = render_view(painting, 1, {shrink, {0, 0, 1, 1}})->row(0)[0];
        EXPECT_NEAR(c.r, clipped, 1e-3) << shrink;
        EXPECT_NEAR(c.g, low, 1e-3) << shrink;
    }
}

TEST(Render, StopsWhenAsked) {
    const Painting painting = sealed(ramp({600, 600}));
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(render_picture(painting, 0, Depth::bits8, source.get_token()));
    EXPECT_FALSE(render_view(painting, 0, whole_at(painting.size(), 1), source.get_token()));
}

TEST(Render, TellsItsProgress) {
    float last = 0;
    const Painting painting = sealed(ramp({400, 400}));
    EXPECT_TRUE(render_picture(painting, 0, Depth::bits8, {}, [&](float share) {
        EXPECT_GE(share, last);
        last = share;
    }));
    EXPECT_EQ(last, 1);
}

TEST(RenderGrey, ShowsHowLightEachReaderReads) {
    Painting painting = sealed(Picture({8, 8}, Channels::grey, Depth::bits16, 0.3F));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::color));
    for (const ReaderText& text : kReaders) {
        const Picture values = *render_grey(painting, 1, text.reader, Depth::bits16);
        EXPECT_EQ(values.channels(), Channels::grey);
        EXPECT_NEAR(read(Reader::lightness, pixel(values, 3, 3)), read(text.reader, {1, 0, 0}),
                    0.05)
            << text.id;
    }
}

TEST(Probe, TellsSealedNowAndThePart) {
    Painting painting =
        with_columns(sealed(Picture({40, 10}, Channels::grey, Depth::bits8, 0.4F)), "Left", 0, 20);
    painting = with_pass(painting, tint({1, 1, 1}, BlendMode::normal, 0.5F));
    const Probe left = probe(painting, 1, {5, 5}), right = probe(painting, 1, {30, 5});
    EXPECT_NEAR(left.sealed.r, 0.4, 1e-6);
    EXPECT_NEAR(left.now.r, 0.7, 1e-6);
    ASSERT_NE(left.part, nullptr);
    EXPECT_EQ(left.part->name, "Left");
    EXPECT_EQ(right.part, nullptr);
    EXPECT_NEAR(probe(painting, 0, {5, 5}).now.r, 0.4, 1e-6);
}

}  // namespace
}  // namespace underpaint
