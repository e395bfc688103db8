// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/source_json.h"

#include "files/result.h"
#include "painting/parameter.h"

namespace underpaint {
namespace {

using Json = nlohmann::ordered_json;
constexpr std::size_t kMostPoints = 256;

Json json_of(Rgb c) {
    return {c.r, c.g, c.b};
}
Rgb colour_from(const Json& json) {
    return {json.at(0), json.at(1), json.at(2)};
}

Json json_of(const CurvePoints& points) {
    Json list = Json::array();
    for (const CurvePoint& p : points) list.push_back({p.in, p.out});
    return list;
}
Json json_of(const GradientStops& stops) {
    Json list = Json::array();
    for (const GradientStop& s : stops)
        list.push_back({{"at", s.at}, {"colour", json_of(s.colour)}});
    return list;
}

/// Writes one kind of source each.
struct Writer {
    const NamePicture& name;

    Json operator()(const Tint& s) const {
        return {{"kind", "tint"}, {"colour", json_of(s.colour)}};
    }
    Json operator()(const Painted& s) const {
        return {{"kind", "painted"}, {"picture", name(s.pixels)}, {"x", s.x}, {"y", s.y}};
    }
    Json operator()(const GradientMap& s) const {
        return {{"kind", "gradient-map"},
                {"of", s.of == MapOf::seal ? "seal" : "below"},
                {"stops", json_of(s.stops)}};
    }
    Json operator()(const Placed& s) const {
        const Placement& p = s.placement;
        return {{"kind", "picture"},
                {"picture", name(s.pixels)},
                {"mirrored", p.mirrored},
                {"upended", p.upended},
                {"quarter_turns", p.quarter_turns},
                {kPlacedScale.id, p.scale},
                {"x", p.x},
                {"y", p.y}};
    }
    Json operator()(const Curve& s) const {
        return {{"kind", "curve"},
                {"all", json_of(s.all)},
                {"red", json_of(s.red)},
                {"green", json_of(s.green)},
                {"blue", json_of(s.blue)}};
    }
    Json operator()(const Underpaint&) const { return {{"kind", "underpaint"}}; }
    Json operator()(const Grain& s) const {
        return {{"kind", "grain"},
                {"seed", s.seed},
                {kGrainSize.id, s.size},
                {kGrainAmount.id, s.amount}};
    }
    Json operator()(const Glow& s) const {
        return {{"kind", "glow"},           {"x", s.centre.x},      {"y", s.centre.y},
                {kGlowRadius.id, s.radius}, {kGlowCore.id, s.core}, {"colour", json_of(s.colour)}};
    }
    Json operator()(const Sharpness& s) const {
        return {{"kind", "sharpness"},
                {kSharpnessRadius.id, s.radius},
                {kSharpnessAmount.id, s.amount}};
    }
    Json operator()(const Vignette& s) const {
        return {{"kind", "vignette"},
                {kVignetteInner.id, s.inner},
                {kVignetteOuter.id, s.outer},
                {"colour", json_of(s.colour)}};
    }
};

class Reader {
public:
    Reader(const Json& json, const std::string& file) : json_(json), file_(file) {}

    const Json& at(std::string_view id) const { return json_.at(std::string(id)); }
    Rgb colour() const { return colour_from(at("colour")); }

    GradientStops stops() const {
        GradientStops stops;
        for (const Json& s : bounded(at("stops")))
            stops.push_back({s.at("at"), colour_from(s.at("colour"))});
        return stops;
    }
    CurvePoints points(std::string_view id) const {
        CurvePoints points;
        for (const Json& p : bounded(at(id))) points.push_back({p.at(0), p.at(1)});
        return points;
    }
    MapOf map_of() const {
        const std::string of = at("of");
        if (of == "seal") return MapOf::seal;
        if (of == "below") return MapOf::below;
        throw Trouble{file_, "its painting data has the unknown word \"" + of + "\"."};
    }

private:
    const Json& bounded(const Json& list) const {
        if (list.size() > kMostPoints)
            throw Trouble{file_, "a curve or gradient in it has more than " +
                                     std::to_string(kMostPoints) + " points."};
        return list;
    }

    const Json& json_;
    const std::string& file_;
};

}  // namespace

Json source_to_json(const Source& source, const NamePicture& name) {
    return std::visit(Writer{name}, source);
}

Source source_from_json(const Json& json, const std::string& file, const PictureByName& picture) {
    const Reader read(json, file);
    const std::string kind = read.at("kind");
    if (kind == "tint") return Tint{read.colour()};
    if (kind == "painted") return Painted{picture(read.at("picture")), read.at("x"), read.at("y")};
    if (kind == "gradient-map") return GradientMap{read.stops(), read.map_of()};
    if (kind == "picture")
        return Placed{picture(read.at("picture")),
                      {read.at("mirrored"), read.at("upended"), read.at("quarter_turns"),
                       read.at(kPlacedScale.id), read.at("x"), read.at("y")}};
    if (kind == "curve")
        return Curve{read.points("all"), read.points("red"), read.points("green"),
                     read.points("blue")};
    if (kind == "underpaint") return Underpaint{};
    if (kind == "grain")
        return Grain{read.at("seed"), read.at(kGrainSize.id), read.at(kGrainAmount.id)};
    if (kind == "glow")
        return Glow{{read.at("x"), read.at("y")},
                    read.at(kGlowRadius.id),
                    read.at(kGlowCore.id),
                    read.colour()};
    if (kind == "vignette")
        return Vignette{read.at(kVignetteInner.id), read.at(kVignetteOuter.id), read.colour()};
    if (kind == "sharpness")
        return Sharpness{read.at(kSharpnessRadius.id), read.at(kSharpnessAmount.id)};
    throw Trouble{file, "its painting data has the unknown source \"" + kind + "\"."};
}

}  // namespace underpaint
