// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/paper_profiles.h"

#include <algorithm>
#include <array>
#include <cstdlib>
#include <fstream>
#include <string_view>

#include "files/disk.h"
#include "icc/generic_paper.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
constexpr int kMostFiles = 2000, kDeepest = 4;

std::vector<fs::path> data_folders() {
    std::vector<fs::path> folders;
    const auto add = [&](const std::string& list) {
        for (std::size_t from = 0; from <= list.size();) {
            const std::size_t colon = std::min(list.find(':', from), list.size());
            // The specification says to ignore relative paths.
            if (const fs::path folder = list.substr(from, colon - from); folder.is_absolute())
                folders.push_back(folder / "color" / "icc");
            from = colon + 1;
        }
    };
    const char *own = std::getenv("XDG_DATA_HOME"), *home = std::getenv("HOME"),
               *all = std::getenv("XDG_DATA_DIRS");
    if (own != nullptr && *own != 0)
        add(own);
    else if (home != nullptr)
        add(std::string(home) + "/.local/share");
    add(all != nullptr && *all != 0 ? all : "/usr/local/share:/usr/share");
    return folders;
}

Result<Bytes> read_profile(const fs::path& file) {
    std::error_code error;
    if (const auto size = fs::file_size(file, error); !error && size > kMaxProfile)
        return trouble(file.string(), "it is larger than a profile ever is.");
    return read_file(file);
}

/// Only the header is read: 128 bytes (ICC.1, 7.2).
bool is_printers(const fs::path& file) {
    std::error_code error;
    // Opening a pipe would wait for a writer.
    if (!fs::is_regular_file(file, error)) return false;
    std::array<char, 128> head{};
    std::ifstream from(file, std::ios::binary);
    if (!from.read(head.data(), head.size())) return false;
    constexpr std::size_t class_at = 12;
    return std::string_view(head.data() + class_at, 4) == "prtr";
}

}  // namespace

Result<std::shared_ptr<const PrintProof>> open_paper(const fs::path& file, PrintIntent intent) {
    if (file.empty()) {
        const auto profile = generic_paper_profile();
        return PrintProof::for_paper("the paper of the program", profile, intent);
    }
    const auto bytes = read_profile(file);
    if (!bytes) return tl::unexpected(bytes.error());
    return PrintProof::for_paper(file.string(), *bytes, intent);
}

std::vector<PaperProfile> paper_profiles() {
    std::vector<PaperProfile> found;
    int seen = 0;
    for (const fs::path& folder : data_folders()) {
        std::error_code error;
        fs::recursive_directory_iterator at(folder, fs::directory_options::skip_permission_denied,
                                            error);
        for (const fs::recursive_directory_iterator end; !error && at != end && seen < kMostFiles;
             at.increment(error)) {
            if (at.depth() >= kDeepest) at.disable_recursion_pending();
            const std::string ending = at->path().extension().string();
            if (ending != ".icc" && ending != ".icm" && ending != ".ICC" && ending != ".ICM")
                continue;
            ++seen;
            if (!is_printers(at->path())) continue;
            const auto bytes = read_profile(at->path());
            const auto name = bytes ? PrintProof::name_of_paper(*bytes) : std::nullopt;
            if (!name) continue;
            found.push_back({name->empty() ? at->path().stem().string() : *name, at->path()});
        }
    }
    std::ranges::sort(found, {}, &PaperProfile::name);
    found.insert(found.begin(), {kGenericPaperName, {}});
    return found;
}

}  // namespace underpaint
