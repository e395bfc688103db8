// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/opening.h"

#include <fmt/format.h>

#include <iostream>
#include <mutex>

#include "cli/commands.h"
#include "files/open_any.h"
#include "files/painter_files.h"
#include "files/today.h"
#include "painting/version_changes.h"
#include "terms/shown_name.h"

namespace underpaint {

Result<OpenedPainting> open_input(const std::filesystem::path& in, const OpenRequest& request) {
    auto opened = open_any(in, today(), request.under);
    if (!opened) return opened;
    const std::string file = in.string();
    if (request.strict && !opened->left_out.empty())
        return trouble(file, opened->left_out.front() + " Nothing was done, as --strict asks.");
    if (request.version) {
        const auto id = version_named(opened->painting, *request.version);
        if (!id)
            return trouble(file, "it has no version \"" + *request.version +
                                     "\". `underpaint versions` lists them.");
        opened->painting = with_version_chosen(std::move(opened->painting), *id);
    }
    static std::mutex mutex;  // several files are opened at once
    const std::scoped_lock lock(mutex);
    for (const std::string& notice : opened->notices)
        std::cerr << "underpaint: " << printable(file + ": " + notice) << '\n';
    return opened;
}

HouseRules own_rules() {
    const auto rules = PainterFiles::usual().rules();
    if (!rules) report(rules.error());  // and goes on with the defaults
    return rules.value_or(HouseRules{});
}

Done check_output(const std::filesystem::path& out) {
    namespace fs = std::filesystem;
    std::error_code error;
    const fs::path folder = out.has_parent_path() ? out.parent_path() : fs::path(".");
    if (fs::is_directory(out, error) || !out.has_filename())
        return trouble(out.string(), "this is a folder. Name a file to write.");
    if (!fs::is_directory(folder, error))
        return trouble(out.string(), "there is no folder " + folder.string() + ".");
    return {};
}

Done check_not_over_partial(const OpenedPainting& opened, const std::filesystem::path& in,
                            const std::filesystem::path& out, bool even_partial) {
    std::error_code error;
    if (opened.left_out.empty() || even_partial || !std::filesystem::equivalent(in, out, error))
        return {};
    return trouble(out.string(),
                   "it holds more than could be read, which would be lost. Save under another "
                   "name, or say --even-partial.");
}

Done check_foci(const std::string& file, const Painting& painting, std::span<const Focus> foci) {
    const Size size = painting.size();
    for (const Focus& focus : foci)
        if (focus.centre.x < 0 || focus.centre.y < 0 || focus.centre.x > size.width ||
            focus.centre.y > size.height)
            return trouble(file,
                           fmt::format("the focus at {}, {} lies outside the picture, which "
                                       "is {} x {} pixels.",
                                       focus.centre.x, focus.centre.y, size.width, size.height));
    return {};
}

}  // namespace underpaint
