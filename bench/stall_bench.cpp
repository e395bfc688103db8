// SPDX-License-Identifier: GPL-3.0-or-later
// How long the window does not answer at the worst while 24 megapixels are opened, kept unsaved and
// saved beside it: the longest time between two turns of a timer in the event loop.
#include <benchmark/benchmark.h>

#include <QTest>
#include <QTimer>
#include <atomic>
#include <chrono>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <thread>

#include "desk/window/main_window.h"
#include "files/openraster.h"
#include "large_painting.h"

namespace underpaint::bench {
namespace {

namespace fs = std::filesystem;
constexpr int kLongestWait = 120'000;  // milliseconds

/// The longest that events had to wait, from its beginning on.
class Longest {
public:
    Longest() {
        timer_.setTimerType(Qt::PreciseTimer);
        QObject::connect(&timer_, &QTimer::timeout, [this] { look(); });
        timer_.start(1);
    }
    double take() {
        look();
        return std::exchange(most_, 0.0);
    }

private:
    void look() {
        const auto now = std::chrono::steady_clock::now();
        const std::chrono::duration<double, std::milli> since = now - std::exchange(last_, now);
        most_ = std::max(most_, since.count());
    }

    QTimer timer_;
    std::chrono::steady_clock::time_point last_ = std::chrono::steady_clock::now();
    double most_ = 0;
};

/// What stands in a folder of unsaved work, as text.
using LeftFile = std::string;
std::vector<LeftFile> kept_files(const fs::path& place) {
    std::vector<LeftFile> files;
    std::error_code error;
    for (fs::recursive_directory_iterator at(place, error), end; !error && at != end;
         at.increment(error))
        if (at->path().filename() == "painting.json") {
            std::ifstream file(at->path(), std::ios::binary);
            files.emplace_back(std::istreambuf_iterator<char>(file),
                               std::istreambuf_iterator<char>());
        }
    return files;
}
std::size_t newest_edit(const LeftFile& file) {
    const std::string mark = "\"edit ";
    const auto at = file.find(mark);
    return at == file.npos ? 0
                           : static_cast<std::size_t>(std::atoll(file.c_str() + at + mark.size()));
}

void stalls(benchmark::State& state) {
    const fs::path file = fs::temp_directory_path() / "underpaint-stalls.ora";
    if (!save_painting(file, twelve_passes(k24Megapixels))) state.SkipWithError("not saved");
    for (auto _ : state) {
        MainWindow window([] { return std::string("2026-01-01"); });
        window.resize(1660, 960);
        window.show();
        Document& document = window.session().document;
        const auto until = [&](auto ready) {
            if (!QTest::qWaitFor(ready, kLongestWait)) state.SkipWithError("it took too long");
        };
        QTest::qWait(300);
        Longest longest;
        window.files().open_file(file);
        until([&] { return document.has_painting() && window.canvas().settled(); });
        const double opening = longest.take();
        until([&] { return window.settled(); });
        state.counters["settling"] = longest.take();
        Painting next = document.painting();
        next.passes[4].strength *= 0.5F;
        document.change(QStringLiteral("Strength"), next);
        until([&] { return document.unsaved() && window.autosave().kept(); });
        const double keeping = longest.take();
        window.files().save();
        until([&] { return !document.unsaved(); });
        const double saving = longest.take();
        state.counters["opening"] = opening;
        state.counters["keeping"] = keeping;
        state.counters["saving"] = saving;
        state.SetIterationTime(std::max({opening, keeping, saving}) / 1000);
    }
    fs::remove(file);
}
/// How much work a kill would take at the worst: a hand changes a strength sixty times a second and
/// never rests, beside two threads that want both cores. What is kept is read from its folder, as
/// the next start would.
void lost_to_a_kill(benchmark::State& state) {
    const fs::path place = fs::temp_directory_path() / "underpaint-kept";
    fs::remove_all(place);  // an earlier run that was ended may have left work there
    ::setenv("XDG_STATE_HOME", place.c_str(), 1);
    static const Painting painting = twelve_passes(k24Megapixels);
    std::atomic<bool> busy = true;
    std::vector<std::thread> load;
    for (int i = 0; i < 2; ++i)
        load.emplace_back([&] {
            while (busy) benchmark::DoNotOptimize(i);
        });
    for (auto _ : state) {
        MainWindow window([] { return std::string("2026-01-01"); });
        window.resize(1660, 960);
        window.show();
        Document& document = window.session().document;
        document.begin(painting, {}, true);
        QTest::qWait(2000);
        using Steady = std::chrono::steady_clock;
        std::vector<Steady::time_point> edits;
        double worst = 0;
        for (const auto begun = Steady::now(); Steady::now() - begun < std::chrono::seconds(40);) {
            Painting next = document.painting();
            next.passes[6].strength = 0.3F + 0.4F * static_cast<float>(edits.size() % 100) / 100;
            next.passes[6].name = "edit " + std::to_string(edits.size());
            document.change(QStringLiteral("Strength"), next, QStringLiteral("drag"));
            edits.push_back(Steady::now());
            QTest::qWait(16);
            std::size_t kept = 0;  // edits that are on the disk
            for (const LeftFile& file : kept_files(place))
                kept = std::max(kept, newest_edit(file) + 1);
            if (kept < edits.size()) {
                const std::chrono::duration<double> since = Steady::now() - edits[kept];
                worst = std::max(worst, since.count());
            }
        }
        window.autosave().drop();
        state.SetIterationTime(worst);
    }
    busy = false;
    for (std::thread& each : load) each.join();
    fs::remove_all(place);
}
BENCHMARK(lost_to_a_kill)
    ->Name("desk/kept beside load/24")
    ->Unit(benchmark::kSecond)
    ->UseManualTime()
    ->Iterations(1);

BENCHMARK(stalls)
    ->Name("desk/stall/24")
    ->Unit(benchmark::kMillisecond)
    ->UseManualTime()
    ->Iterations(1);

}  // namespace
}  // namespace underpaint::bench
