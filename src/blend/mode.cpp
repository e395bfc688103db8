// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/mode.h"

namespace underpaint {

std::optional<BlendMode> blend_from_id(std::string_view id) {
    for (const BlendText& text : kBlendTexts)
        if (text.id == id) return text.mode;
    return std::nullopt;
}

}  // namespace underpaint
