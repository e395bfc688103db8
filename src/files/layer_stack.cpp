// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layer_stack.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <pugixml.hpp>
#include <sstream>

#include "files/composite_op.h"
#include "files/limits.h"
#include "files/nesting.h"
#include "files/zip_container.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kMostGroups = 32;

std::string in_quotes(std::string_view name) {
    return "\"" + shown_name(name) + "\"";
}

template <class Number>
bool parse(std::string_view text, Number& number) {
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    return error == std::errc() && end == text.data() + text.size();
}

/// What an element says and holds that is not known here.
SharedForeign foreign_of(const pugi::xml_node& node,
                         std::initializer_list<std::string_view> attributes,
                         std::initializer_list<std::string_view> elements = {}) {
    Foreign foreign;
    for (const pugi::xml_attribute& attribute : node.attributes())
        if (std::ranges::find(attributes, attribute.name()) == attributes.end())
            foreign.attributes.emplace_back(attribute.name(), attribute.value());
    std::ostringstream text;
    for (const pugi::xml_node& child : node.children())
        if (child.type() == pugi::node_element &&
            std::ranges::find(elements, child.name()) == elements.end())
            child.print(text, "", pugi::format_raw);
    foreign.elements = text.str();
    return foreign.empty() ? nullptr : std::make_shared<const Foreign>(std::move(foreign));
}

void write_foreign(const SharedForeign& foreign, pugi::xml_node to) {
    if (!foreign) return;
    for (const auto& [name, value] : foreign->attributes)
        if (!to.attribute(name.c_str())) to.append_attribute(name.c_str()) = value.c_str();
    to.append_buffer(foreign->elements.data(), foreign->elements.size());
}

/// Where a nested stack puts its layers.
struct Surroundings {
    int x = 0, y = 0;
    bool visible = true;
};

bool all_normal(const std::vector<LayerEntry>& layers) {
    return std::ranges::all_of(
        layers, [](const LayerEntry& layer) { return layer.blend == BlendMode::normal; });
}

class StackReader {
public:
    StackReader(std::string file, LayerStack& stack, IsolationDefault by_default)
        : file_(std::move(file)), stack_(stack), default_(by_default) {}

    /// Reads a <stack>, whose first child is the topmost, on to `layers`, lowest first.
    Done read(const pugi::xml_node& node, const Surroundings& around, int depth,
              std::vector<LayerEntry>& layers) {
        if (depth > kMostGroups) return trouble(file_, "its layers are nested too deeply.");
        for (pugi::xml_node child = node.last_child(); child; child = child.previous_sibling()) {
            const std::string_view kind = child.name();
            Done done;
            if (kind == "stack") done = read_group(child, around, depth, layers);
            if (kind == "layer") done = read_layer(child, around, layers);
            if (!done) return done;
        }
        return {};
    }

private:
    Done read_group(const pugi::xml_node& node, const Surroundings& around, int depth,
                    std::vector<LayerEntry>& layers) {
        const auto entry = common(node, around);
        if (!entry) {
            stack_.left_out.push_back(entry.error());
            return {};
        }
        LayerEntry group = *entry;
        // Here the visibility of the group counts; inside it, that of its layers.
        if (Done read = this->read(node, {group.x, group.y, true}, depth + 1, group.group); !read)
            return read;
        const std::string_view isolation = node.attribute("isolation").as_string();
        const bool plain = group.opacity == 1 && group.blend == BlendMode::normal;
        const bool unsaid = isolation != "isolate" && isolation != "auto";
        const bool isolated =
            isolation == "isolate" || (unsaid && default_ == IsolationDefault::isolate);
        const bool matters = !all_normal(group.group);
        if (plain && unsaid && matters) stack_.ambiguous = true;
        if (plain && !(isolated && matters)) {
            unfold_into_folder(std::move(group), layers);
        } else if (group.blend == BlendMode::normal && group.group.size() == 1 && !matters) {
            const float opacity = group.opacity;
            unfold(std::move(group), opacity, layers);
        } else if (!group.group.empty()) {
            layers.push_back(std::move(group));
        }
        return {};
    }

    void unfold_into_folder(LayerEntry group, std::vector<LayerEntry>& layers) {
        const int folder = static_cast<int>(stack_.folders.size());
        stack_.folders.push_back({group.name, group.visible, group.foreign});
        for (LayerEntry& layer : group.group) {
            if (layer.folder >= 0)
                layer.visible =
                    layer.visible && stack_.folders[static_cast<std::size_t>(layer.folder)].visible;
            layer.folder = folder;
            layers.push_back(std::move(layer));
        }
    }

    static void unfold(LayerEntry group, float opacity, std::vector<LayerEntry>& layers) {
        for (LayerEntry& layer : group.group) {
            layer.visible = layer.visible && group.visible;
            layer.opacity *= opacity;
            layers.push_back(std::move(layer));
        }
    }

    Done read_layer(const pugi::xml_node& node, const Surroundings& around,
                    std::vector<LayerEntry>& layers) {
        if (++count_ > kMaxLayers)
            return trouble(file_, "it has more than " + std::to_string(kMaxLayers) + " layers.");
        const auto entry = common(node, around);
        const std::string src = node.attribute("src").as_string();
        stack_.sources.push_back(src);
        if (!entry) {
            stack_.left_out.push_back(entry.error());
            return {};
        }
        LayerEntry layer = *entry;
        layer.src = src;
        if (!stays_inside(layer.src))
            return trouble(file_, "the layer " + in_quotes(layer.name) +
                                      " points outside the file, to " + in_quotes(layer.src) +
                                      ". It was not opened.");
        layers.push_back(std::move(layer));
        return {};
    }

    /// What layers and groups have in common, or a sentence why it can't be shown.
    tl::expected<LayerEntry, std::string> common(const pugi::xml_node& node,
                                                 const Surroundings& around) {
        LayerEntry entry;
        entry.name = node.attribute("name").as_string();
        if (entry.name.empty()) entry.name = "Layer " + std::to_string(count_);
        entry.visible =
            around.visible &&
            std::string_view(node.attribute("visibility").as_string("visible")) != "hidden";
        if (!parse(std::string_view(node.attribute("x").as_string("0")), entry.x) ||
            !parse(std::string_view(node.attribute("y").as_string("0")), entry.y) ||
            std::abs(entry.x) > kMaxSide || std::abs(entry.y) > kMaxSide)
            return left_out(entry, "its place is not given in whole pixels.");
        entry.x += around.x;
        entry.y += around.y;
        if (!parse(std::string_view(node.attribute("opacity").as_string("1")), entry.opacity) ||
            !(entry.opacity >= 0 && entry.opacity <= 1))
            return left_out(entry, "its opacity is not a number from 0 to 1.");
        const std::string_view op = node.attribute("composite-op").as_string("svg:src-over");
        const auto blend = blend_from_composite_op(op);
        if (!blend)
            return left_out(entry,
                            "it asks for " + in_quotes(op) +
                                (is_masking_op(op) ? ", which cuts layers out instead of colouring "
                                                     "them. Merge it where it was made."
                                                   : ", a blend that is not known here. Change it "
                                                     "where the file was made."));
        entry.blend = *blend;
        entry.foreign = foreign_of(
            node, {"name", "src", "x", "y", "opacity", "visibility", "composite-op", "isolation"},
            {"layer", "stack"});
        return entry;
    }

    static tl::unexpected<std::string> left_out(const LayerEntry& entry, const std::string& why) {
        return tl::unexpected("The layer " + in_quotes(entry.name) + " was left out: " + why);
    }

    std::string file_;
    LayerStack& stack_;
    IsolationDefault default_;
    std::size_t count_ = 0;
};

void write_layers(pugi::xml_node to, const std::vector<LayerEntry>& layers) {
    for (auto layer = layers.rbegin(); layer != layers.rend(); ++layer) {
        const bool group = !layer->group.empty();
        auto node = to.append_child(group ? "stack" : "layer");
        node.append_attribute("name") = layer->name.c_str();
        if (!group) node.append_attribute("src") = layer->src.c_str();
        node.append_attribute("x") = layer->x;
        node.append_attribute("y") = layer->y;
        char opacity[32];
        const auto end = std::to_chars(opacity, opacity + sizeof opacity - 1, layer->opacity).ptr;
        *end = '\0';
        node.append_attribute("opacity") = opacity;
        node.append_attribute("visibility") = layer->visible ? "visible" : "hidden";
        node.append_attribute("composite-op") =
            std::string(composite_op_of(layer->blend).value_or("svg:src-over")).c_str();
        if (group) {
            node.append_attribute("isolation") = "auto";
            write_layers(node, layer->group);
        }
        write_foreign(layer->foreign, node);
    }
}

}  // namespace

Result<LayerStack> parse_stack(const std::string& file, std::string_view xml,
                               IsolationDefault by_default) {
    pugi::xml_document document;
    const auto parsed = document.load_buffer(xml.data(), xml.size());
    if (!parsed)
        return trouble(file, std::string("its stack.xml is broken: ") + parsed.description() +
                                 ", at byte " + std::to_string(parsed.offset) + ".");
    if (xml_nests_too_deep(document))
        return trouble(file, std::string("its stack.xml is broken: ") + kTooDeep);
    const pugi::xml_node image = document.child("image");
    std::uint64_t width = 0, height = 0;
    if (!image || !parse(std::string_view(image.attribute("w").as_string()), width) ||
        !parse(std::string_view(image.attribute("h").as_string()), height))
        return trouble(file, "its stack.xml does not say how large the picture is.");
    if (Done sized = check_size(file, width, height); !sized) return tl::unexpected(sized.error());

    LayerStack stack{{static_cast<int>(width), static_cast<int>(height)}, {}, {}};
    const pugi::xml_node root = image.child("stack");
    stack.image = foreign_of(image, {"version", "w", "h"}, {"stack"});
    stack.stack = foreign_of(root, {"name", "isolation", "opacity", "visibility", "composite-op"},
                             {"layer", "stack"});
    if (Done done = StackReader(file, stack, by_default).read(root, {}, 0, stack.layers); !done)
        return tl::unexpected(done.error());
    if (stack.layers.empty())
        return trouble(file, stack.left_out.empty()
                                 ? "its stack.xml lists no layers."
                                 : "none of its layers can be shown. " + stack.left_out.front());
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
    write_layers(root, stack.layers);
    write_foreign(stack.stack, root);
    write_foreign(stack.image, image);
    std::ostringstream out;
    document.save(out, " ");
    return out.str();
}

}  // namespace underpaint
