// SPDX-License-Identifier: GPL-3.0-or-later
#include "memory_bench.h"

#include <benchmark/benchmark.h>
#include <malloc.h>
#include <unistd.h>

#include <chrono>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <string>
#include <vector>

#include "audit/audit.h"
#include "files/openraster.h"
#include "large_painting.h"
#include "painting/history.h"
#include "painting/packed_step.h"
#include "painting/version_changes.h"
#include "palette/palette_figures.h"
#include "palette_bench.h"
#include "raster/brush.h"
#include "render/live_render.h"
#include "render/render.h"
#include "report_bench.h"

namespace underpaint::bench {
namespace {

/// Runs this program again for the one purpose: its own memory is full of other benchmarks. The
/// "time" is megabytes, one a millisecond.
void peak(benchmark::State& state, const char* row) {
    char self[4096] = {};
    if (::readlink("/proc/self/exe", self, sizeof self - 1) < 0) return state.SkipWithError("?");
    for (auto _ : state) {
        FILE* run =
            ::popen((std::string(self) + " " + kMemoryFlag + " '" + row + "'").c_str(), "r");
        double megabytes = 0;
        const bool told = run && std::fscanf(run, "%lf", &megabytes) == 1;
        if (!run || ::pclose(run) != 0 || !told) return state.SkipWithError("the run told nothing");
        state.SetIterationTime(megabytes / 1000);
        state.counters["MB"] = megabytes;
    }
}
void of_row(benchmark::internal::Benchmark* benchmark) {
    benchmark->Unit(benchmark::kMillisecond)->UseManualTime()->Iterations(1);
}
BENCHMARK_CAPTURE(peak, plain, "24")->Name("memory/24")->Apply(of_row);
BENCHMARK_CAPTURE(peak, painted, "24/painted")->Name("memory/24/painted")->Apply(of_row);
BENCHMARK_CAPTURE(peak, saving, "24/save")->Name("memory/24/save")->Apply(of_row);
BENCHMARK_CAPTURE(peak, many, "24/300")->Name("memory/24/300")->Apply(of_row);
BENCHMARK_CAPTURE(peak, one, "24/one version")->Name("memory/24/one version")->Apply(of_row);
BENCHMARK_CAPTURE(peak, six, "24/six versions")->Name("memory/24/six versions")->Apply(of_row);
BENCHMARK_CAPTURE(peak, palette, "24/palette")->Name("memory/24/palette")->Apply(of_row);
BENCHMARK_CAPTURE(peak, report, "24/report")->Name("memory/24/report")->Apply(of_row);
BENCHMARK_CAPTURE(peak, huge, "200/save")->Name("memory/200/save")->Apply(of_row);

/// Four colours, one below the other, over all of a picture, laid by a brush. Tiles of one value
/// are given back, as the desk does.
Painted painted_over(Size size, Brush brush) {
    constexpr Rgb kColours[] = {
        {0.7F, 0.5F, 0.3F}, {0.3F, 0.4F, 0.6F}, {0.5F, 0.3F, 0.4F}, {0.6F, 0.6F, 0.3F}};
    Picture pixels = unpainted_colour(size).pixels->base();
    const double height = size.height / std::size(kColours);
    for (std::size_t i = 0; i < std::size(kColours); ++i) {
        brush.colour = kColours[i];
        BrushStroke stroke(brush);
        bool right = true;
        for (double y = 0; y < height + brush.radius; y += brush.radius, right = !right)
            for (const double x : {right ? 0.0 : size.width, right ? size.width : 0.0})
                pixels.settle(stroke.move(pixels, {{x, y + height * static_cast<double>(i)}, 1}));
    }
    return {share(std::move(pixels)), 0, 0};
}

/// A hundred strokes across the second of them, each a step of the history.
void paint(History& history, std::size_t pass, Brush brush) {
    for (int i = 0; i < 100; ++i) {
        Painting painting = history.now();
        Picture pixels = std::get<Painted>(painting.passes[pass].source).pixels->base();
        const Size size = pixels.size();
        brush.colour = {0.2F + 0.006F * static_cast<float>(i), 0.4F, 0.6F};
        BrushStroke stroke(brush);
        const double y = size.height * (0.1 + 0.008 * i), x = size.width * (0.1 + 0.3 * (i % 3));
        pixels.settle(stroke.move(pixels, {{x, y}, 0.8}));
        pixels.settle(stroke.move(pixels, {{x + size.width * 0.25, y + 100}, 0.8}));
        painting.passes[pass].source = Painted{share(std::move(pixels)), 0, 0};
        history.change("Paint colour", std::move(painting));
        // As the desk does beside the work.
        while (const auto far = history.far())
            history.pack(*far, PackedStep(far->painting, far->beside));
    }
}

History with_strokes(History history) {
    Painting with = history.now();
    Brush brush{250, 0.3, 0.5, false};
    for (const std::size_t pass : {std::size_t{1}, std::size_t{4}})
        with.passes[pass].source = painted_over(with.size(), brush);
    history = History(std::move(with));
    brush.radius = 90;
    paint(history, 4, brush);
    return history;
}

/// As a canvas does, small and large.
void look_at(const Painting& painting) {
    LiveRender live(std::size_t{256} << 20);
    const std::size_t moments[] = {painting.passes.size()};
    for (const View& view : {whole_at(painting.size(), 5.45), View{1, {2000, 1500, 1100, 740}},
                             View{2, {0, 0, 1100, 740}}})
        live.frame(painting, moments, view, [](LiveRender::States) {});
}

/// A painting of 200 megapixels whose eleven parts stand side by side.
Painting sealed_in_parts() {
    const Size size{20'000, 10'000};
    Painting painting = sealed_grey(size);
    for (int i = 0; i < 11; ++i) {
        Picture mask(size, Channels::grey, Depth::bits8);
        std::vector<float> row(static_cast<std::size_t>(size.width / 11), 1.0F);
        for (std::size_t x = 0; x < 64; ++x)
            row[x] = row[row.size() - 1 - x] = static_cast<float>(x) / 64;
        for (int y = 0; y < size.height; ++y) mask.write_channel(0, i * (size.width / 11), y, row);
        mask.settle();
        painting = with_part(std::move(painting), "Part", share(std::move(mask)));
    }
    return painting;
}

/// The chosen version on the canvas; each small, with its figures, one after the other.
void look_at_versions(const Painting& painting) {
    look_at(painting);
    std::vector<RgbBlock> shown;
    std::vector<Painting> all{painting};
    for (const Version& version : painting.versions)
        if (version.id != painting.version) all.push_back(as_version(painting, version.id));
    for (const Painting& each : all) {
        shown.push_back(*render_view(each, each.passes.size(),
                                     whole_at(each.size(), shrink_within(each.size(), 720))));
        benchmark::DoNotOptimize(audit(each, {}));
    }
}

/// False where it is not there again.
bool saved_and_opened(const Painting& painting, bool open) {
    const auto path = std::filesystem::temp_directory_path() /
                      ("underpaint-bench-" + std::to_string(::getpid()) + ".ora");
    const auto begun = std::chrono::steady_clock::now();
    bool there = save_painting(path, painting).has_value();
    const std::chrono::duration<double> took = std::chrono::steady_clock::now() - begun;
    std::fprintf(stderr, "saved in %.1f s\n", took.count());
    if (there && open) there = open_painting(path, "2026-01-01").has_value();
    std::filesystem::remove(path);
    return there;
}

/// False for no such row, and when it fails.
bool work_of(std::string_view row) {
    if (row == "24/save") {
        return saved_and_opened(twelve_passes(k24Megapixels), false);
    } else if (row == "200/save") {
        return saved_and_opened(sealed_in_parts(), true);
    } else if (row == "24/one version") {
        look_at_versions(twelve_passes(k24Megapixels));
    } else if (row == "24/six versions") {
        look_at_versions(six_versions(twelve_passes(k24Megapixels)));
    } else if (row == "24/300") {
        const Painting many = three_hundred_layers(k24Megapixels);
        look_at(many);
        benchmark::DoNotOptimize(audit(many, {}));
    } else if (row == "24" || row == "24/painted") {
        History history(twelve_passes(k24Megapixels));
        if (row == "24/painted") history = with_strokes(std::move(history));
        look_at(history.now());
        benchmark::DoNotOptimize(
            render_picture(history.now(), history.now().passes.size(), Depth::bits8));
    } else {
        return false;
    }
    return true;
}

}  // namespace

double own_megabytes(std::string_view which) {
    std::ifstream status("/proc/self/status");
    for (std::string word; status >> word;)
        if (double kilobytes = 0; word == which && status >> kilobytes) return kilobytes / 1024;
    return -1;
}

double megabytes_beyond(const std::function<bool()>& work) {
    malloc_trim(0);
    const double before = own_megabytes("VmRSS:");
    std::ofstream("/proc/self/clear_refs") << 5;  // the most is counted anew
    return work() ? own_megabytes("VmHWM:") - before : -1;
}

double peak_megabytes_of(std::string_view row) {
    if (row == "24/report") return megabytes_of_a_report();
    if (row == "24/palette") return megabytes_of_a_palette();
    return work_of(row) ? own_megabytes("VmHWM:") : -1;
}

}  // namespace underpaint::bench
