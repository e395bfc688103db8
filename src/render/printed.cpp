// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/printed.h"

#include "raster/in_parallel.h"

namespace underpaint {
namespace {

template <class Convert>
RgbBlock converted(const RgbBlock& pixels, const Convert& convert) {
    RgbBlock out(pixels.area());
    in_parallel(0, pixels.area().height, [&](int y) {
        const ConstRgbRow from = pixels.row(y);
        const RgbRow to = out.row(y);
        convert(PrintProof::Row{from.r, from.g, from.b}, PrintProof::OutRow{to.r, to.g, to.b});
    });
    return out;
}

}  // namespace

RgbBlock printed(const RgbBlock& pixels, const PrintProof& proof) {
    return converted(pixels, [&](const auto& in, const auto& out) { proof.print(in, out); });
}

RgbBlock reproduced(const RgbBlock& pixels, const PrintProof& proof) {
    return converted(pixels, [&](const auto& in, const auto& out) { proof.reproduce(in, out); });
}

}  // namespace underpaint
