// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/painter_files.h"

#include <algorithm>

#include "files/brief_json.h"
#include "files/disk.h"
#include "files/limits.h"
#include "files/path_text.h"
#include "files/user_folders.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
constexpr std::size_t kMostRoutes = 200;

bool is_there(const fs::path& path) {
    std::error_code error;
    return fs::exists(path, error);
}

template <class Parse>
auto read_with(const fs::path& path, Parse parse)
    -> decltype(parse(std::string(), std::string_view())) {
    const auto bytes = read_file(path);
    if (!bytes) return tl::unexpected(bytes.error());
    if (bytes->size() > kMaxTextBytes) return trouble(path.string(), "it is too large to be one.");
    return parse(path.string(), text_of(*bytes));
}

template <class Parse>
auto read_own(const fs::path& path, Parse parse)
    -> decltype(parse(std::string(), std::string_view())) {
    if (!is_there(path)) return {};
    return read_with(path, parse);
}

Done write_text(const fs::path& path, const std::string& text) {
    std::error_code error;
    fs::create_directories(path.parent_path(), error);
    if (error) return trouble(path.string(), "its folder can't be made: " + error.message() + ".");
    return replace_file(path, bytes_of(text));
}

/// What could not be read is put aside before anything takes its place.
template <class Parse>
Done write_own(const fs::path& path, const std::string& text, Parse parse) {
    if (is_there(path) && !read_own(path, parse)) {
        std::error_code error;
        fs::rename(path, path.string() + ".damaged", error);
        if (error) return trouble(path.string(), "it can't be put aside: " + error.message() + ".");
    }
    return write_text(path, text);
}

}  // namespace

PainterFiles::PainterFiles(fs::path settings, fs::path records)
    : rules_(settings / "house-rules.json"),
      routes_(settings / "routes"),
      past_(records / "times.json") {}

PainterFiles PainterFiles::usual() {
    return {settings_folder(), records_folder()};
}

Result<HouseRules> PainterFiles::rules() const {
    return read_own(rules_, parse_rules);
}
Done PainterFiles::save_rules(const HouseRules& rules) const {
    return write_own(rules_, write_rules(rules), parse_rules);
}

std::vector<Route> PainterFiles::routes(std::vector<Trouble>& troubles) const {
    std::vector<fs::path> paths;
    std::error_code error;
    for (fs::directory_iterator at(routes_, error), end; !error && at != end; at.increment(error))
        if (at->path().extension() == ".json" && paths.size() < kMostRoutes)
            paths.push_back(at->path());
    std::ranges::sort(paths);
    std::vector<Route> routes;
    for (const fs::path& path : paths) {
        auto route = open_route(path);
        if (route)
            routes.push_back(std::move(*route));
        else
            troubles.push_back(route.error());
    }
    return routes;
}
Done PainterFiles::save_route(const Route& route) const {
    return underpaint::save_route(routes_ / (file_name_for(route.name) + ".json"), route);
}

Result<std::vector<PastPainting>> PainterFiles::past() const {
    return read_own(past_, parse_past);
}
Done PainterFiles::save_past(const std::vector<PastPainting>& past) const {
    return write_own(past_, write_past(past), parse_past);
}

Result<Route> open_route(const fs::path& path) {
    return read_with(path, parse_route);
}
Done save_route(const fs::path& path, const Route& route) {
    return write_text(path, write_route(route));
}

}  // namespace underpaint
