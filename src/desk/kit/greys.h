// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>

namespace underpaint {

/// Every grey of the interface, in one place. All are neutral: nothing on screen may bend the eye
/// but the painting and its swatches.
struct Greys {
    QColor bar, ladder, ground, sheet, chosen, rule, text, secondary, strong, action, action_text;
};
inline const Greys kDarkGreys{0x232323, 0x262626, 0x2b2b2b, 0x303030, 0x3d3d3d, 0x3c3c3c,
                              0xdcdcdc, 0xa8a8a8, 0xf4f4f4, 0xe4e4e4, 0x111111};
inline const Greys kLightGreys{0xdcdcdc, 0xd9d9d9, 0xd4d4d4, 0xcfcfcf, 0xbcbcbc, 0xbdbdbd,
                               0x1e1e1e, 0x4a4a4a, 0x050505, 0x1c1c1c, 0xf2f2f2};

/// The set in use.
const Greys& greys();
void use_greys(const Greys& set);

}  // namespace underpaint
