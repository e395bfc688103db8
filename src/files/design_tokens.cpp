// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/design_tokens.h"

#include <fmt/format.h>

#include <algorithm>

#include "colour/clipped.h"
#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/value_scale.h"
#include "files/json.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr const char* kOurs = "faithful-underpaint";
constexpr std::size_t kMostTokens = 100'000, kMostAliases = 32;

Json value_of(Rgb c) {
    return {{"colorSpace", "srgb"}, {"components", {c.r, c.g, c.b}}, {"hex", hex(c)}};
}

/// A name of a token may not begin with $ or hold any of {, } and a full stop; and no two are one.
std::string token_name(std::string_view name, const Json& taken) {
    std::string made;
    for (const char c : name)
        made += c == '{' || c == '}' || c == '.' || (made.empty() && c == '$') ? '-' : c;
    if (made.empty()) made = "colour";
    std::string free = made;
    for (int n = 2; taken.contains(free); ++n) free = fmt::format("{}-{}", made, n);
    return free;
}

/// "none" counts as 0 (CSS Color Module Level 4, 4.4).
std::optional<std::array<float, 3>> components_of(const Json& value) {
    if (!value.contains("components") || !value.at("components").is_array() ||
        value.at("components").size() != 3)
        return std::nullopt;
    std::array<float, 3> c{};
    for (std::size_t i = 0; i < 3; ++i) {
        const Json& each = value.at("components").at(i);
        if (each.is_number()) {
            c[i] = each.get<float>();
        } else if (each != "none") {
            return std::nullopt;
        }
    }
    return c;
}

std::optional<Rgb> colour_of(const Json& value) {
    if (value.is_string()) return rgb_from_hex(value.get<std::string>());
    if (!value.is_object()) return std::nullopt;
    const Json space = value.value("colorSpace", Json());
    if (const auto c = components_of(value)) {
        const auto [x, y, z] = *c;
        if (space == "srgb") return Rgb{unit(x), unit(y), unit(z)};
        if (space == "srgb-linear") return encode_clipped({x, y, z});
        if (space == "oklab") return encode_clipped(linear_rgb(OkLab{x, y, z}));
        if (space == "oklch") return encode_clipped(linear_rgb(oklab(OkLch{x, y, z})));
    }
    const Json fallback = value.value("hex", Json());
    return fallback.is_string() ? rgb_from_hex(fallback.get<std::string>()) : std::nullopt;
}

class TokensParser {
public:
    explicit TokensParser(const Json& all) : all_(all) {}

    ReadPalette read() {
        walk(all_, "", {});
        return std::move(read_);
    }

private:
    void walk(const Json& group, const std::string& type, const std::string& key) {
        if (!group.is_object() || ++seen_ > kMostTokens) return;
        const Json own = group.value("$type", Json());
        const std::string here = own.is_string() ? own.get<std::string>() : type;
        if (group.contains("$value")) {
            take(group, here, key);
            return;
        }
        for (const auto& [name, member] : group.items())
            if (!name.starts_with('$')) walk(member, here, name);
    }

    void take(const Json& token, const std::string& type, const std::string& key) {
        const Json* value = &token.at("$value");
        const bool alias = is_alias(*value);
        if (type != "color" && !(type.empty() && alias)) return;
        for (std::size_t i = 0; is_alias(*value); ++i) {
            value = i < kMostAliases ? target(value->get<std::string>()) : nullptr;
            if (value == nullptr)
                return lose(key, "refers to a token that is not there, or to itself");
        }
        const auto colour = colour_of(*value);
        if (!colour) {
            if (!type.empty()) lose(key, "has no colour that can be read");
            return;
        }
        std::string name = key;
        std::optional<double> wanted;
        bool accent = false;
        if (token.contains("$extensions") && token.at("$extensions").is_object()) {
            const Json ours = token.at("$extensions").value(kOurs, Json());
            if (ours.is_object()) {
                if (ours.contains("name") && ours.at("name").is_string()) name = ours.at("name");
                if (ours.contains("wanted") && ours.at("wanted").is_number())
                    wanted = std::clamp(ours.at("wanted").get<double>(), 0.0, 1.0);
                accent = ours.contains("accent") && ours.at("accent") == true;
            }
        }
        add_colour(read_, name, *colour, wanted, accent);
    }

    static bool is_alias(const Json& value) {
        if (!value.is_string()) return false;
        const auto& text = value.get_ref<const std::string&>();
        return text.size() > 2 && text.front() == '{' && text.back() == '}';
    }

    /// The value of the token at "{group.token}"; null where there is none.
    const Json* target(const std::string& alias) const {
        const Json* at = &all_;
        std::string_view path(alias);
        path = path.substr(1, path.size() - 2);
        while (!path.empty()) {
            const auto dot = path.find('.');
            const std::string name(path.substr(0, dot));
            if (!at->is_object() || !at->contains(name)) return nullptr;
            at = &at->at(name);
            path = dot == std::string_view::npos ? std::string_view() : path.substr(dot + 1);
        }
        return at->is_object() && at->contains("$value") ? &at->at("$value") : nullptr;
    }

    void lose(const std::string& key, const char* why) {
        if (read_.lost.size() < 20)
            read_.lost.push_back(fmt::format("The token \"{}\" {}.", shown_name(key), why));
    }

    const Json& all_;
    ReadPalette read_;
    std::size_t seen_ = 0;
};

}  // namespace

std::string write_tokens(std::string_view name, std::span<const Swatch> palette) {
    Json tokens{{"$description", name}, {"palette", {{"$type", "color"}}}};
    int number = 0;
    for (const Swatch& swatch : palette) {
        const Rgb& c = swatch.colour;
        tokens["palette"][fmt::format("colour-{}", ++number)] = {
            {"$value", value_of(c)},
            {"$description", fmt::format("{:.1f}% of the picture, step {:.1f}", 100 * swatch.share,
                                         step_of(read(Reader::lightness, c)))}};
    }
    return text_of(tokens);
}

std::string write_tokens(std::string_view name, const Palette& palette) {
    Json tokens{{"$description", name}, {"palette", {{"$type", "color"}}}};
    Json& group = tokens["palette"];
    for (const PaletteColour& colour : palette.colours) {
        Json ours{{"name", colour.name}};
        if (colour.wanted) ours["wanted"] = *colour.wanted;
        if (colour.accent) ours["accent"] = true;
        group[token_name(colour.name, group)] = {
            {"$value", value_of(colour.colour)},
            {"$description",
             fmt::format("Step {:.1f}", step_of(read(Reader::lightness, colour.colour)))},
            {"$extensions", {{kOurs, ours}}}};
    }
    return text_of(tokens);
}

Result<ReadPalette> parse_tokens(const std::string& file, std::string_view text) {
    const Json all = parse_json(text);
    if (all.is_discarded()) return trouble(file, "it is no JSON, or nests too deep.");
    ReadPalette read = TokensParser(all).read();
    if (read.colours.empty()) return trouble(file, "there is no colour token in it.");
    return read;
}

}  // namespace underpaint
