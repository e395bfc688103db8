// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/pass_transfer.h"

#include <algorithm>
#include <map>

#include "files/json.h"
#include "files/limits.h"
#include "files/painting_json.h"
#include "files/png.h"

namespace underpaint {
namespace {

constexpr const char* kName = "The copied pass";

}  // namespace

Painting carrier_of(const Painting& painting, std::size_t pass) {
    Painting carrier;
    carrier.name = painting.name;
    carrier.underpaint = share(Picture(painting.size(), Channels::grey, Depth::bits8));
    carrier.passes = {painting.passes[pass]};
    carrier.passes[0].group = kNoGroup;
    for (const Part& part : painting.parts)
        if (std::ranges::count(carrier.passes[0].reach.parts, part.id) > 0)
            carrier.parts.push_back(part);
    return carrier;
}

Result<Bytes> write_carrier(const Painting& carrier) {
    std::map<std::string, SharedPicture> pictures;
    Json json;
    json["painting"] = write_painting(carrier, [&](const SharedPicture& picture) {
        const std::string name = std::to_string(pictures.size());
        pictures.emplace(name, picture);
        return name;
    });
    for (const auto& [name, picture] : pictures) {
        const auto png = write_png(kName, picture->base());
        if (!png) return tl::unexpected(png.error());
        const auto* begin = reinterpret_cast<const std::uint8_t*>(png->data());
        json["pictures"][name] = Json::binary({begin, begin + png->size()});
    }
    const auto cbor = Json::to_cbor(json);
    const auto bytes = std::as_bytes(std::span(cbor));
    return Bytes(bytes.begin(), bytes.end());
}

Result<Painting> read_carrier(std::span<const std::byte> bytes) {
    if (bytes.size() > kMaxFileBytes) return trouble(kName, "is larger than it may be.");
    try {
        const Json json = Json::from_cbor(bytes.begin(), bytes.end());
        const Json& pictures = json.at("pictures");
        auto parsed = parse_painting(kName, json.at("painting").get_ref<const std::string&>(),
                                     [&](const std::string& name) -> Result<SharedPicture> {
                                         const auto& binary = pictures.at(name).get_binary();
                                         auto read =
                                             read_png(kName, std::as_bytes(std::span(binary)));
                                         if (!read) return tl::unexpected(read.error());
                                         read->picture.settle();
                                         return share(std::move(read->picture));
                                     });
        if (!parsed) return tl::unexpected(parsed.error());
        if (parsed->painting.passes.size() != 1) return trouble(kName, "is damaged.");
        return std::move(parsed->painting);
    } catch (const Json::exception& error) {
        return trouble(kName, std::string("is damaged: ") + error.what() + ".");
    }
}

}  // namespace underpaint
