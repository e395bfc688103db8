// SPDX-License-Identifier: GPL-3.0-or-later
// What brings a change back in any program: each way is done to the pixels here, by formulas
// written out, and measured.
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "files/flat_picture.h"
#include "files/kept_pictures.h"
#include "files/pixel_sum.h"
#include "raster/turn.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"
#include "watch/mending_files.h"
#include "watch/save.h"

namespace underpaint {
namespace {

constexpr Size kSize{240, 180};

/// CIE 1976 lightness as a step, written out.
double step_of_pixel(Rgb c) {
    const auto linear = [](double v) {
        return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
    };
    const double y = 0.2126 * linear(c.r) + 0.7152 * linear(c.g) + 0.0722 * linear(c.b);
    const double l = y > 216.0 / 24389 ? 116 * std::cbrt(y) - 16 : y * 24389 / 27;
    return 1 + l / 12.5;
}

/// A soft landscape in two parts, of some colour; lighter by `lift` steps in the left part.
Rgb scene(double u, double v, double lift) {
    double step = 3.2 + 2.5 * u + 0.8 * std::sin(6 * v + 2 * u);
    if (std::hypot(u - 0.7, v - 0.4) < 0.1) step = 8;
    if (u < 0.5) step += lift;
    const float grey = testing::encoded(step);
    // A blue cast that keeps the lightness near enough.
    return {grey * 0.94F, grey, std::min(1.0F, grey * 1.12F)};
}
Picture scene_of(double lift, Size size = kSize) {
    return testing::coloured(
        size,
        [&](int x, int y) { return scene((x + 0.5) / size.width, (y + 0.5) / size.height, lift); },
        Depth::bits8);
}

Painting seal() {
    Painting painting = sealed_from(scene_of(0), "cart", "2026-12-01");
    painting = testing::with_columns(std::move(painting), "Left", 0, 120);
    return testing::with_columns(std::move(painting), "Right", 120, 240);
}

KeptSave kept_save(const Picture& file, int number, const Painting& painting) {
    KeptSave save;
    save.number = number;
    save.size = file.size();
    save.pixels = pixel_sum(file);
    const auto measured = measure_save({painting, Reader::lightness, {}}, file, true);
    const Save& placed = std::get<Save>(*measured);
    save.where = placed.where;
    save.picture = *keep(placed.picture()->base(), "Save", kKeptSave);
    return save;
}

/// 95 % of what the left part differs by from how it was sealed, once `change` is done to it.
template <class Change>
double left_after(const Picture& file, Change change) {
    std::vector<double> off;
    const RgbBlock pixels = rgb_of(file, rect_of(file.size()));
    for (int y = 5; y < file.size().height - 5; ++y)
        for (int x = 5; x < 110; ++x) {
            const auto at = static_cast<std::size_t>(x);
            const Rgb now{pixels.row(y).r[at], pixels.row(y).g[at], pixels.row(y).b[at]};
            const Rgb was = scene((x + 0.5) / kSize.width, (y + 0.5) / kSize.height, 0);
            off.push_back(std::abs(step_of_pixel(change(now, was)) - step_of_pixel(was)));
        }
    std::ranges::sort(off);
    return off[off.size() * 95 / 100];
}

class BringingBack : public ::testing::TestWithParam<double> {};
INSTANTIATE_TEST_SUITE_P(LighterAndDarker, BringingBack, ::testing::Values(0.5, -0.5, 1.2, -1.2));

TEST_P(BringingBack, EachWayDoesToThePixelsWhatItSays) {
    const Painting painting = seal();
    const Picture file = scene_of(GetParam());
    const KeptSave now = kept_save(file, 1, painting);
    const auto detail = save_detail(painting, nullptr, now, Reader::lightness);
    ASSERT_TRUE(detail);
    EXPECT_EQ(detail->sentence.find(GetParam() > 0 ? "Left became lighter" : "Left became darker"),
              0U)
        << detail->sentence;
    ASSERT_TRUE(detail->back);
    const BringBack& back = *detail->back;
    EXPECT_NEAR(back.differs, std::abs(GetParam()), 0.1);
    ASSERT_EQ(back.ways.size(), 3U);
    for (const Way& way : back.ways) {
        const std::string words = in_words(way, back, painting);
        EXPECT_LT(way.left, 0.6 * back.differs) << words;
        double found = -1;
        if (const auto* curve = std::get_if<CurveWay>(&way.what)) {
            // As programs draw it through few points: here, by straight lines.
            const auto bent = [&](float v) {
                const CurvePoints& points = curve->points;
                std::size_t i = 1;
                while (i + 1 < points.size() && points[i].in < v) ++i;
                const float t = (v - points[i - 1].in) / (points[i].in - points[i - 1].in);
                return points[i - 1].out + t * (points[i].out - points[i - 1].out);
            };
            found = left_after(file, [&](Rgb c, Rgb) {
                return Rgb{bent(c.r), bent(c.g), bent(c.b)};
            });
            EXPECT_NE(words.find("A curve on Left through"), std::string::npos) << words;
        } else if (const auto* laid = std::get_if<LaidWay>(&way.what)) {
            const float g = laid->colour.r;
            EXPECT_EQ(laid->blend, GetParam() > 0 ? BlendMode::multiply : BlendMode::screen);
            found = left_after(file, [&](Rgb c, Rgb) {
                const auto channel = [&](float v) {
                    return GetParam() > 0 ? v * g : v + g - v * g;
                };
                return Rgb{channel(c.r), channel(c.g), channel(c.b)};
            });
        } else {
            const auto k = static_cast<float>(std::get<StrengthWay>(way.what).strength);
            found = left_after(file, [&](Rgb c, Rgb was) {
                return Rgb{was.r + k * (c.r - was.r), was.g + k * (c.g - was.g),
                           was.b + k * (c.b - was.b)};
            });
        }
        EXPECT_NEAR(found, way.left, 0.08) << words;
    }
}

TEST(BringingBack, NothingChangedIsNothingToBringBack) {
    const Painting painting = seal();
    const auto detail =
        save_detail(painting, nullptr, kept_save(scene_of(0), 1, painting), Reader::lightness);
    ASSERT_TRUE(detail);
    EXPECT_TRUE(detail->changes.empty());
    EXPECT_FALSE(detail->back);
    EXPECT_EQ(detail->sentence, "");
    KeptSave lost = kept_save(scene_of(0.5), 2, painting);
    lost.picture.reset();
    EXPECT_FALSE(save_detail(painting, nullptr, lost, Reader::lightness));
}

/// A file as the painter's program has it: turned, scaled, cut. Where a point of the seal lies in
/// it is written out in each case.
struct FrameCase {
    const char* name;
    Picture (*file)(const Picture& picture);
    Point (*place)(double x, double y);  // of the seal's pixel in the file
};
void PrintTo(const FrameCase& each, std::ostream* out) {
    *out << each.name;
}
const FrameCase kFrames[] = {
    {"as it is", [](const Picture& p) { return p; },
     [](double x, double y) {
         return Point{x, y};
     }},
    {"twice as large",
     [](const Picture& p) {
         return scaled(p, {480, 360});
     },
     [](double x, double y) {
         return Point{2 * x, 2 * y};
     }},
    {"mirrored", [](const Picture& p) { return turned(p, Turn::mirror); },
     [](double x, double y) {
         return Point{240 - x, y};
     }},
    {"turned right", [](const Picture& p) { return turned(p, Turn::right); },
     [](double x, double y) {
         return Point{180 - y, x};
     }},
    {"mirrored and turned left",
     [](const Picture& p) { return turned(turned(p, Turn::mirror), Turn::left); },
     [](double x, double y) {
         return Point{y, 240 - (240 - x)};
     }},
    {"cropped",
     [](const Picture& p) {
         return reframed(p, {kSize, -20, -10, {200, 160}});
     },
     [](double x, double y) {
         return Point{x - 20, y - 10};
     }},
};
class FilesOfAnyFrame : public ::testing::TestWithParam<FrameCase> {};
INSTANTIATE_TEST_SUITE_P(Each, FilesOfAnyFrame, ::testing::ValuesIn(kFrames));

TEST_P(FilesOfAnyFrame, GetAMaskOfTheirSizeAndALayerThatMends) {
    const FrameCase& frame = GetParam();
    const testing::TemporaryFolder folder;
    const Painting painting = seal();
    const Picture file = frame.file(scene_of(0.6));
    ASSERT_TRUE(save_png(folder / "cart.png", file));
    const KeptSave now = kept_save(file, 1, painting);
    const auto detail = save_detail(painting, nullptr, now, Reader::lightness);
    ASSERT_TRUE(detail && detail->back);
    const Picture mask = mask_for_file(detail->place, painting.size(), now.where, now.size);
    ASSERT_EQ(mask.size(), file.size());
    const FloatBlock cover = coverage_of(mask, rect_of(mask.size()));
    const auto masked = [&](double x, double y) {
        const Point at = frame.place(x, y);
        return cover.row(static_cast<int>(at.y))[static_cast<std::size_t>(at.x)];
    };
    for (const double y : {40.0, 90.0, 140.0}) {
        EXPECT_GT(masked(60, y), 0.9F) << "what became lighter";
        EXPECT_LT(masked(180, y), 0.1F) << "what stands";
    }

    const auto layer = mending_layer(folder / "cart.png", painting, nullptr, now, detail->place);
    ASSERT_TRUE(layer) << layer.error().message();
    EXPECT_NEAR(layer->before, 0.6, 0.1);
    EXPECT_LT(layer->after, 0.1);
    ASSERT_EQ(layer->picture.size(), file.size());
    // Laid normal over the file by the formula, and measured where it lies.
    const RgbBlock below = rgb_of(file, rect_of(file.size())),
                   over = rgb_of(layer->picture, rect_of(file.size()));
    std::vector<float> alpha(static_cast<std::size_t>(file.size().width));
    for (const double y : {40.0, 90.0, 140.0})
        for (const double x : {40.0, 60.0, 80.0, 180.0}) {
            const Point at = frame.place(x, y);
            const int row = static_cast<int>(at.y);
            const auto i = static_cast<std::size_t>(at.x);
            layer->picture.read_alpha(0, row, alpha);
            const float a = alpha[i];
            const auto mixed = [&](float from, float to) { return from + a * (to - from); };
            const Rgb result{mixed(below.row(row).r[i], over.row(row).r[i]),
                             mixed(below.row(row).g[i], over.row(row).g[i]),
                             mixed(below.row(row).b[i], over.row(row).b[i])};
            EXPECT_NEAR(step_of_pixel(result),
                        step_of_pixel(scene(x / kSize.width, y / kSize.height, 0)), 0.12)
                << x << ", " << y;
        }
}

TEST(MendingLayers, BringBackAnEarlierSaveAndRefuseAFileThatWentOn) {
    const testing::TemporaryFolder folder;
    const Painting painting = seal();
    const KeptSave before = kept_save(scene_of(0.3), 1, painting);
    const Picture file = scene_of(0.9);
    ASSERT_TRUE(save_png(folder / "cart.png", file));
    const KeptSave now = kept_save(file, 2, painting);
    const auto detail = save_detail(painting, &before, now, Reader::lightness);
    ASSERT_TRUE(detail);
    const auto layer = mending_layer(folder / "cart.png", painting, &before, now, detail->place);
    ASSERT_TRUE(layer);
    EXPECT_NEAR(layer->before, 0.6, 0.1);
    EXPECT_LT(layer->after, 0.1);
    ASSERT_TRUE(save_png(folder / "cart.png", scene_of(0.2)));
    const auto late = mending_layer(folder / "cart.png", painting, &before, now, detail->place);
    ASSERT_FALSE(late);
    EXPECT_NE(late.error().message().find("saved again"), std::string::npos);
    EXPECT_FALSE(mending_layer(folder / "gone.png", painting, &before, now, detail->place));
}

}  // namespace
}  // namespace underpaint
