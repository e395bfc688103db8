// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/pass_transfer.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const auto read = read_carrier(as_bytes(data, size));
    if (!read || read->passes.size() != 1) return 0;
    const auto written = write_carrier(*read);
    expect(written && read_carrier(*written).has_value());
    return 0;
}
