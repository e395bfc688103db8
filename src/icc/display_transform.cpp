// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/display_transform.h"

#include "icc/icc.h"

namespace underpaint {

struct DisplayTransform::Engine {
    icc::Transform transform;
};

Result<std::shared_ptr<const DisplayTransform>> DisplayTransform::for_screen(
    const std::string& file, std::span<const std::byte> bytes) {
    const icc::Profile screen = icc::open(bytes);
    if (!screen) return trouble(file, "this is not an ICC profile, or a damaged one.");
    if (icc::space_of(bytes) != cmsSigRgbData)
        return trouble(file, "this profile is not for a screen: it does not describe RGB.");
    const icc::Profile srgb = icc::srgb();
    const auto probe = icc::transform(srgb.get(), TYPE_RGB_FLT, screen.get(), TYPE_RGB_FLT);
    auto transform = icc::transform(srgb.get(), TYPE_BGRA_8, screen.get(), TYPE_BGRA_8);
    if (!probe || !transform)
        return trouble(file, "this profile can't be used to show pictures with.");
    if (icc::changes_nothing(probe.get())) return nullptr;
    return std::shared_ptr<const DisplayTransform>(
        new DisplayTransform(std::make_shared<const Engine>(Engine{std::move(transform)})));
}

void DisplayTransform::convert_row(std::span<std::uint8_t> pixels) const {
    cmsDoTransform(engine_->transform.get(), pixels.data(), pixels.data(),
                   static_cast<cmsUInt32Number>(pixels.size() / 4));
}

}  // namespace underpaint
