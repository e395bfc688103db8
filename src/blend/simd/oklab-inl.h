// SPDX-License-Identifier: GPL-3.0-or-later
// OKLab on vectors of pixels, compiled once for each instruction set; see colour/oklab.h.

#if defined(UNDERPAINT_SIMD_OKLAB_INL_H) == defined(HWY_TARGET_TOGGLE)
#ifdef UNDERPAINT_SIMD_OKLAB_INL_H
#undef UNDERPAINT_SIMD_OKLAB_INL_H
#else
#define UNDERPAINT_SIMD_OKLAB_INL_H
#endif

#include "blend/simd/pixels-inl.h"
#include "colour/oklab.h"

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {

struct OkLabs {
    V l, a, b;
};

/// oklab() of linear pixels 0..1.
HWY_INLINE OkLabs OkLabOfLinear(const Pixels& c) {
    const Pixels roots{CubeRoot(Dot(c, kConesOfRgb[0])), CubeRoot(Dot(c, kConesOfRgb[1])),
                       CubeRoot(Dot(c, kConesOfRgb[2]))};
    return {Dot(roots, kOkLabOfRoots[0]), Dot(roots, kOkLabOfRoots[1]),
            Dot(roots, kOkLabOfRoots[2])};
}
/// oklab() of encoded pixels.
HWY_INLINE OkLabs OkLabOf(const Pixels& encoded) {
    return OkLabOfLinear(Decode(Unit(encoded)));
}

/// Linear light, as linear_rgb(); outside sRGB too.
HWY_INLINE Pixels LinearOf(const OkLabs& c) {
    const Pixels lab{c.l, c.a, c.b};
    const auto cube = [](V v) HWY_ATTR { return hn::Mul(v, hn::Mul(v, v)); };
    const Pixels cones{cube(Dot(lab, kRootsOfOkLab[0])), cube(Dot(lab, kRootsOfOkLab[1])),
                       cube(Dot(lab, kRootsOfOkLab[2]))};
    return {Dot(cones, kRgbOfCones[0]), Dot(cones, kRgbOfCones[1]), Dot(cones, kRgbOfCones[2])};
}

}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#endif
