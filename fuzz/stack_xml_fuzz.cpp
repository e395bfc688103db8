// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layer_stack.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const auto stack = parse_stack(kFile, as_text(data, size));
    if (!stack) return 0;
    for (const LayerEntry& layer : stack->layers) static_cast<void>(stack->shows(layer));
    const std::string written = write_stack(*stack);
    const auto again = parse_stack(kFile, written);
    expect(again && again->size == stack->size);
    return 0;
}
