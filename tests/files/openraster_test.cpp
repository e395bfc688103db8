// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <cmath>
#include <pugixml.hpp>

#include "audit/finding.h"
#include "demo/routes.h"
#include "files/audit_json.h"
#include "files/composite_op.h"
#include "files/layers.h"
#include "files/openraster.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "painting/flats.h"
#include "painting/stage.h"
#include "raster/polygon.h"
#include "support/every_source.h"
#include "support/foreign_reader.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::every_source;
using testing::noise;
using testing::pixel;
using testing::sealed;
using testing::TemporaryFolder;
using testing::tint;
using testing::with_columns;

/// One painting with something of everything that is saved.
Painting rich(Depth depth) {
    Painting painting = with_columns(sealed(noise({150, 90}, Channels::grey, depth)),
                                     "Left \"half\" & more", 0, 75);
    painting = with_foci(painting, {{"Lamp", {40.25, 30.5}, 12.125}});
    painting = with_splits(painting, ShapeCount::three, {2.75, 6.125});
    int i = 0;
    for (const BlendText& text : kBlendTexts) {
        Pass pass = tint({0.8F, 0.37F, 0.21F}, text.mode, 0.3F + 0.01F * static_cast<float>(i));
        pass.name = std::string(text.label);
        if (i % 2) pass.reach.parts = {painting.parts[0].id};
        if (i % 3 == 0) pass.reach.band = {3.5F, 7, 0.8F};
        if (i % 5 == 4) pass.hold = 0.45F;
        if (i == 7) pass.on = false;
        if (i == 9) pass.hold_to = HoldTo::sealed;
        pass.intent = static_cast<Intent>(i % 4);
        painting = with_pass(painting, pass);
        ++i;
    }
    Pass painted;
    painted.name = "Painted";
    painted.blend = BlendMode::normal;
    painted.source = Painted{share(noise({60, 50}, Channels::rgb_alpha, Depth::bits8, 4)), -7, 61};
    return with_pass(painting, painted);
}

std::string figures(const Painting& painting) {
    const auto measured = *audit(painting, {});
    return write_audit({{}, painting, measured, find(painting, measured)});
}

class OpenRaster : public ::testing::Test {
protected:
    std::filesystem::path saved(const Painting& painting, const char* name = "a.ora") {
        const auto path = folder_ / name;
        const Done done = save_painting(path, painting);
        EXPECT_TRUE(done) << done.error().message();
        return path;
    }
    Painting reopened(const Painting& painting) {
        auto opened = open_painting(saved(painting), "2026-01-01");
        EXPECT_TRUE(opened) << opened.error().message();
        EXPECT_TRUE(opened->ours);
        EXPECT_TRUE(opened->notices.empty());
        return opened->painting;
    }
    /// A container with this stack.xml and these entries.
    std::filesystem::path foreign(const std::string& stack, std::vector<ZipEntry> more = {}) {
        const auto path = folder_ / "foreign.ora";
        std::vector<ZipEntry> entries{{"mimetype", bytes_of("image/openraster"), false},
                                      {"stack.xml", bytes_of(stack), true}};
        std::ranges::move(more, std::back_inserter(entries));
        EXPECT_TRUE(write_zip(path, path.string(), entries));
        return path;
    }
    std::string trouble_of(const std::filesystem::path& path,
                           std::optional<std::string> under = {}) {
        const auto opened = open_painting(path, "2026-01-01", under);
        if (!opened) return opened.error().message();
        return opened->incomplete ? fmt::format("{}", fmt::join(opened->notices, " "))
                                  : "no trouble";
    }
    TemporaryFolder folder_;
};

ZipEntry png(const char* name, const Picture& picture) {
    return {name, *write_png(name, picture), false};
}

/// What another program would show: the layers composited by the format's own rules, in the
/// plainest way, from nothing but stack.xml and the layer files; see support/foreign_reader.h.
std::vector<Rgb> seen_elsewhere(const std::filesystem::path& path, Size size) {
    const auto zip = *ZipReader::open(path);
    const auto text = *zip.read("stack.xml", 1 << 20);
    const auto canvas = testing::composited_elsewhere(
        text_of(text), size, [&](const char* entry) { return *zip.read(entry, 1 << 28); });
    return canvas;
}

float worst_difference(const Painting& painting, const std::filesystem::path& path) {
    const auto elsewhere = seen_elsewhere(path, painting.size());
    const RgbBlock ours =
        *render_view(painting, painting.passes.size(), whole_at(painting.size(), 1));
    float worst = 0;
    for (int y = 0; y < painting.size().height; ++y)
        for (int x = 0; x < painting.size().width; ++x) {
            const Rgb a = ours.row(y)[static_cast<std::size_t>(x)];
            const Rgb b = elsewhere[static_cast<std::size_t>(y * painting.size().width + x)];
            worst =
                std::max({worst, std::fabs(a.r - b.r), std::fabs(a.g - b.g), std::fabs(a.b - b.b)});
        }
    return worst;
}

TEST_F(OpenRaster, GivesBackAPaintingWithTheSameFigures) {
    for (const Depth depth : {Depth::bits8, Depth::bits16}) {
        const Painting painting = rich(depth);
        const Painting back = reopened(painting);
        EXPECT_EQ(figures(back), figures(painting)) << "to the last digit";
        ASSERT_EQ(back.passes.size(), painting.passes.size());
        for (std::size_t i = 0; i + 1 < painting.passes.size(); ++i)
            EXPECT_EQ(back.passes[i], painting.passes[i]);
        EXPECT_EQ(back.plan, painting.plan);
        EXPECT_EQ(back.parts[0].name, painting.parts[0].name);
        EXPECT_EQ(back.seals[0].date, "2026-11-19");
        EXPECT_EQ(back.name, painting.name);
    }
}

TEST_F(OpenRaster, SavedAgainIsTheSamePainting) {
    const Painting once = reopened(rich(Depth::bits8));
    EXPECT_EQ(figures(reopened(once)), figures(once));
}

TEST_F(OpenRaster, OtherReadersSeeTheSamePicture) {
    for (const Depth depth : {Depth::bits8, Depth::bits16}) {
        const Painting painting = rich(depth);
        EXPECT_LE(worst_difference(painting, saved(painting)), 1.0F / 255);
    }
}

TEST_F(OpenRaster, GroupsAreNestedOneThatMixesIsOneLayerAndAHiddenOneStaysHidden) {
    Painting painting = sealed(testing::ramp({60, 40}, Depth::bits8));
    for (int i = 0; i < 7; ++i)
        painting = with_pass(
            painting, tint({0.1F * static_cast<float>(i), 0.6F, 0.4F}, BlendMode::multiply, 0.5F));
    painting = with_passes_grouped(painting, {0, 1}, "Shown");
    painting = with_passes_grouped(painting, {2, 3}, "Mixed");
    painting = with_passes_grouped(painting, {4, 5}, "Hidden");
    for (Group group : std::vector(painting.groups)) {
        group.on = group.name != "Hidden";
        group.strength = group.name == "Mixed" ? 0.5F : 1;
        painting = with_changed_group(painting, group);
    }
    const auto path = saved(painting);
    EXPECT_LE(worst_difference(painting, path), 1.0F / 255);
    const auto zip = *ZipReader::open(path);
    pugi::xml_document stack;
    const auto text = *zip.read("stack.xml", 1 << 20);
    ASSERT_TRUE(stack.load_buffer(text.data(), text.size()));
    const auto stacks = stack.select_nodes("/image/stack/stack");
    ASSERT_EQ(stacks.size(), 2U);  // the topmost first
    EXPECT_STREQ(stacks[0].node().attribute("name").value(), "Hidden");
    EXPECT_STREQ(stacks[0].node().attribute("visibility").value(), "hidden");
    EXPECT_STREQ(stacks[1].node().attribute("visibility").value(), "visible");
    for (const auto& each : stacks) {
        EXPECT_STREQ(each.node().attribute("isolation").value(), "auto");
        EXPECT_EQ(std::distance(each.node().begin(), each.node().end()), 2);
        EXPECT_STREQ(each.node().first_child().attribute("visibility").value(), "visible")
            << "its layers are as they were";
    }
    EXPECT_EQ(stack.select_nodes("/image/stack/layer").size(), 3U)
        << "the mixed group, the last pass and the underpaint";
    EXPECT_EQ(reopened(painting).groups, painting.groups);
    // What is hidden is not taken for a difference that asks for more bits.
    const auto layers = layers_of(painting);
    for (const Layer& layer : *layers)
        EXPECT_EQ(layer.pixels->base().depth(), Depth::bits8) << layer.entry.name;
}

TEST_F(OpenRaster, EverySourceComesBackAndIsSeenTheSameElsewhere) {
    const Painting painting = every_source({150, 90});
    EXPECT_LE(worst_difference(painting, saved(painting)), 1.0F / 255);
    Painting back = reopened(painting);
    ASSERT_EQ(back.passes.size(), painting.passes.size());
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        Pass& pass = back.passes[i];
        const auto same = [&](SharedPicture& found, const SharedPicture& wanted) {
            EXPECT_TRUE(same_pixels(found->base(), wanted->base())) << pass.name;
            found = wanted;
        };
        const Source& wanted = painting.passes[i].source;
        if (auto* painted = std::get_if<Painted>(&pass.source))
            same(painted->pixels, std::get<Painted>(wanted).pixels);
        if (auto* placed = std::get_if<Placed>(&pass.source))
            same(placed->pixels, std::get<Placed>(wanted).pixels);
        if (pass.reach.painted) same(pass.reach.painted, painting.passes[i].reach.painted);
        ASSERT_EQ(pass.reach.kept.size(), painting.passes[i].reach.kept.size());
        for (std::size_t k = 0; k < pass.reach.kept.size(); ++k)
            same(pass.reach.kept[k].mask, painting.passes[i].reach.kept[k].mask);
        EXPECT_EQ(pass, painting.passes[i]) << pass.name;
    }
    EXPECT_EQ(back.groups, painting.groups);
}

TEST_F(OpenRaster, LayersComeInAsParts) {
    // A ground, a patch beside its own corner, and an empty layer.
    Painting layered = testing::sealed(testing::ramp({120, 80}, Depth::bits8));
    const auto patch = [](float fill) {
        return share(Picture({30, 20}, Channels::rgb_alpha, Depth::bits8, fill));
    };
    for (const auto& [name, fill] : {std::pair("Cart", 1.0F), {"Nothing", 0.0F}}) {
        Pass pass = testing::tint({}, BlendMode::normal);
        pass.name = name;
        pass.source = Painted{patch(fill), 100, 10};
        layered = with_pass(layered, pass);
    }
    const auto file = saved(layered);
    const auto masks = read_layer_masks(file, {120, 80});
    ASSERT_TRUE(masks) << masks.error().message();
    ASSERT_EQ(masks->size(), 1U) << "the ground is no part, nor is what is empty";
    EXPECT_EQ((*masks)[0].name, "Cart");
    EXPECT_NEAR(covered_share((*masks)[0].mask->base()), 20.0 * 20 / (120 * 80), 1e-4)
        << "as far as it lies on the picture";
    const auto wrong = read_layer_masks(file, {60, 40});
    ASSERT_FALSE(wrong);
    EXPECT_NE(wrong.error().message().find("120 x 80"), std::string::npos);
    EXPECT_FALSE(read_layer_masks(saved(testing::sealed(testing::ramp({8, 8}))), {8, 8}));
    EXPECT_FALSE(read_layer_masks(folder_ / "missing.ora", {8, 8}));
}

TEST_F(OpenRaster, WhatIsNotSealedIsSeenWithItsValuePasses) {
    Painting painting;
    painting.name = "Unsealed";
    painting.underpaint = share(testing::ramp({90, 60}, Depth::bits8));
    Pass deepen = testing::tint(grey(0), BlendMode::normal, 0.5F);
    deepen.reach.painted =
        share(testing::grey_picture({90, 60}, [](int x, int) { return x < 45 ? 1 : 0; }));
    painting = with_pass(painting, deepen, Stage::values);
    const Painting back = reopened(painting);
    ASSERT_EQ(back.values.size(), 1U);
    EXPECT_TRUE(back.passes.empty());
    EXPECT_FALSE(back.sealed());
    const auto opened = open_painting(saved(painting), "2026-11-25", "Underpaint");
    ASSERT_TRUE(opened);
    const Picture seen = *render_picture(opened->painting, 1, Depth::bits8);
    const Picture ours = *render_picture(as_seen(painting), 1, Depth::bits8);
    for (const int x : {10, 40, 50, 80})
        EXPECT_NEAR(testing::pixel(seen, x, 30).g, testing::pixel(ours, x, 30).g, 1.0F / 255) << x;
}

TEST_F(OpenRaster, PlansAndSealsComeBack) {
    Painting painting =
        testing::with_columns(testing::sealed(testing::ramp({60, 40})), "Left", 0, 20);
    painting = with_part_hidden(painting, painting.parts[0].id, true);
    painting = with_seal(painting, "2026-11-25", share(testing::ramp({60, 40}, Depth::bits8)));
    painting = with_seal_in_force(painting, 0);
    Plan plan;
    plan.range = {1.5, 8.5};
    plan.key = Key::low;
    plan.lead = 1.25;
    plan.shares[ShapeCount::two] = {0.25, 0.75};
    plan.steps[painting.parts[0].id] = 3.5;
    plan.reserved[painting.parts[0].id] = 7.25;
    painting = with_plan(painting, plan);
    const Painting back = reopened(painting);
    EXPECT_EQ(back.plan, painting.plan);
    EXPECT_TRUE(back.parts[0].hidden);
    ASSERT_EQ(back.seals.size(), 2U);
    EXPECT_EQ(back.seal().number, 1);
}

TEST_F(OpenRaster, OtherReadersSeeTheSameDemo) {
    for (const demo::Demo& demo : demo::kDemos) {
        const Painting painting = demo.make({160, 120});
        EXPECT_LE(worst_difference(painting, saved(painting)), 1.0F / 255) << demo.file;
    }
}

TEST_F(OpenRaster, FlatsComeBackAndTheUnderpaintIsKeptOnce) {
    const Painting painting = demo::flats_and_shade({160, 120});
    const Painting back = reopened(painting);
    EXPECT_EQ(plain_ground(back), 0U);
    EXPECT_EQ(open_passes(back), open_passes(painting));
    EXPECT_EQ(figures(back), figures(painting));
    const auto zip = *ZipReader::open(saved(painting));
    const Bytes bytes = *zip.read("stack.xml", 1 << 20);
    const std::string_view stack = text_of(bytes);
    std::size_t times = 0;
    for (std::size_t at = 0; (at = stack.find("data/underpaint.png", at)) != std::string::npos;
         ++at)
        ++times;
    EXPECT_EQ(times, 4U) << "the ground, the two of the shading, and the greys given back";
    // Where it does not land everywhere it is a picture of its own.
    Painting clipped = painting;
    clipped.passes.back().clipped = true;
    EXPECT_LE(worst_difference(clipped, saved(clipped)), 1.0F / 255);
}

TEST_F(OpenRaster, IsBuiltAsTheFormatWants) {
    const auto zip = *ZipReader::open(saved(rich(Depth::bits8)));
    ASSERT_FALSE(zip.entries().empty());
    EXPECT_EQ(zip.entries()[0], "mimetype");
    EXPECT_EQ(text_of(*zip.read("mimetype", 100)), "image/openraster");
    const auto thumbnail = *read_png("t", *zip.read("Thumbnails/thumbnail.png", 1 << 20));
    EXPECT_LE(std::max(thumbnail.picture.size().width, thumbnail.picture.size().height), 256);
    const auto merged = *read_png("m", *zip.read("mergedimage.png", 1 << 20));
    EXPECT_EQ(merged.picture.size(), (Size{150, 90}));
    // The mimetype stands uncompressed at byte 38, where readers look for it.
    const std::string raw = testing::read_text(folder_ / "a.ora");
    EXPECT_EQ(raw.substr(38, 16), "image/openraster");
}

TEST_F(OpenRaster, PassesAreNativeLayersWhereTheFormatCanSayThem) {
    Painting painting = sealed(testing::ramp({64, 64}));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::multiply, 0.4F));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::true_colour, 0.4F));
    painting = with_pass(painting, tint({1, 0, 0}, BlendMode::multiply, 0.4F, 1));
    const auto layers = *layers_of(painting);
    ASSERT_EQ(layers.size(), 4U);
    EXPECT_EQ(layers[1].entry.blend, BlendMode::multiply);
    EXPECT_FLOAT_EQ(layers[1].entry.opacity, 0.4F);
    for (const std::size_t baked : {2, 3}) {
        EXPECT_EQ(layers[baked].entry.blend, BlendMode::normal);
        EXPECT_EQ(layers[baked].entry.opacity, 1);
    }
}

TEST_F(OpenRaster, CompositeOpsComeBack) {
    int known = 0;
    for (const BlendText& text : kBlendTexts)
        if (const auto op = composite_op_of(text.mode)) {
            EXPECT_EQ(blend_from_composite_op(*op), text.mode);
            ++known;
        }
    EXPECT_EQ(known, 16);
    EXPECT_FALSE(composite_op_of(BlendMode::exclusion));
    EXPECT_FALSE(blend_from_composite_op("svg:dst-in"));
}

TEST_F(OpenRaster, ADiskThatIsFullIsSaid) {
    const Done done = save_painting(folder_ / "none" / "a.ora", sealed(testing::ramp({8, 8})));
    ASSERT_FALSE(done);
    EXPECT_NE(done.error().message().find("could not be saved"), std::string::npos);
}

TEST_F(OpenRaster, SavingCanBeStopped) {
    testing::write_text(folder_ / "a.ora", "old");
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(save_painting(folder_ / "a.ora", rich(Depth::bits8), source.get_token()));
    EXPECT_EQ(testing::read_text(folder_ / "a.ora"), "old");
}

TEST_F(OpenRaster, WhatAnotherProgramChangedIsReadFromItsLayers) {
    const auto path = saved(rich(Depth::bits8));
    const auto zip = *ZipReader::open(path);
    std::vector<ZipEntry> entries;
    for (const std::string& name : zip.entries()) {
        Bytes bytes = *zip.read(name, 1 << 28);
        if (name == "data/pass-1.png")
            bytes = *write_png(name, noise({150, 90}, Channels::rgb_alpha, Depth::bits8, 9));
        entries.push_back({name, bytes, false});
    }
    ASSERT_TRUE(write_zip(folder_ / "changed.ora", "changed.ora", entries));
    const auto opened = open_painting(folder_ / "changed.ora", "2026-01-01");
    ASSERT_TRUE(opened) << opened.error().message();
    EXPECT_FALSE(opened->ours);
    ASSERT_EQ(opened->notices.size(), 2U);
    EXPECT_NE(opened->notices[1].find("Another program has changed it"), std::string::npos);
}

// --- files made elsewhere

const char* const kTwoLayers = R"(<?xml version="1.0"?>
<image w="40" h="30"><stack>
  <layer name="Tint" src="data/b.png" x="5" y="-3" opacity="0.5" composite-op="svg:multiply"/>
  <layer name="Off" src="data/b.png" visibility="hidden"/>
  <stack name="Group" x="2" y="1"><layer name="Inside" src="data/b.png" x="1" y="1"/></stack>
  <layer name="Grey" src="data/a.png"/>
</stack></image>)";

TEST_F(OpenRaster, ForeignLayersBecomePasses) {
    const auto path = foreign(
        kTwoLayers, {png("data/a.png", testing::ramp({40, 30}, Depth::bits8)),
                     png("data/b.png", noise({20, 20}, Channels::rgb_alpha, Depth::bits8))});
    const auto opened = open_painting(path, "2026-02-03");
    ASSERT_TRUE(opened) << opened.error().message();
    const Painting& painting = opened->painting;
    EXPECT_EQ(painting.name, "foreign");
    EXPECT_EQ(painting.seals.at(0).date, "2026-02-03");
    ASSERT_EQ(painting.passes.size(), 3U);
    EXPECT_EQ(painting.passes[1].name, "Off");
    EXPECT_FALSE(painting.passes[1].on) << "hidden there, switched off here";
    EXPECT_EQ(painting.passes[0].name, "Inside");
    EXPECT_EQ(std::get<Painted>(painting.passes[0].source).x, 3);
    EXPECT_EQ(std::get<Painted>(painting.passes[0].source).y, 2);
    EXPECT_EQ(painting.passes[2].blend, BlendMode::multiply);
    EXPECT_FLOAT_EQ(painting.passes[2].strength, 0.5F);
    EXPECT_EQ(opened->notices.size(), 1U);
    EXPECT_LE(worst_difference(painting, saved(painting)), 1.0F / 255);
}

TEST_F(OpenRaster, AnUnderpaintThatIsNotWholeIsLaidOnWhite) {
    const auto path = foreign(
        "<image w='20' h='10'><stack><layer name='A' src='a.png' x='10' "
        "opacity='0.5'/></stack></image>",
        {png("a.png", Picture({10, 10}, Channels::grey, Depth::bits8))});
    const auto opened = open_painting(path, "2026-02-03");
    ASSERT_TRUE(opened) << opened.error().message();
    EXPECT_EQ(pixel(opened->painting.underpaint->base(), 5, 5).r, 1);
    EXPECT_NEAR(pixel(opened->painting.underpaint->base(), 15, 5).r, 0.5, 0.002);
}

TEST_F(OpenRaster, TheUnderpaintCanBeNamed) {
    const auto path = foreign(
        kTwoLayers, {png("data/a.png", testing::ramp({40, 30}, Depth::bits8)),
                     png("data/b.png", noise({20, 20}, Channels::rgb_alpha, Depth::bits8))});
    const auto opened = open_painting(path, "2026-02-03", "Inside");
    ASSERT_TRUE(opened);
    ASSERT_EQ(opened->painting.passes.size(), 2U);
    EXPECT_FALSE(opened->painting.passes[0].on);
    EXPECT_EQ(opened->painting.size(), (Size{40, 30})) << "laid on white to the picture's size";
    EXPECT_EQ(pixel(opened->painting.underpaint->base(), 39, 29).r, 1);
    EXPECT_NE(trouble_of(path, "Sky").find("it has no layer \"Sky\". It has \"Grey\""),
              std::string::npos);
}

TEST_F(OpenRaster, BrokenFilesAreNamedWithTheirTrouble) {
    const auto stack_with = [](const std::string& layer) {
        return "<image w='40' h='30'><stack>" + layer + "</stack></image>";
    };
    const std::pair<std::string, const char*> cases[] = {
        {"<image w='40' h='30'><stack>", "its stack.xml is broken"},
        {"", "its stack.xml is broken"},
        {"<picture/>", "does not say how large the picture is"},
        {"<image w='40' h='-3'><stack/></image>", "does not say how large"},
        {"<image w='0' h='30'><stack/></image>", "there is nothing in it"},
        {"<image w='60000' h='60000'><stack/></image>", "it claims to be 60000 x 60000 pixels"},
        {stack_with(""), "lists no layers"},
        {stack_with("<layer name='A' src='../x'/>"), "the layer \"A\" points outside the file"},
        {stack_with("<layer name='A' src='data/none.png'/>"),
         "\"data/none.png\" that it speaks of is missing"},
        {stack_with("<layer name='A' src='a.png' composite-op='svg:glitter'/>"),
         "asks for \"svg:glitter\", a blend that is not known"},
        {stack_with("<layer name='A' src='a.png' composite-op='svg:dst-in'/>"), "cuts layers out"},
        {stack_with("<layer name='A' src='a.png' opacity='much'/>"),
         "\"A\" was left out: its opacity is not a number"},
        {stack_with("<layer name='A' src='a.png' opacity='nan'/>"),
         "\"A\" was left out: its opacity is not a number"},
        {stack_with("<layer name='A' src='a.png' x='1e99'/>"),
         "\"A\" was left out: its place is not given"},
        {stack_with("<layer name='A' src='bad.png'/>"), "bad.png"},
    };
    for (const auto& [stack, words] : cases) {
        const auto message =
            trouble_of(foreign(stack, {png("a.png", testing::ramp({4, 4}, Depth::bits8)),
                                       {"bad.png", bytes_of("no picture"), false}}));
        EXPECT_NE(message.find(words), std::string::npos) << message;
        EXPECT_NE(message.find("foreign.ora"), std::string::npos) << message;
    }
}

TEST_F(OpenRaster, ALayerOfNoSizeIsNamed) {
    Bytes empty = *write_png("e.png", testing::ramp({4, 4}, Depth::bits8));
    for (int i = 16; i < 24; ++i) empty[static_cast<std::size_t>(i)] = std::byte{0};
    const auto message = trouble_of(
        foreign("<image w='4' h='4'><stack><layer name='A' src='e.png'/></stack></image>",
                {{"e.png", empty, false}}));
    EXPECT_NE(message.find("e.png"), std::string::npos) << message;
    EXPECT_NE(message.find("0 x 0"), std::string::npos) << message;
}

TEST_F(OpenRaster, NestingWithoutEndIsRefused) {
    for (const auto& [groups, says] : {std::pair(40, "nested too deeply"), {200, "64 levels"}}) {
        std::string stack = "<image w='4' h='4'><stack>";
        for (int i = 0; i < groups; ++i) stack += "<stack>";
        for (int i = 0; i < groups; ++i) stack += "</stack>";
        EXPECT_NE(trouble_of(foreign(stack + "</stack></image>")).find(says), std::string::npos);
    }
}

TEST_F(OpenRaster, NoContainerAndNoStackAreNamed) {
    testing::write_text(folder_ / "text.ora", "not a zip");
    EXPECT_NE(
        trouble_of(folder_ / "text.ora").find("text.ora: it can't be opened as an OpenRaster"),
        std::string::npos);
    ASSERT_TRUE(write_zip(folder_ / "bare.ora", "bare.ora",
                          {{"mimetype", bytes_of("image/openraster"), false}}));
    EXPECT_NE(trouble_of(folder_ / "bare.ora").find("it has no stack.xml"), std::string::npos);
    EXPECT_NE(trouble_of(folder_ / "none.ora").find("there is no such file"), std::string::npos);
    testing::write_text(folder_ / "empty.ora", "");
    EXPECT_NE(trouble_of(folder_ / "empty.ora").find("empty.ora"), std::string::npos);
}

TEST_F(OpenRaster, DamagedDataOfOursIsTroubleAndNotACrash) {
    const auto path =
        saved(with_pass(sealed(testing::ramp({16, 16})), tint({1, 0, 0}, BlendMode::multiply)));
    const auto zip = *ZipReader::open(path);
    const std::string json(text_of(*zip.read("faithful-underpaint/painting.json", 1 << 20)));
    const auto with_json = [&](const std::string& text) {
        std::vector<ZipEntry> entries;
        for (const std::string& name : zip.entries())
            entries.push_back({name,
                               name == "faithful-underpaint/painting.json"
                                   ? bytes_of(text)
                                   : *zip.read(name, 1 << 28),
                               false});
        EXPECT_TRUE(write_zip(folder_ / "d.ora", "d.ora", entries));
        return trouble_of(folder_ / "d.ora");
    };
    const auto replaced = [&](std::string_view from, std::string_view to) {
        std::string text = json;
        const auto at = text.find(from);
        EXPECT_NE(at, std::string::npos) << from;
        return with_json(text.replace(at, from.size(), to));
    };
    EXPECT_NE(with_json("{").find("painting data is damaged"), std::string::npos);
    EXPECT_NE(with_json("[]").find("painting data is damaged"), std::string::npos);
    EXPECT_NE(replaced("painting-1", "painting-9").find("newer or other version"),
              std::string::npos);
    EXPECT_NE(replaced("\"multiply\"", "\"glitter\"").find("unknown word \"glitter\""),
              std::string::npos);
    EXPECT_NE(replaced("\"tint\"", "\"cloth\"").find("unknown source \"cloth\""),
              std::string::npos);
    EXPECT_NE(replaced("\"strength\"", "\"force\"").find("painting data is damaged"),
              std::string::npos);
    EXPECT_NE(replaced("\"parts\": []", "\"parts\": [{\"id\":1,\"name\":\"x\",\"mask\":\"../m\"}]")
                  .find("missing"),
              std::string::npos);
    EXPECT_EQ(replaced("\"on\": true", "\"on\": false"), "no trouble");
    EXPECT_EQ(replaced("\"splits\"", "\"spliffs\""), "no trouble") << "as older paintings were";
    EXPECT_NE(replaced("\"seal_in_force\": 0", "\"seal_in_force\": -1").find("is missing"),
              std::string::npos);
    EXPECT_NE(replaced("\"steps\": []", "\"steps\": [], \"key\": \"dusky\"").find("\"dusky\""),
              std::string::npos);
    EXPECT_NE(replaced("\"steps\": []", "\"steps\": [], \"range\": [1]").find("damaged"),
              std::string::npos);
    EXPECT_EQ(replaced("\"steps\": []", "\"steps\": [{\"part\":99,\"step\":-7}], \"lead\": 1e300"),
              "no trouble");
    EXPECT_NE(replaced("\"splits\": {", "\"splits\": {\"2\": [\"x\"], \"y\": {").find("damaged"),
              std::string::npos);

    const auto with_source = [&](const std::string& source) {
        const auto at = json.find("\"source\": {"), end = json.find('}', at);
        return with_json(json.substr(0, at) + "\"source\": " + source + json.substr(end + 1));
    };
    EXPECT_NE(with_source(R"({"kind":"gradient-map","of":"above","stops":[]})").find("\"above\""),
              std::string::npos);
    std::string many = "[0,0]";
    for (int i = 0; i < 300; ++i) many += ",[1,1]";
    EXPECT_NE(with_source(R"({"kind":"curve","red":[],"green":[],"blue":[],"all":[)" + many + "]}")
                  .find("more than 256 points"),
              std::string::npos);
    EXPECT_NE(with_source(R"({"kind":"picture"})").find("damaged"), std::string::npos);
    EXPECT_EQ(with_source(R"({"kind":"grain","seed":-1,"size":1e99,"amount":-7})"), "no trouble")
        << "numbers are brought into range";
    EXPECT_EQ(with_source(R"({"kind":"glow","x":1e300,"y":-1e300,"radius":0,"core":9,
                              "colour":[9,-9,0]})"),
              "no trouble");
}

}  // namespace
}  // namespace underpaint
