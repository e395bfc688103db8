// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <variant>

#include "painting/sources/curve.h"
#include "painting/sources/glow.h"
#include "painting/sources/gradient_map.h"
#include "painting/sources/grain.h"
#include "painting/sources/painted.h"
#include "painting/sources/placed.h"
#include "painting/sources/sharpness.h"
#include "painting/sources/tint.h"
#include "painting/sources/underpaint.h"
#include "painting/sources/vignette.h"

namespace underpaint {

/// What a pass lays on. Each kind has a file in sources/, where it says of itself
///   id, label      in files and on screen
///   fields()       its members, each with its id or Parameter, which files and ranges come from
///   settle()       what ranges alone can't say, if anything
///   mean()         the colour that stands for it: its own, or the mean of its picture, weighted by
///                  alpha, or of its gradient; middle grey where it depends on what it finds
///   reads_below()  whether what it lays depends on what lies below
///   over(found)    what it lays over a colour; nothing where that depends on the place as well
///   has_frame      whether it lies at a place, or has lengths in pixels; then reframe() takes it
///                  along when the painting is turned, scaled or moved
///   brings_colour  whether it is laid to colour what it reaches, so that a sliver that it leaves
///                  out is one; own_colours: whether these are its own, which can be tuned
///   begin()        what a new pass of it begins with, see BeginsAs
/// and another in the render room. To add one takes these, and a word in this list.
using Source = std::variant<Tint, Painted, GradientMap, Placed, Curve, Underpaint, Grain, Glow,
                            Vignette, Sharpness>;

/// "plain tint", "painted colour", ...
std::string_view kind_of(const Source& source);

Rgb mean_colour(const Source& source);

bool reads_below(const Source& source);

std::optional<Rgb> laid_over(const Source& source, Rgb found);

/// The pictures it is made of.
std::vector<SharedPicture> pictures_of(const Source& source);

/// The source with every number in its range.
Source in_range(Source source);

}  // namespace underpaint
