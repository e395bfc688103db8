// SPDX-License-Identifier: GPL-3.0-or-later
// Draws the small pictures of docs/measurements.md: made paintings, each with the figure that the
// audit has for it.
#include <QApplication>
#include <QPainter>
#include <cmath>
#include <cstdio>
#include <filesystem>
#include <functional>

#include "audit/audit.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "desk/kit/look.h"
#include "desk/kit/screen_image.h"
#include "painting/changes.h"
#include "render/grey.h"
#include "render/render.h"

namespace {

using namespace underpaint;

constexpr Size kSize{240, 150};
using Value = std::function<float(double x, double y)>;
using Colour = std::function<Rgb(double x, double y)>;
using Inside = std::function<bool(double x, double y)>;

Rgb lch(float l, float c, float h) {
    return encode(linear_rgb(oklab(OkLch{l, c, h})));
}

Picture grey_picture(const Value& value) {
    Picture picture(kSize, Channels::grey, Depth::bits16);
    std::vector<float> row(static_cast<std::size_t>(kSize.width));
    for (int y = 0; y < kSize.height; ++y) {
        for (int x = 0; x < kSize.width; ++x)
            row[static_cast<std::size_t>(x)] = value(x + 0.5, y + 0.5);
        picture.write_channel(0, 0, y, row);
    }
    return picture;
}

Picture coloured(const Colour& colour) {
    Picture picture(kSize, Channels::rgb, Depth::bits16);
    RgbBlock block(rect_of(kSize));
    for (int y = 0; y < kSize.height; ++y)
        for (int x = 0; x < kSize.width; ++x)
            block.row(y).set(static_cast<std::size_t>(x), colour(x + 0.5, y + 0.5));
    picture.write_rgb(block);
    return picture;
}

SharedPicture mask(const Inside& inside) {
    return share(grey_picture([&](double x, double y) { return inside(x, y) ? 1.0F : 0.0F; }));
}

struct Ball {
    double x, y, radius, light;
    bool has(double px, double py) const { return std::hypot(px - x, py - y) < radius; }
};
constexpr Ball kBalls[] = {{52, 82, 36, 0.55}, {126, 70, 44, 0.8}, {198, 88, 32, 0.45}};

/// Three balls on a table, lit from the upper left.
float balls(double x, double y) {
    double value = y < 96 ? 0.34 + 0.0006 * x : 0.46 - 0.0012 * (y - 96);
    for (const Ball& ball : kBalls) {
        if (std::hypot((x - ball.x - 14) / 1.3, (y - ball.y - ball.radius * 0.8) * 3) < ball.radius)
            value *= 0.62;
        if (!ball.has(x, y)) continue;
        const double u = (x - ball.x) / ball.radius, v = (y - ball.y) / ball.radius;
        const double up = std::sqrt(std::max(0.0, 1 - u * u - v * v));
        const double lit = std::max(0.0, -0.55 * u - 0.6 * v + 0.58 * up);
        value = 0.12 + 0.06 * up + ball.light * lit;
    }
    return static_cast<float>(std::clamp(value, 0.03, 0.97));
}

Painting begun(const Value& value) {
    Painting painting;
    painting.underpaint = share(grey_picture(value));
    return with_seal(std::move(painting), "2026-11-27");
}

Painting three_balls() {
    Painting painting = begun(balls);
    const char* names[] = {"Left", "Middle", "Right"};
    for (std::size_t i = 0; i < std::size(kBalls); ++i)
        painting = with_part(std::move(painting), names[i],
                             mask([&](double x, double y) { return kBalls[i].has(x, y); }));
    return with_splits(std::move(painting), ShapeCount::two, {4.2});
}

Pass pass_of(Source source, BlendMode blend, float strength = 1) {
    Pass pass;
    pass.source = std::move(source);
    pass.blend = blend;
    pass.strength = strength;
    return pass;
}
/// Colours at the values that are there, from dark to light.
Pass map_of(std::vector<Rgb> colours) {
    GradientMap map{{}, MapOf::seal};
    for (std::size_t i = 0; i < colours.size(); ++i)
        map.stops.push_back(
            {0.15F + 0.7F * static_cast<float>(i) / static_cast<float>(colours.size() - 1),
             colours[i]});
    return pass_of(map, BlendMode::true_colour);
}
Pass over(Pass pass, const Inside& inside) {
    pass.reach.painted = mask(inside);
    return pass;
}
Pass on_part(Pass pass, const Painting& painting, std::size_t part) {
    pass.reach.parts = {painting.parts[part].id};
    return pass;
}
Painting laid(Painting painting, std::vector<Pass> passes) {
    for (Pass& pass : passes) painting = with_pass(std::move(painting), std::move(pass));
    return painting;
}

struct Panel {
    const char* caption;
    Painting painting;
    bool grey = false;  ///< in its values
};
struct MeasurePicture {
    const char* name;
    const MeasureRecord* measure;
    std::vector<Panel> panels;
};

const Rgb kWarm = lch(0.75F, 0.1F, 60), kCool = lch(0.45F, 0.09F, 260);

Painting warm_and_cool() {
    return laid(three_balls(), {map_of({kCool, kWarm})});
}

std::vector<MeasurePicture> pictures() {
    std::vector<MeasurePicture> all;
    {
        const Pass red = pass_of(Tint{{0.9F, 0.1F, 0.05F}}, BlendMode::color, 0.9F);
        const Painting painted = laid(three_balls(), {on_part(red, three_balls(), 1)});
        all.push_back({"value",
                       &kValueMeasure,
                       {{"as sealed", laid(three_balls(), {pass_of(Tint{}, BlendMode::normal, 0)})},
                        {"a red in color", painted},
                        {"the same in grey", painted, true}}});
    }
    {
        const Painting painting = three_balls();
        const Pass lift = pass_of(Tint{{0.85F, 0.8F, 0.7F}}, BlendMode::normal, 0.5F);
        all.push_back(
            {"order",
             &kOrderMeasure,
             {{"as sealed", laid(painting, {pass_of(Tint{}, BlendMode::normal, 0)})},
              {"the right one is lightest", laid(painting, {on_part(lift, painting, 2)})}}});
    }
    {
        const auto lamp = [](double x, double y) {
            if (std::hypot(x - 70, y - 70) < 20)
                return static_cast<int>(x / 7) % 2 == static_cast<int>(y / 7) % 2 ? 0.95F : 0.12F;
            if (std::hypot(x - 185, y - 90) < 20)
                return static_cast<int>(x / 7) % 2 == static_cast<int>(y / 7) % 2 ? 0.75F : 0.22F;
            return static_cast<float>(0.3 + 0.001 * y);
        };
        const Painting painting = with_foci(begun(lamp), {{"Lamp", {70, 70}, 22}});
        const Pass fade = over(pass_of(Tint{{0.5F, 0.45F, 0.4F}}, BlendMode::normal, 0.5F),
                               [](double x, double y) { return std::hypot(x - 70, y - 70) < 26; });
        all.push_back(
            {"focus",
             &kFocusMeasure,
             {{"the left one leads", laid(painting, {pass_of(Tint{}, BlendMode::normal, 0)})},
              {"faded, another leads", laid(painting, {fade})}}});
    }
    all.push_back(
        {"swing",
         &kSwingMeasure,
         {{"warm lights, cool shadows", warm_and_cool()},
          {"one tint over all", laid(warm_and_cool(), {pass_of(Tint{{0.8F, 0.55F, 0.35F}},
                                                               BlendMode::true_colour, 0.8F)})}}});
    all.push_back(
        {"shape",
         &kShapeMeasure,
         {{"half the contrast",
           laid(three_balls(), {pass_of(Tint{grey(0.45F)}, BlendMode::normal, 0.5F)})},
          {"blurred", laid(three_balls(), {pass_of(Sharpness{12, -1}, BlendMode::normal)})},
          {"turned over", laid(three_balls(), {pass_of(Tint{grey(1)}, BlendMode::difference)})}}});
    {
        const Pass quiet = map_of({lch(0.4F, 0.03F, 250), lch(0.75F, 0.03F, 70)});
        const Pass strong = pass_of(Tint{lch(0.65F, 0.17F, 45)}, BlendMode::true_colour);
        const Painting painting =
            with_foci(three_balls(), {{"Right", {kBalls[2].x, kBalls[2].y}, 34}});
        all.push_back(
            {"accents",
             &kAccentMeasure,
             {{"in a small place", laid(painting, {quiet, over(strong,
                                                               [](double x, double y) {
                                                                   return std::hypot(x - 188,
                                                                                     y - 78) < 13;
                                                               })})},
              {"all over",
               laid(painting, {quiet, over(strong, [](double, double y) { return y < 96; })})}}});
    }
    {
        const Painting painting = three_balls();
        const Pass black =
            on_part(map_of({lch(0.3F, 0.02F, 50), lch(0.8F, 0.12F, 50)}), painting, 1);
        const Pass rich =
            on_part(map_of({lch(0.3F, 0.1F, 330), lch(0.8F, 0.12F, 50)}), painting, 1);
        all.push_back({"grey-shadows",
                       &kGreyShadowsMeasure,
                       {{"darkened with black", laid(painting, {black})},
                        {"with a hue of their own", laid(painting, {rich})}}});
    }
    {
        const Painting painting = three_balls();
        all.push_back(
            {"shared-light",
             &kSharedLightMeasure,
             {{"one light", warm_and_cool()},
              {"the middle one in another",
               laid(painting, {map_of({kCool, kWarm}),
                               on_part(map_of({lch(0.45F, 0.1F, 50), lch(0.75F, 0.09F, 250)}),
                                       painting, 1)})}}});
    }
    {
        const auto brushed = [](double x, double y) {
            return static_cast<float>(0.5 + 0.12 * std::sin((y + 9 * std::sin(x / 50)) * 0.7));
        };
        const auto colour = [](bool along) {
            return pass_of(
                Painted{share(coloured([=](double x, double y) {
                            const double at =
                                along ? y + 9 * std::sin(x / 50) : x + 9 * std::sin(y / 50);
                            return lch(0.6F, 0.1F, std::sin(at * 0.7) > 0 ? 50.0F : 260.0F);
                        })),
                        0, 0},
                BlendMode::true_colour);
        };
        all.push_back({"strokes",
                       &kStrokesMeasure,
                       {{"along the strokes", laid(begun(brushed), {colour(true)})},
                        {"across them", laid(begun(brushed), {colour(false)})}}});
    }
    {
        const Pass whole = over(pass_of(Tint{lch(0.6F, 0.11F, 45)}, BlendMode::true_colour),
                                [](double x, double y) { return kBalls[1].has(x, y); });
        const auto seam = [](double x, double y) {
            return std::fabs(x - y - 56) < 1.2 && std::fabs(y - 70) < 2.5;
        };
        const Pass gappy = over(whole, [=](double x, double y) {
            return kBalls[1].has(x, y) && !seam(x, y) && !seam(x - 14, y - 9) &&
                   !seam(x + 18, y - 6) && !seam(x + 9, y + 14);
        });
        all.push_back({"gaps",
                       &kGapsMeasure,
                       {{"covered", laid(three_balls(), {whole})},
                        {"with slivers left", laid(three_balls(), {gappy})}}});
    }
    {
        const Painting painting = with_foci(three_balls(), {{"Middle", {126, 70}, 50}});
        all.push_back(
            {"edges",
             &kEdgesMeasure,
             {{"as sealed", laid(painting, {pass_of(Tint{}, BlendMode::normal, 0)})},
              {"softened", laid(painting, {over(pass_of(Sharpness{5, -1}, BlendMode::normal),
                                                [](double x, double y) {
                                                    return std::hypot(x - 126, y - 70) < 50;
                                                })})}}});
    }
    {
        const Pass crush = pass_of(Tint{grey(0.55F)}, BlendMode::color_burn);
        all.push_back({"extremes",
                       &kExtremesMeasure,
                       {{"as sealed", laid(three_balls(), {pass_of(Tint{}, BlendMode::normal, 0)})},
                        {"burnt to black", laid(three_balls(), {crush})}}});
    }
    return all;
}

/// The panels side by side, under each what it is and its figure.
QImage drawn(const MeasurePicture& picture) {
    constexpr int gap = 12, room = 24;
    const int count = static_cast<int>(picture.panels.size());
    QImage image((kSize.width + gap) * count + gap, kSize.height + gap + room,
                 QImage::Format_RGB32);
    image.fill(QColor(0x2b, 0x2b, 0x2b));
    QPainter painter(&image);
    QFont font = painter.font();
    font.setPixelSize(12);
    int left = gap;
    for (const Panel& panel : picture.panels) {
        RgbBlock pixels =
            *render_view(panel.painting, panel.painting.passes.size(), whole_at(kSize, 1));
        if (panel.grey) turn_grey(pixels, Reader::lightness);
        painter.drawImage(left, gap, image_of(pixels));
        const PassAudit figures = audit(panel.painting, {})->passes.back();
        const auto words = picture.measure->words(figures);
        const QRect line(left, gap + kSize.height, kSize.width, room);
        painter.setPen(QColor(0xa8, 0xa8, 0xa8));
        painter.setFont(font);
        painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter, QString::fromUtf8(panel.caption));
        QFont mono = font;
        mono.setFamily(QStringLiteral("B612 Mono"));
        painter.setPen(QColor(0xf4, 0xf4, 0xf4));
        painter.setFont(mono);
        painter.drawText(line, Qt::AlignRight | Qt::AlignVCenter,
                         QString::fromStdString(words ? words->now : "none"));
        left += kSize.width + gap;
    }
    return image;
}

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    if (argc < 2) {
        std::fputs("Usage: underpaint_measure_pictures FOLDER\n", stderr);
        return 2;
    }
    dress(application);
    const std::filesystem::path folder = argv[1];
    for (const MeasurePicture& picture : pictures()) {
        const auto file = folder / (std::string(picture.name) + ".png");
        if (!drawn(picture).save(QString::fromStdString(file.string()))) {
            std::fprintf(stderr, "%s can't be written.\n", file.c_str());
            return 1;
        }
    }
    return 0;
}
