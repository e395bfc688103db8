// SPDX-License-Identifier: GPL-3.0-or-later
#include <fstream>
#include <map>
#include <nlohmann/json.hpp>

#include "files/layers.h"
#include "files/limits.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/painting_json.h"
#include "files/png.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

/// Reads pictures out of the container, each once, within the bound for all together.
class PictureLoader {
public:
    explicit PictureLoader(const ZipReader& zip) : zip_(zip) {}

    Result<SharedPicture> load(const std::string& entry) {
        if (const auto known = loaded_.find(entry); known != loaded_.end()) return known->second;
        const std::string where = zip_.file() + " (" + entry + ")";
        auto bytes = zip_.read(entry, kMaxEntryBytes);
        if (!bytes) return tl::unexpected(bytes.error());
        auto decoded = read_png(where, *bytes).and_then([&](Decoded png) {
            return to_srgb(where, std::move(png));
        });
        if (!decoded) return tl::unexpected(decoded.error());
        pixels_ += decoded->picture.size().area();
        if (pixels_ > kMaxLayerPixels)
            return trouble(zip_.file(), "its layers together are larger than can be opened.");
        return loaded_[entry] = share(std::move(decoded->picture));
    }

private:
    const ZipReader& zip_;
    std::map<std::string, SharedPicture> loaded_;
    std::int64_t pixels_ = 0;
};

/// Whether the layers are still those that were saved along with our own data.
bool untouched(const ZipReader& zip) {
    const auto bytes = zip.read(kChecksumsEntry, kMaxTextBytes);
    if (!bytes) return false;
    const auto json = nlohmann::json::parse(text_of(*bytes), nullptr, false);
    if (!json.is_object() || !json.contains(kStackEntry)) return false;
    for (const auto& [entry, crc] : json.items())
        if (!crc.is_number_unsigned() || crc.get<std::uint64_t>() != zip.crc(entry)) return false;
    return true;
}

Result<OpenedPainting> open_ours(const ZipReader& zip) {
    auto json = zip.read(kPaintingEntry, kMaxTextBytes);
    if (!json) return tl::unexpected(json.error());
    PictureLoader loader(zip);
    return parse_painting(zip.file(), text_of(*json),
                          [&](const std::string& entry) { return loader.load(entry); })
        .map([](Painting painting) {
            return OpenedPainting{std::move(painting), true, {}};
        });
}

Result<std::size_t> find_underpaint(const std::string& file, const std::vector<Layer>& layers,
                                    const std::optional<std::string>& under) {
    for (std::size_t i = 0; i < layers.size(); ++i)
        if (under ? layers[i].entry.name == *under : layers[i].entry.visible) return i;
    if (!under) return trouble(file, "none of its layers is visible.");
    std::string names;
    for (const Layer& layer : layers)
        names += (names.empty() ? "" : ", ") + ("\"" + layer.entry.name + "\"");
    return trouble(file, "it has no layer \"" + *under + "\". It has " + names + ".");
}

Result<OpenedPainting> open_foreign(const ZipReader& zip, const LayerStack& stack,
                                    const std::string& date,
                                    const std::optional<std::string>& under) {
    PictureLoader loader(zip);
    std::vector<Layer> layers;
    for (const LayerEntry& entry : stack.layers) {
        auto pixels = loader.load(entry.src);
        if (!pixels) return tl::unexpected(pixels.error());
        layers.push_back({entry, *pixels});
    }
    const auto lowest = find_underpaint(zip.file(), layers, under);
    if (!lowest) return tl::unexpected(lowest.error());
    OpenedPainting opened{painting_from(layers, *lowest, stack.size, date), false, {}};
    opened.painting.name = std::filesystem::path(zip.file()).stem().string();
    opened.notices.push_back("Read from its layers: \"" + layers[*lowest].entry.name +
                             "\" is the underpaint, sealed as it came, and each visible layer "
                             "above it a pass.");
    return opened;
}

/// The container with its stack.xml, for a file that exists.
struct OpenedStack {
    ZipReader zip;
    std::string xml;
};
Result<OpenedStack> open_stack(const std::filesystem::path& path) {
    // The whole file is not needed, but what can't be read should say why.
    std::error_code error;
    if (!std::filesystem::exists(path, error))
        return trouble(path.string(), "there is no such file.");
    auto zip = ZipReader::open(path);
    if (!zip) return tl::unexpected(zip.error());
    if (!zip->has(kStackEntry))
        return trouble(zip->file(), "it has no stack.xml, so it is not an OpenRaster painting.");
    const auto xml = zip->read(kStackEntry, kMaxTextBytes);
    if (!xml) return tl::unexpected(xml.error());
    return OpenedStack{std::move(*zip), std::string(text_of(*xml))};
}

/// A layer's alpha, laid where the layer lies.
Picture mask_of(const Picture& pixels, const LayerEntry& entry, Size size) {
    Picture mask(size, Channels::grey, Depth::bits8);
    const Rect place =
        intersection({entry.x, entry.y, pixels.size().width, pixels.size().height}, rect_of(size));
    std::vector<float> row(static_cast<std::size_t>(std::max(0, place.width)));
    for (int y = place.y; y < place.bottom(); ++y) {
        pixels.read_alpha(place.x - entry.x, y - entry.y, row);
        mask.write_channel(0, place.x, y, row);
    }
    mask.settle();
    return mask;
}

}  // namespace

bool looks_like_openraster(const std::filesystem::path& path) {
    if (path.extension() == ".ora") return true;
    char magic[2] = {};
    std::ifstream(path, std::ios::binary).read(magic, sizeof magic);
    return magic[0] == 'P' && magic[1] == 'K';
}

Result<OpenedPainting> open_painting(const std::filesystem::path& path, const std::string& date,
                                     const std::optional<std::string>& under) {
    auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    const auto& [zip, xml] = *opened;
    const bool has_ours = zip.has(kPaintingEntry);
    if (has_ours && !under && untouched(zip)) return open_ours(zip);
    return parse_stack(zip.file(), xml)
        .and_then(
            [&](const LayerStack& stack) { return open_foreign(opened->zip, stack, date, under); })
        .map([&](OpenedPainting painting) {
            if (has_ours && !under)
                painting.notices.push_back(
                    "Another program has changed it since it was saved here, so its parts, plan "
                    "and seals are not those of these layers and were left out.");
            return painting;
        });
}

Result<std::vector<NamedMask>> read_layer_masks(const std::filesystem::path& path, Size size) {
    const auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    const std::string& file = opened->zip.file();
    const auto stack = parse_stack(file, opened->xml);
    if (!stack) return tl::unexpected(stack.error());
    if (stack->size != size)
        return trouble(file, "it is " + std::to_string(stack->size.width) + " x " +
                                 std::to_string(stack->size.height) + ", the painting " +
                                 std::to_string(size.width) + " x " + std::to_string(size.height) +
                                 ": its layers can't be parts of it.");
    PictureLoader loader(opened->zip);
    std::vector<NamedMask> masks;
    for (const LayerEntry& entry : stack->layers) {
        const auto pixels = loader.load(entry.src);
        if (!pixels) return tl::unexpected(pixels.error());
        const Picture mask = mask_of((*pixels)->base(), entry, size);
        const Rect all = rect_of(size);
        if (mask.surely_all(0, all, 0) || mask.surely_all(0, all, 1)) continue;
        masks.push_back({entry.name, share(mask)});
    }
    if (masks.empty())
        return trouble(file, "none of its layers covers only a part of the picture.");
    return masks;
}

}  // namespace underpaint
