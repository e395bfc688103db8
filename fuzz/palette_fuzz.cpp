// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/design_tokens.h"
#include "files/palette_csv.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    auto read = parse_palette(kFile, as_text(data, size));
    if (!read) return 0;
    expect(!read->colours.empty() && read->colours.size() <= kMostColours);
    Palette palette;
    palette.colours = std::move(read->colours);
    expect(in_range(palette) == palette);
    // What it is written as is read again.
    const auto tokens = parse_tokens(kFile, write_tokens("again", palette));
    expect(tokens && tokens->colours.size() == palette.colours.size());
    const auto csv = parse_palette_csv(kFile, write_palette_csv(palette));
    expect(csv && csv->colours.size() == palette.colours.size());
    return 0;
}
