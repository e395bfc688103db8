// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string_view>

namespace underpaint::bench {

/// Given this and a row's name behind "memory/", the program prints only peak_megabytes_of().
inline constexpr const char* kMemoryFlag = "--peak-memory";

/// The most memory, in MB, that this process has had once it did what the row is about: with a
/// painting of 24 megapixels
///   24          and twelve passes: looks at it and renders it whole
///   24/painted  the same, two of them painted over all of it, with 100 strokes to undo
///   24/save     and twelve passes: saves it
///   24/300      and three hundred layers: looks at it and measures all figures
///   24/one version, 24/six versions
///               and twelve passes, alone or with five others that share all but a gradient: looks
///               at the chosen one, and at all as the Versions bench does
///   24/palette  and twelve parts, planned, with 64 colours: all that the Palette bench computes;
///               beyond what it had before
///   24/report   and twelve passes, measured: writes all sections as PDF; beyond what it had before
///   200/save    of 200 megapixels, a seal and eleven parts: saves it and opens it again
/// -1 for anything else.
double peak_megabytes_of(std::string_view row);
/// A line of /proc/self/status, in MB: "VmRSS:" now, "VmHWM:" at the most.
double own_megabytes(std::string_view which);
/// The most that work takes beyond what the process has before it; -1 when it fails.
double megabytes_beyond(const std::function<bool()>& work);

}  // namespace underpaint::bench
