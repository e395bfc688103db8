// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cairo.h>

#include <memory>
#include <optional>

#include "painting/painting.h"

/// The work of a painting done by libcairo, which has one core and 8 bits: what this program's
/// figures are measured against.
namespace underpaint::bench {

/// Nothing for true colour, which cairo has not.
std::optional<cairo_operator_t> cairo_operator_of(BlendMode mode);

using Surface = std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)>;
Surface surface_of(const Picture& picture);
Surface mask_of(const Picture& picture);

/// One pass as cairo lays it: source, operator, strength, and the mask of its part clipped to the
/// part's bounds.
class CairoPass {
public:
    CairoPass(const Painting& painting, const Pass& pass);
    void lay(cairo_t* cairo) const;

private:
    cairo_operator_t operator_;
    double strength_;
    Rgb colour_;
    Surface pixels_, mask_;
    Rect bounds_;
};

}  // namespace underpaint::bench
