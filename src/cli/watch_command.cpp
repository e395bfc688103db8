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
#include "terms/shown_name.h"
#include "watch/file_notices.h"
#include "watch/watched_file.h"

namespace underpaint {
namespace {

constexpr std::chrono::milliseconds kWhileItSettles{100}, kAtRest{2000};

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

    void operator()(const WatchedFile::Sealed& sealed) const {
        if (request_.json) return;
        fmt::print("{}  {}: {} x {}, sealed; later saves are measured against it\n", now_as_iso(),
                   shown_name(file_), sealed.size.width, sealed.size.height);
    }
    void operator()(const WatchedFile::Saved& saved) const {
        const std::string changed = in_words(saved.changes, saved.save.painting);
        if (request_.json) {
            std::cout << write_save({now_as_iso(), file_, saved.save.number, saved.save.painting,
                                     saved.save.audit, saved.save.size, changed,
                                     saved.save.notices});
            return;
        }
        fmt::print("{}  {}: save {}", now_as_iso(), shown_name(file_), saved.save.number);
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

private:
    const WatchRequest& request_;
    std::string file_;
};

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
    for (const std::filesystem::path& file : request.in)
        files.emplace_back(file, against, request.reader, own_rules(), today());
    std::vector<bool> told(files.size(), false);
    FileNotices notices(request.in);
    while (asked_to_end == 0) {
        bool waits = false;
        for (std::size_t i = 0; i < files.size(); ++i) {
            if (request.once && told[i]) continue;
            const auto event = files[i].look(WatchedFile::Clock::now());
            if (event) {
                std::visit(Teller(request, files[i].path().string()), *event);
                std::cout.flush();
                std::fflush(stdout);
                if (std::holds_alternative<WatchedFile::Saved>(*event)) told[i] = true;
            }
            waits = waits || files[i].waits();
        }
        if (request.once && std::ranges::count(told, false) == 0) break;
        // Whoever reads the lines may have gone.
        if (std::cout.fail() || std::ferror(stdout) != 0) break;
        notices.wait(waits ? kWhileItSettles : kAtRest);
    }
    return kHeldStatus;
}

}  // namespace underpaint
