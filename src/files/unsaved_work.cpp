// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/unsaved_work.h"

#include <algorithm>
#include <set>

#include "files/brief_json.h"
#include "files/foreign_entries.h"
#include "files/kept_pictures.h"
#include "files/painting_json.h"
#include "files/png.h"
#include "files/tile_patch.h"
#include "files/unsaved_folder.h"
#include "files/unsaved_note_json.h"
#include "files/zip_container.h"

namespace underpaint {
namespace fs = std::filesystem;

UnsavedWork::UnsavedWork(fs::path folder, FileLock lock)
    : folder_(std::move(folder)), lock_(std::move(lock)) {}

Result<UnsavedWork> UnsavedWork::begin(const fs::path& store) {
    auto folder = make_unsaved_folder(store);
    if (!folder) return tl::unexpected(folder.error());
    auto lock = FileLock::take(*folder / kLockFile);
    if (!lock)
        return trouble(folder->string(), "unsaved work can't be kept there: it can't be locked.");
    return UnsavedWork(std::move(*folder), std::move(*lock));
}

Result<UnsavedWork> UnsavedWork::take_up(const fs::path& folder) {
    std::error_code error;
    auto lock = fs::is_directory(folder, error) ? FileLock::take(folder / kLockFile) : std::nullopt;
    if (!lock) return trouble(folder.string(), "another window has it, or it is gone.");
    UnsavedWork work(folder, std::move(*lock));
    // Files are replaced only once their successors exist.
    for (fs::directory_iterator at(folder, error), end; !error && at != end; at.increment(error))
        if (const std::string name = at->path().filename().string(); is_numbered_name(name))
            work.number_ = std::max(work.number_, static_cast<std::size_t>(std::stoul(name)));
    return work;
}

std::string UnsavedWork::fresh_name(const char* ending) {
    return std::to_string(++number_) + ending;
}

Done UnsavedWork::keep(const Painting& painting, const UnsavedNote& note,
                       const std::stop_token& stop) {
    std::set<std::string> used;
    std::vector<std::pair<std::string, SharedPicture>> pictures;
    std::vector<std::pair<std::string, KeptPicture>> photographs;
    std::vector<std::pair<std::string, std::shared_ptr<const Bytes>>> foreign;
    const auto name_of = [&](const std::shared_ptr<const void>& what, const char* ending,
                             const auto& wanted, auto& fresh) {
        Written& written = written_[what.get()];
        if (written.what.lock() != what) {  // another picture at the address of one that is gone
            const auto asked =
                std::ranges::find(fresh, wanted, [](const auto& each) { return each.second; });
            if (asked != fresh.end()) return asked->first;
            written = {};
            fresh.emplace_back(fresh_name(ending), wanted);
            used.insert(fresh.back().first);
            return fresh.back().first;
        }
        used.insert(written.name);
        return written.name;
    };
    Json json{{"schema", kUnsavedSchema}, {"note", to_json(note)}};
    json["painting"] = parse_json(write_painting(painting, [&](const SharedPicture& picture) {
        return name_of(picture, ".png", picture, pictures);
    }));
    json["brief"] = parse_json(write_brief(painting, [&](const KeptPicture& kept) {
        return name_of(kept.jpeg, ".jpg", kept, photographs);
    }));
    for (const ForeignEntry& each : still_kept(painting))
        json["entries"].push_back(
            {each.name, name_of(each.bytes, ".dat", each.bytes, foreign), each.of_layer});
    std::erase_if(written_, [](const auto& each) { return each.second.what.expired(); });

    for (const auto& [name, picture] : pictures) {
        if (stop.stop_requested()) return stopped();
        if (Done done = write_picture(name, picture); !done) return done;
    }
    // A picture that left the painting may still be the base of one that is in it.
    const std::set<std::string> in_painting = used;
    for (std::string name : in_painting)
        for (auto file = picture_files_.find(name);
             file != picture_files_.end() && !file->second.of.empty();
             file = picture_files_.find(name)) {
            json["patches"][name] = {{"of", file->second.of}, {"tiles", file->second.tiles}};
            name = file->second.of;
            used.insert(name);
        }
    for (const auto& [name, kept] : photographs) {
        if (Done done = replace_file(folder_ / name, *kept.jpeg); !done) return done;
        written_[kept.jpeg.get()] = {kept.jpeg, name};
    }
    for (const auto& [name, entry] : foreign) {
        if (Done done = replace_file(folder_ / name, *entry); !done) return done;
        written_[entry.get()] = {entry, name};
    }
    if (stop.stop_requested()) return stopped();
    if (Done done = replace_file(folder_ / kWholeFile, bytes_of(line_of(json))); !done) return done;

    std::error_code error;
    for (fs::directory_iterator at(folder_, error), end; !error && at != end; at.increment(error)) {
        const std::string name = at->path().filename().string();
        std::error_code ignored;
        if (is_numbered_name(name) && !used.contains(name)) fs::remove(at->path(), ignored);
    }
    std::erase_if(written_, [&](const auto& each) { return !used.contains(each.second.name); });
    std::erase_if(picture_files_, [&](const auto& each) { return !used.contains(each.first); });
    for (auto& [name, picture] : picture_files_)
        if (!in_painting.contains(name)) picture.pixels.reset();
    return {};
}

/// As what tells it from the likest picture that is kept already, where that is less than all.
Done UnsavedWork::write_picture(const std::string& name, const SharedPicture& picture) {
    const Picture& pixels = picture->base();
    PictureFile file{pixels, {}, {}, 0, 0};
    const auto all = static_cast<std::size_t>(TileGrid{pixels.size()}.count());
    for (const auto& [other, kept] : picture_files_) {
        if (!kept.pixels || !alike(*kept.pixels, pixels) || kept.patches == kMostPatches) continue;
        std::vector<int> tiles = tiles_apart(pixels, *kept.pixels);
        if (tiles.empty()) tiles.push_back(0);  // a picture has at least one
        // From half of the tiles on a picture is written whole. The patches of one picture never
        // exceed its size.
        if (2 * tiles.size() > all || kept.patched + tiles.size() > all) continue;
        if (file.of.empty() || tiles.size() < file.tiles.size())
            file = {pixels, other, std::move(tiles), kept.patches + 1, 0};
    }
    if (!file.of.empty()) file.patched = picture_files_[file.of].patched + file.tiles.size();
    const auto bytes =
        write_png(name, file.of.empty() ? pixels : stacked(pixels, file.tiles), PngEffort::quick);
    if (!bytes) return tl::unexpected(bytes.error());
    if (Done done = replace_file(folder_ / name, *bytes); !done) return done;
    written_[picture.get()] = {picture, name};
    picture_files_[name] = std::move(file);
    return {};
}

void UnsavedWork::drop() {
    remove_unsaved_folder(folder_);
    written_.clear();
    picture_files_.clear();
}

}  // namespace underpaint
