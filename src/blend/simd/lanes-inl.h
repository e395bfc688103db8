// SPDX-License-Identifier: GPL-3.0-or-later
// Walks rows by vectors, compiled once for each instruction set.

#if defined(UNDERPAINT_SIMD_LANES_INL_H) == defined(HWY_TARGET_TOGGLE)
#ifdef UNDERPAINT_SIMD_LANES_INL_H
#undef UNDERPAINT_SIMD_LANES_INL_H
#else
#define UNDERPAINT_SIMD_LANES_INL_H
#endif

#include <array>
#include <cstring>

#include "blend/simd/lane_input.h"
#include "blend/simd/pixels-inl.h"

/// Attribute of functions that ForLanes() calls, so that they become part of its loop.
#ifndef UNDERPAINT_LANES
#define UNDERPAINT_LANES HWY_ATTR __attribute__((always_inline))
#endif

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {

/// One vector's width of pixels.
struct WholeLanes {
    std::size_t at;

    HWY_INLINE V load(const LaneInput& in) const {
        return hn::LoadU(Floats(), in.at + at * in.step);
    }
    HWY_INLINE void store(V v, float* row) const { hn::StoreU(v, Floats(), row + at); }
};

/// The last pixels of a row, fewer than that: they go through a copy.
struct LastLanes {
    std::size_t at, count;

    HWY_INLINE V load(const LaneInput& in) const {
        if (in.step == 0) return hn::LoadU(Floats(), in.at);
        HWY_ALIGN float copy[HWY_MAX_BYTES / sizeof(float)] = {};
        std::memcpy(copy, in.at + at, count * sizeof(float));
        return hn::Load(Floats(), copy);
    }
    HWY_INLINE void store(V v, float* row) const {
        HWY_ALIGN float copy[HWY_MAX_BYTES / sizeof(float)];
        hn::Store(v, Floats(), copy);
        std::memcpy(row + at, copy, count * sizeof(float));
    }
};

template <class Work>
HWY_INLINE void ForLanes(std::size_t count, const Work& work) {
    const std::size_t n = hn::Lanes(Floats());
    std::size_t i = 0;
    for (; i + n <= count; i += n) work(WholeLanes{i});
    if (i < count) work(LastLanes{i, count - i});
}

template <class Lanes>
HWY_INLINE V Load(const Lanes& at, const float* row) {
    return at.load({row, 1});
}
template <class Lanes>
HWY_INLINE Pixels Load(const Lanes& at, const std::array<const float*, 3>& rows) {
    return {Load(at, rows[0]), Load(at, rows[1]), Load(at, rows[2])};
}

}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();
#endif
