// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <fstream>
#include <set>

#include "files/brief_json.h"
#include "files/foreign_entries.h"
#include "files/json.h"
#include "files/kept_pictures.h"
#include "files/layer_stack.h"
#include "files/limits.h"
#include "files/opened_layers.h"
#include "files/opened_stack.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/painting_json.h"
#include "files/picture_loader.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "painting/stage.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

const std::string kSavedElsewhere =
    "It is saved under another name, so that nothing in this file is lost.";

/// The entries that other programs see, while they are still those that were saved along with our
/// own data; empty once they are not.
std::set<std::string> untouched(const ZipReader& zip) {
    const auto bytes = zip.read(kChecksumsEntry, kMaxTextBytes);
    if (!bytes) return {};
    const auto json = parse_json(text_of(*bytes));
    if (!json.is_object() || !json.contains(kStackEntry)) return {};
    std::set<std::string> entries;
    for (const auto& [entry, crc] : json.items()) {
        if (!crc.is_number_unsigned() || crc.get<std::uint64_t>() != zip.crc(entry)) return {};
        entries.insert(entry);
    }
    return entries;
}

/// A painting of an older version has no brief. One that can't be read leaves the rest whole.
void read_brief(const ZipReader& zip, OpenedPainting& opened, std::set<std::string>& known) {
    if (!zip.has(kBriefEntry)) return;
    const auto load = [&](const std::string& entry, std::string name,
                          KeptCheck check) -> Result<KeptPicture> {
        known.insert(entry);
        auto bytes = zip.read(entry, kMaxKeptBytes);
        if (!bytes) return tl::unexpected(bytes.error());
        return kept_from(zip.file(), std::move(name), std::move(*bytes), check);
    };
    const auto json = zip.read(kBriefEntry, kMaxTextBytes);
    auto parsed =
        json ? parse_brief(zip.file(), text_of(*json), load) : tl::unexpected(json.error());
    if (!parsed) {
        opened.notices.push_back("Its brief could not be read: " + parsed.error().what);
        return;
    }
    std::ranges::move(parsed->lost, std::back_inserter(opened.notices));
    take_over(std::move(*parsed), opened.painting);
}

/// Every picture that is spoken of, as deep as ours are.
void add_pictures(const Json& json, std::set<std::string>& pictures, int depth = 0) {
    constexpr int most = 16;
    if (json.is_structured() && depth < most)
        for (const auto& each : json) add_pictures(each, pictures, depth + 1);
    if (!json.is_string()) return;
    const auto& text = json.get_ref<const std::string&>();
    if (text.ends_with(".png")) pictures.insert(text);
}

/// Of a PNG, as its header says: W3C PNG, 11.2.1.
Depth depth_in(const ZipReader& zip, const std::string& entry) {
    constexpr std::size_t at = 24;
    const auto bytes = zip.beginning(entry, kPngHeader);
    return bytes && bytes->size() > at && (*bytes)[at] == std::byte{16} ? Depth::bits16
                                                                        : Depth::bits8;
}

/// What the file holds, so that the next save takes over what has not changed.
SavedFile saved_in(const ZipReader& zip, std::string_view xml, const Painting& painting,
                   std::map<const Pyramid*, std::string> pictures) {
    SavedFile saved{zip.file(), {}, painting, Depth::bits8, {}, std::move(pictures)};
    const auto stack = parse_stack(zip.file(), xml);
    if (!stack) return saved;
    // The lowest layer is the ground; those above the painting's own belong to hidden versions.
    const std::size_t own = plans_of(as_seen(painting)).size() + 1;
    for (std::size_t i = 1; i < std::min(own, stack->layers.size()); ++i)
        saved.layers.push_back(stack->layers[i].src);
    // All layers have the same depth, except those that are a picture of the painting itself.
    for (const std::string& entry : saved.layers)
        if (std::ranges::find(saved.pictures, entry, [](const auto& each) {
                return each.second;
            }) == saved.pictures.end()) {
            saved.depth = depth_in(zip, entry);
            break;
        }
    return saved;
}

/// \param known entries that are no other program's
Result<OpenedPainting> open_ours(const ZipReader& zip, std::string_view xml,
                                 std::set<std::string> known, const std::stop_token& stop,
                                 const Progress& progress) {
    known.insert({kMimetypeEntry, kMergedEntry, kThumbnailEntry, kPaintingEntry, kBriefEntry,
                  kChecksumsEntry});
    auto json = zip.read(kPaintingEntry, kMaxTextBytes);
    if (!json) return tl::unexpected(json.error());
    PictureLoader loader(zip, stop);
    std::set<std::string> pictures;
    add_pictures(parse_json(text_of(*json)), pictures);
    loader.prepare({pictures.begin(), pictures.end()}, progress);
    auto parsed = parse_painting(zip.file(), text_of(*json), [&](const std::string& entry) {
        known.insert(entry);
        return loader.load(entry);
    });
    if (stop.stop_requested()) return stopped();
    if (!parsed) return tl::unexpected(parsed.error());
    OpenedPainting opened{std::move(parsed->painting), true, false, std::move(parsed->lost)};
    read_brief(zip, opened, known);
    std::ranges::move(keep_along(zip, known, opened.painting), std::back_inserter(opened.notices));
    if (!opened.notices.empty()) {
        opened.incomplete = true;
        opened.left_out = opened.notices;
        opened.notices.push_back("All else is as it was saved. " + kSavedElsewhere);
    } else {
        opened.saved = saved_in(zip, xml, opened.painting, loader.names());
    }
    return opened;
}

/// See open_painting().
Result<OpenedPainting> read_painting(const OpenedStack& opened, const std::string& date,
                                     const std::optional<std::string>& under,
                                     const std::stop_token& stop, const Progress& progress) {
    const auto& [zip, xml] = opened;
    const bool has_ours = zip.has(kPaintingEntry);
    std::string unread;
    if (auto seen = untouched(zip); has_ours && !under && !seen.empty()) {
        auto ours = open_ours(zip, xml, std::move(seen), stop, progress);
        if (ours || stop.stop_requested()) return ours;
        unread = ours.error().what;
    }
    auto layers = open_layers(zip, xml, date, under, stop, progress);
    if (!layers || !has_ours || under) return layers;
    layers->incomplete = true;
    layers->left_out.push_back(
        unread.empty()
            ? "Another program has changed it since it was saved here, so its parts, "
              "plan and seals are not those of these layers and were left out. " +
                  kSavedElsewhere
            : "Its parts, plan and seals could not be read: " + unread + " " + kSavedElsewhere);
    layers->notices.push_back(layers->left_out.back());
    return layers;
}

/// As many as tell what kind of file it is.
Bytes first_bytes(const std::filesystem::path& path) {
    Bytes bytes(16);
    std::ifstream in(path, std::ios::binary);
    in.read(reinterpret_cast<char*>(bytes.data()), static_cast<std::streamsize>(bytes.size()));
    bytes.resize(static_cast<std::size_t>(in.gcount()));
    return bytes;
}

}  // namespace

bool looks_like_openraster(const std::filesystem::path& path) {
    const Bytes first = first_bytes(path);
    if (first.size() > 1 && first[0] == std::byte{'P'} && first[1] == std::byte{'K'}) return true;
    return path.extension() == ".ora" && kind_of_file(first) == nullptr;
}

Result<OpenedPainting> open_painting(const std::filesystem::path& path, const std::string& date,
                                     const std::optional<std::string>& under,
                                     const std::stop_token& stop, const Progress& progress) {
    auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    return read_painting(*opened, date, under, stop, progress).map([&](OpenedPainting painting) {
        if (const auto notice = misnamed(path, first_bytes(path)))
            painting.notices.insert(painting.notices.begin(), *notice);
        return painting;
    });
}

Result<FlatPicture> read_finished(const std::filesystem::path& path, const std::stop_token& stop) {
    if (!looks_like_openraster(path)) return read_flat_picture(path, stop);
    const auto opened = open_stack(path);
    if (!opened) return tl::unexpected(opened.error());
    PictureLoader loader(opened->zip, stop);
    const auto merged = loader.load(kMergedEntry);
    if (!merged) return tl::unexpected(merged.error());
    return FlatPicture{flattened((*merged)->base(), (*merged)->size()), {}};
}

}  // namespace underpaint
