// SPDX-License-Identifier: GPL-3.0-or-later
// The command watch.
#include <fmt/chrono.h>
#include <fmt/format.h>

#include <algorithm>
#include <csignal>
#include <cstdio>
#include <iostream>

#include "cli/commands.h"
#include "cli/opening.h"
#include "files/audit_json.h"
#include "files/today.h"
#include "painting/changes.h"
#include "terms/figures.h"
#include "terms/shown_name.h"
#include "watch/file_notices.h"
#include "watch/watched_file.h"

namespace underpaint {
namespace {

volatile std::sig_atomic_t asked_to_end = 0;

void end_when_asked() {
    struct sigaction action = {};
    action.sa_handler = [](int) { asked_to_end = 1; };
    for (const int signal : {SIGTERM, SIGINT, SIGHUP}) ::sigaction(signal, &action, nullptr);
}

std::string now_as_iso() {
    const auto now = std::chrono::system_clock::now();
    return fmt::format("{:%Y-%m-%dT%H:%M:%SZ}",
                       fmt::gmtime(std::chrono::system_clock::to_time_t(now)));
}

class Teller {
public:
    Teller(const WatchRequest& request, std::string file)
        : request_(request), file_(std::move(file)) {}

    void operator()(const WatchedFile::Saved& saved) const {
        if (saved.sealed) return tell_sealed(saved.kept.size);
        std::string changed = in_words(saved.changes, saved.save.painting);
        if (!saved.kept.layers.empty()) changed += (changed.empty() ? "" : " ") + saved.kept.layers;
        if (request_.json) {
            std::cout << write_save({now_as_iso(), file_, saved.kept.number, saved.save.painting,
                                     saved.save.audit, saved.save.size, changed,
                                     saved.save.notices});
            return;
        }
        fmt::print("{}  {}: save {}", now_as_iso(), shown_name(file_), saved.kept.number);
        for (const MeasureRecord* measure : kMeasures) {
            const auto words =
                measure->column ? measure->words(saved.save.figures()) : std::nullopt;
            if (words)
                fmt::print("  {} {} ({})", lower_case(measure->label), words->balance,
                           id_of(words->verdict));
        }
        fmt::print("  {}\n", changed);
        for (const std::string& notice : saved.save.notices) fmt::print("    {}\n", notice);
    }
    void operator()(const WatchedFile::Unreadable& trouble) const {
        std::fflush(stdout);
        fmt::print(stderr, "{}\n", trouble.words);
    }

    void operator()(const Unlike& unlike) const {
        std::fflush(stdout);
        fmt::print(stderr,
                   "{}: it does not look like the picture that was sealed: their greys agree by "
                   "{:.0f}%, and it has another shape.\n",
                   shown_name(file_), 100 * unlike.certainty);
    }

private:
    /// Beside the objects of JSON, so that a script knows from when on a save is measured.
    void tell_sealed(Size size) const {
        fmt::print(request_.json ? stderr : stdout,
                   "{}  {}: {} x {}, sealed; later saves are measured against it\n", now_as_iso(),
                   shown_name(file_), size.width, size.height);
    }

    const WatchRequest& request_;
    std::string file_;
};

/// What has become of a file is told. True: a save of it was measured.
bool tell_next(const WatchRequest& request, WatchedFile& file) {
    bool measured = false;
    {
        const auto event = file.look(WatchedFile::Clock::now());
        if (!event) return false;
        std::visit(Teller(request, file.path().string()), *event);
        std::cout.flush();
        std::fflush(stdout);
        const auto* saved = std::get_if<WatchedFile::Saved>(&*event);
        measured = saved != nullptr && !saved->sealed;
    }
    file.rest();
    return measured;
}

}  // namespace

int run(const WatchRequest& request) {
    std::optional<Painting> against;
    if (request.against) {
        auto opened = open_input(*request.against);
        if (!opened) return report(opened.error());
        against = std::move(opened->painting);
        if (!against->sealed()) *against = with_seal(std::move(*against), today());
    }
    end_when_asked();
    std::vector<WatchedFile> files;
    for (const std::filesystem::path& file : request.in) {
        files.emplace_back(file, against, request.reader, own_rules(), SaveLedger(), [] {
            return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
        });
        // A command can't ask, so the file is taken as it is; the notices say how certain the match
        // is.
        files.back().take_unlike();
    }
    std::vector<bool> told(files.size(), false);
    FileNotices notices(request.in);
    while (asked_to_end == 0) {
        auto next = std::chrono::milliseconds::max();
        for (std::size_t i = 0; i < files.size(); ++i) {
            if (request.once && told[i]) continue;
            if (tell_next(request, files[i])) told[i] = true;
            next = std::min(next, files[i].next_look());
        }
        if (request.once && std::ranges::count(told, false) == 0) break;
        // The reader of the lines may have closed the pipe.
        if (std::cout.fail() || std::ferror(stdout) != 0) break;
        notices.wait(next);
    }
    return kHeldStatus;
}

}  // namespace underpaint
