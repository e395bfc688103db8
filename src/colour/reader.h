// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string_view>

#include "colour/rgb.h"

namespace underpaint {

/// The formula that says how light a colour reads. All four give the same figure for a neutral.
enum class Reader { lightness, luma, oklab, glow };

struct ReaderText {
    Reader reader;
    std::string_view id;     ///< as written in files and on the command line
    std::string_view label;  ///< as shown in the top bar
    std::string_view about;  ///< one sentence
};
inline constexpr std::array<ReaderText, 4> kReaders{{
    {Reader::lightness, "lightness", "L*",
     "CIE lightness: how light a surface of this colour looks"},
    {Reader::luma, "luma", "Luma", "The weighted channels that the usual grey check shows"},
    {Reader::oklab, "oklab", "OKLab", "Lightness of the OKLab space"},
    {Reader::glow, "glow", "Glow", "L* with the extra lightness that strong colours seem to have"},
}};
std::optional<Reader> reader_from_id(std::string_view id);
constexpr const ReaderText& text_of(Reader reader) {
    return kReaders[static_cast<std::size_t>(reader)];
}

/// L*-equivalent 0..100 of encoded sRGB 0..1, by each reader:
///  lightness  CIE 1976 L*, CIE 15:2018, 8.2.1
///  luma       0.3 R + 0.59 G + 0.11 B on encoded values, as W3C Compositing Level 1, 5.2 ("Lum"),
///             then the L* of the neutral with that value
///  oklab      OKLab L, then the L* of the neutral with that L (Y = L cubed)
///  glow       Fairchild and Pirrotta 1991: L** = L* + (2.5 - 0.025 L*)
///             (0.116 |sin((h - 90)/2)| + 0.085) C*, CIELAB h and C*, clamped to 0..100
float read(Reader reader, Rgb encoded);

/// The neutral, as an encoded value 0..1, that reads as the L*-equivalent `l`.
float encoded_grey_of(float l);

}  // namespace underpaint
