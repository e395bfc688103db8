// SPDX-License-Identifier: GPL-3.0-or-later
// A PNG of 24 megapixels that another program saves, watched: from its save until a sketch of what
// changed is there, and until every figure is. The rest that is waited for is part of it.
#include <benchmark/benchmark.h>
#include <unistd.h>

#include <array>
#include <chrono>
#include <filesystem>

#include "files/export_png.h"
#include "large_painting.h"
#include "watch/file_notices.h"
#include "watch/watched_file.h"

namespace underpaint::bench {
namespace {

namespace fs = std::filesystem;
using Seconds = std::chrono::duration<double>;

/// A folder that is gone when the benchmark ends.
struct ScratchFolder {
    fs::path path = fs::temp_directory_path() / ("underpaint-watch-" + std::to_string(::getpid()));
    ScratchFolder() { fs::create_directories(path); }
    ~ScratchFolder() {
        std::error_code ignored;
        fs::remove_all(path, ignored);
    }
};

void from_save_to_figures(benchmark::State& state) {
    const ScratchFolder folder;
    const Painting painting = sealed_grey(k24Megapixels);
    // Two states that take turns, so that each save is another picture than the one before.
    const std::array states{folder.path / "warm.png", folder.path / "cool.png"};
    for (const auto& [file, colour] :
         {std::pair(states[0], Rgb{0.8F, 0.4F, 0.2F}), {states[1], Rgb{0.2F, 0.4F, 0.8F}}}) {
        Pass tint;
        tint.source = Tint{colour};
        tint.blend = BlendMode::color;
        const Painting laid = with_pass(painting, std::move(tint));
        if (!export_png(file, laid, everything_of(laid))) return state.SkipWithError("not written");
    }
    const fs::path path = folder.path / "watched.png", beside = folder.path / "beside.png";
    const std::array watched{path};
    FileNotices notices(watched);
    WatchedFile file(path, painting, Reader::lightness, {}, SaveLedger(),
                     [] { return std::chrono::sys_seconds(); });
    Seconds sketched{}, figured{};
    const auto save = [&](const fs::path& one) {
        fs::copy_file(one, beside, fs::copy_options::overwrite_existing);
        fs::rename(beside, path);
        const auto saved = WatchedFile::Clock::now();
        const auto sketch = [&](const WatchedFile::Sketch&) {
            sketched = WatchedFile::Clock::now() - saved;
        };
        for (;;) {
            const auto event = file.look(WatchedFile::Clock::now(), {}, sketch);
            figured = WatchedFile::Clock::now() - saved;
            if (event) return std::holds_alternative<WatchedFile::Saved>(*event);
            if (figured > std::chrono::minutes(2)) return false;
            notices.wait(file.next_look());
        }
    };
    std::size_t at = 0;
    // The first save of all is also what the seal is read for.
    if (!save(states[at])) return state.SkipWithError("not measured");
    double sketches = 0;
    for (auto _ : state) {
        at = 1 - at;
        if (!save(states[at])) return state.SkipWithError("not measured");
        state.SetIterationTime(figured.count());
        sketches += sketched.count();
        file.rest();
    }
    state.counters["s until the sketch"] = sketches / static_cast<double>(state.iterations());
}

BENCHMARK(from_save_to_figures)
    ->Name("watch/24/from a save to its figures")
    ->Unit(benchmark::kMillisecond)
    ->UseManualTime()
    ->Iterations(4);

}  // namespace
}  // namespace underpaint::bench
