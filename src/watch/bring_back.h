// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <variant>

#include "blend/mode.h"
#include "terms/curve.h"
#include "watch/save_changes.h"

namespace underpaint {

// What would take the values of a place back to what they were, with means that any painting
// program has. This program's own; each is tried on the pixels, and what it would leave is said.

/// A curve through all three channels, laid through a mask of the place. The points are whole
/// levels of 8 bits; the ends stay.
struct CurveWay {
    CurvePoints points;
};
/// What was laid since, laid at another strength: before + strength x (now - before).
struct StrengthWay {
    double strength = 1;  ///< 0..1, in twentieths
};
/// A flat colour over the place.
struct LaidWay {
    BlendMode blend = BlendMode::multiply;
    Rgb colour;
};

struct Way {
    std::variant<CurveWay, StrengthWay, LaidWay> what;
    double left = 0;   ///< 95 % of what then still differs there, in steps
    double value = 0;  ///< 95 % of the drift of the whole picture from the seal, then
};

struct BringBack {
    std::optional<PartChange> part;  ///< the part that it is about; nothing: all that changed
    FloatBlock place;                ///< how far each compared pixel belongs to it, 0..1
    double differs = 0;              ///< 95 % of what differs there now, in steps
    double value = 0;                ///< 95 % of the drift of the whole picture from the seal, now
    std::vector<Way> ways;           ///< those that leave four fifths of that at most; best first
};

/// Ways to bring back the part that has most of the change, three fifths at least; else all that
/// changed. Nothing where nothing changed, or when stopped.
std::optional<BringBack> bring_back(const StatePair& pair, const std::vector<PartChange>& changes,
                                    const Painting& painting, Reader reader,
                                    const std::stop_token& stop = {});

/// "A curve on the lights of Sky through 96 to 90, 180 to 171"
std::string in_words(const Way& way, const BringBack& found, const Painting& painting);

/// How far each compared pixel belongs to what changed, 0..1: from half of kSeenChange on, all of
/// it at kSeenChange, of seen_change().
FloatBlock changed_place(const StatePair& pair);

}  // namespace underpaint
