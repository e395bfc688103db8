// SPDX-License-Identifier: GPL-3.0-or-later
// What printing does to a painting, against formulas that share no code with it.
#include "report/on_paper.h"

#include <gtest/gtest.h>

#include <cmath>
#include <fstream>
#include <random>

#include "colour/ciede2000.h"
#include "colour/lab.h"
#include "files/disk.h"
#include "files/paper_profiles.h"
#include "icc/generic_paper.h"
#include "icc/icc.h"
#include "painting/changes.h"
#include "render/printed.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

std::shared_ptr<const PrintProof> generic(PrintIntent intent = PrintIntent::colorimetric) {
    static const auto colorimetric = *open_paper({});
    static const auto perceptual = *open_paper({}, PrintIntent::perceptual);
    return intent == PrintIntent::colorimetric ? colorimetric : perceptual;
}

// CIE 15:2018 and IEC 61966-2-1, written out.
double luminance_of_l(double l) {
    return l > 8 ? std::pow((l + 16) / 116, 3) : l / 903.2963;
}
double l_of_luminance(double y) {
    return y > 216.0 / 24389 ? 116 * std::cbrt(y) - 16 : 903.2963 * y;
}
double linear(double v) {
    return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
}
double l_of(Rgb c) {
    return l_of_luminance(0.2126 * linear(c.r) + 0.7152 * linear(c.g) + 0.0722 * linear(c.b));
}

Rgb on(const PrintProof& proof, Rgb colour) {
    RgbBlock one(Rect{0, 0, 1, 1});
    one.all().set(0, colour);
    return printed(one, proof).all()[0];
}

/// Black point compensation scales luminance so that black becomes the paper's (ISO 18619).
double compensated(double l) {
    const double black = luminance_of_l(kGenericPaperBlack);
    return l_of_luminance(black + (1 - black) * luminance_of_l(l));
}

TEST(PrintProof, NeutralsBecomeWhatBlackPointCompensationSays) {
    for (int level = 0; level <= 255; level += 15) {
        const Rgb was = grey(static_cast<float>(level) / 255);
        const Rgb is = on(*generic(), was);
        EXPECT_NEAR(l_of(is), compensated(l_of(was)), 0.6) << level;
        EXPECT_LT(std::max({is.r, is.g, is.b}) - std::min({is.r, is.g, is.b}), 0.012F) << level;
    }
}

TEST(PrintProof, StrongColoursLoseChromaAndWeakOnesStay) {
    const auto chroma = [](Rgb c) { return std::max({c.r, c.g, c.b}) - std::min({c.r, c.g, c.b}); };
    const Rgb weak{0.60F, 0.57F, 0.55F}, strong{0.95F, 0.1F, 0.15F};
    EXPECT_GT(chroma(on(*generic(), weak)), 0.7F * chroma(weak));
    EXPECT_LT(chroma(on(*generic(), strong)), 0.9F * chroma(strong));
    EXPECT_GT(chroma(on(*generic(), strong)), 0.4F * chroma(strong));
}

/// CIEDE2000 between the grid's answers and those of the profile itself, which littlecms is asked
/// for each colour.
struct GridError {
    double mean = 0, most = 0;
};
GridError grid_error(const std::vector<std::byte>& bytes) {
    const icc::Profile paper = icc::open(bytes), srgb = icc::srgb();
    const icc::Transform exact(
        cmsCreateProofingTransform(
            srgb.get(), TYPE_RGB_FLT, srgb.get(), TYPE_RGB_FLT, paper.get(),
            INTENT_RELATIVE_COLORIMETRIC, INTENT_RELATIVE_COLORIMETRIC,
            cmsFLAGS_SOFTPROOFING | cmsFLAGS_NOCACHE | cmsFLAGS_BLACKPOINTCOMPENSATION),
        cmsDeleteTransform);
    const auto proof = *PrintProof::for_paper("paper", bytes, PrintIntent::colorimetric);
    std::mt19937 dice(11);
    double sum = 0, most = 0;
    constexpr int count = 20'000;
    for (int i = 0; i < count; ++i) {
        std::array<float, 3> in{}, is{};
        for (float& v : in) v = static_cast<float>(dice() % 1024) / 1023;
        cmsDoTransform(exact.get(), in.data(), is.data(), 1);
        std::array<float, 1> r{in[0]}, g{in[1]}, b{in[2]};
        proof->print({r, g, b}, {r, g, b});
        const auto in_range = [](float v) { return std::clamp(v, 0.0F, 1.0F); };
        const double off = static_cast<double>(ciede2000(
            lab({r[0], g[0], b[0]}), lab({in_range(is[0]), in_range(is[1]), in_range(is[2])})));
        sum += off, most = std::max(most, off);
    }
    return {sum / count, most};
}

/// A press with four inks; the package libgs-common has its profile.
std::vector<std::byte> four_inks() {
    const auto bytes = read_file("/usr/share/color/icc/ghostscript/default_cmyk.icc");
    EXPECT_TRUE(bytes) << "scripts/setup installs it";
    return bytes.value_or(std::vector<std::byte>{});
}

TEST(PrintProof, TheGridAnswersAsTheProfileDoes) {
    const GridError generic = grid_error(generic_paper_profile());
    EXPECT_LT(generic.mean, 0.1);
    EXPECT_LT(generic.most, 1.5);
    const GridError press = grid_error(four_inks());
    EXPECT_LT(press.mean, 0.1);
    EXPECT_LT(press.most, 1.5);
}

TEST(PrintProof, FourInksHaveLessOfEverything) {
    const auto press = PrintProof::for_paper("press", four_inks(), PrintIntent::colorimetric);
    ASSERT_TRUE(press) << press.error().message();
    EXPECT_FALSE((*press)->name().empty());
    const auto chroma = [](Rgb c) { return std::max({c.r, c.g, c.b}) - std::min({c.r, c.g, c.b}); };
    for (const Rgb strong : {Rgb{1, 0, 0}, Rgb{0, 1, 0}, Rgb{0, 0, 1}})
        EXPECT_LT(chroma(on(**press, strong)), 0.97F * chroma(strong));
    EXPECT_GT(l_of(on(**press, grey(0))), 4) << "its black is no black";
    EXPECT_GT(l_of(on(**press, grey(1))), 99) << "an eye settles on the paper's white";
    // Neutrals keep their order and stay nearly neutral.
    double before = 0;
    for (int level = 0; level <= 255; level += 15) {
        const Rgb is = on(**press, grey(static_cast<float>(level) / 255));
        EXPECT_LT(chroma(is), 0.06F) << level;
        EXPECT_GT(l_of(is), before) << level;
        before = l_of(is);
    }
}

TEST(PrintProof, APaperThatHasAllOfSrgbChangesNothing) {
    const icc::Profile srgb = icc::srgb();
    cmsUInt32Number size = 0;
    cmsSaveProfileToMem(srgb.get(), nullptr, &size);
    std::vector<std::byte> bytes(size);
    cmsSaveProfileToMem(srgb.get(), bytes.data(), &size);
    const auto proof = PrintProof::for_paper("srgb.icc", bytes, PrintIntent::colorimetric);
    ASSERT_TRUE(proof) << proof.error().message();
    for (const Rgb colour : {Rgb{0, 0, 0}, Rgb{1, 1, 1}, Rgb{0.2F, 0.7F, 0.4F}, Rgb{1, 0, 0}}) {
        const Rgb is = on(**proof, colour);
        EXPECT_NEAR(is.r, colour.r, 0.004F);
        EXPECT_NEAR(is.g, colour.g, 0.004F);
        EXPECT_NEAR(is.b, colour.b, 0.004F);
    }
}

/// A grey ramp under a pass that leaves it as it is.
Painting plain_ramp(Size size) {
    return with_pass(testing::sealed(testing::ramp(size, Depth::bits8)),
                     testing::tint({0.5F, 0.5F, 0.5F}, BlendMode::true_colour));
}

/// 95th percentile of the steps between a ramp of all levels and what the paper makes of it.
double drift_of_ramp() {
    std::vector<double> steps;
    for (int x = 0; x < 4000; ++x) {
        const double l = l_of(grey(static_cast<float>(x) / 3999));
        steps.push_back(std::abs(compensated(l) - l) / 12.5);
    }
    std::ranges::sort(steps);
    return steps[static_cast<std::size_t>(0.95 * 3999)];
}

TEST(OnPaper, DriftOfARampIsThatOfTheFormulaAtEverySize) {
    for (const Size size : {Size{256, 40}, Size{513, 301}, Size{1800, 64}}) {
        const Painting painting = plain_ramp(size);
        const auto figures = audit(painting, {});
        const auto paper = measure_on_paper(painting, *figures, *generic(), {});
        ASSERT_TRUE(paper);
        EXPECT_NEAR(paper->printed.value.running.p95, drift_of_ramp(), 0.06) << size.width;
        EXPECT_EQ(paper->printed.order.verdict, figures->passes.back().order.verdict);
        // Darker than L* 16: encoded 0.156 and below of a ramp of encoded values; those of them
        // that come no nearer than CIEDE2000 3 are a little fewer.
        EXPECT_LT(paper->too_dark, 0.16);
        EXPECT_GT(paper->too_dark, 0.09);
        EXPECT_NEAR(paper->beyond, paper->too_dark, 0.02)
            << "greys are beyond it by darkness alone";
        EXPECT_FALSE(paper->quieter) << "and no less intensity helps them";
    }
}

TEST(OnPaper, MirroredItIsTheSame) {
    Painting painting = plain_ramp({400, 120});
    Picture turned(painting.size(), Channels::grey, Depth::bits8);
    std::vector<float> row(400);
    for (int y = 0; y < 120; ++y) {
        painting.ground()->base().read_channel(0, 0, y, row);
        std::ranges::reverse(row);
        turned.write_channel(0, 0, y, row);
    }
    const Painting other = with_pass(testing::sealed(std::move(turned)), painting.passes.front());
    const auto one = measure_on_paper(painting, *audit(painting, {}), *generic(), {});
    const auto two = measure_on_paper(other, *audit(other, {}), *generic(), {});
    ASSERT_TRUE(one && two);
    EXPECT_NEAR(one->printed.value.running.p95, two->printed.value.running.p95, 1e-3);
    EXPECT_NEAR(one->beyond, two->beyond, 1e-3);
}

TEST(OnPaper, ACurveThatIsOfferedLeavesLessWhenItIsLaid) {
    const Painting painting = plain_ramp({600, 80});
    const auto paper = measure_on_paper(painting, *audit(painting, {}), *generic(), {});
    ASSERT_TRUE(paper && paper->curve);
    EXPECT_LT(paper->curve->after, paper->curve->before - 0.01);
    EXPECT_NEAR(paper->curve->before, paper->printed.value.running.p95, 1e-9);
    // Laid by hand and printed, pixel by pixel, against the ramp's own formula.
    const auto& curve = std::get<Curve>(paper->curve->pass.source);
    std::vector<double> steps;
    for (int x = 0; x < 600; ++x) {
        const double v = static_cast<double>(x) / 599;
        const auto lifted = static_cast<float>(curve_at(curve.all, v));
        steps.push_back(
            std::abs(compensated(l_of(grey(lifted))) - l_of(grey(static_cast<float>(v)))) / 12.5);
    }
    std::ranges::sort(steps);
    EXPECT_NEAR(paper->curve->after, steps[static_cast<std::size_t>(0.95 * 599)], 0.08);
}

TEST(OnPaper, LessIntensityBringsStrongColoursBackAndNamesThePart) {
    Painting painting = testing::with_columns(
        testing::with_columns(testing::sealed(testing::ramp({400, 120}, Depth::bits8)), "Quiet", 0,
                              200),
        "Loud", 200, 400);
    Pass loud = testing::tint({0.95F, 0.1F, 0.1F}, BlendMode::normal, 0.9F);
    loud.reach.parts = {painting.parts[1].id};
    painting = with_pass(painting, loud);
    const auto paper = measure_on_paper(painting, *audit(painting, {}), *generic(), {});
    ASSERT_TRUE(paper);
    ASSERT_FALSE(paper->parts.empty());
    EXPECT_EQ(painting.part(paper->parts.front().part)->name, "Loud");
    EXPECT_GT(paper->beyond, 0.4);
    ASSERT_TRUE(paper->quieter);
    EXPECT_LT(paper->quieter->after, paper->quieter->before - 0.01);
}

TEST(OnPaper, NothingIsToldWhereNothingIsLaidOrWhenStopped) {
    const Painting bare = testing::sealed(testing::ramp({64, 64}));
    EXPECT_FALSE(measure_on_paper(bare, *audit(bare, {}), *generic(), {}));
    const Painting painting = plain_ramp({64, 64});
    std::stop_source stop;
    stop.request_stop();
    EXPECT_FALSE(
        measure_on_paper(painting, *audit(painting, {}), *generic(), {}, stop.get_token()));
    for (const Size size : {Size{1, 1}, Size{1, 300}, Size{300, 1}}) {
        const Painting thin = plain_ramp(size);
        EXPECT_TRUE(measure_on_paper(thin, *audit(thin, {}), *generic(), {})) << size.width;
    }
}

TEST(PaperProfiles, HostileFilesAreToldOfAndLeftOut) {
    testing::TemporaryFolder folder;
    const auto place = folder / "color" / "icc";
    std::filesystem::create_directories(place);
    const auto write = [&](const char* name, std::span<const std::byte> bytes) {
        std::ofstream(place / name, std::ios::binary)
            .write(reinterpret_cast<const char*>(bytes.data()),
                   static_cast<std::streamsize>(bytes.size()));
    };
    const std::vector<std::byte> good = generic_paper_profile();
    ASSERT_GT(good.size(), 1000U);
    write("good.icc", good);
    write("short.icc", std::span(good).first(100));
    write("cut.icc", std::span(good).first(good.size() / 2));
    std::vector<std::byte> noise(5000, std::byte{0x5A});
    write("noise.icc", noise);
    std::filesystem::create_directory(place / "folder.icc");
    ASSERT_EQ(::mkfifo((place / "pipe.icc").c_str(), 0600), 0);
    ::setenv("XDG_DATA_HOME", folder.path().c_str(), 1);
    ::setenv("XDG_DATA_DIRS", "relative:", 1);
    const auto found = paper_profiles();
    ::unsetenv("XDG_DATA_HOME");
    ::unsetenv("XDG_DATA_DIRS");
    ASSERT_GE(found.size(), 2U);
    EXPECT_TRUE(found.front().file.empty()) << "the program's own comes first";
    EXPECT_EQ(std::ranges::count(found, place / "good.icc", &PaperProfile::file), 1);
    for (const char* name : {"short.icc", "noise.icc", "folder.icc"}) {
        EXPECT_EQ(std::ranges::count(found, place / name, &PaperProfile::file), 0) << name;
        EXPECT_FALSE(open_paper(place / name)) << name;
    }
    EXPECT_FALSE(open_paper(place / "gone.icc"));
}

TEST(PrintProof, AScreensProfileOfGreyIsNoPaper) {
    const auto bytes = icc::profile_of(2.2, std::nullopt, false);
    ASSERT_FALSE(bytes.empty());
    const auto proof = PrintProof::for_paper("grey.icc", bytes, PrintIntent::colorimetric);
    // A grey printer is one; then a colour comes out grey. Either is fine, a crash is not.
    if (proof) {
        const Rgb is = on(**proof, {0.9F, 0.2F, 0.1F});
        EXPECT_LT(std::max({is.r, is.g, is.b}) - std::min({is.r, is.g, is.b}), 0.02F);
    }
}

}  // namespace
}  // namespace underpaint
