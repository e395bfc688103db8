// SPDX-License-Identifier: GPL-3.0-or-later
// Studies held against references whose answers are known.
#include "practice/study.h"
#include "practice/photograph.h"

#include <gtest/gtest.h>

#include <array>
#include <cmath>

#include "raster/reframe.h"
#include "raster/turn.h"

namespace underpaint {
namespace {

/// Light discs on dark ground with a soft gradient over both.
Picture scene(Size size, const std::function<float(double x, double y)>& value) {
    Picture picture(size, Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int y = 0; y < size.height; ++y) {
        for (int x = 0; x < size.width; ++x)
            row[static_cast<std::size_t>(x)] =
                value((x + 0.5) / size.width, (y + 0.5) / size.height);
        picture.write_channel(0, 0, y, row);
    }
    return picture;
}
bool in_disc(double x, double y, double cx, double cy, double radius) {
    return std::hypot(x - cx, (y - cy) * 0.75) < radius;
}
bool light(double x, double y) {
    return in_disc(x, y, 0.25, 0.3, 0.15) || in_disc(x, y, 0.7, 0.65, 0.2) ||
           in_disc(x, y, 0.85, 0.15, 0.06);
}
Picture reference(Size size = {400, 300}) {
    return scene(size, [](double x, double y) {
        return static_cast<float>((light(x, y) ? 0.75 : 0.25) + 0.08 * std::sin(6 * x) + 0.05 * y);
    });
}

TEST(Study, APerfectTwoValueStudyAgreesAtEverySizeAndWayItLies) {
    const auto perfect = [](double x, double y) { return light(x, y) ? 0.9F : 0.1F; };
    for (const Size size : {Size{400, 300}, Size{200, 150}, Size{801, 600}}) {
        const auto figures = measure_study(scene(size, perfect), reference(), StudyKind::two);
        ASSERT_TRUE(figures);
        EXPECT_GT(figures->agreement, 0.985) << size.width;
        EXPECT_LT(figures->crept_in, 0.01);
        EXPECT_TRUE(figures->missing.empty());
        EXPECT_TRUE(figures->added.empty());
        EXPECT_EQ(figures->shapes, figures->reference_shapes);
    }
    const auto turned_study =
        measure_study(turned(scene({400, 300}, perfect), Turn::left), reference(), StudyKind::two);
    ASSERT_TRUE(turned_study);
    EXPECT_GT(turned_study->agreement, 0.97) << "photographed lying";
}

TEST(Study, WhatCreptInIsTheShareOfOtherGreys) {
    // A band of a third value over 12 % of the picture.
    const auto crept = measure_study(scene({400, 300},
                                           [](double x, double y) {
                                               if (y > 0.88) return 0.5F;
                                               return light(x, y) ? 0.9F : 0.1F;
                                           }),
                                     reference(), StudyKind::two);
    ASSERT_TRUE(crept);
    EXPECT_NEAR(crept->crept_in, 0.12, 0.02);
    const auto three = measure_study(scene({400, 300},
                                           [](double x, double y) {
                                               if (y > 0.88) return 0.5F;
                                               return light(x, y) ? 0.9F : 0.1F;
                                           }),
                                     reference(), StudyKind::three);
    ASSERT_TRUE(three);
    EXPECT_LT(three->crept_in, 0.01) << "three values are what it has";
    EXPECT_EQ(three->flats.size(), 3U);
}

TEST(Study, MissingAndAddedShapesAreNamedByTheirPlace) {
    const auto figures = measure_study(scene({400, 300},
                                             [](double x, double y) {
                                                 const bool there =
                                                     in_disc(x, y, 0.25, 0.3, 0.15) ||
                                                     in_disc(x, y, 0.7, 0.65, 0.2) ||
                                                     in_disc(x, y, 0.15, 0.85, 0.07);
                                                 return there ? 0.9F : 0.1F;
                                             }),
                                       reference(), StudyKind::two);
    ASSERT_TRUE(figures);
    ASSERT_EQ(figures->missing.size(), 1U) << in_words(*figures);
    EXPECT_EQ(figures->missing.front().where, "upper right");
    EXPECT_TRUE(figures->missing.front().light);
    EXPECT_NEAR(figures->missing.front().share, 3.1416 * 0.06 * 0.06 / 0.75, 0.003);
    ASSERT_EQ(figures->added.size(), 1U);
    EXPECT_EQ(figures->added.front().where, "lower left");
    EXPECT_NE(in_words(*figures).find("a light upper right"), std::string::npos);
}

TEST(Study, LightAndDarkThatChangedPlacesAreTold) {
    const auto inverted = measure_study(
        scene({400, 300}, [](double x, double y) { return light(x, y) ? 0.1F : 0.9F; }),
        reference(), StudyKind::two);
    ASSERT_TRUE(inverted);
    EXPECT_FALSE(inverted->same_order);
    EXPECT_LT(inverted->agreement, 0.05);
    EXPECT_NE(in_words(*inverted).find("changed places"), std::string::npos);
    const auto right = measure_study(
        scene({400, 300}, [](double x, double y) { return light(x, y) ? 0.6F : 0.4F; }),
        reference(), StudyKind::two);
    EXPECT_TRUE(right->same_order);
}

TEST(Study, AFullStudysDriftIsHowMuchLighterItIs) {
    const auto lifted = [](double x, double y) {
        const double v = (light(x, y) ? 0.75 : 0.25) + 0.08 * std::sin(6 * x) + 0.05 * y;
        return static_cast<float>(v + 0.06);
    };
    const auto figures = measure_study(scene({400, 300}, lifted), reference(), StudyKind::full);
    ASSERT_TRUE(figures);
    EXPECT_GT(figures->drift_mean, 0.4);
    EXPECT_LT(figures->drift_mean, 0.75);
    EXPECT_LT(std::abs(figures->drift_p95 - figures->drift_mean), 0.25);
    const auto same = measure_study(reference(), reference(), StudyKind::full);
    EXPECT_LT(same->drift_p95, 0.02);
}

TEST(Study, ColoursBeyondThePaletteAreCounted) {
    Picture study({200, 150}, Channels::rgb, Depth::bits8);
    RgbBlock pixels(rect_of({200, 150}));
    for (int y = 0; y < 150; ++y)
        for (int x = 0; x < 200; ++x)
            pixels.row(y).set(static_cast<std::size_t>(x),
                              x < 50 ? Rgb{0.1F, 0.8F, 0.2F}
                                     : Rgb{0.5F + 0.2F * static_cast<float>(y) / 150, 0.4F, 0.3F});
    study.write_rgb(pixels);
    StudyOptions options;
    options.palette = {{0.5F, 0.4F, 0.3F}, {0.7F, 0.4F, 0.3F}};
    const auto figures = measure_study(study, study, StudyKind::limited, options);
    ASSERT_TRUE(figures && figures->beyond);
    EXPECT_NEAR(*figures->beyond, 0.25, 0.02) << "the green quarter";
    EXPECT_LT(figures->colour_off, 0.01);
}

TEST(Study, UnevenLightIsTakenOutOfAPhotograph) {
    const auto shaded = scene({400, 300}, [](double x, double y) {
        const double v = (light(x, y) ? 0.75 : 0.25) + 0.08 * std::sin(6 * x) + 0.05 * y;
        return static_cast<float>(v * (0.7 + 0.3 * x));
    });
    const auto as_it_is = measure_study(shaded, reference(), StudyKind::full);
    StudyOptions options;
    options.even_out_light = true;
    const auto evened = measure_study(shaded, reference(), StudyKind::full, options);
    ASSERT_TRUE(as_it_is && evened);
    EXPECT_LT(evened->drift_p95, 0.75 * as_it_is->drift_p95);
}

TEST(Study, PerspectiveIsTakenOut) {
    // A study as a camera sees it: its corners at these places.
    const std::array<Point, 4> corners{Point{60, 40}, {340, 70}, {360, 270}, {30, 250}};
    Picture photograph({400, 300}, Channels::grey, Depth::bits8, 0.5F);
    std::vector<float> row(400);
    for (int y = 0; y < 300; ++y) {
        for (int x = 0; x < 400; ++x) {
            // The inverse by search over the unit square is enough for a checker of four fields.
            const double top = 40 + (x - 60) * 30.0 / 280, bottom = 250 + (x - 30) * 20.0 / 330;
            const double v = (y - top) / (bottom - top);
            const double left = 60 - 30 * v, right = 340 + 20 * v;
            const double u = (x - left) / (right - left);
            const bool inside = u >= 0 && u < 1 && v >= 0 && v < 1;
            row[static_cast<std::size_t>(x)] = !inside                  ? 0.5F
                                               : (u < 0.5) == (v < 0.5) ? 0.9F
                                                                        : 0.1F;
        }
        photograph.write_channel(0, 0, y, row);
    }
    const auto flat = without_perspective(photograph, corners);
    ASSERT_TRUE(flat);
    const auto at = [&](double u, double v) {
        std::array<float, 1> value{};
        flat->read_channel(0, static_cast<int>(u * flat->size().width),
                           static_cast<int>(v * flat->size().height), value);
        return value[0];
    };
    EXPECT_NEAR(at(0.2, 0.2), 0.9F, 0.05F);
    EXPECT_NEAR(at(0.8, 0.2), 0.1F, 0.05F);
    EXPECT_NEAR(at(0.2, 0.8), 0.1F, 0.05F);
    EXPECT_NEAR(at(0.8, 0.8), 0.9F, 0.05F);
    const std::array<Point, 4> crossed{Point{60, 40}, {360, 270}, {340, 70}, {30, 250}},
        none{Point{5, 5}, {5, 5}, {5, 5}, {5, 5}};
    EXPECT_FALSE(without_perspective(photograph, crossed));
    EXPECT_FALSE(without_perspective(photograph, none));
}

TEST(Study, OddPicturesEndNothing) {
    const Picture white({50, 40}, Channels::grey, Depth::bits8, 1),
        dot({1, 1}, Channels::grey, Depth::bits16, 0.3F);
    for (const StudyKindText& kind : kStudyKinds) {
        for (const Picture* study : {&white, &dot}) {
            const auto figures = measure_study(*study, reference({120, 90}), kind.kind);
            ASSERT_TRUE(figures) << kind.id;
            EXPECT_FALSE(figures->surely) << "it shows nothing of the reference";
            EXPECT_FALSE(in_words(*figures).empty());
        }
        EXPECT_TRUE(measure_study(reference({120, 90}), white, kind.kind)) << kind.id;
        std::stop_source stop;
        stop.request_stop();
        EXPECT_FALSE(measure_study(reference({120, 90}), reference({120, 90}), kind.kind, {},
                                   stop.get_token()));
    }
}

/// Stripes of the middle of so many eighths of the hue circle, as one reads them from a table.
Picture stripes(std::span<const std::array<float, 3>> colours) {
    Picture picture({400, 300}, Channels::rgb, Depth::bits8);
    for (int channel = 0; channel < 3; ++channel)
        for (int y = 0; y < 300; ++y) {
            std::vector<float> row(400);
            for (std::size_t x = 0; x < row.size(); ++x)
                row[x] =
                    colours[x * colours.size() / row.size()][static_cast<std::size_t>(channel)];
            picture.write_channel(channel, 0, y, row);
        }
    return picture;
}

TEST(Study, ALargePhotographIsSetStraightAsASmallOneIs) {
    for (const int by : {1, 8}) {
        const Picture photograph = scene(
            {400 * by, 300 * by}, [](double x, double y) { return light(x, y) ? 0.9F : 0.1F; });
        const std::array<Point, 4> corners{
            Point{40.0 * by, 30.0 * by}, Point{360.0 * by, 30.0 * by},
            Point{360.0 * by, 270.0 * by}, Point{40.0 * by, 270.0 * by}};
        const auto straight = without_perspective(photograph, corners);
        ASSERT_TRUE(straight);
        EXPECT_NEAR(static_cast<double>(straight->size().width) / straight->size().height,
                    320.0 / 240, 0.01);
        EXPECT_LE(straight->size().width, kPhotographSide);
        const Picture cut = scene(straight->size(), [](double x, double y) {
            return light(0.1 + 0.8 * x, 0.1 + 0.8 * y) ? 0.9F : 0.1F;
        });
        const auto figures = measure_study(*straight, cut, StudyKind::two);
        ASSERT_TRUE(figures);
        EXPECT_GT(figures->agreement, 0.985) << by;
    }
}

TEST(Study, AWidenedPaletteHasTheHuesOfItsReference) {
    // Orange 55, yellow 100, green 142, blue 264 (an azure) degrees; a grey has none.
    constexpr std::array<float, 3> orange{0.9F, 0.5F, 0.2F}, yellow{0.85F, 0.8F, 0.2F},
        green{0.2F, 0.7F, 0.2F}, blue{0.15F, 0.25F, 0.8F}, grey{0.5F, 0.5F, 0.5F};
    const std::array all{orange, yellow, green, blue, grey};
    const std::array few{orange, yellow, orange, orange, grey};
    const auto whole = measure_study(stripes(all), stripes(all), StudyKind::widened);
    ASSERT_TRUE(whole);
    EXPECT_EQ(whole->hues.size(), 4U);
    EXPECT_EQ(whole->hues, whole->reference_hues);
    EXPECT_LT(whole->colour_off, 0.2);
    EXPECT_NE(in_words(*whole).find("4 of 4 hues"), std::string::npos) << in_words(*whole);
    const auto narrow = measure_study(stripes(few), stripes(all), StudyKind::widened);
    ASSERT_TRUE(narrow);
    EXPECT_EQ(narrow->hues.size(), 2U);
    EXPECT_GT(narrow->colour_off, 5);
    EXPECT_NE(in_words(*narrow).find("2 of 4 hues"), std::string::npos) << in_words(*narrow);
    EXPECT_NE(in_words(*narrow).find("missing: greens, azures"), std::string::npos)
        << in_words(*narrow);
}

TEST(Study, APhotographWhoseLightIsEvenedOutHasNoGreysOfItsOwn) {
    const auto lit = [](double x, double y) {
        const double linear = (light(x, y) ? 0.75 : 0.02) * (1.25 - 0.5 * x);
        return static_cast<float>(1.055 * std::pow(std::min(1.0, linear), 1 / 2.4) - 0.055);
    };
    StudyOptions evened;
    evened.even_out_light = true;
    const auto as_it_is = measure_study(scene({400, 300}, lit), reference(), StudyKind::two),
               even = measure_study(scene({400, 300}, lit), reference(), StudyKind::two, evened);
    ASSERT_TRUE(as_it_is && even);
    EXPECT_GT(as_it_is->crept_in, 0.05);
    EXPECT_LT(even->crept_in, 0.02);
}

/// A study of two values as a camera sees it where its light is `lamp` of what it could be.
template <class Lamp>
Picture photographed(bool (*light_at)(double, double), Lamp lamp) {
    return scene({400, 300}, [&](double x, double y) {
        const double linear = (light_at(x, y) ? 0.6 : 0.06) * lamp(x, y);
        return static_cast<float>(1.055 * std::pow(std::min(1.0, linear), 1 / 2.4) - 0.055);
    });
}
StudyFigures evened(Picture study, StudyKind kind = StudyKind::two) {
    StudyOptions options;
    options.even_out_light = true;
    return *measure_study(std::move(study), reference(), kind, options);
}

/// The frame of a window throws a shadow over the left of the table.
double half_in_shadow(double x, double y) {
    return x + 0.3 * y < 0.42 ? 0.5 : 1;
}

TEST(Study, AShadowWithAnEdgeIsToldOfHoweverTheLightSlopes) {
    for (const double slope : {0.0, 0.3, -0.3}) {
        const StudyFigures figures = evened(photographed(light, [&](double x, double y) {
            return half_in_shadow(x, y) * (1 + slope * (y - 0.5));
        }));
        ASSERT_TRUE(figures.shadow) << slope;
        EXPECT_NEAR(figures.shadow->stops, 1, 0.15) << slope;
        EXPECT_NEAR(figures.shadow->share, 0.27, 0.04) << slope;
        EXPECT_EQ(figures.shadow->where, "left");
        EXPECT_NE(in_words(figures).find("A shadow with an edge lies over"), std::string::npos);
    }
}

TEST(Study, NeitherALampNorAWrongShapeIsTakenForAShadow) {
    const auto none = [](double, double) { return 1.0; };
    EXPECT_FALSE(evened(photographed(light, none)).shadow);
    EXPECT_FALSE(
        evened(photographed(light,
                            [](double x, double y) {
                                return 1 / (1 + 2 * (std::pow(x - 0.1, 2) + std::pow(y - 0.1, 2)));
                            }))
            .shadow)
        << "a lamp near one corner";
    EXPECT_FALSE(
        evened(photographed([](double x, double y) { return light(x, y) && x < 0.5; }, none))
            .shadow)
        << "a light shape that was forgotten";
    EXPECT_FALSE(
        evened(photographed([](double x, double y) { return light(x, y) || y > 0.7; }, none))
            .shadow)
        << "a light shape too many";
    EXPECT_FALSE(evened(reference(), StudyKind::full).shadow);
}

TEST(Study, LightIsEvenedOutWhereThereIsNothingToSee) {
    const auto plain = [](float value) {
        return scene({40, 30}, [value](double, double) { return value; });
    };
    StudyOptions options;
    options.even_out_light = true;
    for (const StudyKind kind : {StudyKind::two, StudyKind::three, StudyKind::full})
        for (const float of : {0.0F, 0.5F, 1.0F})
            for (const float value : {0.0F, 1.0F}) {
                const auto figures = measure_study(plain(value), plain(of), kind, options);
                ASSERT_TRUE(figures);
                EXPECT_FALSE(figures->shadow);
            }
}

TEST(Study, AShadowOverFullValuesIsToldOf) {
    const StudyFigures figures =
        evened(scene({400, 300},
                     [](double x, double y) {
                         const double value =
                             (light(x, y) ? 0.75 : 0.25) + 0.08 * std::sin(6 * x) + 0.05 * y;
                         return static_cast<float>(value * std::pow(half_in_shadow(x, y), 1 / 2.2));
                     }),
               StudyKind::full);
    ASSERT_TRUE(figures.shadow);
    EXPECT_NEAR(figures.shadow->stops, 1, 0.25);
}

}  // namespace
}  // namespace underpaint
