// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/print_proof.h"

#include <algorithm>
#include <array>
#include <new>
#include <vector>

#include "icc/icc.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostName = 200;

icc::Transform proof(cmsHPROFILE srgb, cmsHPROFILE paper, cmsUInt32Number intent,
                     bool compensated) {
    // The way back from the paper has no black point compensation, so that the paper's black is
    // shown as it is (littlecms applies the flag to the first two of the four profiles only).
    const cmsUInt32Number flags = cmsFLAGS_SOFTPROOFING | cmsFLAGS_NOCACHE |
                                  (compensated ? cmsFLAGS_BLACKPOINTCOMPENSATION : 0U);
    return {cmsCreateProofingTransform(srgb, TYPE_RGB_FLT, srgb, TYPE_RGB_FLT, paper, intent,
                                       INTENT_RELATIVE_COLORIMETRIC, flags),
            cmsDeleteTransform};
}

std::string name_of(cmsHPROFILE profile) {
    std::vector<char> text(kMostName);
    const cmsUInt32Number size =
        cmsGetProfileInfoASCII(profile, cmsInfoDescription, "en", "US", text.data(),
                               static_cast<cmsUInt32Number>(text.size()));
    return size > 1 ? std::string(text.data()) : std::string();
}

bool can_print(cmsHPROFILE paper) {
    return cmsIsIntentSupported(paper, INTENT_RELATIVE_COLORIMETRIC, LCMS_USED_AS_OUTPUT) != 0;
}

using Pipeline = std::unique_ptr<cmsPipeline, decltype(&cmsPipelineFree)>;

/// A proof asked at every point of a grid, between which colours are interpolated: littlecms works
/// each pixel out by powers and a search otherwise, which takes twenty times as long.
Pipeline sampled(cmsHTRANSFORM transform) {
    constexpr cmsUInt32Number grid = 49;
    const auto ask = [](const cmsFloat32Number in[], cmsFloat32Number out[], void* asked) {
        cmsDoTransform(asked, in, out, 1);
        return cmsBool(TRUE);
    };
    Pipeline pipeline(cmsPipelineAlloc(nullptr, 3, 3), cmsPipelineFree);
    cmsStage* table = cmsStageAllocCLutFloat(nullptr, grid, 3, 3, nullptr);
    if (!pipeline || table == nullptr || !cmsStageSampleCLutFloat(table, ask, transform, 0) ||
        !cmsPipelineInsertStage(pipeline.get(), cmsAT_BEGIN, table))
        throw std::bad_alloc();
    return pipeline;
}

void convert(const cmsPipeline& pipeline, const PrintProof::Row& in,
             const PrintProof::OutRow& out) {
    for (std::size_t i = 0; i < in.r.size(); ++i) {
        const std::array<float, 3> was{in.r[i], in.g[i], in.b[i]};
        std::array<float, 3> is{};
        cmsPipelineEvalFloat(was.data(), is.data(), &pipeline);
        out.r[i] = std::clamp(is[0], 0.0F, 1.0F);
        out.g[i] = std::clamp(is[1], 0.0F, 1.0F);
        out.b[i] = std::clamp(is[2], 0.0F, 1.0F);
    }
}

}  // namespace

std::optional<std::string> PrintProof::name_of_paper(std::span<const std::byte> bytes) {
    const icc::Profile paper = icc::open(bytes);
    if (!paper || !can_print(paper.get())) return std::nullopt;
    return name_of(paper.get());
}

struct PrintProof::Engine {
    Pipeline print, reproduce;
};

Result<std::shared_ptr<const PrintProof>> PrintProof::for_paper(const std::string& file,
                                                                std::span<const std::byte> bytes,
                                                                PrintIntent intent) {
    const icc::Profile paper = icc::open(bytes);
    if (!paper) return trouble(file, "this is not an ICC profile, or a damaged one.");
    const auto wanted =
        intent == PrintIntent::perceptual ? INTENT_PERCEPTUAL : INTENT_RELATIVE_COLORIMETRIC;
    const bool prints = can_print(paper.get());
    const icc::Profile srgb = icc::srgb();
    const auto print = prints ? proof(srgb.get(), paper.get(), static_cast<cmsUInt32Number>(wanted),
                                      intent == PrintIntent::colorimetric)
                              : icc::Transform(nullptr, cmsDeleteTransform);
    const auto reproduce = prints
                               ? proof(srgb.get(), paper.get(), INTENT_RELATIVE_COLORIMETRIC, false)
                               : icc::Transform(nullptr, cmsDeleteTransform);
    if (!print || !reproduce)
        return trouble(file,
                       "this profile is not for a printer: nothing can be converted into it.");
    std::string name = name_of(paper.get());
    return std::shared_ptr<const PrintProof>(new PrintProof(
        name.empty() ? file : std::move(name), intent,
        std::make_shared<const Engine>(Engine{sampled(print.get()), sampled(reproduce.get())})));
}

void PrintProof::print(const Row& in, const OutRow& out) const {
    convert(*engine_->print, in, out);
}

void PrintProof::reproduce(const Row& in, const OutRow& out) const {
    convert(*engine_->reproduce, in, out);
}

}  // namespace underpaint
