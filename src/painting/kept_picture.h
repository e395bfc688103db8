// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <memory>
#include <string>
#include <vector>

#include "raster/geometry.h"

namespace underpaint {

using SharedBytes = std::shared_ptr<const std::vector<std::byte>>;

/// A picture that lies beside the painting, to be looked at and measured: a thumbnail, a reference.
/// It is kept compressed, as it goes into the file: a dozen of them cost little memory, and saving
/// changes nothing of them.
struct KeptPicture {
    std::string name;
    Size size;
    SharedBytes jpeg;  ///< never null

    friend bool operator==(const KeptPicture& a, const KeptPicture& b) {
        return a.name == b.name && a.size == b.size && (a.jpeg == b.jpeg || *a.jpeg == *b.jpeg);
    }
};

}  // namespace underpaint
