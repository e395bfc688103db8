// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/svg_gradient.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <map>
#include <pugixml.hpp>
#include <sstream>

#include "files/design_tokens.h"
#include "files/limits.h"
#include "files/nesting.h"
#include "files/path_text.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostStops = 256;
constexpr float kOffEnough = 0.4F / 255;  // largest distance of a straight piece from the gradient
constexpr int kMostHalvings = 8;          // of the way between two stops
constexpr const char* kOurs = "data-underpaint-";

bool blank(char c) {
    return c == ' ' || c == '\t' || c == '\n' || c == '\r';
}

std::string_view trimmed(std::string_view text) {
    while (!text.empty() && blank(text.front())) text.remove_prefix(1);
    while (!text.empty() && blank(text.back())) text.remove_suffix(1);
    return text;
}

/// A number and what stands behind it.
std::optional<std::pair<float, std::string_view>> number_at(std::string_view text) {
    text = trimmed(text);
    if (text.starts_with('+')) text.remove_prefix(1);
    float v = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), v);
    if (error != std::errc() || !std::isfinite(v)) return std::nullopt;
    return std::pair(v, text.substr(static_cast<std::size_t>(end - text.data())));
}

/// "0.3", "30%": a share; what lies outside 0..1 becomes the nearest end.
std::optional<float> share_of(std::string_view text) {
    const auto number = number_at(text);
    if (!number) return std::nullopt;
    const std::string_view unit = trimmed(number->second);
    if (!unit.empty() && unit != "%") return std::nullopt;
    return std::clamp(unit.empty() ? number->first : number->first / 100, 0.0F, 1.0F);
}

/// "208, 140, 62", "81% 55% 24%"
std::optional<Rgb> from_figures(std::string_view text) {
    float channels[3];
    for (float& channel : channels) {
        const auto number = number_at(text);
        if (!number) return std::nullopt;
        text = trimmed(number->second);
        const bool share = text.starts_with('%');
        if (share) text = trimmed(text.substr(1));
        if (text.starts_with(',')) text = trimmed(text.substr(1));
        channel = std::clamp(number->first / (share ? 100.0F : 255.0F), 0.0F, 1.0F);
    }
    return text.empty() ? std::optional(Rgb{channels[0], channels[1], channels[2]}) : std::nullopt;
}

/// CSS Color Module Level 4, 6.1: the names that HTML began with, and orange.
std::optional<Rgb> from_name(const std::string& name) {
    static const std::map<std::string, std::string_view> names{
        {"black", "000000"},   {"silver", "c0c0c0"}, {"gray", "808080"}, {"grey", "808080"},
        {"white", "ffffff"},   {"maroon", "800000"}, {"red", "ff0000"},  {"purple", "800080"},
        {"fuchsia", "ff00ff"}, {"green", "008000"},  {"lime", "00ff00"}, {"olive", "808000"},
        {"yellow", "ffff00"},  {"navy", "000080"},   {"blue", "0000ff"}, {"teal", "008080"},
        {"aqua", "00ffff"},    {"orange", "ffa500"}};
    const auto found = names.find(name);
    return found == names.end() ? std::nullopt : rgb_from_hex(found->second);
}

std::optional<Rgb> stop_colour(std::string_view text) {
    text = trimmed(text);
    if (text.starts_with('#')) return rgb_from_hex(text);
    std::string lower(text);
    std::ranges::transform(lower, lower.begin(), [](unsigned char c) { return std::tolower(c); });
    if (lower.starts_with("rgb(") && lower.ends_with(')'))
        return from_figures(std::string_view(lower).substr(4, lower.size() - 5));
    return from_name(lower);
}

/// A property as an attribute or, which counts more, in `style`.
std::string property(const pugi::xml_node& node, const char* name) {
    std::string_view style = node.attribute("style").as_string();
    std::string found = node.attribute(name).as_string();
    while (!style.empty()) {
        const auto end = std::min(style.find(';'), style.size());
        const std::string_view each = style.substr(0, end);
        style.remove_prefix(std::min(end + 1, style.size()));
        if (const auto colon = each.find(':'); colon != std::string_view::npos)
            if (trimmed(each.substr(0, colon)) == name) found = trimmed(each.substr(colon + 1));
    }
    return found;
}

/// The first in the order of the text, at any depth.
pugi::xml_node find_gradient(const pugi::xml_node& root) {
    return root.find_node([](const pugi::xml_node& node) {
        return std::string_view(node.name()) == "linearGradient" && node.child("stop");
    });
}

/// What a stop of ours says more exactly than SVG does.
void read_ours(const pugi::xml_node& node, GradientStop& stop) {
    const auto own = [&](const char* name) {
        return std::string(node.attribute((std::string(kOurs) + name).c_str()).as_string());
    };
    std::istringstream colour(own("colour"));
    if (Rgb exact; colour >> exact.r >> exact.g >> exact.b) stop.colour = exact;
    if (const auto middle = share_of(own("middle"))) stop.middle = *middle;
    if (const auto at = share_of(own("at"))) stop.at = *at;
}

Rgb halfway(Rgb a, Rgb b) {
    return {(a.r + b.r) / 2, (a.g + b.g) / 2, (a.b + b.b) / 2};
}

/// Places between two of a gradient at which straight pieces must meet to follow it.
void add_fillers(const GradientFile& gradient, double from, double to, int halvings,
                 std::vector<double>& places) {
    const auto at = [&](double place) {
        return gradient_at(gradient.stops, place, gradient.mixing);
    };
    const double middle = (from + to) / 2;
    const auto off = [&](double a, double b) {
        const Rgb is = at((a + b) / 2), straight = halfway(at(a), at(b));
        return std::max({std::fabs(is.r - straight.r), std::fabs(is.g - straight.g),
                         std::fabs(is.b - straight.b)});
    };
    const bool near = off(from, to) <= kOffEnough && off(from, middle) <= kOffEnough &&
                      off(middle, to) <= kOffEnough;
    if (near || halvings == 0) return;
    add_fillers(gradient, from, middle, halvings - 1, places);
    places.push_back(middle);
    add_fillers(gradient, middle, to, halvings - 1, places);
}

void add_stop(pugi::xml_node to, double at, Rgb colour, const GradientStop* own) {
    auto node = to.append_child("stop");
    node.append_attribute("offset") = fmt::format("{:.6g}", at).c_str();
    node.append_attribute("stop-color") = hex(colour).c_str();
    const auto add = [&](const char* name, const std::string& value) {
        node.append_attribute((std::string(kOurs) + name).c_str()) = value.c_str();
    };
    if (own == nullptr) return add("between", "1");
    add("at", fmt::format("{}", own->at));
    add("colour", fmt::format("{} {} {}", colour.r, colour.g, colour.b));
    if (own->middle != 0.5F) add("middle", fmt::format("{}", own->middle));
}

}  // namespace

Result<GradientFile> parse_svg_gradient(const std::string& file, std::string_view text) {
    if (text.size() > kMaxTextBytes) return trouble(file, "it is larger than it may be.");
    pugi::xml_document document;
    const auto parsed = document.load_buffer(text.data(), text.size());
    if (!parsed)
        return trouble(file, fmt::format("it is not a whole SVG file: {}, at byte {}.",
                                         parsed.description(), parsed.offset));
    if (xml_nests_too_deep(document)) return trouble(file, kTooDeep);
    const auto nothing =
        trouble(file, "it has no linearGradient with stops, so there is nothing to take.");
    const pugi::xml_node node = find_gradient(document);
    if (!node) return nothing;
    if (property(node, "color-interpolation") == "linearRGB")
        return trouble(file,
                       "it mixes its colours in linear light, which a gradient map does not.");
    GradientFile gradient;
    if (std::string_view(node.attribute((std::string(kOurs) + "mixing").c_str()).as_string()) ==
        "oklab")
        gradient.mixing = Mixing::oklab;
    int number = 0;
    for (const pugi::xml_node& child : node.children("stop")) {
        ++number;
        if (child.attribute((std::string(kOurs) + "between").c_str())) continue;
        if (gradient.stops.size() == kMostStops)
            return trouble(file, fmt::format("it has more than {} stops.", kMostStops));
        const std::string words = property(child, "stop-color");
        const auto colour = words.empty() ? std::optional(grey(0)) : stop_colour(words);
        if (!colour)
            return trouble(file, fmt::format("the colour of its stop {} is not known here: \"{}\". "
                                             "Write it as #rrggbb.",
                                             number, words.substr(0, 40)));
        const std::string opacity = property(child, "stop-opacity");
        if (!opacity.empty() && share_of(opacity) != 1.0F)
            return trouble(file, fmt::format("its stop {} is not opaque; those of a gradient map "
                                             "are.",
                                             number));
        const std::string offset = child.attribute("offset").as_string("0");
        GradientStop stop{share_of(offset).value_or(0), *colour};
        read_ours(child, stop);
        if (!gradient.stops.empty()) stop.at = std::max(stop.at, gradient.stops.back().at);
        gradient.stops.push_back(stop);
    }
    // Every stop was left out, as lying between two others.
    if (gradient.stops.empty()) return nothing;
    gradient.stops = in_range(std::move(gradient.stops));
    return gradient;
}

Result<GradientFile> open_svg_gradient(const std::filesystem::path& path) {
    const auto bytes = read_file(path);
    if (!bytes) return tl::unexpected(bytes.error());
    return parse_svg_gradient(path.string(),
                              {reinterpret_cast<const char*>(bytes->data()), bytes->size()});
}

std::string svg_of(const GradientFile& gradient, const std::string& name) {
    pugi::xml_document document;
    auto svg = document.append_child("svg");
    svg.append_attribute("xmlns") = "http://www.w3.org/2000/svg";
    svg.append_attribute("viewBox") = "0 0 360 40";
    svg.append_child("title").text().set(name.c_str());
    auto node = svg.append_child("defs").append_child("linearGradient");
    node.append_attribute("id") = "gradient";
    if (gradient.mixing == Mixing::oklab)
        node.append_attribute((std::string(kOurs) + "mixing").c_str()) = "oklab";
    const GradientStops& stops = gradient.stops;
    for (std::size_t i = 0; i < stops.size(); ++i) {
        add_stop(node, static_cast<double>(stops[i].at), stops[i].colour, &stops[i]);
        if (i + 1 == stops.size() || stops[i + 1].at <= stops[i].at) continue;
        std::vector<double> places;
        add_fillers(gradient, static_cast<double>(stops[i].at),
                    static_cast<double>(stops[i + 1].at), kMostHalvings, places);
        for (const double place : places)
            add_stop(node, place, gradient_at(stops, place, gradient.mixing), nullptr);
    }
    auto rect = svg.append_child("rect");
    rect.append_attribute("width") = 360;
    rect.append_attribute("height") = 40;
    rect.append_attribute("fill") = "url(#gradient)";
    std::ostringstream out;
    document.save(out, " ");
    return out.str();
}

Done save_svg_gradient(const std::filesystem::path& path, const GradientFile& gradient) {
    const std::string text = svg_of(gradient, name_from_file(path));
    return replace_file(path, std::as_bytes(std::span(text)));
}

}  // namespace underpaint
