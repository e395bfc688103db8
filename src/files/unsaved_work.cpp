// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/unsaved_work.h"

#include <fmt/format.h>

#include <algorithm>
#include <cerrno>
#include <cstdlib>
#include <set>

#include "files/brief_json.h"
#include "files/foreign_entries.h"
#include "files/json.h"
#include "files/kept_pictures.h"
#include "files/limits.h"
#include "files/painting_json.h"
#include "files/png.h"
#include "files/tile_patch.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;

constexpr const char* kNoteSchema = "faithful-underpaint/unsaved-2";
constexpr const char* kBefore = "faithful-underpaint/unsaved-1";  // every picture is whole
constexpr const char* kWhole = "painting.json";                   // written last
constexpr const char* kLock = "lock";
constexpr std::size_t kMostOffered = 20;
constexpr auto kOld = std::chrono::days(30);
constexpr std::size_t kMostPatches = 50;  // one upon the other

/// A name that this program may have given to a file of such a folder: "12.png".
bool is_own_name(const std::string& name) {
    const std::size_t digits = name.find_first_not_of("0123456789");
    const std::string ending = digits == name.npos ? "" : name.substr(digits);
    return digits > 0 && digits < 10 && (ending == ".png" || ending == ".jpg" || ending == ".dat");
}

Json to_json(const UnsavedNote& note) {
    Json json{{"name", note.name},
              {"when", note.when.time_since_epoch().count()},
              {"changes", note.changes},
              {"last_change", note.last_change}};
    if (!note.file.empty()) json["file"] = note.file.string();
    if (note.stamp)
        json["stamp"] = {note.stamp->device, note.stamp->inode, note.stamp->size,
                         note.stamp->changed};
    return json;
}

UnsavedNote note_from(const Json& json) {
    UnsavedNote note;
    note.name = json.at("name");
    note.when = std::chrono::sys_seconds(std::chrono::seconds(json.at("when").get<std::int64_t>()));
    note.changes = json.at("changes");
    note.last_change = json.at("last_change");
    note.file = json.value("file", "");
    if (json.contains("stamp")) {
        const Json& stamp = json.at("stamp");
        note.stamp = {stamp.at(0), stamp.at(1), stamp.at(2), stamp.at(3)};
    }
    return note;
}

/// What is kept as a whole; trouble where it is of another version, cut short or made up.
Result<Json> read_whole(const fs::path& folder) {
    const std::string file = (folder / kWhole).string();
    const auto bytes = read_file(file);
    if (!bytes) return tl::unexpected(bytes.error());
    if (bytes->size() > kMaxTextBytes) return trouble(file, "it is too large to be unsaved work.");
    Json json = Json::parse(text_of(*bytes), nullptr, false);
    if (!json.is_object() || !json.contains("note") || !json.contains("painting"))
        return trouble(file, "it is damaged, and can't be brought back.");
    if (const std::string schema = json.value("schema", "");
        schema != kNoteSchema && schema != kBefore)
        return trouble(file, "it was kept by another version of this program.");
    return json;
}

/// What other programs keep in the painting's file.
Done read_entries(const Json& json, const std::function<Result<Bytes>(const std::string&)>& bytes,
                  Painting& painting) {
    if (!json.contains("entries")) return {};
    std::vector<ForeignEntry> entries;
    try {
        for (const Json& each : json.at("entries")) {
            auto read = bytes(each.at(1));
            if (!read) return tl::unexpected(read.error());
            entries.push_back(
                {each.at(0), std::make_shared<const Bytes>(std::move(*read)), each.at(2)});
        }
    } catch (const Json::exception&) {
        return trouble(kWhole, "it is damaged, and can't be brought back.");
    }
    change_foreign(painting, [&](ForeignFile& file) { file.entries = std::move(entries); });
    return {};
}

/// The pictures of a folder, each put together once.
class KeptPictureFiles {
public:
    using Read = std::function<Result<Bytes>(const std::string&)>;
    KeptPictureFiles(const Json& json, Read bytes, std::stop_token stop)
        : patches_(json.value("patches", Json::object())),
          bytes_(std::move(bytes)),
          stop_(std::move(stop)) {}

    Result<SharedPicture> read(const std::string& name) { return read(name, 0); }

private:
    Result<SharedPicture> read(const std::string& name, std::size_t patches) {
        if (const auto known = pictures_.find(name); known != pictures_.end()) return known->second;
        auto pixels = bytes_(name)
                          .and_then([&](const Bytes& png) { return read_png(name, png, stop_); })
                          .map([](Decoded decoded) { return std::move(decoded.picture); });
        if (pixels && patches_.contains(name)) pixels = patch(name, *pixels, patches);
        if (!pixels) return tl::unexpected(pixels.error());
        return pictures_[name] = share(std::move(*pixels));
    }
    Result<Picture> patch(const std::string& name, const Picture& stack, std::size_t patches) {
        // One of them may be said to lie upon itself.
        if (patches == kMostPatches) return trouble(name, "too many pictures lie below it.");
        try {
            const auto tiles = patches_.at(name).at("tiles").get<std::vector<int>>();
            return read(patches_.at(name).at("of"), patches + 1)
                .and_then([&](const SharedPicture& base) {
                    return patched(name, base->base(), stack, tiles);
                });
        } catch (const Json::exception&) {
            return trouble(name, "where it belongs can't be read.");
        }
    }

    Json patches_;
    Read bytes_;
    std::stop_token stop_;
    std::map<std::string, SharedPicture> pictures_;
};

std::vector<fs::path> folders_in(const fs::path& store) {
    std::vector<fs::path> folders;
    std::error_code error;
    for (fs::directory_iterator at(store, error), end; !error && at != end; at.increment(error))
        if (at->is_directory(error)) folders.push_back(at->path());
    return folders;
}

fs::file_time_type kept_at(const fs::path& folder) {
    std::error_code error;
    const auto time = fs::last_write_time(folder / kWhole, error);
    return error ? fs::file_time_type::min() : time;
}

}  // namespace

UnsavedWork::UnsavedWork(fs::path folder, FileLock lock)
    : folder_(std::move(folder)), lock_(std::move(lock)) {}

Result<UnsavedWork> UnsavedWork::begin(const fs::path& store) {
    const auto failed = [&](const std::string& why) {
        return trouble(store.string(), "unsaved work can't be kept there: " + why + ".");
    };
    std::error_code error;
    fs::create_directories(store, error);
    if (error) return failed(error.message());
    fs::permissions(store, fs::perms::owner_all, error);  // it may be nobody else's to see
    std::string name = (store / "painting-XXXXXX").string();
    if (::mkdtemp(name.data()) == nullptr) return failed(std::generic_category().message(errno));
    auto lock = FileLock::take(fs::path(name) / kLock);
    if (!lock) return failed(std::generic_category().message(errno));
    return UnsavedWork(name, std::move(*lock));
}

Result<UnsavedWork> UnsavedWork::take_up(const fs::path& folder) {
    std::error_code error;
    auto lock = fs::is_directory(folder, error) ? FileLock::take(folder / kLock) : std::nullopt;
    if (!lock) return trouble(folder.string(), "another window has it, or it is gone.");
    UnsavedWork work(folder, std::move(*lock));
    // What is there is not written over before something else stands in its place.
    for (fs::directory_iterator at(folder, error), end; !error && at != end; at.increment(error))
        if (const std::string name = at->path().filename().string(); is_own_name(name))
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
        if (written.what.lock() != what) {  // another that lies where one lay that is gone
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
    Json json{{"schema", kNoteSchema}, {"note", to_json(note)}};
    json["painting"] = Json::parse(write_painting(painting, [&](const SharedPicture& picture) {
        return name_of(picture, ".png", picture, pictures);
    }));
    json["brief"] = Json::parse(write_brief(painting, [&](const KeptPicture& kept) {
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
    // A picture that is not in the painting any more may lie below one that is.
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
    if (Done done = replace_file(folder_ / kWhole, bytes_of(json.dump())); !done) return done;

    std::error_code error;
    for (fs::directory_iterator at(folder_, error), end; !error && at != end; at.increment(error)) {
        const std::string name = at->path().filename().string();
        std::error_code ignored;
        if (is_own_name(name) && !used.contains(name)) fs::remove(at->path(), ignored);
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
        // Half of one is as well written whole; together they are never more than two.
        if (2 * tiles.size() > all || kept.patched + tiles.size() > all) continue;
        if (file.of.empty() || tiles.size() < file.tiles.size())
            file = {pixels, other, std::move(tiles), kept.patches + 1, 0};
    }
    if (!file.of.empty()) file.patched = picture_files_[file.of].patched + file.tiles.size();
    const auto bytes = write_png(name, file.of.empty() ? pixels : stacked(pixels, file.tiles));
    if (!bytes) return tl::unexpected(bytes.error());
    if (Done done = replace_file(folder_ / name, *bytes); !done) return done;
    written_[picture.get()] = {picture, name};
    picture_files_[name] = std::move(file);
    return {};
}

void UnsavedWork::drop() {
    std::error_code ignored;
    // First what makes it whole: it is not to be offered half removed.
    fs::remove(folder_ / kWhole, ignored);
    fs::remove_all(folder_, ignored);
    written_.clear();
    picture_files_.clear();
}

std::vector<LeftWork> left_work(const fs::path& store) {
    std::vector<fs::path> folders = folders_in(store);
    std::erase_if(folders, [](const fs::path& folder) {
        return kept_at(folder) == fs::file_time_type::min();
    });
    std::ranges::sort(folders, std::greater(), kept_at);
    std::vector<LeftWork> left;
    for (const fs::path& folder : folders) {
        if (left.size() == kMostOffered) break;
        if (!UnsavedWork::take_up(folder)) continue;
        try {
            if (const auto json = read_whole(folder))
                left.push_back({folder, note_from(json->at("note"))});
        } catch (const Json::exception&) {
            continue;  // what it is can't be told
        }
    }
    return left;
}

Result<Painting> open_left_work(const fs::path& folder, const std::stop_token& stop) {
    const auto json = read_whole(folder);
    if (!json) return tl::unexpected(json.error());
    const std::string file = (folder / kWhole).string();
    const auto bytes = [&](const std::string& name) -> Result<Bytes> {
        if (!is_own_name(name)) return trouble(file, "it names a picture that it can't have.");
        return read_file(folder / name);
    };
    KeptPictureFiles files(*json, bytes, stop);
    auto parsed = parse_painting(file, json->at("painting").dump(),
                                 [&](const std::string& name) { return files.read(name); });
    if (stop.stop_requested()) return stopped();
    if (!parsed) return tl::unexpected(parsed.error());
    if (json->contains("brief")) {
        auto brief =
            parse_brief(file, json->at("brief").dump(),
                        [&](const std::string& entry, std::string name) -> Result<KeptPicture> {
                            auto jpeg = bytes(entry);
                            if (!jpeg) return tl::unexpected(jpeg.error());
                            return kept_from(file, std::move(name), std::move(*jpeg));
                        });
        if (brief) {
            parsed->painting.brief = std::move(brief->brief);
            parsed->painting.log = std::move(brief->log);
            if (!brief->unknown.empty())
                change_foreign(parsed->painting, [&](ForeignFile& foreign) {
                    foreign.brief_members = std::move(brief->unknown);
                });
        }
    }
    if (Done done = read_entries(*json, bytes, parsed->painting); !done)
        return tl::unexpected(done.error());
    return std::move(parsed->painting);
}

void tidy_left_work(const fs::path& store, std::chrono::sys_seconds now) {
    std::vector<fs::path> folders = folders_in(store);
    std::ranges::sort(folders, std::greater(), kept_at);
    for (std::size_t i = 0; i < folders.size(); ++i) {
        const auto kept = kept_at(folders[i]);
        const bool empty = kept == fs::file_time_type::min();
        std::error_code error;
        const auto touched = empty ? fs::last_write_time(folders[i], error) : kept;
        // What holds nothing may just be begun.
        const bool old = std::chrono::file_clock::to_sys(touched) <
                         now - (empty ? std::chrono::hours(1) : std::chrono::hours(kOld));
        if (!old || (!empty && i < kMostOffered)) continue;
        if (auto work = UnsavedWork::take_up(folders[i])) work->drop();
    }
}

}  // namespace underpaint
