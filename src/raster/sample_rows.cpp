// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/sample_rows.h"

#include <algorithm>

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "raster/sample_rows.cpp"
#include <hwy/foreach_target.h>
#include <hwy/highway.h>

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {
namespace hn = hwy::HWY_NAMESPACE;

using Floats = hn::ScalableTag<float>;
using Ints = hn::RebindToSigned<Floats>;
using Levels = hn::RebindToUnsigned<Floats>;

template <class Sample>
inline constexpr float kWhite = sizeof(Sample) == 1 ? 255.0F : 65535.0F;

template <class Sample>
void Unpack(const Sample* in, float* out, std::size_t count) {
    const Floats d;
    const Ints di;
    const hn::Rebind<Sample, Floats> ds;
    const std::size_t n = hn::Lanes(d);
    const auto level = hn::Set(d, 1 / kWhite<Sample>);
    std::size_t i = 0;
    for (; i + n <= count; i += n) {
        __builtin_prefetch(in + i + count);
        hn::StoreU(hn::Mul(hn::ConvertTo(d, hn::PromoteTo(di, hn::LoadU(ds, in + i))), level), d,
                   out + i);
    }
    for (; i < count; ++i) out[i] = static_cast<float>(in[i]) * (1 / kWhite<Sample>);
}

/// 0..white, rounded: added to 2^23 the number stands in the lowest bits of the float.
template <class Sample>
HWY_INLINE hn::Vec<Levels> Level(hn::Vec<Floats> v) {
    const Floats d;
    const Levels du;
    v = hn::IfThenElseZero(hn::Gt(v, hn::Zero(d)), hn::Min(v, hn::Set(d, 1)));
    const auto sum = hn::MulAdd(v, hn::Set(d, kWhite<Sample>), hn::Set(d, 0x1p23F));
    return hn::And(hn::BitCast(du, sum), hn::Set(du, static_cast<std::uint32_t>(kWhite<Sample>)));
}
HWY_INLINE auto Narrow(std::uint8_t /*tag*/, hn::Vec<Levels> levels) {
    return hn::U8FromU32(levels);
}
HWY_INLINE auto Narrow(std::uint16_t /*tag*/, hn::Vec<Levels> levels) {
    return hn::DemoteTo(hn::Rebind<std::uint16_t, Floats>(), hn::BitCast(Ints(), levels));
}

template <class Sample>
void Pack(const float* in, Sample* out, std::size_t count) {
    const Floats d;
    const hn::Rebind<Sample, Floats> ds;
    const std::size_t n = hn::Lanes(d);
    std::size_t i = 0;
    for (; i + n <= count; i += n) {
        __builtin_prefetch(out + i + count, 1);
        hn::StoreU(Narrow(Sample(), Level<Sample>(hn::LoadU(d, in + i))), ds, out + i);
    }
    if (i == count) return;
    HWY_ALIGN float rest[HWY_MAX_BYTES / sizeof(float)] = {};
    HWY_ALIGN Sample levels[HWY_MAX_BYTES / sizeof(float)];
    std::copy(in + i, in + count, rest);
    hn::StoreU(Narrow(Sample(), Level<Sample>(hn::LoadU(d, rest))), ds, levels);
    std::copy_n(levels, count - i, out + i);
}

void Unpack8(const std::uint8_t* in, float* out, std::size_t count) {
    Unpack(in, out, count);
}
void Unpack16(const std::uint16_t* in, float* out, std::size_t count) {
    Unpack(in, out, count);
}
void Pack8(const float* in, std::uint8_t* out, std::size_t count) {
    Pack(in, out, count);
}
void Pack16(const float* in, std::uint16_t* out, std::size_t count) {
    Pack(in, out, count);
}

void PackScreen(const float* r, const float* g, const float* b, std::uint8_t* out,
                std::size_t count) {
    const Floats d;
    const Levels du;
    const std::size_t n = hn::Lanes(d);
    const auto opaque = hn::Set(du, 0xFF000000U);
    const auto pixel = [&](const float* red, const float* green, const float* blue) HWY_ATTR {
        using Byte = std::uint8_t;
        const auto colour = hn::Or(hn::ShiftLeft<16>(Level<Byte>(hn::LoadU(d, red))),
                                   hn::ShiftLeft<8>(Level<Byte>(hn::LoadU(d, green))));
        return hn::Or(hn::Or(colour, Level<Byte>(hn::LoadU(d, blue))), opaque);
    };
    // Pixels are 32-bit words with blue in the lowest byte, so blue comes first on little-endian
    // machines.
    auto* words = reinterpret_cast<std::uint32_t*>(out);
    std::size_t i = 0;
    for (; i + n <= count; i += n) hn::StoreU(pixel(r + i, g + i, b + i), du, words + i);
    if (i == count) return;
    HWY_ALIGN float rest[3][HWY_MAX_BYTES / sizeof(float)] = {};
    HWY_ALIGN std::uint32_t last[HWY_MAX_BYTES / sizeof(float)];
    std::copy(r + i, r + count, rest[0]);
    std::copy(g + i, g + count, rest[1]);
    std::copy(b + i, b + count, rest[2]);
    hn::StoreU(pixel(rest[0], rest[1], rest[2]), du, last);
    std::copy_n(last, count - i, words + i);
}

/// Written so that compilers turn it into vectors by themselves.
template <class Sample>
HWY_INLINE void Halve(const Sample* above, const Sample* below, Sample* out, std::size_t pairs) {
    for (std::size_t i = 0; i < pairs; ++i)
        out[i] = static_cast<Sample>(
            (std::uint32_t{above[2 * i]} + above[2 * i + 1] + below[2 * i] + below[2 * i + 1] + 2) /
            4);
}
void Halve8(const std::uint8_t* above, const std::uint8_t* below, std::uint8_t* out,
            std::size_t pairs) {
    Halve(above, below, out, pairs);
}
void Halve16(const std::uint16_t* above, const std::uint16_t* below, std::uint16_t* out,
             std::size_t pairs) {
    Halve(above, below, out, pairs);
}

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(Unpack8);
HWY_EXPORT(Unpack16);
HWY_EXPORT(Pack8);
HWY_EXPORT(Pack16);
HWY_EXPORT(PackScreen);
HWY_EXPORT(Halve8);
HWY_EXPORT(Halve16);

template <class Sample, class Halve>
void halve(std::span<const Sample> above, std::span<const Sample> below, std::span<Sample> out,
           Halve halve_pairs) {
    const std::size_t pairs = above.size() / 2;
    halve_pairs(above.data(), below.data(), out.data(), pairs);
    if (out.size() > pairs)
        out.back() = static_cast<Sample>((std::uint32_t{above.back()} + below.back() + 1) / 2);
}

}  // namespace

void unpack_row(std::span<const std::uint8_t> samples, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(Unpack8)(samples.data(), out.data(), out.size());
}
void unpack_row(std::span<const std::uint16_t> samples, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(Unpack16)(samples.data(), out.data(), out.size());
}
void pack_row(std::span<const float> values, std::span<std::uint8_t> out) {
    HWY_DYNAMIC_DISPATCH(Pack8)(values.data(), out.data(), out.size());
}
void pack_row(std::span<const float> values, std::span<std::uint16_t> out) {
    HWY_DYNAMIC_DISPATCH(Pack16)(values.data(), out.data(), out.size());
}
void pack_screen_row(ConstRgbRow pixels, std::span<std::uint8_t> out) {
    HWY_DYNAMIC_DISPATCH(PackScreen)
    (pixels.r.data(), pixels.g.data(), pixels.b.data(), out.data(), pixels.r.size());
}
void halve_rows(std::span<const std::uint8_t> above, std::span<const std::uint8_t> below,
                std::span<std::uint8_t> out) {
    halve(above, below, out, HWY_DYNAMIC_DISPATCH(Halve8));
}
void halve_rows(std::span<const std::uint16_t> above, std::span<const std::uint16_t> below,
                std::span<std::uint16_t> out) {
    halve(above, below, out, HWY_DYNAMIC_DISPATCH(Halve16));
}

}  // namespace underpaint
#endif
