// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/nesting.h"

#include <pugixml.hpp>

namespace underpaint {

bool json_nests_too_deep(std::string_view text, int most) {
    int depth = 0;
    bool in_string = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (in_string) {
            if (c == '\\') ++i;  // an escaped character can't end the string
            if (c == '"') in_string = false;
        } else if (c == '"') {
            in_string = true;
        } else if (c == '{' || c == '[') {
            if (++depth > most) return true;
        } else if (c == '}' || c == ']') {
            --depth;
        }
    }
    return false;
}

bool xml_nests_too_deep(pugi::xml_document& document) {
    struct Walker : pugi::xml_tree_walker {
        // The first element has depth 0. Returning false ends the walk.
        bool for_each(pugi::xml_node& node) override {
            return node.type() != pugi::node_element || depth() < kMaxNesting;
        }
    } walker;
    return !document.traverse(walker);
}

}  // namespace underpaint
