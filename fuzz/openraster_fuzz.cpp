// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/openraster.h"
#include "fuzz/file_in_memory.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const FileInMemory file(as_bytes(data, size));
    if (const auto opened = open_painting(file.path(), "2026-11-27"))
        look_at(opened->painting.underpaint->base());
    static_cast<void>(read_finished(file.path()));
    static_cast<void>(read_layer_masks(file.path(), {16, 12}));
    return 0;
}
