// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/tube_library.h"

#include <algorithm>

#include "files/disk.h"
#include "files/json.h"
#include "files/limits.h"
#include "files/palette_json.h"
#include "files/user_folders.h"
#include "files/zip_container.h"

namespace underpaint {
namespace fs = std::filesystem;

namespace {

constexpr const char* kSets = "sets";

/// What the file holds; an empty object where there is none.
Result<Json> contents_of(const fs::path& file) {
    std::error_code error;
    if (!fs::exists(file, error)) return Json::object();
    if (fs::file_size(file, error) > kMaxTextBytes)
        return trouble(file.string(), "is too large for a list of tubes; move it away.");
    const auto bytes = read_file(file);
    if (!bytes) return tl::unexpected(bytes.error());
    Json json = parse_json(text_of(*bytes));
    if (!json.is_object() || (json.contains(kSets) && !json.at(kSets).is_object()))
        return trouble(file.string(), "can't be read as a list of tubes; it was left as it is.");
    return json;
}

Done write(const fs::path& file, const Json& json) {
    std::error_code error;
    fs::create_directories(file.parent_path(), error);
    if (error)
        return trouble(file.parent_path().string(), "could not be made: " + error.message() + ".");
    return replace_file(file, bytes_of(text_of(json)));
}

}  // namespace

TubeLibrary::TubeLibrary(fs::path file) : file_(std::move(file)) {}

TubeLibrary TubeLibrary::usual() {
    return TubeLibrary(records_folder() / "tubes.json");
}

Result<std::vector<NamedTubes>> TubeLibrary::sets() const {
    const auto json = contents_of(file_);
    if (!json) return tl::unexpected(json.error());
    std::vector<NamedTubes> sets;
    if (!json->contains(kSets)) return sets;
    for (const auto& [name, set] : json->at(kSets).items()) {
        if (sets.size() >= kMostSets) break;
        try {
            NamedTubes named{name.substr(0, kLongestName), in_range(tubes_from_json(set))};
            if (!named.tubes.tubes.empty()) sets.push_back(std::move(named));
        } catch (const Json::exception&) {
            continue;  // it stays in the file
        }
    }
    std::ranges::sort(sets, {}, &NamedTubes::name);
    return sets;
}

Done TubeLibrary::keep(const std::string& name, const TubeSet& tubes) const {
    auto json = contents_of(file_);
    if (!json) return tl::unexpected(json.error());
    Json& sets = (*json)[kSets];
    if (!sets.is_object()) sets = Json::object();
    if (!sets.contains(name) && sets.size() >= kMostSets)
        return trouble(file_.string(), "holds as many sets of tubes as it can; drop one first.");
    sets[name] = to_json(tubes);
    return write(file_, *json);
}

Done TubeLibrary::drop(const std::string& name) const {
    auto json = contents_of(file_);
    if (!json) return tl::unexpected(json.error());
    if (!json->contains(kSets) || (*json)[kSets].erase(name) == 0) return {};
    return write(file_, *json);
}

}  // namespace underpaint
