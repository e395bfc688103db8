// SPDX-License-Identifier: GPL-3.0-or-later
// Bands packed side by side against zlib, which knows nothing of bands.
#include "files/deflate.h"

#include <gtest/gtest.h>
#include <zlib.h>

#include <random>

#include "files/png_filters.h"

namespace underpaint {
namespace {

using Text = std::vector<std::uint8_t>;

/// As zlib reads a whole stream; empty where that is damaged or followed by something.
std::optional<Text> inflated(const Bytes& stream, std::size_t length) {
    Text result(length + 1);
    uLongf size = result.size();
    uLong taken = stream.size();
    if (uncompress2(result.data(), &size, reinterpret_cast<const Bytef*>(stream.data()), &taken) !=
            Z_OK ||
        taken != stream.size())
        return std::nullopt;
    result.resize(size);
    return result;
}

/// Bands of all kinds of content: noise, one value, words, nothing.
Text band_of(std::size_t index, std::size_t length) {
    std::mt19937 random(static_cast<unsigned>(index));
    Text band(length);
    for (std::size_t i = 0; i < length; ++i) switch (index % 4) {
            case 0: band[i] = static_cast<std::uint8_t>(random()); break;
            case 1: band[i] = 7; break;
            case 2: band[i] = static_cast<std::uint8_t>("grey under colour "[i % 18]); break;
            default: band[i] = static_cast<std::uint8_t>(random() % 3 * (i / 1000)); break;
        }
    return band;
}

TEST(Deflate, BandsAreOneStreamForZlib) {
    for (const int level : {kQuickLevel, 1, 4, 7, 12})
        for (const std::size_t count : {1, 2, 3, 9})
            for (const std::size_t length : {1, 2, 100, 70'000, 1'000'000}) {
                Text whole;
                for (std::size_t i = 0; i < count; ++i) {
                    const Text band = band_of(i, length + i);
                    whole.insert(whole.end(), band.begin(), band.end());
                }
                const auto stream = zlib_of_bands(count, level, [&](std::size_t i, Text& band) {
                    band = band_of(i, length + i);
                });
                ASSERT_TRUE(stream);
                ASSERT_EQ(inflated(*stream, whole.size()), whole)
                    << count << " bands of " << length << " at level " << level;
            }
}

TEST(Deflate, BandsThatAreTheSameComeOutEach) {
    const auto stream =
        zlib_of_bands(50, 1, [](std::size_t i, Text& band) { band.assign(5000, i == 20 ? 1 : 0); });
    Text whole(250'000, 0);
    std::fill_n(whole.begin() + 100'000, 5000, std::uint8_t{1});
    EXPECT_EQ(inflated(*stream, whole.size()), whole);
    EXPECT_LT(stream->size(), 2500U);
}

/// The first band does not pack, the second does.
TEST(Deflate, QuicklyPackedBandsAreStoredOrSmall) {
    std::mt19937 random(5);
    const auto stream = zlib_of_bands(2, kQuickLevel, [&](std::size_t i, Text& band) {
        band.assign(300'000, 7);
        if (i == 0) std::ranges::generate(band, random);
    });
    EXPECT_GT(stream->size(), 300'000U);
    EXPECT_LT(stream->size(), 302'000U);
}

TEST(Deflate, WhatIsNotWholeIsNotLeftOpen) {
    const Text band = band_of(2, 5000);
    Bytes packed = *zlib_of_bands(1, 6, [&](std::size_t, Text& to) { to = band; });
    Bytes raw(packed.begin() + 2, packed.end() - 4);
    Bytes open = raw;
    EXPECT_TRUE(make_open_ended(open));
    // Followed by the end of another stream it is whole again.
    open.insert(open.end(), {std::byte{3}, std::byte{0}});
    EXPECT_TRUE(make_open_ended(open));
    for (const std::size_t cut : {std::size_t{0}, std::size_t{1}, raw.size() / 2}) {
        Bytes part(raw.begin(), raw.begin() + static_cast<std::ptrdiff_t>(cut));
        EXPECT_FALSE(make_open_ended(part)) << cut;
    }
}

/// Section 9.2 of the PNG specification, byte by byte.
int foretold(PngFilter filter, int a, int b, int c) {
    switch (filter) {
        case PngFilter::none: return 0;
        case PngFilter::sub: return a;
        case PngFilter::up: return b;
        case PngFilter::average: return (a + b) / 2;
        case PngFilter::paeth: break;
    }
    const int p = a + b - c, pa = std::abs(p - a), pb = std::abs(p - b), pc = std::abs(p - c);
    if (pa <= pb && pa <= pc) return a;
    return pb <= pc ? b : c;
}

TEST(PngFilters, LeaveWhatTheSpecificationSays) {
    const Text row = band_of(0, 403), above = band_of(4, 403);
    for (int filter = 0; filter < 5; ++filter)
        for (const std::size_t pixel : {1, 2, 3, 4, 6, 8}) {
            Text left(row.size());
            filter_row(static_cast<PngFilter>(filter), row, above, pixel, left);
            for (std::size_t i = 0; i < row.size(); ++i) {
                const int a = i < pixel ? 0 : row[i - pixel], c = i < pixel ? 0 : above[i - pixel];
                ASSERT_EQ(left[i],
                          static_cast<std::uint8_t>(
                              row[i] - foretold(static_cast<PngFilter>(filter), a, above[i], c)))
                    << filter << " " << pixel << " " << i;
            }
        }
}

}  // namespace
}  // namespace underpaint
