// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <memory>
#include <optional>

#include "files/brief_json.h"
#include "files/foreign_entries.h"
#include "files/json.h"
#include "files/layer_feed.h"
#include "files/layers.h"
#include "files/limits.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/painting_json.h"
#include "files/picture_entries.h"
#include "files/zip_container.h"
#include "painting/stage.h"
#include "painting/version_changes.h"

namespace underpaint {
namespace {

/// Whether what is about to be written can be read again, by what reads it.
Done check_opens(const std::string& file, const std::string& json, const std::string& xml,
                 const PictureEntries& pictures, const std::vector<ZipEntry>& entries) {
    const auto too_much = [&](const std::string& what) {
        return trouble(file, "it could not be opened again: " + what + " Nothing was saved.");
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
    constexpr int side = 256;  // the format's limit
    int level = 0;
    while (std::max(halved(merged->size(), level).width, halved(merged->size(), level).height) >
           side)
        ++level;
    const Picture& small = *merged->level(level);
    if (small.depth() == Depth::bits8) return share(small);
    Picture thumbnail(small.size(), small.channels(), Depth::bits8);  // required by the format
    thumbnail.write_rgb(rgb_of(small, rect_of(small.size())));
    return share(std::move(thumbnail));
}

/// What other programs see, remembered so that a change made there is noticed.
class Checksums {
public:
    void add(const std::string& entry, const Bytes& bytes) { json_[entry] = crc_of(bytes); }
    Bytes text() const { return bytes_of(text_of(json_)); }

private:
    Json json_;
};

/// The brief and its pictures, which are compressed already.
void add_brief(const Painting& painting, const std::set<std::string>& taken,
               std::vector<ZipEntry>& entries) {
    const bool known = painting.brief != Brief{} || painting.log != WorkLog{} ||
                       !painting.saves.empty() || !painting.report_words.empty() ||
                       painting.last_report;
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

/// A version that is not chosen as other programs see it: a hidden group with the ground at its
/// bottom, so that it is whole by itself.
struct HiddenVersion {
    HiddenVersion(const Painting& painting, const Version& version)
        : name(version.name), seen(as_version(painting, version.id)), maker(seen) {}

    std::string name;
    Painting seen;
    LayerMaker maker;
    std::vector<Layer> layers;
    std::optional<LayerFeed> feed;
};

/// Those that are asked for; all others are in our own folder alone.
std::vector<std::unique_ptr<HiddenVersion>> hidden_versions(const Painting& painting) {
    std::vector<std::unique_ptr<HiddenVersion>> hidden;
    if (!painting.others_see_all) return hidden;
    for (const Version& version : painting.versions)
        if (version.id != painting.version)
            hidden.push_back(std::make_unique<HiddenVersion>(painting, version));
    return hidden;
}

/// Gives the layers of a version their entries.
void name_layers(HiddenVersion& version, std::size_t number, std::set<std::string>& taken,
                 PictureEntries& pictures) {
    version.layers = version.maker.outlines();
    for (std::size_t i = 0; i < version.layers.size(); ++i) {
        std::string& entry = version.layers[i].entry.src;
        entry = unused_name(taken, fmt::format("data/version-{}-pass-{}.png", number, i));
        if (const SharedPicture ready = version.maker.ready(i)) entry = pictures.name(ready, entry);
    }
}

LayerEntry as_group(const HiddenVersion& version) {
    LayerEntry group;
    group.name = version.name;
    group.visible = false;
    group.group = nested(version.seen, version.layers);
    return group;
}

Progress part_of(const Progress& progress, float from, float to) {
    if (!progress) return {};
    return [=](float share) { progress(from + share * (to - from)); };
}

}  // namespace

Done save_painting(const std::filesystem::path& path, const Painting& painting,
                   const std::stop_token& stop, const Progress& progress,
                   const Replacing& replacing, SavedFile* known) {
    const std::string file = path.string();
    const Painting seen = as_seen(painting);  // as other programs see it
    const auto hidden = hidden_versions(painting);
    std::size_t layers_in_all = seen.passes.size() + 1;
    for (const auto& version : hidden) layers_in_all += version->seen.passes.size() + 1;
    if (layers_in_all > kMaxLayers)
        return trouble(file,
                       fmt::format("it has {} passes, and {} can be kept. Remove some; nothing "
                                   "was saved.",
                                   layers_in_all - 1, kMaxLayers - 1));
    LayerMaker maker(seen);
    if (Done fits = check_memory(file, maker.bytes_to_make()); !fits) return fits;
    auto merged = maker.look(stop, part_of(progress, 0, 0.2F));
    if (!merged) return stopped();
    // Finds the depth that the layers of each hidden version need.
    for (const auto& version : hidden)
        if (!version->maker.look(stop)) return stopped();
    const SavedFile nothing;
    const OldEntries before(known != nullptr ? *known : nothing, maker.depth());
    std::vector<ZipEntry> shown;
    {
        PictureEntries pictures;
        const SharedPicture whole = share(std::move(*merged));
        pictures.name(whole, kMergedEntry);
        pictures.name(thumbnail_of(whole), kThumbnailEntry);
        auto packed = pictures.encode(file, before, stop, part_of(progress, 0.2F, 0.35F));
        if (!packed) return tl::unexpected(packed.error());
        shown = std::move(*packed);
    }

    const std::vector<ForeignEntry> foreign = still_kept(painting);
    std::set<std::string> taken;
    for (const ForeignEntry& each : foreign) taken.insert(each.name);
    SavedFile now{path, {}, painting, maker.depth(), {}, {}};
    PictureEntries pictures(taken);
    std::vector<Layer> layers = maker.outlines();
    for (std::size_t i = 0; i < layers.size(); ++i) {
        std::string& entry = layers[i].entry.src;
        entry = unused_name(
            taken, i == 0 ? "data/underpaint.png" : "data/pass-" + std::to_string(i) + ".png");
        if (const SharedPicture ready = maker.ready(i)) entry = pictures.name(ready, entry);
        if (i > 0) now.layers.push_back(entry);
    }
    for (std::size_t i = 0; i < hidden.size(); ++i) name_layers(*hidden[i], i + 1, taken, pictures);
    const std::string json = write_painting(
        painting, [&](const SharedPicture& picture) { return pictures.name(picture); });
    now.pictures = pictures.names();
    LayerStack stack{painting.size(), nested(seen, layers), {}};
    for (const auto& version : hidden) stack.layers.push_back(as_group(*version));
    if (painting.foreign) {
        stack.image = painting.foreign->image;
        stack.stack = painting.foreign->stack;
    }
    const std::string xml = write_stack(stack);
    std::vector<ZipEntry> entries{{kMimetypeEntry, bytes_of(kMimetype), false},
                                  {kStackEntry, bytes_of(xml), true}};
    entries.push_back({kPaintingEntry, bytes_of(json), true});
    std::ranges::move(shown, std::back_inserter(entries));
    // The following entries are made one by one while the file is written.
    std::ranges::move(pictures.entries(file, before, stop, part_of(progress, 0.35F, 0.5F)),
                      std::back_inserter(entries));
    LayerFeed feed(file, seen, maker, before, layers, stop, part_of(progress, 0.5F, 0.98F));
    for (std::size_t i = 1; i < layers.size(); ++i)
        if (!maker.ready(i))
            entries.push_back(
                {layers[i].entry.src, {}, false, [&feed, i] { return feed.take(i); }});
    const OldEntries none(nothing, maker.depth());
    for (const auto& version : hidden) {
        version->feed.emplace(file, version->seen, version->maker, none, version->layers, stop,
                              Progress());
        for (std::size_t i = 1; i < version->layers.size(); ++i)
            if (!version->maker.ready(i))
                entries.push_back(
                    {version->layers[i].entry.src, {}, false, [&feed = *version->feed, i] {
                         return feed.take(i);
                     }});
    }
    Checksums checksums;
    checksums.add(kStackEntry, entries[1].bytes);
    for (ZipEntry& entry : entries)
        if (std::ranges::any_of(layers,
                                [&](const Layer& layer) { return layer.entry.src == entry.name; }))
            entry.make = [&checksums, name = entry.name, make = std::move(entry.make)] {
                return make().map([&](Bytes bytes) {
                    checksums.add(name, bytes);
                    return bytes;
                });
            };
    add_brief(painting, taken, entries);
    add_foreign(foreign, entries);
    entries.push_back(
        {kChecksumsEntry, {}, true, [&checksums]() -> Result<Bytes> { return checksums.text(); }});
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
