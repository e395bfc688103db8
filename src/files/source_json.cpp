// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/source_json.h"

#include "terms/parameter.h"
#include "terms/result.h"

namespace underpaint {
namespace {

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
        list.push_back({{"at", s.at}, {"colour", json_of(s.colour)}, {"middle", s.middle}});
    return list;
}

template <class Member>
std::string name_of(const Member& member) {
    if constexpr (std::is_same_v<Member, Parameter>)
        return std::string(member.id);
    else
        return std::string(member);
}

/// Writes the fields of a source; one of a new type does not compile until it is said here how.
struct FieldWriter {
    const NamePicture& name;
    Json json;

    template <class Member, class Field>
    void operator()(const Member& member, const Field& field) {
        json[name_of(member)] = written(field);
    }
    Json written(Rgb c) const { return json_of(c); }
    Json written(const GradientStops& stops) const { return json_of(stops); }
    Json written(const CurvePoints& points) const { return json_of(points); }
    Json written(const SharedPicture& picture) const { return name(picture); }
    Json written(MapOf of) const { return of == MapOf::seal ? "seal" : "below"; }
    Json written(Mixing mixing) const { return mixing == Mixing::oklab ? "oklab" : "encoded"; }
    Json written(bool v) const { return v; }
    Json written(int v) const { return v; }
    Json written(std::uint32_t v) const { return v; }
    Json written(float v) const { return v; }
    Json written(double v) const { return v; }
};

/// Reads them back.
class SourceReader {
public:
    SourceReader(const Json& json, const std::string& file, const PictureByName& picture)
        : json_(json), file_(file), picture_(picture) {}

    template <class Member, class Field>
    void operator()(const Member& member, Field& field) const {
        if constexpr (std::is_same_v<Field, Mixing>)  // older files do not have it
            if (!json_.contains(name_of(member))) return;
        read(json_.at(name_of(member)), field);
    }

private:
    template <class Number>
    requires std::is_arithmetic_v<Number>
    void read(const Json& json, Number& v) const { v = json; }
    void read(const Json& json, Rgb& c) const { c = colour_from(json); }
    void read(const Json& json, GradientStops& stops) const {
        for (const Json& s : bounded(json))
            stops.push_back({s.at("at"), colour_from(s.at("colour")), s.value("middle", 0.5F)});
    }
    void read(const Json& json, CurvePoints& points) const {
        for (const Json& p : bounded(json)) points.push_back({p.at(0), p.at(1)});
    }
    void read(const Json& json, SharedPicture& picture) const { picture = picture_(json); }
    void read(const Json& json, MapOf& of) const {
        of = one_of(json, "below", "seal") ? MapOf::seal : MapOf::below;
    }
    void read(const Json& json, Mixing& mixing) const {
        mixing = one_of(json, "encoded", "oklab") ? Mixing::oklab : Mixing::encoded;
    }
    /// Whether it is the second of two words.
    bool one_of(const std::string& word, const char* first, const char* second) const {
        if (word != first && word != second)
            throw Trouble{file_, "its painting data has the unknown word \"" + word + "\"."};
        return word == second;
    }
    const Json& bounded(const Json& list) const {
        if (list.size() > kMostPoints)
            throw Trouble{file_, "a curve or gradient in it has more than " +
                                     std::to_string(kMostPoints) + " points."};
        return list;
    }

    const Json& json_;
    const std::string& file_;
    const PictureByName& picture_;
};

/// The source of that kind, among all there are.
template <std::size_t i = 0>
Source source_of_kind(const std::string& kind, const SourceReader& read, const std::string& file) {
    if constexpr (i == std::variant_size_v<Source>) {
        throw Trouble{file, "its painting data has the unknown source \"" + kind + "\"."};
    } else {
        using Kind = std::variant_alternative_t<i, Source>;
        if (kind != Kind::id) return source_of_kind<i + 1>(kind, read, file);
        Kind source;
        Kind::fields(source, read);
        return source;
    }
}

}  // namespace

Json source_to_json(const Source& source, const NamePicture& name) {
    return std::visit(
        [&](const auto& s) {
            FieldWriter write{name, {{"kind", s.id}}};
            s.fields(s, write);
            return std::move(write.json);
        },
        source);
}

Source source_from_json(const Json& json, const std::string& file, const PictureByName& picture) {
    const SourceReader read(json, file, picture);
    return source_of_kind(json.at("kind"), read, file);
}

}  // namespace underpaint
