// SPDX-License-Identifier: GPL-3.0-or-later
// What a painter waits for who drags the strength of a pass: from the changed painting to the
// pixels that the screen takes.
#include <benchmark/benchmark.h>

#include <chrono>

#include "large_painting.h"
#include "raster/sample_rows.h"
#include "render/live_render.h"

namespace underpaint::bench {
namespace {

constexpr Size kCanvas{1100, 740};
constexpr std::size_t kBudget = std::size_t{256} << 20;
constexpr int kFrameMoves = 120;

const Painting& painting(Size size) {
    // One at a time: that of 96 megapixels is large.
    static Painting made;
    if (!made.underpaint || made.size() != size) {
        made = {};
        made = twelve_passes(size);
    }
    return made;
}

View fit(Size size) {
    return whole_at(size, std::max(static_cast<double>(size.width) / kCanvas.width,
                                   static_cast<double>(size.height) / kCanvas.height));
}

View one_to_one(Size size) {
    return {1, {size.width / 2 - 501, size.height / 2 - 333, kCanvas.width, kCanvas.height}};
}

/// Packs tiles as they come into the rows of a picture for the screen.
class Screen {
public:
    explicit Screen(const Rect& area) : area_(area), bytes_(4 * area.size().area()) {}
    void take(const RgbBlock& tile) {
        const Rect part = intersection(tile.area(), area_);
        const auto skip = static_cast<std::size_t>(part.x - tile.area().x);
        const auto width = static_cast<std::size_t>(part.width);
        for (int y = part.y; y < part.bottom(); ++y) {
            const ConstRgbRow row = tile.row(y - tile.area().y);
            const auto at =
                4 * static_cast<std::size_t>((y - area_.y) * area_.width + part.x - area_.x);
            pack_screen_row({row.r.subspan(skip, width), row.g.subspan(skip, width),
                             row.b.subspan(skip, width)},
                            std::span(bytes_).subspan(at, 4 * width));
        }
    }

private:
    Rect area_;
    std::vector<std::uint8_t> bytes_;
};

/// `pass` counts from 1.
void drag_strength(benchmark::State& state, Size size, View (*view_of)(Size), std::size_t pass) {
    Painting changing = painting(size);
    const View view = view_of(size);
    LiveRender live(kBudget);
    Screen screen(view.area);
    const std::size_t moments[] = {changing.passes.size()};
    const auto frame = [&] {
        live.frame(changing, moments, view,
                   [&](LiveRender::States states) { screen.take(*states[0]); });
    };
    frame();
    for (auto _ : state) {
        std::vector<double> times;
        for (int i = 0; i < kFrameMoves; ++i) {
            const auto begin = std::chrono::steady_clock::now();
            Pass next = changing.passes[pass - 1];
            next.strength = 0.2F + 0.6F * static_cast<float>(i * 37 % kFrameMoves) / kFrameMoves;
            changing = with_changed_pass(std::move(changing), pass - 1, std::move(next));
            frame();
            const std::chrono::duration<double, std::milli> time =
                std::chrono::steady_clock::now() - begin;
            times.push_back(time.count());
        }
        if (live.laid() == 0) state.SkipWithError("nothing was evaluated");
        std::ranges::sort(times);
        const double p95 = times[kFrameMoves * 95 / 100];
        state.SetIterationTime(p95 / 1000);
        state.counters["median"] = times[kFrameMoves / 2];
        state.counters["kept_MB"] = static_cast<double>(live.bytes()) / 1e6;
    }
}

const int frame_rows = [] {
    const auto measured = [](const std::string& name, Size size, View (*view)(Size),
                             std::size_t pass) {
        benchmark::RegisterBenchmark(
            name.c_str(), [=](benchmark::State& state) { drag_strength(state, size, view, pass); })
            ->Unit(benchmark::kMillisecond)
            ->UseManualTime()
            ->Iterations(1);
    };
    const struct {
        std::string name;
        Size size;
        View (*view)(Size);
    } rows[] = {{"frame/fit/4", k4Megapixels, fit},
                {"frame/fit/24", k24Megapixels, fit},
                {"frame/1:1/24", k24Megapixels, one_to_one},
                {"frame/fit/96", k96Megapixels, fit}};
    // Size by size, since only one painting is kept.
    for (const auto& [name, size, view] : rows)
        for (const std::size_t pass : {3U, 7U, 12U})
            measured(name + "/pass" + std::to_string(pass), size, view, pass);
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
