// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/left_work.h"

#include <algorithm>
#include <functional>
#include <map>

#include "files/brief_json.h"
#include "files/foreign_entries.h"
#include "files/kept_pictures.h"
#include "files/limits.h"
#include "files/painting_json.h"
#include "files/png.h"
#include "files/tile_patch.h"
#include "files/unsaved_folder.h"
#include "files/unsaved_note_json.h"
#include "files/unsaved_work.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;

constexpr std::size_t kMostOffered = 20;
constexpr std::chrono::hours kOld = std::chrono::days(30);
constexpr const char* kLeftFolder = "left";
// The folder of earlier builds, which wrote every picture whole.
constexpr const char* kBefore = "faithful-underpaint/unsaved-1";

/// What is kept as a whole; trouble where it is of another version, cut short or made up.
Result<Json> read_whole(const fs::path& folder) {
    const std::string file = (folder / kWholeFile).string();
    const auto bytes = read_file(file);
    if (!bytes) return tl::unexpected(bytes.error());
    if (bytes->size() > kMaxTextBytes) return trouble(file, "it is too large to be unsaved work.");
    Json json = parse_json(text_of(*bytes), kUnsavedNesting);
    if (!json.is_object() || !json.contains("note") || !json.contains("painting"))
        return trouble(file, "it is damaged, and can't be brought back.");
    if (!json.contains("schema") ||
        (json.at("schema") != kUnsavedSchema && json.at("schema") != kBefore))
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
        return trouble(kWholeFile, "it is damaged, and can't be brought back.");
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
        // A damaged list may say that a picture lies on itself.
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

fs::file_time_type kept_at(const fs::path& folder) {
    std::error_code error;
    const auto time = fs::last_write_time(folder / kWholeFile, error);
    return error ? fs::file_time_type::min() : time;
}

/// Moves a folder to where it waits to be removed, and notes there when that was.
void put_away(const fs::path& folder, const fs::path& put_aside) {
    std::error_code error;
    fs::create_directory(put_aside, error);
    if (fs::symlink_status(put_aside, error).type() != fs::file_type::directory) return;
    const fs::path moved = put_aside / folder.filename();
    fs::rename(folder, moved, error);  // fails if a folder of this name waits there already
    if (!error) fs::last_write_time(moved, fs::file_time_type::clock::now(), error);
}

}  // namespace

std::vector<LeftWork> left_work(const fs::path& store) {
    std::vector<fs::path> folders = unsaved_folders(store);
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
        } catch (const std::exception&) {
            continue;  // it can't be told apart, and must not stop a start
        }
    }
    return left;
}

Result<Painting> open_left_work(const fs::path& folder, const std::stop_token& stop) {
    const auto json = read_whole(folder);
    if (!json) return tl::unexpected(json.error());
    const std::string file = (folder / kWholeFile).string();
    const auto bytes = [&](const std::string& name) -> Result<Bytes> {
        if (!is_numbered_name(name)) return trouble(file, "it names a picture that it can't have.");
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
                        [&](const std::string& entry, std::string name,
                            KeptCheck check) -> Result<KeptPicture> {
                            auto jpeg = bytes(entry);
                            if (!jpeg) return tl::unexpected(jpeg.error());
                            return kept_from(file, std::move(name), std::move(*jpeg), check);
                        });
        if (brief) take_over(std::move(*brief), parsed->painting);
    }
    if (Done done = read_entries(*json, bytes, parsed->painting); !done)
        return tl::unexpected(done.error());
    return std::move(parsed->painting);
}

void tidy_left_work(const fs::path& store, std::chrono::sys_seconds now) {
    const auto before = [&](std::chrono::seconds age) {
        return std::chrono::file_clock::from_sys(now - age);
    };
    const fs::path put_aside = store / kLeftFolder;
    for (const fs::path& folder : unsaved_folders(put_aside)) {
        std::error_code error;
        if (const auto moved = fs::last_write_time(folder, error);
            !error && moved < before(kOld) && holds_only_ours(folder))
            remove_unsaved_folder(folder);
    }
    std::vector<fs::path> folders = unsaved_folders(store);
    std::ranges::sort(folders, std::greater(), kept_at);
    for (std::size_t i = 0; i < folders.size(); ++i) {
        const auto kept = kept_at(folders[i]);
        const bool empty = kept == fs::file_time_type::min();
        std::error_code error;
        const auto touched = empty ? fs::last_write_time(folders[i], error) : kept;
        // An empty folder may have been made a moment ago.
        const bool old = !error && touched < before(empty ? std::chrono::hours(1) : kOld);
        if (!old || (!empty && i < kMostOffered) || !holds_only_ours(folders[i])) continue;
        if (auto work = UnsavedWork::take_up(folders[i])) put_away(folders[i], put_aside);
    }
}

}  // namespace underpaint
