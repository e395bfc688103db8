// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/readings.h"

#include "blend/read_rows.h"
#include "colour/value_scale.h"

namespace underpaint {

FloatBlock steps_of(const RgbBlock& pixels, Reader reader) {
    FloatBlock result(pixels.area());
    const auto steps = result.samples();
    read_row(reader, pixels.all(), steps);
    for (float& v : steps) v = step_of(v);
    return result;
}

FloatBlock warmth_of(const RgbBlock& pixels) {
    FloatBlock result(pixels.area());
    warmth_row(pixels.all(), result.samples());
    return result;
}

}  // namespace underpaint
