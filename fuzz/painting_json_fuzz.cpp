// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/painting_json.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const auto parsed = parse_painting(kFile, as_text(data, size), any_picture);
    if (!parsed) return 0;
    const auto name = [](const SharedPicture&) { return std::string("picture.png"); };
    const std::string written = write_painting(parsed->painting, name);
    const auto again = parse_painting(kFile, written, any_picture);
    expect(again && again->lost.empty());
    expect(write_painting(again->painting, name) == written);
    return 0;
}
