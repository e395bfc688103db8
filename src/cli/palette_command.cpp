// SPDX-License-Identifier: GPL-3.0-or-later
// The commands palette, forecast and mix.
#include <fmt/format.h>

#include <iostream>

#include "audit/limits.h"
#include "audit/viewing.h"
#include "cli/commands.h"
#include "cli/opening.h"
#include "files/design_tokens.h"
#include "files/json.h"
#include "files/palette_csv.h"
#include "palette/extraction.h"
#include "palette/forecast.h"
#include "palette/hex.h"
#include "palette/mixing.h"
#include "palette/mother.h"
#include "palette/paint_recipe.h"
#include "palette/palette_figures.h"
#include "render/render.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kTakenSide = 256;  // long side of the copy that colours are taken from

/// Colours taken from the finished picture, as a palette.
Palette taken_from(const Painting& painting, int count) {
    Palette palette;
    for (const Swatch& swatch : palette_of(*seen_within(painting, kTakenSide), count)) {
        const auto number = static_cast<ColourId>(palette.colours.size() + 1);
        palette.colours.push_back({number,
                                   fmt::format("Colour {}", number),
                                   swatch.colour,
                                   "from the painting",
                                   {},
                                   false});
    }
    return palette;
}

std::string tube_text(const std::vector<Tube>& tubes, const Parts& parts, std::size_t i) {
    return fmt::format("{} {}", parts[i],
                       i < tubes.size() ? shown_name(tubes[i].name) : std::string("white"));
}

}  // namespace

int run(const PaletteRequest& request) {
    const auto opened = open_input(request.in, {{}, request.strict});
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const Palette palette =
        request.from_picture ? taken_from(painting, *request.from_picture) : painting.palette;
    if (request.tokens) {
        std::cout << write_tokens(painting.name, palette);
        return kHeldStatus;
    }
    if (request.csv) {
        std::cout << write_palette_csv(palette);
        return kHeldStatus;
    }
    const PaletteFigures figures =
        figures_of(palette, *seen_within(painting, kViewingSide), request.reader);
    Json json{{"schema", "faithful-underpaint/palette-1"},
              {"reader", text_of(request.reader).id},
              {"colours", Json::array()}};
    for (std::size_t i = 0; i < palette.colours.size(); ++i) {
        const PaletteColour& colour = palette.colours[i];
        const ColourFigures& is = figures.colours[i];
        const std::string written = hex(effective(palette, colour));
        if (request.json) {
            Json each{{"name", colour.name},
                      {"hex", written},
                      {"chosen", hex(colour.colour)},
                      {"step", is.step},
                      {"intensity", is.intensity},
                      {"warmth", is.warmth},
                      {"share", is.area},
                      {"of_mother", or_null(share_of_mother(palette, colour))},
                      {"wanted", or_null(colour.wanted)},
                      {"accent", colour.accent}};
            json["colours"].push_back(std::move(each));
        } else {
            fmt::print("{}  step {:.1f}  intensity {:3.0f}%  warmth {:>5}  area {:4.1f}%  {}{}\n",
                       written, is.step, 100 * is.intensity, with_sign(is.warmth, 1), 100 * is.area,
                       shown_name(colour.name),
                       palette.mother && palette.mother->colour == colour.id ? "  (mother)" : "");
        }
    }
    if (request.json) {
        if (palette.mother)
            json["mother"] = {{"colour", palette.find(palette.mother->colour)->name},
                              {"share", palette.mother->share},
                              {"as", text_of(palette.mother->as).id}};
        json["none"] = figures.none;
        json["warm"] = figures.warm;
        json["cool"] = figures.cool;
        std::cout << text_of(json);
    } else if (palette.colours.empty()) {
        fmt::print("This painting has no palette. --from-picture N takes one from its picture.\n");
    }
    return kHeldStatus;
}

int run(const ForecastRequest& request) {
    const auto opened = open_input(request.in, {{}, request.strict});
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const Part* part = nullptr;
    if (request.part) {
        const auto found = std::ranges::find(painting.parts, *request.part, &Part::name);
        if (found == painting.parts.end())
            return report({request.in.string(), "it has no part \"" + *request.part + "\"."});
        part = &*found;
    }
    const auto over =
        backdrop_of(painting.ground()->base(), part == nullptr ? nullptr : &part->mask->base());
    const double budget = limits_of(painting).drift;
    const Forecast made = forecast(*over, request.laid, request.reader, budget);
    if (request.json) {
        Json json{{"schema", "faithful-underpaint/forecast-1"},
                  {"reader", text_of(request.reader).id},
                  {"colour", hex(request.laid.colour)},
                  {"blend", text_of(request.laid.blend).id},
                  {"strength", request.laid.strength},
                  {"hold", request.laid.hold},
                  {"part", or_null(request.part)},
                  {"steps", Json::array()}};
        for (int i = 0; i < kForecastSteps; ++i)
            if (const auto drift = made.steps[static_cast<std::size_t>(i)])
                json["steps"].push_back({{"step", i + 1}, {"drift", *drift}});
        json["p95"] = made.p95;
        json["p95_of_picture"] = made.p95_of_picture;
        json["mean"] = made.mean;
        json["budget"] = budget;
        json["verdict"] = id_of(made.verdict);
        json["least_hold"] =
            made.least_hold ? Json(static_cast<double>(*made.least_hold) / 100) : Json();
        std::cout << text_of(json);
    } else {
        for (int i = 0; i < kForecastSteps; ++i)
            if (const auto drift = made.steps[static_cast<std::size_t>(i)])
                fmt::print("step {}  {:>6}\n", i + 1, with_sign(*drift, 2));
        fmt::print("95% of {} within {:.2f} steps (budget {:.2f}): {}\n",
                   part == nullptr ? "the picture" : shown_name(part->name), made.p95, budget,
                   id_of(made.verdict));
        if (made.least_hold) fmt::print("Held by {}% it stays within.\n", *made.least_hold);
    }
    return is_bad(made.verdict) ? kSlippedStatus : kHeldStatus;
}

int run(const MixRequest& request) {
    TubeSet set{request.tubes, {}};
    if (request.white) set.white = generic_white();
    if (!request.parts.empty()) {
        std::vector<MixPart> colours;
        for (std::size_t i = 0; i < set.tubes.size(); ++i) {
            const Tube& tube = set.tubes[i];
            const double tinting = request.as == MixAs::paint ? tube.strength : 1;
            colours.push_back({tube.colour, tinting * request.parts[i]});
        }
        const Rgb colour = mixed(colours, request.as);
        if (request.json) {
            std::cout << text_of(Json{{"schema", "faithful-underpaint/mix-1"},
                                      {"as", text_of(request.as).id},
                                      {"parts", request.parts},
                                      {"colour", hex(colour)}});
        } else {
            fmt::print("{}\n", hex(colour));
        }
        return kHeldStatus;
    }
    const auto recipe = recipe_for(*request.target, set);
    if (!recipe) return report({{}, "there is nothing to mix from. Name --tubes."});
    if (request.json) {
        std::cout << text_of(Json{{"schema", "faithful-underpaint/mix-1"},
                                  {"target", hex(*request.target)},
                                  {"parts", recipe->parts},
                                  {"colour", hex(recipe->colour)},
                                  {"ciede2000", recipe->off}});
    } else {
        std::string said;
        for (std::size_t i = 0; i < recipe->parts.size(); ++i)
            if (recipe->parts[i] > 0)
                said += (said.empty() ? "" : " + ") + tube_text(set.tubes, recipe->parts, i);
        fmt::print("{}  {}  CIEDE2000 {:.1f}{}\n", hex(recipe->colour), said, recipe->off,
                   recipe->off > kNearRecipe ? ": the nearest there is" : "");
    }
    return kHeldStatus;
}

}  // namespace underpaint
