// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/painter_files.h"

#include <algorithm>

#include "files/brief_json.h"
#include "files/own_file.h"
#include "files/path_text.h"
#include "files/user_folders.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
constexpr std::size_t kMostRoutes = 200;

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
