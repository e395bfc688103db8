// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>

#include "blend/lay.h"
#include "blend/tune.h"
#include "painting/foreign.h"
#include "painting/group.h"
#include "painting/reach.h"
#include "painting/source.h"

namespace underpaint {

/// The intended effect of a pass on values. Intended drift does not count as damage.
enum class Intent { keep, deepen, lift, reshape };

/// The state whose luminance a held pass gives back.
enum class HoldTo { found, sealed };

template <class Choice>
struct ChoiceText {
    Choice choice;
    std::string_view id;     ///< in files
    std::string_view label;  ///< on screen
};
inline constexpr std::array<ChoiceText<Intent>, 4> kIntents{{
    {Intent::keep, "keep", "keep values"},
    {Intent::deepen, "deepen", "deepen values"},
    {Intent::lift, "lift", "lift values"},
    {Intent::reshape, "reshape", "reshape values"},
}};
inline constexpr std::array<ChoiceText<HoldTo>, 2> kHoldTos{{
    {HoldTo::found, "found", "what it found"},
    {HoldTo::sealed, "sealed", "the seal"},
}};
template <class Choice, std::size_t n>
constexpr std::string_view id_of(const std::array<ChoiceText<Choice>, n>& table, Choice choice) {
    return table[static_cast<std::size_t>(choice)].id;
}
template <class Choice, std::size_t n>
constexpr std::optional<Choice> choice_from_id(const std::array<ChoiceText<Choice>, n>& table,
                                               std::string_view id) {
    for (const auto& text : table)
        if (text.id == id) return text.choice;
    return std::nullopt;
}

/// One change laid over the picture.
struct Pass {
    std::string name;
    Source source = Tint{};
    Tune tune;  ///< of the source's colours
    BlendMode blend = BlendMode::true_colour;
    float strength = 1;  ///< see kStrength
    float hold = 0;      ///< see kHold
    HoldTo hold_to = HoldTo::found;
    Reach reach;
    Intent intent = Intent::keep;
    bool on = true;
    /// It lands only where the pass before it did, however strongly; the first has none before it.
    bool clipped = false;
    bool ground = false;  ///< it is meant as the plain ground of flats; see plain_ground()
    GroupId group = kNoGroup;
    SharedForeign foreign = nullptr;

    /// The colour it lays over another; see laid_over().
    std::optional<Rgb> lays_over(Rgb found) const {
        const auto laid = laid_over(source, found);
        return laid ? std::optional(tuned(*laid, tune)) : std::nullopt;
    }
    /// Laying it would change no pixel; see also Painting::lays().
    bool does_nothing() const { return !on || strength <= 0; }
    friend bool operator==(const Pass&, const Pass&) = default;
};

}  // namespace underpaint
