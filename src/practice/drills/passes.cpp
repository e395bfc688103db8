// SPDX-License-Identifier: GPL-3.0-or-later
// Small paintings with real passes, really measured: which pass moved the values, and what a pass
// did to them.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "audit/audit.h"
#include "painting/changes.h"
#include "practice/drills/drills.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr Size kSmall{208, 144};
constexpr int kPasses = 5, kParts = 4;
constexpr double kMostHeldDrift = 0.05;  // drift of the passes that leave values alone, steps

/// Hills of greys under a sky, and the stretch that each of its parts is.
Painting sealed_hills(DrillDice& dice) {
    struct Ridge {
        double base, high, length, phase, step;
    };
    std::vector<Ridge> ridges;
    for (int i = 0; i < kParts - 1; ++i)
        ridges.push_back({kSmall.height * (0.35 + 0.22 * i), dice.between(6, 18),
                          dice.between(20, 60), dice.between(0, 6), dice.between(2.5, 7)});
    const double sky = dice.between(6, 8);
    const auto part_at = [&](double x, double y) {
        int part = 0;
        for (int i = 0; i < kParts - 1; ++i) {
            const Ridge& ridge = ridges[static_cast<std::size_t>(i)];
            if (y > ridge.base + ridge.high * std::sin(x / ridge.length + ridge.phase))
                part = i + 1;
        }
        return part;
    };
    const RgbBlock greys = drawn(kSmall, [&](double x, double y) {
        const int part = part_at(x, y);
        const double step =
            part == 0 ? sky - 2 * y / kSmall.height
                      : ridges[static_cast<std::size_t>(part - 1)].step + std::sin(x / 9 + y / 5);
        return neutral_of(std::clamp(step, 1.3, 8.7));
    });
    Picture underpaint(kSmall, Channels::grey, Depth::bits8);
    for (int y = 0; y < kSmall.height; ++y) underpaint.write_channel(0, 0, y, greys.row(y).r);
    Painting painting;
    painting.name = "Hills";
    painting.underpaint = share(std::move(underpaint));
    painting = with_seal(std::move(painting), "2000-01-01");
    for (int part = 0; part < kParts; ++part) {
        Picture mask(kSmall, Channels::grey, Depth::bits8);
        std::vector<float> row(static_cast<std::size_t>(kSmall.width));
        for (int y = 0; y < kSmall.height; ++y) {
            for (int x = 0; x < kSmall.width; ++x)
                row[static_cast<std::size_t>(x)] = part_at(x + 0.5, y + 0.5) == part ? 1.0F : 0.0F;
            mask.write_channel(0, 0, y, row);
        }
        painting = with_part(std::move(painting), fmt::format("Part {}", part + 1),
                             share(std::move(mask)));
    }
    return painting;
}

/// Colour that keeps values, over one part or all of it.
Pass quiet_pass(const Painting& painting, DrillDice& dice) {
    Pass pass;
    pass.name = "Colour";
    pass.source = Tint{colour_of(dice.between(3, 7), dice.between(0, 360), dice.between(0.3, 0.8))};
    pass.blend = BlendMode::true_colour;
    pass.strength = static_cast<float>(dice.between(0.5, 1));
    if (dice.one_of(3) > 0)
        pass.reach.parts = {painting.parts[static_cast<std::size_t>(dice.one_of(kParts))].id};
    return pass;
}

/// One that moves them.
Pass loud_pass(DrillDice& dice) {
    constexpr std::array modes{BlendMode::normal, BlendMode::overlay, BlendMode::multiply,
                               BlendMode::screen, BlendMode::soft_light};
    Pass pass;
    pass.name = "Wash";
    pass.source = Tint{colour_of(dice.between(3, 7), dice.between(0, 360), dice.between(0.4, 0.9))};
    pass.blend = modes[static_cast<std::size_t>(dice.one_of(static_cast<int>(modes.size())))];
    return pass;
}

double own_drift(const Painting& painting, std::size_t pass) {
    AuditOptions options;
    options.viewing = false;
    const auto figures = audit(painting, options);
    return figures->passes[pass].value.own.p95;
}

RgbBlock after(const Painting& painting, std::size_t passes) {
    RgbBlock seen = *render_view(painting, passes, whole_at(kSmall, 1));
    const RgbRow all = seen.all();
    for (std::size_t i = 0; i < all.r.size(); ++i) all.set(i, on_levels(all[i]));
    return seen;
}

/// The strength at which a pass moves values by as much as wanted, or the most it can.
float strength_for(Painting painting, std::size_t at, double wanted) {
    double low = 0, high = 1;
    for (int i = 0; i < 7; ++i) {
        const double middle = (low + high) / 2;
        painting.passes[at].strength = static_cast<float>(middle);
        (own_drift(painting, at) < wanted ? low : high) = middle;
    }
    return static_cast<float>(high);
}

}  // namespace

void ask_which_pass(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    Painting painting = sealed_hills(dice);
    const auto loud = static_cast<std::size_t>(dice.one_of(kPasses));
    for (std::size_t i = 0; i < kPasses; ++i)
        painting = with_pass(std::move(painting),
                             i == loud ? loud_pass(dice) : quiet_pass(painting, dice));
    painting.passes[loud].strength = strength_for(painting, loud, request.level);
    // True colour keeps values up to rounding; a painting in which it does not would be an unfair
    // question.
    for (std::size_t i = 0; i < kPasses; ++i)
        if (i != loud && own_drift(painting, i) > kMostHeldDrift)
            painting.passes[i].blend = BlendMode::true_colour, painting.passes[i].hold = 1;
    question.level = own_drift(painting, loud);
    question.truth = static_cast<double>(loud);
    for (std::size_t i = 0; i <= kPasses; ++i) question.stages.push_back(after(painting, i));
    question.picture = question.stages.back();
    for (int i = 1; i <= kPasses; ++i) question.choices.push_back(std::to_string(i));
    question.fact =
        fmt::format("Pass {} moved them by {:.2f} step, the others by less than {:.2f}.", loud + 1,
                    question.level, kMostHeldDrift);
}

void ask_intent(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    constexpr std::array<const char*, 3> names{"keep", "deepen", "lift"};
    Painting painting = sealed_hills(dice);
    painting = with_pass(std::move(painting), quiet_pass(painting, dice));
    const int what = dice.one_of(static_cast<int>(names.size()));
    Pass pass = quiet_pass(painting, dice);
    pass.reach.parts.clear();
    if (what != 0) {
        pass.source =
            Tint{colour_of(what == 1 ? 3.5 : 6.5, dice.between(0, 360), dice.between(0.3, 0.7))};
        pass.blend = what == 1 ? BlendMode::multiply : BlendMode::screen;
    }
    painting = with_pass(std::move(painting), pass);
    if (what != 0) painting.passes.back().strength = strength_for(painting, 1, request.level);
    question.level = what == 0 ? request.level : own_drift(painting, 1);
    question.stages = {after(painting, 1), after(painting, 2)};
    question.picture = question.stages.back();
    question.choices.assign(names.begin(), names.end());
    question.truth = what;
    question.fact = what == 0 ? std::string("It changed hues and left each value where it was.")
                              : fmt::format("It {} values by up to {:.2f} step.",
                                            what == 1 ? "deepened" : "lifted", question.level);
}

}  // namespace underpaint
