// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/brief_json.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const auto load = [](const std::string&, std::string name, KeptCheck) -> Result<KeptPicture> {
        return KeptPicture{std::move(name), {4, 3}, std::make_shared<const Bytes>()};
    };
    const std::string_view text = as_text(data, size);
    if (auto parsed = parse_brief(kFile, text, load)) {
        Painting painting;
        take_over(std::move(*parsed), painting);
        const auto name = [](const KeptPicture&) { return std::string("picture.jpg"); };
        expect(parse_brief(kFile, write_brief(painting, name), load).has_value());
    }
    if (const auto route = parse_route(kFile, text))
        expect(parse_route(kFile, write_route(*route)).has_value());
    if (const auto rules = parse_rules(kFile, text))
        expect(parse_rules(kFile, write_rules(*rules)).has_value());
    if (const auto past = parse_past(kFile, text))
        expect(parse_past(kFile, write_past(*past)).has_value());
    return 0;
}
