// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

#include "files/disk.h"
#include "painting/sources/gradient_map.h"
#include "terms/result.h"

namespace underpaint {

// Gradients as SVG linearGradient (SVG 1.1, 13.2).

/// The content of a gradient file.
struct GradientFile {
    GradientStops stops;
    Mixing mixing = Mixing::encoded;
};

/// The first linearGradient with stops of its own. Colours: #rgb, #rrggbb, rgb() and the names of
/// CSS Color Module Level 4; a stop without any is black, as there. Offsets out of order are
/// brought into it as SVG asks: none lies before the one ahead of it. Stops that are not opaque,
/// other colour spaces and gradients that refer to others are trouble. Nothing outside the text is
/// looked at, and no entity is expanded.
[[nodiscard]] Result<GradientFile> parse_svg_gradient(const std::string& file,
                                                      std::string_view text);
[[nodiscard]] Result<GradientFile> open_svg_gradient(const std::filesystem::path& path);

/// A picture of the gradient that any viewer shows within half of one of 255 levels: middles and
/// OKLab are spelt out by stops in between, which parse_svg_gradient() knows as such.
std::string svg_of(const GradientFile& gradient, const std::string& name);
[[nodiscard]] Done save_svg_gradient(const std::filesystem::path& path,
                                     const GradientFile& gradient);

}  // namespace underpaint
