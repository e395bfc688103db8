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
HWY_EXPORT(Unite);
HWY_EXPORT(Intersect);

}  // namespace

void table_row(const Table& table, std::span<const float> in, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(TableRow)
    (table.points().data(), table.pieces(), in.data(), out.data(), out.size());
}

void unite_row(std::span<float> coverage, std::span<const float> other) {
    HWY_DYNAMIC_DISPATCH(Unite)(coverage.data(), other.data(), coverage.size());
}

void intersect_row(std::span<float> coverage, std::span<const float> other) {
    HWY_DYNAMIC_DISPATCH(Intersect)(coverage.data(), other.data(), coverage.size());
}

}  // namespace underpaint
#endif
