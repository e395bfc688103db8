// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/table_rows.h"

#include <algorithm>

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "blend/table_rows.cpp"
#include <hwy/foreach_target.h>

#include "blend/simd/lanes-inl.h"

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {

void TableRow(const float* points, int pieces, const float* in, float* out, std::size_t count) {
    ForLanes(count, [&](const auto& at)
                        UNDERPAINT_LANES { at.store(Tabled(points, pieces, Load(at, in)), out); });
}

/// One place is looked up for all three channels: each pixel is one load of four floats a side.
void ColourTableRow(const float* points, int pieces, const float* in,
                    const std::array<float*, 3>& out, std::size_t count) {
    const Floats d;
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const std::size_t n = hn::Lanes(d);
        const V place = hn::Mul(Unit(Load(at, in)), Splat(static_cast<float>(pieces)));
        const IntV index = hn::ConvertTo(Ints(), place);
        HWY_ALIGN std::int32_t piece[HWY_MAX_BYTES / sizeof(std::int32_t)];
        HWY_ALIGN float share[HWY_MAX_BYTES / sizeof(float)];
        HWY_ALIGN float mixed[4 * HWY_MAX_BYTES / sizeof(float)];
        hn::Store(index, Ints(), piece);
        hn::Store(hn::Sub(place, hn::ConvertTo(d, index)), d, share);
        for (std::size_t i = 0; i < n; ++i) {
            const float* const from = points + 4 * piece[i];
            for (std::size_t c = 0; c < 4; ++c)
                mixed[4 * i + c] = from[c] + share[i] * (from[4 + c] - from[c]);
        }
        V r, g, b, none;
        hn::LoadInterleaved4(d, mixed, r, g, b, none);
        at.store(r, out[0]);
        at.store(g, out[1]);
        at.store(b, out[2]);
    });
}

void Unite(float* coverage, const float* other, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(hn::Max(Unit(Load(at, coverage)), Unit(Load(at, other))), coverage);
    });
}

void Intersect(float* coverage, const float* other, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(hn::Mul(Unit(Load(at, coverage)), Unit(Load(at, other))), coverage);
    });
}

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(TableRow);
HWY_EXPORT(ColourTableRow);
HWY_EXPORT(Unite);
HWY_EXPORT(Intersect);

}  // namespace

void table_row(const Table& table, std::span<const float> in, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(TableRow)
    (table.points().data(), table.pieces(), in.data(), out.data(), out.size());
}

void table_row(const ColourTable& table, std::span<const float> in, RgbRow out) {
    HWY_DYNAMIC_DISPATCH(ColourTableRow)
    (table.points().data()->data(), table.pieces(), in.data(),
     {out.r.data(), out.g.data(), out.b.data()}, in.size());
}

void unite_row(std::span<float> coverage, std::span<const float> other) {
    HWY_DYNAMIC_DISPATCH(Unite)(coverage.data(), other.data(), coverage.size());
}

void intersect_row(std::span<float> coverage, std::span<const float> other) {
    HWY_DYNAMIC_DISPATCH(Intersect)(coverage.data(), other.data(), coverage.size());
}

}  // namespace underpaint
#endif
