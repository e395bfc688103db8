// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/palette_library.h"

#include <algorithm>

#include "files/design_tokens.h"
#include "files/disk.h"
#include "files/json.h"
#include "files/palette_csv.h"
#include "files/path_text.h"
#include "files/user_folders.h"
#include "files/zip_container.h"

namespace underpaint {
namespace fs = std::filesystem;

namespace {

/// Our tokens in the place of those that the file had, with all else that it holds.
std::string among_theirs(const std::string& ours, const fs::path& path) {
    const auto bytes = read_file(path);
    if (!bytes) return ours;
    Json theirs = parse_json(text_of(*bytes));
    if (!theirs.is_object()) return ours;
    const Json made = parse_json(ours);
    const Json before = theirs.value("palette", Json::object());
    for (const auto& [name, member] : made.items()) theirs[name] = member;
    // Members of other programs, for tokens that still exist.
    for (const auto& [name, token] : before.items()) {
        Json& palette = theirs["palette"];
        if (!token.is_object() || !palette.contains(name) || !palette[name].is_object()) continue;
        for (const auto& [key, value] : token.items())
            if (!palette[name].contains(key)) palette[name][key] = value;
        if (token.contains("$extensions") && token.at("$extensions").is_object())
            for (const auto& [key, value] : token.at("$extensions").items())
                if (!palette[name]["$extensions"].contains(key))
                    palette[name]["$extensions"][key] = value;
    }
    return text_of(theirs);
}

}  // namespace

PaletteLibrary::PaletteLibrary(fs::path folder) : folder_(std::move(folder)) {}

PaletteLibrary PaletteLibrary::usual() {
    return PaletteLibrary(records_folder() / "palettes");
}

std::vector<fs::path> PaletteLibrary::palettes() const {
    std::vector<fs::path> paths;
    std::error_code error;
    for (fs::directory_iterator at(folder_, error), end; !error && at != end; at.increment(error))
        if (at->path().extension() == ".json" && paths.size() < kMostKept)
            paths.push_back(at->path());
    std::ranges::sort(paths);
    return paths;
}

Done PaletteLibrary::keep(const std::string& name, const Palette& palette) const {
    std::error_code error;
    fs::create_directories(folder_, error);
    if (error) return trouble(folder_.string(), "could not be made: " + error.message() + ".");
    return save_palette(folder_ / (file_name_for(name) + ".json"), name, palette);
}

Result<ReadPalette> open_palette(const fs::path& path) {
    const auto bytes = read_file(path);
    if (!bytes) return tl::unexpected(bytes.error());
    return parse_palette(path.string(), text_of(*bytes));
}

Done save_palette(const fs::path& path, const std::string& name, const Palette& palette) {
    const std::string text = path.extension() == ".csv"
                                 ? write_palette_csv(palette)
                                 : among_theirs(write_tokens(name, palette), path);
    return replace_file(path, bytes_of(text));
}

}  // namespace underpaint
