// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/srgb_profile.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    for (const Channels channels : {Channels::grey, Channels::rgb_alpha}) {
        const Picture picture({4, 3}, channels, Depth::bits16);
        if (const auto converted = to_srgb(kFile, {picture, copied(data, size)}))
            look_at(converted->picture);
    }
    return 0;
}
