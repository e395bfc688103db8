// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/palette_json.h"

namespace underpaint {
namespace {

constexpr std::array<const char*, kTones.size()> kToneIds{"shadow", "half", "light"};

Json to_json(Rgb colour) {
    return {colour.r, colour.g, colour.b};
}
Rgb rgb_from(const Json& json) {
    return {json.at(0).get<float>(), json.at(1).get<float>(), json.at(2).get<float>()};
}

Json to_json(const Tube& tube) {
    return {{"name", tube.name}, {"colour", to_json(tube.colour)}, {"strength", tube.strength}};
}
Tube tube_from(const Json& json) {
    return {json.at("name"), rgb_from(json.at("colour")), json.at("strength").get<double>()};
}

Json to_json(const PlannedPart& part) {
    Json json = Json::object();
    for (std::size_t i = 0; i < kToneIds.size(); ++i) {
        if (!part.tones[i]) continue;
        const ColourId* of_palette = std::get_if<ColourId>(&*part.tones[i]);
        json[kToneIds[i]] = of_palette != nullptr
                                ? Json{{"colour", *of_palette}}
                                : Json{{"own", to_json(std::get<Rgb>(*part.tones[i]))}};
    }
    return json;
}

PlannedPart planned_from(const Json& json) {
    PlannedPart part;
    for (std::size_t i = 0; i < kToneIds.size(); ++i) {
        if (!json.contains(kToneIds[i])) continue;
        const Json& tone = json.at(kToneIds[i]);
        if (tone.contains("own")) {
            part.tones[i] = rgb_from(tone.at("own"));
        } else {
            part.tones[i] = tone.at("colour").get<ColourId>();
        }
    }
    return part;
}

}  // namespace

Json to_json(const Palette& palette) {
    Json json{{"colours", Json::array()}};
    for (const PaletteColour& colour : palette.colours) {
        Json each{{"id", colour.id},
                  {"name", colour.name},
                  {"colour", to_json(colour.colour)},
                  {"from", colour.from}};
        if (colour.wanted) each["wanted"] = *colour.wanted;
        if (colour.accent) each["accent"] = true;
        json["colours"].push_back(std::move(each));
    }
    if (palette.mother)
        json["mother"] = {{"colour", palette.mother->colour},
                          {"share", palette.mother->share},
                          {"as", text_of(palette.mother->as).id}};
    json.update(to_json(palette.tubes));
    return json;
}

Json to_json(const TubeSet& tubes) {
    Json json = Json::object();
    for (const Tube& tube : tubes.tubes) json["tubes"].push_back(to_json(tube));
    if (tubes.white) json["white"] = to_json(*tubes.white);
    return json;
}

Json to_json(const ColourPlan& plan) {
    Json json{{"parts", Json::array()}};
    for (const auto& [part, planned] : plan.parts) {
        Json each = to_json(planned);
        each["part"] = part;
        json["parts"].push_back(std::move(each));
    }
    if (!plan.whole.empty()) json["whole"] = to_json(plan.whole);
    if (plan.laid != kNoGroup) json["laid"] = plan.laid;
    return json;
}

Palette palette_from_json(const Json& json) {
    Palette palette;
    for (const Json& each : json.at("colours")) {
        if (palette.colours.size() >= kMostColours) break;
        PaletteColour colour{each.at("id"),
                             each.at("name"),
                             rgb_from(each.at("colour")),
                             each.value("from", ""),
                             {},
                             each.value("accent", false)};
        if (each.contains("wanted")) colour.wanted = each.at("wanted").get<double>();
        palette.colours.push_back(std::move(colour));
    }
    if (json.contains("mother")) {
        const Json& mother = json.at("mother");
        palette.mother =
            Mother{mother.at("colour"), mother.at("share").get<float>(),
                   mix_from_id(mother.at("as").get<std::string>()).value_or(MixAs::light)};
    }
    palette.tubes = tubes_from_json(json);
    return palette;
}

TubeSet tubes_from_json(const Json& json) {
    TubeSet tubes;
    if (json.contains("tubes"))
        for (const Json& tube : json.at("tubes")) {
            if (tubes.tubes.size() >= kMostTubesOfASet) break;
            tubes.tubes.push_back(tube_from(tube));
        }
    if (json.contains("white")) tubes.white = tube_from(json.at("white"));
    return tubes;
}

ColourPlan plan_from_json(const Json& json) {
    ColourPlan plan;
    for (const Json& each : json.at("parts"))
        plan.parts[each.at("part").get<PartId>()] = planned_from(each);
    if (json.contains("whole")) plan.whole = planned_from(json.at("whole"));
    plan.laid = json.value("laid", kNoGroup);
    return plan;
}

}  // namespace underpaint
