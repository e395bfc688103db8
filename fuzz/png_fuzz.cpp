// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/png.h"
#include "fuzz/decoded.h"
#include "fuzz/png_chunks.h"

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace underpaint;
    const Bytes bytes = fuzz::with_right_checksums(fuzz::copied(data, size));
    fuzz::look_at(read_png(fuzz::kFile, bytes));
    return 0;
}
