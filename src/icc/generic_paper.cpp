// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/generic_paper.h"

#include <algorithm>
#include <cmath>

#include "icc/icc.h"

namespace underpaint {
namespace {

constexpr cmsUInt32Number kGrid = 33;
constexpr double kFull = 65535;

/// Between sRGB and CIELAB (D50), as littlecms has them.
struct Spaces {
    icc::Transform to_lab, to_rgb;
};

double printed_lightness(double l) {
    return kGenericPaperBlack + (100 - kGenericPaperBlack) / 100 * l;
}
double shown_lightness(double printed) {
    return std::clamp((printed - kGenericPaperBlack) * 100 / (100 - kGenericPaperBlack), 0.0,
                      100.0);
}
/// By how much chroma is multiplied on its way to the paper, or back.
double printed_chroma_share(double c) {
    return 1 / std::hypot(1, c / kGenericPaperChroma);
}
double shown_chroma_share(double printed) {
    const double share = std::min(printed / kGenericPaperChroma, 0.98);
    return 1 / std::sqrt(1 - share * share);
}

cmsInt32Number from_paper(const cmsUInt16Number in[], cmsUInt16Number out[], void* cargo) {
    const auto& spaces = *static_cast<const Spaces*>(cargo);
    const double rgb[] = {in[0] / kFull, in[1] / kFull, in[2] / kFull};
    cmsCIELab lab;
    cmsDoTransform(spaces.to_lab.get(), rgb, &lab, 1);
    const double share = printed_chroma_share(std::hypot(lab.a, lab.b));
    const cmsCIELab printed{printed_lightness(lab.L), share * lab.a, share * lab.b};
    cmsFloat2LabEncoded(out, &printed);
    return 1;
}

/// The colour of sRGB that prints nearest: of the same lightness and hue, with as much chroma as
/// there is.
cmsInt32Number to_paper(const cmsUInt16Number in[], cmsUInt16Number out[], void* cargo) {
    const auto& spaces = *static_cast<const Spaces*>(cargo);
    cmsCIELab printed;
    cmsLabEncoded2Float(&printed, in);
    const double share = shown_chroma_share(std::hypot(printed.a, printed.b));
    double rgb[3];
    const auto shown = [&](double chroma) {
        const cmsCIELab lab{shown_lightness(printed.L), chroma * share * printed.a,
                            chroma * share * printed.b};
        cmsDoTransform(spaces.to_rgb.get(), &lab, rgb, 1);
        return std::ranges::all_of(rgb, [](double v) { return v > -1e-4 && v < 1 + 1e-4; });
    };
    if (!shown(1)) {
        double least = 0, most = 1;
        for (int i = 0; i < 16; ++i) {
            const double middle = (least + most) / 2;
            (shown(middle) ? least : most) = middle;
        }
        shown(least);
    }
    for (int i = 0; i < 3; ++i)
        out[i] = static_cast<cmsUInt16Number>(std::lround(kFull * std::clamp(rgb[i], 0.0, 1.0)));
    return 1;
}

void add_table(cmsHPROFILE profile, cmsTagSignature tag, cmsSAMPLER16 sampler, Spaces& spaces) {
    cmsPipeline* table = cmsPipelineAlloc(nullptr, 3, 3);
    cmsStage* stage = cmsStageAllocCLut16bit(nullptr, kGrid, 3, 3, nullptr);
    cmsStageSampleCLut16bit(stage, sampler, &spaces, 0);
    cmsPipelineInsertStage(table, cmsAT_BEGIN, stage);
    // A table alone can't be written (ICC.1, 10.12), so it stands between curves that change
    // nothing.
    for (const auto end : {cmsAT_BEGIN, cmsAT_END})
        cmsPipelineInsertStage(table, end, cmsStageAllocToneCurves(nullptr, 3, nullptr));
    cmsWriteTag(profile, tag, table);
    cmsPipelineFree(table);
}

}  // namespace

std::vector<std::byte> generic_paper_profile() {
    const icc::Profile srgb = icc::srgb(), lab(cmsCreateLab4Profile(nullptr), cmsCloseProfile);
    const auto made = [](cmsHPROFILE from, cmsUInt32Number from_type, cmsHPROFILE to,
                         cmsUInt32Number to_type) {
        return icc::Transform(cmsCreateTransform(from, from_type, to, to_type,
                                                 INTENT_RELATIVE_COLORIMETRIC, cmsFLAGS_NOCACHE),
                              cmsDeleteTransform);
    };
    Spaces spaces{made(srgb.get(), TYPE_RGB_DBL, lab.get(), TYPE_Lab_DBL),
                  made(lab.get(), TYPE_Lab_DBL, srgb.get(), TYPE_RGB_DBL)};
    const icc::Profile profile(cmsCreateProfilePlaceholder(nullptr), cmsCloseProfile);
    cmsSetProfileVersion(profile.get(), 4.2);
    cmsSetDeviceClass(profile.get(), cmsSigOutputClass);
    cmsSetColorSpace(profile.get(), cmsSigRgbData);
    cmsSetPCS(profile.get(), cmsSigLabData);
    cmsMLU* text = cmsMLUalloc(nullptr, 1);
    cmsMLUsetASCII(text, "en", "US", kGenericPaperName);
    cmsWriteTag(profile.get(), cmsSigProfileDescriptionTag, text);
    cmsMLUfree(text);
    cmsWriteTag(profile.get(), cmsSigMediaWhitePointTag, cmsD50_XYZ());
    add_table(profile.get(), cmsSigAToB0Tag, from_paper, spaces);
    add_table(profile.get(), cmsSigBToA0Tag, to_paper, spaces);
    cmsLinkTag(profile.get(), cmsSigAToB1Tag, cmsSigAToB0Tag);
    cmsLinkTag(profile.get(), cmsSigBToA1Tag, cmsSigBToA0Tag);
    cmsUInt32Number size = 0;
    if (cmsSaveProfileToMem(profile.get(), nullptr, &size) == 0) return {};
    std::vector<std::byte> bytes(size);
    if (cmsSaveProfileToMem(profile.get(), bytes.data(), &size) == 0) return {};
    return bytes;
}

}  // namespace underpaint
