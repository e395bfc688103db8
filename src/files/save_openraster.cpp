// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <nlohmann/json.hpp>

#include "files/brief_json.h"
#include "files/foreign_entries.h"
#include "files/layers.h"
#include "files/limits.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/painting_json.h"
#include "files/picture_entries.h"
#include "files/zip_container.h"
#include "painting/stage.h"

namespace underpaint {
namespace {

/// Whether what is about to be written can be read again, by what reads it.
Done check_opens(const std::string& file, const std::string& json, const std::string& xml,
                 const PictureEntries& pictures, const std::vector<ZipEntry>& entries) {
    const auto too_much = [&](const std::string& what) {
        return trouble(file, "it could not be opened again: " + what +
                                 " Nothing was saved, and the file that was there is untouched.");
    };
    if (entries.size() > kMaxEntries)
        return too_much(fmt::format("it is made of {} pictures and texts, and {} can be kept.",
                                    entries.size(), kMaxEntries));
    for (const ZipEntry& entry : entries)
        if (entry.bytes.size() > (entry.deflate ? kMaxTextBytes : kMaxEntryBytes))
            return too_much(fmt::format("{} is larger than it may be.", entry.name));
    if (pictures.bytes() > kMaxPictureBytes)
        return too_much("its pictures together take more memory than they may.");
    if (auto stack = parse_stack(file, xml); !stack) return too_much(stack.error().what);
    const auto again = parse_painting(
        file, json, [&](const std::string& entry) { return pictures.find(entry, file); });
    if (!again) return too_much(again.error().what);
    if (!again->lost.empty()) return too_much(again->lost.front());
    return {};
}

SharedPicture thumbnail_of(const SharedPicture& merged) {
    constexpr int side = 256;  // the most that the format allows
    int level = 0;
    while (std::max(halved(merged->size(), level).width, halved(merged->size(), level).height) >
           side)
        ++level;
    const Picture& small = *merged->level(level);
    if (small.depth() == Depth::bits8) return share(small);
    Picture thumbnail(small.size(), small.channels(), Depth::bits8);  // as the format has it
    thumbnail.write_rgb(rgb_of(small, rect_of(small.size())));
    return share(std::move(thumbnail));
}

/// What other programs see, remembered so that a change made there is noticed.
std::string checksums(const std::string& stack, const std::vector<Layer>& layers,
                      const std::vector<ZipEntry>& entries) {
    nlohmann::ordered_json json;
    json[kStackEntry] = crc_of(bytes_of(stack));
    for (const Layer& layer : layers)
        for (const ZipEntry& entry : entries)
            if (entry.name == layer.entry.src) json[entry.name] = crc_of(entry.bytes);
    return json.dump(1) + "\n";
}

/// The brief and its pictures, which are compressed already.
void add_brief(const Painting& painting, const std::set<std::string>& taken,
               std::vector<ZipEntry>& entries) {
    const bool known = painting.brief != Brief{} || painting.log != WorkLog{};
    if (!known && !(painting.foreign && !painting.foreign->brief_members.empty())) return;
    std::vector<ZipEntry> pictures;
    const std::string json = write_brief(painting, [&](const KeptPicture& kept) {
        const auto wanted = fmt::format("faithful-underpaint/brief/{}.jpg", pictures.size() + 1);
        pictures.push_back({unused_name(taken, wanted), *kept.jpeg, false});
        return pictures.back().name;
    });
    entries.push_back({kBriefEntry, bytes_of(json), true});
    std::ranges::move(pictures, std::back_inserter(entries));
}

/// What others keep in it; pictures and all that is large are taken for compressed already.
void add_foreign(const std::vector<ForeignEntry>& foreign, std::vector<ZipEntry>& entries) {
    for (const ForeignEntry& each : foreign)
        entries.push_back({each.name, *each.bytes,
                           each.bytes->size() <= kMaxTextBytes && !each.name.ends_with(".png")});
}

Progress part_of(const Progress& progress, float from, float to) {
    if (!progress) return {};
    return [=](float share) { progress(from + share * (to - from)); };
}

/// The layers but for the ground and those that are pictures of the painting: each made, packed and
/// let go again, a few at a time, or taken over from the file that was there.
Done add_layers(const std::string& file, const Painting& painting, const LayerMaker& maker,
                const OldEntries& before, std::vector<Layer>& layers,
                std::vector<ZipEntry>& entries, const std::stop_token& stop,
                const Progress& progress) {
    constexpr std::uint64_t most = 200'000'000;  // bytes of layers that are held at once
    std::vector<std::size_t> wanted;
    std::uint64_t held = 0, all = 0, done = 0;
    for (std::size_t i = 0; i < layers.size(); ++i) all += maker.bytes_of(i);
    const auto make = [&]() -> Done {
        auto made = maker.make(wanted, stop);
        if (!made) return stopped();
        PictureEntries pictures;  // names were found to be free
        for (std::size_t k = 0; k < wanted.size(); ++k)
            pictures.name((*made)[k].pixels, layers[wanted[k]].entry.src);
        auto encoded = pictures.encode(file, before, stop, {});
        if (!encoded) return tl::unexpected(encoded.error());
        std::ranges::move(*encoded, std::back_inserter(entries));
        done += held;
        if (progress) progress(static_cast<float>(done) / static_cast<float>(all));
        wanted.clear();
        held = 0;
        return {};
    };
    for (std::size_t i = 1; i < layers.size(); ++i) {
        if (maker.ready(i)) continue;
        if (Bytes bytes = before.take(painting, maker.plan(i)); !bytes.empty()) {
            entries.push_back({layers[i].entry.src, std::move(bytes), false});
            continue;
        }
        if (!wanted.empty() && held + maker.bytes_of(i) > most)
            if (Done made = make(); !made) return made;
        wanted.push_back(i);
        held += maker.bytes_of(i);
    }
    return wanted.empty() ? Done() : make();
}

}  // namespace

Done save_painting(const std::filesystem::path& path, const Painting& painting,
                   const std::stop_token& stop, const Progress& progress,
                   const Replacing& replacing, SavedFile* known) {
    const std::string file = path.string();
    const Painting seen = as_seen(painting);  // by other programs
    if (seen.passes.size() + 1 > kMaxLayers)
        return trouble(file,
                       fmt::format("it has {} passes, and {} can be kept. Remove some; nothing "
                                   "was saved.",
                                   seen.passes.size(), kMaxLayers - 1));
    LayerMaker maker(seen);
    if (Done fits = check_memory(file, maker.bytes_to_make()); !fits) return fits;
    auto merged = maker.look(stop, part_of(progress, 0, 0.2F));
    if (!merged) return stopped();

    SavedFile now{path, {}, painting, maker.depth(), {}, {}};
    const std::vector<ForeignEntry> foreign = still_kept(painting);
    std::set<std::string> taken;
    for (const ForeignEntry& each : foreign) taken.insert(each.name);
    PictureEntries pictures(taken);
    std::vector<Layer> layers = maker.outlines();
    for (std::size_t i = 0; i < layers.size(); ++i) {
        std::string& entry = layers[i].entry.src;
        entry = unused_name(
            taken, i == 0 ? "data/underpaint.png" : "data/pass-" + std::to_string(i) + ".png");
        if (const SharedPicture ready = maker.ready(i)) entry = pictures.name(ready, entry);
        if (i > 0) now.layers.push_back(entry);
    }
    const SharedPicture shared = share(std::move(*merged));
    const std::string json = write_painting(
        painting, [&](const SharedPicture& picture) { return pictures.name(picture); });
    now.pictures = pictures.names();
    pictures.name(shared, kMergedEntry);
    pictures.name(thumbnail_of(shared), kThumbnailEntry);

    const SavedFile nothing;
    const OldEntries before(known != nullptr ? *known : nothing, maker.depth());
    std::vector<ZipEntry> packed;
    if (Done added = add_layers(file, seen, maker, before, layers, packed, stop,
                                part_of(progress, 0.2F, 0.7F));
        !added)
        return added;
    auto encoded = pictures.encode(file, before, stop, part_of(progress, 0.7F, 0.95F));
    if (!encoded) return tl::unexpected(encoded.error());
    std::ranges::move(*encoded, std::back_inserter(packed));

    LayerStack stack{painting.size(), nested(seen, layers), {}};
    if (painting.foreign) {
        stack.image = painting.foreign->image;
        stack.stack = painting.foreign->stack;
    }
    const std::string xml = write_stack(stack);
    std::vector<ZipEntry> entries{{kMimetypeEntry, bytes_of(kMimetype), false},
                                  {kStackEntry, bytes_of(xml), true}};
    entries.push_back({kPaintingEntry, bytes_of(json), true});
    entries.push_back({kChecksumsEntry, bytes_of(checksums(xml, layers, packed)), true});
    std::ranges::move(packed, std::back_inserter(entries));
    add_brief(painting, taken, entries);
    add_foreign(foreign, entries);
    if (Done opens = check_opens(file, json, xml, pictures, entries); !opens) return opens;
    Done saved = replace_file(
        path, [&](const std::filesystem::path& fresh) { return write_zip(fresh, file, entries); },
        replacing);
    if (saved && known != nullptr) {
        now.stamp = stamp_of(path);
        *known = std::move(now);
    }
    return saved;
}

}  // namespace underpaint
