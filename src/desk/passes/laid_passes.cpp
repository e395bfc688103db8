// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/laid_passes.h"

#include <QObject>
#include <algorithm>
#include <cmath>

#include "painting/flats.h"
#include "painting/gradient_tools.h"
#include "painting/parameter.h"

namespace underpaint {
namespace {

constexpr Rgb kOchre{176 / 255.0F, 124 / 255.0F, 84 / 255.0F};
constexpr Rgb kLamp{1, 0.82F, 0.52F};
constexpr Rgb kDusk{0.10F, 0.10F, 0.18F};

/// Night to noon, each stop as light as where it stands.
GradientStops first_stops() {
    return matched_to_values({{0.10F, {0.12F, 0.16F, 0.32F}},
                              {0.42F, {0.42F, 0.33F, 0.50F}},
                              {0.68F, {0.80F, 0.56F, 0.40F}},
                              {0.95F, {0.98F, 0.92F, 0.76F}}});
}

}  // namespace

std::vector<LaidPass> passes_to_lay(const Painting& painting) {
    const Size size = painting.size();
    const double side = std::max(size.width, size.height);
    Point middle{size.width / 2.0, size.height / 2.0};
    if (!painting.plan.foci.empty()) middle = painting.plan.foci.front().centre;
    std::vector<LaidPass> all;
    const auto add = [&](const char* id, const QString& label, const QString& about, Source source,
                         BlendMode blend, float strength = 1) {
        Pass pass;
        pass.name = label.toStdString();
        pass.source = std::move(source);
        pass.blend = blend;
        pass.strength = strength;
        all.push_back({label, about, id, std::move(pass)});
    };
    const auto tr = [](const char* text) { return QObject::tr(text); };
    // On a ground that is not shaded yet there are no values to be found.
    const bool flat = plain_ground(painting) && open_passes(painting) == painting.passes.size();
    add("tint", tr("Plain tint"), tr("One colour, at the values that it finds"), Tint{kOchre},
        flat ? BlendMode::normal : BlendMode::true_colour);
    add("painted", tr("Painted colour"), tr("Colour laid by brush, at the values that it finds"),
        unpainted_colour(size), BlendMode::true_colour);
    add("gradient", tr("Gradient map"), tr("A colour for each value"),
        GradientMap{first_stops(), MapOf::seal, Mixing::oklab}, BlendMode::color);
    add("curve", tr("Curves"), tr("Channels bent, for the hue of shadows and lights"), Curve{},
        BlendMode::normal);
    add("underpaint", tr("Underpaint"), tr("The sealed greys once more, multiplied"), Underpaint{},
        BlendMode::multiply, 0.5F);
    add("grain", tr("Grain"), tr("Neutral noise, to break up what is too smooth"),
        Grain{1, static_cast<float>(std::max(1.0, side / 800)), 0.25F}, BlendMode::soft_light,
        0.5F);
    add("glow", tr("Glow"), tr("Light round a point"),
        Glow{middle, kGlowRadius.clamp(static_cast<float>(std::round(side / 6))), 0.1F, kLamp},
        BlendMode::screen, 0.5F);
    add("vignette", tr("Vignette"), tr("Colour that gathers toward the corners"),
        Vignette{0.5F, 1.05F, kDusk}, BlendMode::multiply, 0.6F);
    add("sharpness", tr("Soften or sharpen"), tr("Edges of the sealed greys, softer or harder"),
        Sharpness{kSharpnessRadius.clamp(static_cast<float>(side / 400)), -1}, BlendMode::normal);
    return all;
}

Pass pass_of_picture(const Painting& painting, SharedPicture picture, const QString& name) {
    const Size size = painting.size(), own = picture->size();
    Placed placed{std::move(picture), {}};
    const double scale = std::clamp<double>(std::min(static_cast<double>(size.width) / own.width,
                                                     static_cast<double>(size.height) / own.height),
                                            kPlacedScale.least, kPlacedScale.most);
    placed.placement.scale = scale;
    placed.placement.x = (size.width - own.width * scale) / 2;
    placed.placement.y = (size.height - own.height * scale) / 2;
    Pass pass;
    pass.name = name.toStdString();
    pass.source = std::move(placed);
    pass.blend = BlendMode::color;
    return pass;
}

}  // namespace underpaint
