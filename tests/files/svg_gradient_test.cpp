// SPDX-License-Identifier: GPL-3.0-or-later
// Gradients as SVG: what comes back, what any viewer sees, what strangers write.
#include "files/svg_gradient.h"

#include <gtest/gtest.h>

#include <fstream>
#include <pugixml.hpp>
#include <sstream>

#include "support/temporary_folder.h"

namespace underpaint {
namespace {

Result<GradientFile> parse(const std::string& stops, const std::string& attributes = {}) {
    return parse_svg_gradient("g.svg",
                              "<svg xmlns='http://www.w3.org/2000/svg'><defs>"
                              "<linearGradient id='a' " +
                                  attributes + ">" + stops + "</linearGradient></defs></svg>");
}

std::string trouble_with(const std::string& stops, const std::string& attributes = {}) {
    const auto result = parse(stops, attributes);
    return result ? "none" : result.error().message();
}

const GradientFile kDusk{{{0.1F, {0.123456F, 0.2F, 0.4F}, 0.3F},
                          {0.45F, {0.8F, 0.3F, 0.35F}},
                          {0.9F, {1, 0.95F, 0.7F}, 0.8F}},
                         Mixing::oklab};

TEST(SvgGradient, ComesBackToTheBit) {
    for (const Mixing mixing : {Mixing::encoded, Mixing::oklab}) {
        const GradientFile gradient{kDusk.stops, mixing};
        const auto again = parse_svg_gradient("g.svg", svg_of(gradient, "Dusk"));
        ASSERT_TRUE(again) << again.error().message();
        EXPECT_EQ(again->stops, gradient.stops);
        EXPECT_EQ(again->mixing, mixing);
    }
}

/// Another reader of SVG, which knows nothing of our attributes: straight pieces of sRGB.
Rgb as_viewers_show(const std::string& svg, double at) {
    pugi::xml_document document;
    document.load_string(svg.c_str());
    std::vector<std::pair<double, Rgb>> stops;
    for (const auto& node : document.select_nodes("//stop")) {
        const std::string hex = node.node().attribute("stop-color").value();
        const long v = std::stol(hex.substr(1), nullptr, 16);
        stops.push_back({node.node().attribute("offset").as_double(),
                         {static_cast<float>(v >> 16) / 255, static_cast<float>(v >> 8 & 255) / 255,
                          static_cast<float>(v & 255) / 255}});
    }
    if (at <= stops.front().first) return stops.front().second;
    for (std::size_t i = 1; i < stops.size(); ++i) {
        const auto& [left, a] = stops[i - 1];
        const auto& [right, b] = stops[i];
        if (at > right || right <= left) continue;
        const auto t = static_cast<float>((at - left) / (right - left));
        return {a.r + t * (b.r - a.r), a.g + t * (b.g - a.g), a.b + t * (b.b - a.b)};
    }
    return stops.back().second;
}

TEST(SvgGradient, AnyViewerShowsItWithinALevel) {
    const std::string svg = svg_of(kDusk, "Dusk");
    for (int i = 0; i <= 200; ++i) {
        const Rgb theirs = as_viewers_show(svg, i / 200.0);
        const Rgb ours = gradient_at(kDusk.stops, i / 200.0, kDusk.mixing);
        EXPECT_NEAR(theirs.r, ours.r, 1.01 / 255) << i;
        EXPECT_NEAR(theirs.g, ours.g, 1.01 / 255) << i;
        EXPECT_NEAR(theirs.b, ours.b, 1.01 / 255) << i;
    }
}

TEST(SvgGradient, ReadsWhatOthersWrite) {
    const auto gradient = parse(
        "<stop offset='10%' stop-color='#f00'/>"
        "<stop offset='.5' style='stop-opacity:1; stop-color: rgb(0, 128, 255)'/>"
        "<stop offset='0.75' stop-color='rgb(20%,40%,60%)'/>"
        "<stop offset='1' stop-color='Orange'/><stop offset='1'/>");
    ASSERT_TRUE(gradient) << gradient.error().message();
    ASSERT_EQ(gradient->stops.size(), 5U);
    EXPECT_FLOAT_EQ(gradient->stops[0].at, 0.1F);
    EXPECT_EQ(gradient->stops[0].colour, (Rgb{1, 0, 0}));
    EXPECT_EQ(gradient->stops[1].colour, (Rgb{0, 128 / 255.0F, 1}));
    EXPECT_FLOAT_EQ(gradient->stops[2].colour.b, 0.6F);
    EXPECT_EQ(gradient->stops[3].colour, (Rgb{1, 165 / 255.0F, 0}));
    EXPECT_EQ(gradient->stops[4].colour, grey(0)) << "as SVG has it";
    EXPECT_EQ(gradient->mixing, Mixing::encoded);
}

TEST(SvgGradient, StopsOutOfOrderAreBroughtIntoIt) {
    const auto gradient = parse(
        "<stop offset='0.6' stop-color='#000'/>"
        "<stop offset='0.2' stop-color='#888'/>"
        "<stop offset='7' stop-color='#fff'/>");
    ASSERT_TRUE(gradient);
    EXPECT_FLOAT_EQ(gradient->stops[1].at, 0.6F);
    EXPECT_EQ(gradient->stops[2].at, 1);
}

TEST(SvgGradient, TakesTheFirstThatHasStopsOfItsOwn) {
    const auto gradient = parse_svg_gradient(
        "g.svg",
        "<svg xmlns='http://www.w3.org/2000/svg'><linearGradient id='geometry' href='#b' x1='3'/>"
        "<g><linearGradient id='b'><stop offset='1' stop-color='#123456'/></linearGradient></g>"
        "</svg>");
    ASSERT_TRUE(gradient);
    ASSERT_EQ(gradient->stops.size(), 1U);
    EXPECT_EQ(gradient->stops[0].colour.r, 0x12 / 255.0F);
}

TEST(SvgGradient, SaysWhatItCanNotTake) {
    EXPECT_NE(trouble_with("").find("no linearGradient with stops"), std::string::npos);
    EXPECT_NE(trouble_with("<stop stop-color='url(#p)'/>").find("stop 1 is not known here"),
              std::string::npos);
    EXPECT_NE(trouble_with("<stop stop-color='#12345'/>").find("#12345"), std::string::npos);
    EXPECT_NE(trouble_with("<stop/><stop stop-opacity='0.5'/>").find("stop 2 is not opaque"),
              std::string::npos);
    EXPECT_NE(trouble_with("<stop/>", "color-interpolation='linearRGB'").find("linear light"),
              std::string::npos);
    std::string many;
    for (int i = 0; i < 300; ++i) many += "<stop/>";
    EXPECT_NE(trouble_with(many).find("more than 256"), std::string::npos);
    EXPECT_FALSE(parse_svg_gradient("g.svg", "<svg><linearGradient><stop"));
    EXPECT_FALSE(parse_svg_gradient("g.svg", ""));
    EXPECT_TRUE(parse_svg_gradient("g.svg", "").error().message().starts_with("g.svg: "));
}

TEST(SvgGradient, ScriptsAndEntitiesDoNothing) {
    const auto gradient = parse_svg_gradient(
        "g.svg",
        "<!DOCTYPE svg [<!ENTITY c '#ffffff'><!ENTITY e SYSTEM 'file:///etc/hostname'>]>"
        "<svg><script>alert(1)</script>"
        "<linearGradient><stop offset='0.5' stop-color='#204060'/></linearGradient></svg>");
    ASSERT_TRUE(gradient) << gradient.error().message();
    EXPECT_EQ(gradient->stops.size(), 1U);
    EXPECT_FALSE(parse_svg_gradient("g.svg",
                                    "<!DOCTYPE svg [<!ENTITY c '#ffffff'>]><svg><linearGradient>"
                                    "<stop stop-color='&c;'/></linearGradient></svg>"))
        << "no entity is expanded";
}

TEST(SvgGradient, IsSavedAndOpened) {
    const testing::TemporaryFolder folder;
    ASSERT_TRUE(save_svg_gradient(folder / "dusk.svg", kDusk));
    const auto again = open_svg_gradient(folder / "dusk.svg");
    ASSERT_TRUE(again);
    EXPECT_EQ(again->stops, kDusk.stops);
    EXPECT_FALSE(open_svg_gradient(folder / "none.svg"));
    EXPECT_FALSE(save_svg_gradient(folder / "no" / "dusk.svg", kDusk));
}

}  // namespace
}  // namespace underpaint
