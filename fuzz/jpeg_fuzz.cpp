// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/jpeg.h"
#include "fuzz/decoded.h"

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace underpaint;
    fuzz::look_at(read_jpeg(fuzz::kFile, fuzz::as_bytes(data, size)));
    return 0;
}
