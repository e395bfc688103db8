// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <set>
#include <string>
#include <vector>

#include "painting/date.h"
#include "painting/house_rules.h"
#include "painting/kept_picture.h"
#include "painting/plan.h"
#include "painting/route.h"

namespace underpaint {

/// How the temperature of the light runs.
enum class Light { warm_lights, cool_lights, one_temperature };
inline constexpr std::array<ChoiceText<Light>, 3> kLights{{
    {Light::warm_lights, "warm_lights", "warm lights, cool shadows"},
    {Light::cool_lights, "cool_lights", "cool lights, warm shadows"},
    {Light::one_temperature, "one_temperature", "one temperature"},
}};

/// A colour that all others hold some of.
struct MotherColour {
    std::string name;
    Rgb colour;
    double share = 0;  ///< 0..1; see mother_share()
    friend bool operator==(const MotherColour&, const MotherColour&) = default;
};

/// The place where the strongest colour belongs, and in how small an area.
enum class StrongestAt { focus, lights, halftones, shadows };
inline constexpr std::array<ChoiceText<StrongestAt>, 4> kStrongestAts{{
    {StrongestAt::focus, "focus", "in the focus"},
    {StrongestAt::lights, "lights", "in the lights"},
    {StrongestAt::halftones, "halftones", "in the halftones"},
    {StrongestAt::shadows, "shadows", "in the shadows"},
}};
struct Strongest {
    StrongestAt at = StrongestAt::focus;
    double area = 0;  ///< most share of the picture, 0..1
    friend bool operator==(const Strongest&, const Strongest&) = default;
};

/// A small picture of an arrangement, made before anything is painted.
struct Thumbnail {
    KeptPicture picture;
    std::optional<Focus> focus;  ///< where it should lead; in its own pixels
    friend bool operator==(const Thumbnail&, const Thumbnail&) = default;
};

/// A picture that is looked at for what it does.
struct Reference {
    KeptPicture picture;
    std::optional<Rgb> tint;  ///< of a grey one, so that its warmth can be read
    friend bool operator==(const Reference&, const Reference&) = default;
};

/// When there is time to work.
struct Days {
    std::optional<Date> due;
    int minutes = 90;        ///< of work on a working day
    int begins = 9 * 60;     ///< minutes since midnight
    std::set<unsigned> off;  ///< days of the week without work: 0 is Sunday
    std::set<Date> days_off;
    bool canvas = false;  ///< paint has to dry
    friend bool operator==(const Days&, const Days&) = default;
};

/// What the picture is meant to be, in which order it is made, and by when. Lead, key and range
/// stand in the plan. What is not stated is not compared with anything.
struct Brief {
    std::string purpose;  ///< "a book cover"
    std::optional<Size> size;
    std::optional<Light> light;
    std::optional<double> swing;  ///< at least so much warmth between lights and shadows, above 0
    std::optional<MotherColour> mother;
    std::optional<Strongest> strongest;
    std::vector<Thumbnail> thumbnails;
    std::optional<std::size_t> chosen;  ///< of the thumbnails
    std::vector<Reference> references;
    HouseRules rules;  ///< those that are otherwise in this painting
    Route route;
    std::set<std::string> ticked;        ///< steps that were ticked by hand
    std::optional<std::string> in_hand;  ///< a step that is worked on out of order
    Days days;
    friend bool operator==(const Brief&, const Brief&) = default;
};

inline constexpr std::size_t kMostThumbnails = 8;
/// More references are allowed and gently counted.
inline constexpr std::size_t kUsualReferences = 4;

/// The swing that is asked for, with its sign: above 0 for warm lights. Nothing where the brief
/// leaves it open; 0 for one temperature.
std::optional<double> wanted_swing(const Brief& brief);

/// The brief with every number in its range and everything that refers to nothing left out.
Brief in_range(Brief brief);

}  // namespace underpaint
