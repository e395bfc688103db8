// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/svg_gradient.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const auto read = parse_svg_gradient(kFile, as_text(data, size));
    if (!read) return 0;
    expect(parse_svg_gradient(kFile, svg_of(*read, "again")).has_value());
    return 0;
}
