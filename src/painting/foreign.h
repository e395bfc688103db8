// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <memory>
#include <string>
#include <utility>
#include <vector>

namespace underpaint {

// What others put into a painting's file and this program does not know: kept as it came, looked at
// by nobody here, and written back with what it belongs to.

/// Foreign attributes and entries of one layer or group, or of the image.
struct Foreign {
    std::vector<std::pair<std::string, std::string>> attributes;  ///< of its element in stack.xml
    std::string elements;  ///< those inside that element, as XML text
    std::string members;   ///< of its JSON object of ours, of a later version; empty: none

    bool empty() const { return attributes.empty() && elements.empty() && members.empty(); }
    friend bool operator==(const Foreign&, const Foreign&) = default;
};
using SharedForeign = std::shared_ptr<const Foreign>;  ///< null: nothing

/// A whole entry of the container.
struct ForeignEntry {
    std::string name;
    std::shared_ptr<const std::vector<std::byte>> bytes;
    /// A layer or group spoke of it: it goes when none does any more.
    bool of_layer = false;
};

/// Foreign content of the file as a whole.
struct ForeignFile {
    std::string ground_name;  ///< of the lowest layer; empty: as it is named here
    SharedForeign image, stack, ground;
    std::string brief_members;  ///< as Foreign::members, of the brief and the log
    std::vector<ForeignEntry> entries;
};

}  // namespace underpaint
