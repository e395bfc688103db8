// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/unsaved_folder.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <cstdlib>
#include <fstream>

#include "files/disk.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;

constexpr std::string_view kStem = "painting-", kUnique = "XXXXXX";
constexpr std::string_view kMark =
    "This folder was made by Faithful Underpaint for work that is not saved yet.\n"
    "It is removed once that work is saved or thrown away.\n";

bool is_real_folder(const fs::path& path) {
    std::error_code error;
    return fs::symlink_status(path, error).type() == fs::file_type::directory;
}

bool has_own_folder_name(const fs::path& folder) {
    const std::string name = folder.filename().string();
    return name.starts_with(kStem) && name.size() == kStem.size() + kUnique.size() &&
           std::ranges::all_of(name.substr(kStem.size()), [](unsigned char c) {
               return (c >= '0' && c <= '9') || (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z');
           });
}

bool is_own_file_name(const std::string& name) {
    // A killed save leaves a file whose name begins with that of its target.
    const std::string of = name.substr(0, name.find(kSavingMark));
    return of == kWholeFile || of == kLockFile || of == kMarkFile || is_numbered_name(of);
}

std::vector<fs::directory_entry> entries_of(const fs::path& folder) {
    std::vector<fs::directory_entry> entries;
    std::error_code error;
    for (fs::directory_iterator at(folder, error), end; !error && at != end; at.increment(error))
        entries.push_back(*at);
    return entries;
}

/// The first bytes of a plain file, no link.
std::string beginning_of(const fs::path& file, std::size_t bytes) {
    std::error_code error;
    if (fs::symlink_status(file, error).type() != fs::file_type::regular) return {};
    std::string text(bytes, '\0');
    std::ifstream in(file, std::ios::binary);
    in.read(text.data(), static_cast<std::streamsize>(bytes));
    text.resize(static_cast<std::size_t>(in.gcount()));
    return text;
}

bool is_marked(const fs::path& folder) {
    if (beginning_of(folder / kMarkFile, kMark.size()) == kMark) return true;
    // Earlier versions had no mark file, but wrote the schema first.
    return beginning_of(folder / kWholeFile, 80)
        .starts_with(std::string(R"({"schema":")") + kUnsavedSchemas);
}

}  // namespace

bool is_numbered_name(const std::string& name) {
    const std::size_t digits = name.find_first_not_of("0123456789");
    const std::string ending = digits == name.npos ? "" : name.substr(digits);
    return digits > 0 && digits < 10 && (ending == ".png" || ending == ".jpg" || ending == ".dat");
}

Result<fs::path> make_unsaved_folder(const fs::path& store) {
    const auto failed = [&](const std::string& why) {
        return trouble(store.string(), "unsaved work can't be kept there: " + why + ".");
    };
    std::error_code error;
    // An existing folder may belong to someone else or be a link: its rights are not changed.
    if (fs::create_directories(store, error)) fs::permissions(store, fs::perms::owner_all, error);
    if (error) return failed(error.message());
    std::string name = (store / (std::string(kStem) + std::string(kUnique))).string();
    if (::mkdtemp(name.data()) == nullptr) return failed(std::generic_category().message(errno));
    if (Done marked = replace_file(fs::path(name) / kMarkFile, bytes_of(kMark)); !marked) {
        fs::remove(name, error);
        return tl::unexpected(marked.error());
    }
    return name;
}

bool is_unsaved_folder(const fs::path& folder) {
    return has_own_folder_name(folder) && is_real_folder(folder) && is_marked(folder);
}

bool holds_only_ours(const fs::path& folder) {
    return std::ranges::all_of(entries_of(folder), [](const fs::directory_entry& entry) {
        std::error_code error;
        return entry.symlink_status(error).type() == fs::file_type::regular &&
               is_own_file_name(entry.path().filename().string());
    });
}

std::vector<fs::path> unsaved_folders(const fs::path& store) {
    std::vector<fs::path> folders;
    if (!is_real_folder(store)) return folders;
    for (const fs::directory_entry& entry : entries_of(store))
        if (is_unsaved_folder(entry.path())) folders.push_back(entry.path());
    return folders;
}

void remove_unsaved_folder(const fs::path& folder) {
    std::error_code ignored;
    // The work must not be offered half removed, and the mark must go last.
    fs::remove(folder / kWholeFile, ignored);
    for (const fs::directory_entry& entry : entries_of(folder)) {
        const std::string name = entry.path().filename().string();
        if (name != kMarkFile && is_own_file_name(name) && !entry.is_directory(ignored))
            fs::remove(entry.path(), ignored);
    }
    fs::remove(folder / kMarkFile, ignored);
    fs::remove(folder, ignored);
}

}  // namespace underpaint
