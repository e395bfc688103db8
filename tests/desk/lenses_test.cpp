// SPDX-License-Identifier: GPL-3.0-or-later
// What the lenses make of pixels, without a window.
#include <set>
#include <string>

#include "desk/view/lens_pixels.h"
#include "files/paper_profiles.h"
#include "palette/tubes.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

/// One row of these colours through a lens that looks at the state now.
std::vector<Rgb> through(const LensRecord& lens, const std::vector<Rgb>& colours,
                         float severity = kFullSeverity, const TubeSet& tubes = {}) {
    RgbBlock now(Rect{0, 0, static_cast<int>(colours.size()), 1});
    for (std::size_t i = 0; i < colours.size(); ++i) now.all().set(i, colours[i]);
    const RgbBlock seen = lens.pixels({now, now, Reader::lightness, Plan{}, 1, severity, tubes});
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
        if (is_of_other_eyes(*lens) || lens->lens == Lens::on_paper) continue;
        EXPECT_EQ(tint_of(through(*lens, {kOrange})[0]) > 0.1F, tints) << lens->id;
        EXPECT_EQ(lens->legend.has_value(), tints) << lens->id;
    }
}

TEST(Lenses, OnPaperShowsWhatThePaperHasAndThePictureUntilItIsRead) {
    const std::vector<Rgb> colours{{1, 1, 1}, {0, 0, 0}, {0.95F, 0.1F, 0.15F}};
    EXPECT_EQ(through(kOnPaperLens, colours), colours);
    RgbBlock now(Rect{0, 0, 3, 1});
    for (std::size_t i = 0; i < colours.size(); ++i) now.all().set(i, colours[i]);
    const auto paper = *open_paper({});
    const TubeSet tubes;
    const RgbBlock seen =
        kOnPaperLens.pixels({now, now, Reader::lightness, Plan{}, 1, 1, tubes, paper.get()});
    EXPECT_NEAR(seen.all()[0].g, 1, 0.01F) << "paper white is white";
    EXPECT_GT(seen.all()[1].g, 0.12F) << "the paper's black is light";
    EXPECT_LT(tint_of(seen.all()[2]), tint_of(colours[2]) - 0.1F);
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

TEST(Lenses, OtherEyesLackTheirConesByMoreOrLess) {
    const auto none = through(kGreenBlindLens, {kOrange}, 0);
    const auto half = through(kGreenBlindLens, {kOrange}, 0.5F);
    const auto full = through(kGreenBlindLens, {kOrange});
    EXPECT_NEAR(none[0].g, kOrange.g, 1e-4F);
    EXPECT_GT(half[0].g, none[0].g + 0.02F);
    EXPECT_GT(full[0].g, half[0].g + 0.02F);
}

TEST(Lenses, OutOfReachShowsInColourWhatTubesCannotMix) {
    const TubeSet tubes{{generic_tubes()[7]}, generic_white()};
    const Rgb paint = generic_tubes()[7].colour;
    const auto seen = through(kOutOfReachLens, {paint, {0.95F, 0.4F, 0.1F}}, 1, tubes);
    EXPECT_LT(tint_of(seen[0]), 1e-4F) << "the tube itself";
    EXPECT_EQ(seen[1], (Rgb{0.95F, 0.4F, 0.1F}));
    EXPECT_LT(tint_of(through(kOutOfReachLens, {kOrange})[0]), 1e-4F) << "no tubes, nothing to say";
}

/// Fitted and enlarged the same border is marked, in its own colours; all else is grey.
TEST(Lenses, OppositesStandOutWhereTheyMeet) {
    for (const int side : {200, 800, 2400}) {
        QImage image(side, side / 2, QImage::Format_RGB32);
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x)
                image.setPixel(x, y, x < side / 2 ? qRgb(230, 115, 25) : qRgb(25, 90, 217));
        kOppositesLens.whole(image, {}, side);
        const auto tint_at = [&](double share) {
            const QColor c = image.pixelColor(static_cast<int>(share * side), side / 4);
            return std::max({c.red(), c.green(), c.blue()}) -
                   std::min({c.red(), c.green(), c.blue()});
        };
        EXPECT_GT(tint_at(0.4995), 60) << side;
        EXPECT_GT(tint_at(0.5005), 60) << side;
        EXPECT_LT(tint_at(0.45), 2) << side;
        EXPECT_LT(tint_at(0.55), 2) << side;
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
