// SPDX-License-Identifier: GPL-3.0-or-later
// Fifty paintings with one fault each, over all measures: the right pass is blamed, the first mend
// brings the verdict back, and hardly ever makes another one worse.
#include <gtest/gtest.h>

#include <cmath>
#include <functional>

#include "audit/finding_figures.h"
#include "audit/finding_place.h"
#include "audit/map_turns.h"
#include "audit/mends/pass_trial.h"
#include "audit/overlays.h"
#include "audit/pass_mends.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::coloured;
using testing::grey_picture;
using testing::lch;
using testing::sealed;
using testing::tint;
using testing::with_columns;

constexpr Size kPlantedSize{180, 120};

/// Three parts, each light above and dark below, one with a bright disc that leads; coloured at the
/// values they have, warm above and cool below, the strongest colour in the disc.
Painting good() {
    Painting painting = sealed(grey_picture(kPlantedSize, [](int x, int y) {
        if (std::hypot(x - 90, y - 40) < 9) return (x / 3 + y / 3) % 2 ? 0.93 : 0.2;
        const double part = 0.08 * (x / 60);
        return (y < 60 ? 0.62 + part : 0.24 + part) + 0.02 * std::sin(x * 0.4) * std::cos(y * 0.5);
    }));
    const char* names[] = {"Left", "Middle", "Right"};
    for (int i = 0; i < 3; ++i)
        painting = with_columns(std::move(painting), names[i], 60 * i, 60 * (i + 1));
    painting = with_foci(std::move(painting), {{"Disc", {90, 40}, 12}});
    painting = with_splits(std::move(painting), ShapeCount::two, {5});
    Pass colours = tint({}, BlendMode::true_colour);
    colours.name = "Colours";
    colours.source = Painted{share(coloured(kPlantedSize,
                                            [](int x, int y) {
                                                const bool disc = std::hypot(x - 90, y - 40) < 12;
                                                return disc     ? lch(0.7F, 0.16F, 60)
                                                       : y < 60 ? lch(0.7F, 0.05F, 62)
                                                                : lch(0.4F, 0.07F, 262);
                                            })),
                             0, 0};
    return with_pass(std::move(painting), colours);
}

Pass on_part(Pass pass, const Painting& painting, std::size_t part) {
    pass.reach.parts = {painting.parts[part].id};
    return pass;
}

template <class Inside>
Pass on_mask(Pass pass, Inside inside) {
    pass.reach.painted = share(grey_picture(
        kPlantedSize, [&](int x, int y) { return inside(x, y) ? 1 : 0; }, Depth::bits8));
    return pass;
}

struct PlantedSlip {
    std::string name;
    FindingCode code;
    std::function<Pass(const Painting&)> make;
    bool before = false;  ///< a harmless pass follows it
    std::function<void(Painting&)> prepare = {};
};

std::vector<PlantedSlip> faults() {
    std::vector<PlantedSlip> all;
    const auto add = [&](std::string name, FindingCode code,
                         std::function<Pass(const Painting&)> make,
                         std::function<void(Painting&)> prepare = {}) {
        for (const bool before : {false, true})
            all.push_back({name + (before ? ", early" : ", last"), code, make, before, prepare});
    };
    const auto disc = [](int x, int y) { return std::hypot(x - 90, y - 40) < 13; };
    add("a wash", kValuesSlip, [](const Painting&) {
        return tint({0.8F, 0.55F, 0.3F}, BlendMode::normal, 0.35F);
    });
    add("a dark glaze", kValuesSlip, [](const Painting&) {
        return tint({0.55F, 0.5F, 0.6F}, BlendMode::multiply, 0.7F);
    });
    add("red in color", kValuesSlip, [](const Painting&) {
        return tint({1, 0, 0}, BlendMode::color, 0.9F);
    });
    add("an overlay", kValuesSlip, [](const Painting&) {
        return tint({0.85F, 0.6F, 0.35F}, BlendMode::overlay, 0.9F);
    });
    add("a map out of order", kValuesSlip, [](const Painting&) {
        Pass map = tint({}, BlendMode::normal, 0.9F);
        map.source = GradientMap{{{0, {0.3F, 0.2F, 0.1F}}, {1, {0.8F, 0.9F, 1}}}, MapOf::below};
        return map;
    });
    add("a part over another", kPartSwap, [](const Painting& p) {
        return on_part(tint({0.75F, 0.7F, 0.6F}, BlendMode::normal, 0.6F), p, 0);
    });
    add("a part under another", kPartSwap, [](const Painting& p) {
        return on_part(tint({0.15F, 0.15F, 0.25F}, BlendMode::normal, 0.5F), p, 2);
    });
    add("parts drawn together", kPartsClose, [](const Painting& p) {
        return on_part(tint(grey(0.66F), BlendMode::normal, 0.27F), p, 0);
    });
    add("the focus faded", kFocusSlips, [disc](const Painting&) {
        return on_mask(tint({0.6F, 0.5F, 0.4F}, BlendMode::normal, 0.5F), disc);
    });
    add("the focus darkened", kFocusSlips, [disc](const Painting&) {
        return on_mask(tint({0.35F, 0.3F, 0.3F}, BlendMode::darken, 0.8F), disc);
    });
    add("temperature turned round", kSwingSlips, [](const Painting&) {
        Pass pass = tint({}, BlendMode::true_colour, 0.95F);
        pass.source = GradientMap{{{0, {0.6F, 0.35F, 0.15F}}, {1, {0.4F, 0.6F, 1}}}, MapOf::seal};
        return pass;
    });
    add("one tint over all", kSwingSlips, [](const Painting&) {
        return tint({0.7F, 0.5F, 0.3F}, BlendMode::true_colour, 0.9F);
    });
    add("cool lights", kSwingSlips, [](const Painting&) {
        Pass pass = tint({0.5F, 0.65F, 0.9F}, BlendMode::true_colour, 0.9F);
        pass.reach.band = {5.2F, 9, 0.2F};
        return pass;
    });
    add("a short range", kRangeShrinks,
        [](const Painting&) { return tint(grey(0.5F), BlendMode::normal, 0.25F); });
    add("shapes turned over", kShapeSlips,
        [](const Painting&) { return tint(grey(0.95F), BlendMode::difference, 0.65F); });
    add("an accent everywhere", kAccentsSpread, [](const Painting&) {
        return on_mask(tint(lch(0.6F, 0.17F, 60), BlendMode::true_colour, 0.9F),
                       [](int, int y) { return y < 30; });
    });
    add("a stronger place elsewhere", kColourLeavesFocus, [](const Painting&) {
        return on_mask(tint(lch(0.55F, 0.2F, 25), BlendMode::true_colour),
                       [](int x, int y) { return x > 150 && y > 90; });
    });
    add("crushed to black", kExtremesAdded, [](const Painting&) {
        return on_mask(tint(grey(0), BlendMode::normal),
                       [](int x, int y) { return x < 40 && y > 100; });
    });
    add("burnt to white", kExtremesAdded, [](const Painting&) {
        return on_mask(tint(grey(1), BlendMode::normal),
                       [](int x, int y) { return x > 140 && y < 20; });
    });
    add("black in the shadows", kShadowsGrey, [](const Painting& p) {
        Pass pass = on_part(tint({}, BlendMode::true_colour), p, 1);
        pass.source = GradientMap{
            {{0.2F, lch(0.4F, 0.01F, 62)}, {0.5F, lch(0.7F, 0.05F, 62)}, {1, lch(0.8F, 0.05F, 62)}},
            MapOf::seal};
        return pass;
    });
    add("another light on one part", kLightDiffers, [](const Painting& p) {
        Pass pass = on_part(tint({}, BlendMode::true_colour, 1), p, 0);
        pass.source = GradientMap{{{0, {0.5F, 0.25F, 0.1F}}, {1, {0.5F, 0.7F, 1}}}, MapOf::seal};
        return pass;
    });
    add("edges blurred", kEdgesSlip, [disc](const Painting&) {
        Pass pass = on_mask(tint({}, BlendMode::normal), disc);
        pass.source = Sharpness{12, -1};
        return pass;
    });
    add("a loud background", kBackgroundLoud, [](const Painting&) {
        Pass pass = on_mask(tint({}, BlendMode::normal),
                            [](int x, int y) { return std::hypot(x - 30, y - 90) < 14; });
        pass.source = Painted{
            share(coloured(kPlantedSize,
                           [](int x, int y) { return grey((x / 4 + y / 4) % 2 ? 0.97F : 0.1F); })),
            0, 0};
        return pass;
    });
    add("a map that turns over", kMapTurns, [](const Painting&) {
        Pass map = tint({}, BlendMode::normal, 0.5F);
        map.source = GradientMap{{{0, {0.1F, 0.1F, 0.2F}},
                                  {0.45F, {0.7F, 0.6F, 0.5F}},
                                  {0.6F, {0.3F, 0.3F, 0.4F}},
                                  {1, {1, 1, 1}}},
                                 MapOf::below};
        return map;
    });
    add(
        "an overlay over white", kWithoutEffect,
        [](const Painting&) {
            return on_mask(tint({0.7F, 0.5F, 0.3F}, BlendMode::overlay, 0.5F),
                           [](int x, int y) { return x > 100 && y < 30; });
        },
        [](Painting& painting) {
            // The place that it lands on is near white when it is sealed.
            painting.underpaint = share(grey_picture(kPlantedSize, [](int x, int y) {
                return x > 100 && y < 30 ? 0.995 : y < 60 ? 0.62 : 0.3;
            }));
            painting = with_seal(std::move(painting), "2026-11-27");
        });
    return all;
}

/// The painting with a fault, after which a harmless pass may follow.
Painting painted(const PlantedSlip& fault) {
    Painting painting = good();
    if (fault.prepare) fault.prepare(painting);
    Pass faulty = fault.make(painting);
    faulty.name = "Fault";
    painting = with_pass(painting, faulty);
    if (fault.before)
        painting = with_pass(std::move(painting),
                             tint({0.5F, 0.5F, 0.52F}, BlendMode::true_colour, 0.02F));
    return painting;
}

std::optional<Finding> own_of(const PlantedSlip& fault, const std::vector<Finding>& findings) {
    for (const Finding& finding : findings)
        if (finding.code == fault.code && finding.pass == 2) return finding;
    return std::nullopt;
}

TEST(PlantedFaults, OfAllMeasuresAreBlamedOnTheirPassAndMended) {
    const auto all = faults();
    ASSERT_EQ(all.size(), 50U);
    std::string worse;
    int blamed = 0, mended_right = 0, harmless = 0;
    for (const PlantedSlip& fault : all) {
        const Painting painting = painted(fault);
        const Audit figures = *audit(painting, {});
        const auto findings = find(painting, figures);
        const auto own = own_of(fault, findings);
        if (!own) {
            std::string said;
            for (const Finding& finding : findings) said += "\n    " + finding.text;
            ADD_FAILURE() << fault.name << " is not blamed:" << said;
            continue;
        }
        ++blamed;
        const auto mends = mends_for(painting, *own, figures);
        if (mends.empty()) {
            ADD_FAILURE() << fault.name << " has no mend: " << own->text;
            continue;
        }
        const Painting after = mended(painting, mends.front());
        const Audit now = *audit(after, {});
        const auto left = find(after, now);
        const bool gone = std::ranges::none_of(left, [&](const Finding& finding) {
            const bool wish = finding.code == kWithoutEffect;
            return same_thing(finding, *own) &&
                   (wish ? finding.text.starts_with("Fault") : is_bad(finding.verdict));
        });
        EXPECT_TRUE(gone) << fault.name << " is still there after " << mends.front().label;
        mended_right += gone;
        const bool clean = nothing_worse(painting, figures, after, now);
        if (!clean) worse += "\n    " + fault.name + ": " + mends.front().label;
        harmless += clean;
    }
    EXPECT_EQ(blamed, 50);
    EXPECT_EQ(mended_right, 50);
    EXPECT_GE(harmless, 45) << worse;
}

/// How far the pixels of one mask lie in another.
double inside(const Pyramid& mask, const Pyramid& other) {
    std::vector<float> a(static_cast<std::size_t>(mask.size().area())), b(a.size());
    mask.base().read_channel(0, rect_of(mask.size()), a);
    other.base().read_channel(0, rect_of(other.size()), b);
    double all = 0, both = 0;
    for (std::size_t i = 0; i < a.size(); ++i)
        if (a[i] > 0.5F) ++all, both += b[i] > 0.5F;
    return both / all;
}

/// A background that outdoes the focus has more contrast, not "-24% less".
TEST(PlantedFaults, AreSaidWithoutSharesBelowNothing) {
    bool more = false;
    for (const PlantedSlip& fault : faults()) {
        const Painting painting = painted(fault);
        for (const Finding& finding : find(painting, *audit(painting, {}))) {
            const std::string& text = finding.text;
            for (std::size_t at = text.find('-'); at != text.npos; at = text.find('-', at + 1))
                EXPECT_FALSE(at + 1 < text.size() && std::isdigit(text[at + 1]) != 0 &&
                             (at == 0 || text[at - 1] == ' '))
                    << fault.name << ": " << text;
            more = more || text.find("% more contrast") != text.npos;
        }
    }
    EXPECT_TRUE(more);
}

TEST(PlantedFaults, AreShownWhereTheyAre) {
    // These are about other places too: the focus as it stands, the rest of the parts.
    const auto of_more = [](FindingCode code) {
        return code == kFocusSlips || code == kBackgroundLoud || code == kPartSwap ||
               code == kPartsClose || code == kAccentsSpread;
    };
    for (const PlantedSlip& fault : faults()) {
        const Painting painting = painted(fault);
        const Audit figures = *audit(painting, {});
        const auto own = own_of(fault, find(painting, figures));
        ASSERT_TRUE(own) << fault.name;
        const SharedPicture place = own->where ? own->where : place_of(painting, figures, *own);
        ASSERT_TRUE(place) << fault.name;
        ASSERT_EQ(place->size(), kPlantedSize) << fault.name;
        const Reach& reach = painting.passes[1].reach;
        const SharedPicture lands = reach.painted         ? reach.painted
                                    : reach.parts.empty() ? nullptr
                                                          : painting.part(reach.parts[0])->mask;
        if (!lands) continue;
        EXPECT_GT(inside(*lands, *place), fault.code == kEdgesSlip ? 0.05 : 0.15) << fault.name;
        if (!of_more(fault.code)) {
            EXPECT_GT(inside(*place, *lands), 0.8) << fault.name;
        }
    }
}

}  // namespace
}  // namespace underpaint
