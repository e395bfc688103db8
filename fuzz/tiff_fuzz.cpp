// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/srgb_profile.h"
#include "files/tiff.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    if (auto read = read_tiff(kFile, as_bytes(data, size))) {
        look_at(read->picture);
        if (auto converted = to_srgb(kFile, std::move(*read))) look_at(converted->picture);
    }
    return 0;
}
