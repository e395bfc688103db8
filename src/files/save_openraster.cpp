// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <map>
#include <nlohmann/json.hpp>

#include "files/brief_json.h"
#include "files/layers.h"
#include "files/limits.h"
#include "files/openraster.h"
#include "files/openraster_names.h"
#include "files/painting_json.h"
#include "files/png.h"
#include "files/zip_container.h"
#include "painting/stage.h"

namespace underpaint {
namespace {

/// Pictures by the entry that keeps them; the same picture is kept once.
class PictureEntries {
public:
    std::string name(const SharedPicture& picture, const std::string& wanted) {
        const auto [place, fresh] = names_.try_emplace(picture.get(), wanted);
        if (fresh) pictures_.emplace_back(wanted, picture);
        return place->second;
    }
    std::string name(const SharedPicture& picture) {
        return name(picture, "faithful-underpaint/pictures/" +
                                 std::to_string(pictures_.size() + 1) + ".png");
    }

    Result<SharedPicture> find(const std::string& entry, const std::string& file) const {
        for (const auto& [name, picture] : pictures_)
            if (name == entry) return picture;
        return trouble(file, "the picture " + entry + " is missing.");
    }
    std::uint64_t bytes() const {
        std::uint64_t sum = 0;
        for (const auto& [name, picture] : pictures_) sum += picture->base().bytes();
        return sum;
    }

    /// All of them as PNG, on all cores.
    Result<std::vector<ZipEntry>> encode(const std::string& file) const {
        std::vector<ZipEntry> entries(pictures_.size());
        std::vector<Done> done(pictures_.size());
        tbb::parallel_for(std::size_t{0}, pictures_.size(), [&](std::size_t i) {
            auto bytes = write_png(file, pictures_[i].second->base());
            if (bytes)
                entries[i] = {pictures_[i].first, std::move(*bytes), false};
            else
                done[i] = tl::unexpected(bytes.error());
        });
        for (Done& each : done)
            if (!each) return tl::unexpected(each.error());
        return entries;
    }

private:
    std::map<const Pyramid*, std::string> names_;
    std::vector<std::pair<std::string, SharedPicture>> pictures_;
};

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
void add_brief(const Painting& painting, std::vector<ZipEntry>& entries) {
    if (painting.brief == Brief{} && painting.log == WorkLog{}) return;
    std::vector<ZipEntry> pictures;
    const std::string json = write_brief(painting, [&](const KeptPicture& kept) {
        pictures.push_back({fmt::format("faithful-underpaint/brief/{}.jpg", pictures.size() + 1),
                            *kept.jpeg, false});
        return pictures.back().name;
    });
    entries.push_back({kBriefEntry, bytes_of(json), true});
    std::ranges::move(pictures, std::back_inserter(entries));
}

Progress part_of(const Progress& progress, float from, float to) {
    if (!progress) return {};
    return [=](float share) { progress(from + share * (to - from)); };
}

}  // namespace

Done save_painting(const std::filesystem::path& path, const Painting& painting,
                   const std::stop_token& stop, const Progress& progress,
                   const Replacing& replacing) {
    const std::string file = path.string();
    const Painting seen = as_seen(painting);  // by other programs
    if (seen.passes.size() + 1 > kMaxLayers)
        return trouble(file,
                       fmt::format("it has {} passes, and {} can be kept. Remove some; nothing "
                                   "was saved.",
                                   seen.passes.size(), kMaxLayers - 1));
    if (Done fits = check_memory(file, bytes_to_lay_out(seen)); !fits) return fits;
    auto layers = layers_of(seen, stop, part_of(progress, 0, 0.5F));
    auto merged = layers ? render_picture(seen, seen.passes.size(), seen.ground()->base().depth(),
                                          stop, part_of(progress, 0.5F, 0.7F))
                         : std::nullopt;
    if (!merged) return stopped();

    PictureEntries pictures;
    for (std::size_t i = 0; i < layers->size(); ++i) {
        Layer& layer = (*layers)[i];
        const std::string wanted =
            i == 0 ? "data/underpaint.png" : "data/pass-" + std::to_string(i) + ".png";
        layer.entry.src = pictures.name(layer.pixels, wanted);
    }
    LayerStack stack{painting.size(), nested(seen, *layers), {}, false};
    const SharedPicture shared = share(std::move(*merged));
    pictures.name(shared, kMergedEntry);
    pictures.name(thumbnail_of(shared), kThumbnailEntry);
    const std::string json = write_painting(
        painting, [&](const SharedPicture& picture) { return pictures.name(picture); });

    auto encoded = pictures.encode(file);
    if (!encoded) return tl::unexpected(encoded.error());
    if (stop.stop_requested()) return stopped();
    if (progress) progress(0.95F);
    const std::string xml = write_stack(stack);
    std::vector<ZipEntry> entries{{kMimetypeEntry, bytes_of(kMimetype), false},
                                  {kStackEntry, bytes_of(xml), true}};
    entries.push_back({kPaintingEntry, bytes_of(json), true});
    entries.push_back({kChecksumsEntry, bytes_of(checksums(xml, *layers, *encoded)), true});
    std::ranges::move(*encoded, std::back_inserter(entries));
    add_brief(painting, entries);
    if (Done opens = check_opens(file, json, xml, pictures, entries); !opens) return opens;
    return replace_file(
        path, [&](const std::filesystem::path& fresh) { return write_zip(fresh, file, entries); },
        replacing);
}

}  // namespace underpaint
