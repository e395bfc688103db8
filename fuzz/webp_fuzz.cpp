// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/webp.h"

#include <webp/decode.h>

#include "fuzz/decoded.h"

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace underpaint;
    // A few bytes can hold a plain picture of any size, which takes its time and is no fault.
    constexpr std::int64_t most = 16'000'000;
    int width = 0, height = 0;
    if (WebPGetInfo(data, size, &width, &height) != 0 && std::int64_t{width} * height > most)
        return 0;
    fuzz::look_at(read_webp(fuzz::kFile, fuzz::as_bytes(data, size)));
    return 0;
}
