// SPDX-License-Identifier: GPL-3.0-or-later
// Colours of a source moved together.
#include "blend/tune.h"

#include <gtest/gtest.h>

#include "audit/scale_response.h"
#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "painting/changes.h"
#include "render/render.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

OkLch lch_of(Rgb c) {
    return oklch(oklab(decode(c)));
}

TEST(Tune, MovesHueIntensityAndLightness) {
    const Rgb colour{0.6F, 0.45F, 0.4F};
    EXPECT_EQ(tuned(colour, {}), colour);
    EXPECT_NEAR(lch_of(tuned(colour, {40, 1, 0})).h, lch_of(colour).h + 40, 0.5);
    EXPECT_NEAR(lch_of(tuned(colour, {0, 0.5F, 0})).c, lch_of(colour).c / 2, 1e-3);
    EXPECT_NEAR(lch_of(tuned(colour, {0, 1, 0.1F})).l, lch_of(colour).l + 0.1, 1e-3);
    EXPECT_NEAR(lch_of(tuned(colour, {-350, 1, 0})).h, lch_of(colour).h + 10, 0.5)
        << "round the circle";
}

TEST(Tune, StaysInsideWhatThereIs) {
    for (const Rgb colour : {Rgb{1, 0, 0}, {0, 0, 1}, {1, 1, 1}, {0, 0, 0}, {0.1F, 0.9F, 0.2F}})
        for (const float hue : {-180.0F, 0.0F, 77.0F})
            for (const float lightness : {-0.5F, 0.0F, 0.5F}) {
                const Rgb c = tuned(colour, {hue, 2, lightness});
                for (const float v : {c.r, c.g, c.b}) {
                    EXPECT_GE(v, 0);
                    EXPECT_LE(v, 1);
                }
            }
}

/// Whatever the source, what is laid is the source's colour, tuned.
TEST(Tune, IsHeededByEverySourceThatHasColours) {
    const Size size{24, 10};
    const Tune tune{120, 1.3F, 0.08F};
    const Rgb colour{0.6F, 0.4F, 0.3F};
    const SharedPicture pixels = share(testing::filled(size, Channels::rgb_alpha, colour));
    const std::vector<Source> sources{
        Tint{colour},
        Painted{pixels, 0, 0},
        Placed{pixels, {}},
        GradientMap{{{0, colour}, {1, colour}}, MapOf::seal, Mixing::encoded},
        Glow{{12, 5}, 500, 1, colour},
        Vignette{0, 0, colour}};
    for (const Source& source : sources) {
        Pass pass = testing::tint({}, BlendMode::normal);
        pass.source = source;
        pass.tune = tune;
        const Painting painting = with_pass(testing::sealed(testing::ramp(size)), pass);
        const Rgb laid = render_view(painting, 1, {1, rect_of(size)})->row(5)[12];
        const Rgb wanted = tuned(colour, tune);
        EXPECT_NEAR(laid.r, wanted.r, 3e-3) << kind_of(source);
        EXPECT_NEAR(laid.g, wanted.g, 3e-3) << kind_of(source);
        EXPECT_NEAR(laid.b, wanted.b, 3e-3) << kind_of(source);
    }
}

TEST(Tune, CountsInWhatAPassDoesByStep) {
    Pass pass = testing::tint({0.5F, 0.5F, 0.5F}, BlendMode::normal);
    const auto middle = [&] {
        const Painting painting = with_pass(testing::sealed(testing::ramp({100, 8})), pass);
        const auto curve = *scale_response(painting, 0, Reader::lightness);
        return curve[curve.size() / 2].drift;
    };
    const float before = middle();
    pass.tune.lightness = 0.2F;
    EXPECT_GT(middle(), before + 1);
}

}  // namespace
}  // namespace underpaint
