// SPDX-License-Identifier: GPL-3.0-or-later
// What the lenses make of pixels, without a window.
#include <set>
#include <string>

#include "desk/view/lens_pixels.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

/// One row of these colours through a lens that looks at the state now.
std::vector<Rgb> through(const LensRecord& lens, const std::vector<Rgb>& colours) {
    RgbBlock now(Rect{0, 0, static_cast<int>(colours.size()), 1});
    for (std::size_t i = 0; i < colours.size(); ++i) now.all().set(i, colours[i]);
    const RgbBlock seen = lens.pixels({now, now, Reader::lightness, Plan{}, 1});
    std::vector<Rgb> result;
    for (std::size_t i = 0; i < colours.size(); ++i) result.push_back(seen.all()[i]);
    return result;
}

float tint_of(const Rgb& c) {
    return std::max({c.r, c.g, c.b}) - std::min({c.r, c.g, c.b});
}

constexpr Rgb kOrange{1, 0.55F, 0.1F}, kAzure{0.1F, 0.5F, 1}, kMutedOrange{0.6F, 0.52F, 0.45F};

TEST(Lenses, StandAtTheirPlacesAndHaveNamesOfTheirOwn) {
    std::set<std::string> ids;
    for (std::size_t i = 0; i < kLenses.size(); ++i) {
        EXPECT_EQ(kLenses[i]->lens, static_cast<Lens>(i)) << kLenses[i]->id;
        EXPECT_TRUE(ids.insert(kLenses[i]->id).second) << kLenses[i]->id;
        EXPECT_TRUE(kLenses[i]->on_values || kLenses[i]->on_colour) << kLenses[i]->id;
    }
}

bool is_of_other_eyes(const LensRecord& lens) {
    return &lens == &kRedBlindLens || &lens == &kGreenBlindLens || &lens == &kBlueBlindLens;
}

TEST(Lenses, OnlyThoseThatTintPutColourIn) {
    // Of grey pixels none makes anything but grey, those that tint included.
    for (const LensRecord* lens : kLenses) {
        if (lens->pixels == nullptr) continue;
        for (const Rgb& seen : through(*lens, {grey(0.02F), grey(0.4F), grey(0.97F)}))
            EXPECT_LT(tint_of(seen), 1e-3F) << lens->id;
    }
    for (const LensRecord* lens : kLenses) {
        const bool tints = lens->lens == Lens::warmth || lens->lens == Lens::intensity;
        if (lens->pixels == nullptr || lens->lens == Lens::drift) continue;
        if (is_of_other_eyes(*lens)) continue;
        EXPECT_EQ(tint_of(through(*lens, {kOrange})[0]) > 0.1F, tints) << lens->id;
        EXPECT_EQ(lens->legend.has_value(), tints) << lens->id;
    }
}

TEST(Lenses, OtherEyesSeeRedAndGreenAsOneAndKeepTheRest) {
    const Rgb red{0.75F, 0.3F, 0.25F}, green{0.42F, 0.48F, 0.25F};
    for (const LensRecord* lens : {&kRedBlindLens, &kGreenBlindLens, &kBlueBlindLens}) {
        const auto seen = through(*lens, {red, green});
        const float apart = std::abs((seen[0].r - seen[0].g) - (seen[1].r - seen[1].g));
        EXPECT_EQ(apart < 0.25F, lens != &kBlueBlindLens) << lens->id << " " << apart;
        EXPECT_TRUE(has_lens(Stage::colour, lens->lens));
        EXPECT_FALSE(has_lens(Stage::values, lens->lens));
    }
}

TEST(Lenses, WarmthTellsDirectionAndSize) {
    const auto seen = through(kWarmthLens, {kOrange, kAzure, kMutedOrange, grey(0.5F)});
    EXPECT_GT(seen[0].r - seen[0].b, 0.3F) << "warm is amber";
    EXPECT_GT(seen[1].b - seen[1].r, 0.3F) << "cool is blue";
    EXPECT_GT(seen[0].r - seen[0].b, seen[2].r - seen[2].b + 0.1F) << "less warm, less tint";
    EXPECT_GT(seen[2].r - seen[2].b, 0.05F);
    EXPECT_LT(tint_of(seen[3]), 1e-3F);
}

TEST(Lenses, IntensityIsOneTintWhateverTheHue) {
    const auto seen = through(kIntensityLens, {{1, 0, 0}, {0, 0, 1}, {0.6F, 0.4F, 0.4F}});
    for (const Rgb& full : {seen[0], seen[1]}) {
        EXPECT_GT(full.r, full.b);
        EXPECT_GT(full.b, full.g);
    }
    EXPECT_GT(tint_of(seen[0]), 2 * tint_of(seen[2])) << "all that there is, against a part of it";
}

TEST(Lenses, LegendsBeginAndEndWithTheTintsOfThePicture) {
    EXPECT_EQ(kWarmthLens.legend->tint(1), tinted(0.5F, kUpTint, 1));
    EXPECT_EQ(kWarmthLens.legend->tint(-1), tinted(0.5F, kDownTint, 1));
    EXPECT_LT(tint_of(kWarmthLens.legend->tint(0)), 1e-6F);
    EXPECT_LT(tint_of(kIntensityLens.legend->tint(0)), 1e-6F);
}

}  // namespace
}  // namespace underpaint
