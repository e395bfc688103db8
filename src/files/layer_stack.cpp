// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layer_stack.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <pugixml.hpp>
#include <sstream>

#include "files/composite_op.h"
#include "files/limits.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

constexpr int kMaxNesting = 32;

std::string in_quotes(std::string_view name) {
    return "\"" + std::string(name) + "\"";
}

template <class Number>
bool parse(std::string_view text, Number& number) {
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    return error == std::errc() && end == text.data() + text.size();
}

/// Where a nested stack puts its layers.
struct Surroundings {
    int x = 0, y = 0;
    bool visible = true;
};

class Reader {
public:
    Reader(std::string file, LayerStack& stack) : file_(std::move(file)), stack_(stack) {}

    /// Unfolds a <stack>, whose first child is the topmost; `layers` is filled topmost first.
    Done unfold(const pugi::xml_node& node, const Surroundings& around, int depth) {
        if (depth > kMaxNesting) return trouble(file_, "its layers are nested too deeply.");
        for (const pugi::xml_node child : node.children()) {
            const std::string_view kind = child.name();
            Done done;
            if (kind == "stack") done = unfold_stack(child, around, depth);
            if (kind == "layer") done = add_layer(child, around);
            if (!done) return done;
        }
        return {};
    }

private:
    Done unfold_stack(const pugi::xml_node& node, const Surroundings& around, int depth) {
        LayerEntry group;
        if (Done read = read_common(node, around, group); !read) return read;
        if (group.opacity != 1 || group.blend != BlendMode::normal)
            return trouble(file_, "the layer group " + in_quotes(group.name) +
                                      " has a blend or an opacity of its own, which passes can't "
                                      "have together. Merge the group where it was made.");
        return unfold(node, {group.x, group.y, group.visible}, depth + 1);
    }

    Done add_layer(const pugi::xml_node& node, const Surroundings& around) {
        if (stack_.layers.size() >= kMaxLayers)
            return trouble(file_, "it has more than " + std::to_string(kMaxLayers) + " layers.");
        LayerEntry layer;
        if (Done read = read_common(node, around, layer); !read) return read;
        layer.src = node.attribute("src").as_string();
        if (!stays_inside(layer.src))
            return trouble(file_, "the layer " + in_quotes(layer.name) +
                                      " points outside the file, to " + in_quotes(layer.src) +
                                      ". It was not opened.");
        stack_.layers.push_back(std::move(layer));
        return {};
    }

    Done read_common(const pugi::xml_node& node, const Surroundings& around, LayerEntry& entry) {
        entry.name = node.attribute("name").as_string();
        if (entry.name.empty()) entry.name = "Layer " + std::to_string(stack_.layers.size() + 1);
        entry.visible =
            around.visible &&
            std::string_view(node.attribute("visibility").as_string("visible")) != "hidden";
        if (!parse(std::string_view(node.attribute("x").as_string("0")), entry.x) ||
            !parse(std::string_view(node.attribute("y").as_string("0")), entry.y) ||
            std::abs(entry.x) > kMaxSide || std::abs(entry.y) > kMaxSide)
            return trouble(file_, "the place of the layer " + in_quotes(entry.name) +
                                      " is not given in whole pixels.");
        entry.x += around.x;
        entry.y += around.y;
        if (!parse(std::string_view(node.attribute("opacity").as_string("1")), entry.opacity) ||
            !(entry.opacity >= 0 && entry.opacity <= 1))
            return trouble(file_, "the opacity of the layer " + in_quotes(entry.name) +
                                      " is not a number from 0 to 1.");
        const std::string_view op = node.attribute("composite-op").as_string("svg:src-over");
        const auto blend = blend_from_composite_op(op);
        if (!blend)
            return trouble(
                file_,
                "the layer " + in_quotes(entry.name) + " asks for " + in_quotes(op) +
                    (is_masking_op(op) ? ", which cuts layers out instead of colouring them. "
                                         "Merge it where it was made."
                                       : ", a blend that is not known here. Change it where "
                                         "the file was made."));
        entry.blend = *blend;
        return {};
    }

    std::string file_;
    LayerStack& stack_;
};

}  // namespace

Result<LayerStack> parse_stack(const std::string& file, std::string_view xml) {
    pugi::xml_document document;
    const auto parsed = document.load_buffer(xml.data(), xml.size());
    if (!parsed)
        return trouble(file, std::string("its stack.xml is broken: ") + parsed.description() +
                                 ", at byte " + std::to_string(parsed.offset) + ".");
    const pugi::xml_node image = document.child("image");
    std::uint64_t width = 0, height = 0;
    if (!image || !parse(std::string_view(image.attribute("w").as_string()), width) ||
        !parse(std::string_view(image.attribute("h").as_string()), height))
        return trouble(file, "its stack.xml does not say how large the picture is.");
    if (Done sized = check_size(file, width, height); !sized) return tl::unexpected(sized.error());

    LayerStack stack{{static_cast<int>(width), static_cast<int>(height)}, {}};
    Reader reader(file, stack);
    const pugi::xml_node root = image.child("stack");
    if (Done done = reader.unfold(root, {}, 0); !done) return tl::unexpected(done.error());
    if (stack.layers.empty()) return trouble(file, "its stack.xml lists no layers.");
    std::reverse(stack.layers.begin(), stack.layers.end());
    return stack;
}

std::string write_stack(const LayerStack& stack) {
    pugi::xml_document document;
    auto declaration = document.append_child(pugi::node_declaration);
    declaration.append_attribute("version") = "1.0";
    declaration.append_attribute("encoding") = "UTF-8";
    auto image = document.append_child("image");
    image.append_attribute("version") = "0.0.6";
    image.append_attribute("w") = stack.size.width;
    image.append_attribute("h") = stack.size.height;
    auto root = image.append_child("stack");
    for (auto layer = stack.layers.rbegin(); layer != stack.layers.rend(); ++layer) {
        auto node = root.append_child("layer");
        node.append_attribute("name") = layer->name.c_str();
        node.append_attribute("src") = layer->src.c_str();
        node.append_attribute("x") = layer->x;
        node.append_attribute("y") = layer->y;
        char opacity[32];
        const auto end = std::to_chars(opacity, opacity + sizeof opacity - 1, layer->opacity).ptr;
        *end = '\0';
        node.append_attribute("opacity") = opacity;
        node.append_attribute("visibility") = layer->visible ? "visible" : "hidden";
        node.append_attribute("composite-op") =
            std::string(composite_op_of(layer->blend).value_or("svg:src-over")).c_str();
    }
    std::ostringstream out;
    document.save(out, " ");
    return out.str();
}

}  // namespace underpaint
