// SPDX-License-Identifier: GPL-3.0-or-later
// Saving and opening 24 megapixels with twelve passes; a picture packed beside libpng with zlib.
#include <benchmark/benchmark.h>
#include <png.h>
#include <unistd.h>

#include <filesystem>
#include <set>

#include "files/openraster.h"
#include "files/png.h"
#include "files/unsaved_work.h"
#include "large_painting.h"
#include "on_all_cores.h"
#include "painting/each_picture.h"

namespace underpaint::bench {
namespace {

namespace fs = std::filesystem;

/// A file that is gone when the program ends.
struct Scratch {
    fs::path path =
        fs::temp_directory_path() / ("underpaint-bench-" + std::to_string(::getpid()) + ".ora");
    ~Scratch() {
        std::error_code ignored;
        fs::remove(path, ignored);
    }
};
const fs::path& scratch() {
    static const Scratch file;
    return file.path;
}

const Painting& saved_painting() {
    static const Painting made = twelve_passes(k24Megapixels);
    return made;
}

void save_large(benchmark::State& state) {
    for (auto _ : state)
        if (!save_painting(scratch(), saved_painting())) state.SkipWithError("not saved");
    state.counters["MB"] = static_cast<double>(fs::file_size(scratch())) / 1e6;
}

/// Memory of all pictures of a painting, each counted once.
double picture_bytes(const Painting& painting) {
    std::set<const Pyramid*> pictures;
    each_picture(painting, [&](const SharedPicture& picture) { pictures.insert(picture.get()); });
    double bytes = 0;
    for (const Pyramid* picture : pictures)
        if (picture != nullptr)
            bytes += static_cast<double>(picture->base().bytes() + picture->level_bytes());
    return bytes;
}

void save_six_versions(benchmark::State& state) {
    const Painting six = six_versions(saved_painting());
    if (six.versions.size() != 6) state.SkipWithError("not six");
    for (auto _ : state)
        if (!save_painting(scratch(), six)) state.SkipWithError("not saved");
    state.counters["MB"] = static_cast<double>(fs::file_size(scratch())) / 1e6;
    state.counters["pictures to one"] = picture_bytes(six) / picture_bytes(saved_painting());
}

/// After the last pass was changed.
void resave_large(benchmark::State& state) {
    SavedFile known;
    Painting changed = saved_painting();
    if (!save_painting(scratch(), changed, {}, {}, {}, &known)) state.SkipWithError("not saved");
    for (auto _ : state) {
        changed.passes.back().strength *= 0.99F;
        if (!save_painting(scratch(), changed, {}, {}, {}, &known))
            state.SkipWithError("not saved");
    }
}

void open_large(benchmark::State& state) {
    if (!save_painting(scratch(), saved_painting())) state.SkipWithError("not saved");
    for (auto _ : state)
        if (!open_painting(scratch(), "2026-01-01")) state.SkipWithError("not opened");
}

/// Unsaved work kept after a stroke on a picture that lies over all of the painting.
void keep_after_a_stroke(benchmark::State& state) {
    const fs::path store = scratch().string() + "-store";
    auto work = UnsavedWork::begin(store);
    Painting changed = saved_painting();
    changed.passes.clear();
    Pass pass;
    Picture pixels = structured(k24Megapixels, Channels::rgb_alpha, 11);
    pass.source = Painted{share(pixels), 0, 0};
    changed.passes.push_back(pass);
    if (!work || !work->keep(changed, {})) state.SkipWithError("not kept");
    int y = 0;
    for (auto _ : state) {
        state.PauseTiming();
        const std::vector<float> fresh(500, 0.5F);
        for (int i = 0; i < 500; ++i) pixels.write_channel(0, 100, ++y, fresh);
        changed.passes.back().source = Painted{share(pixels), 0, 0};
        state.ResumeTiming();
        if (!work->keep(changed, {})) state.SkipWithError("not kept");
    }
    work->drop();
    fs::remove_all(store);
}

const Picture& picture() {
    static const Picture made = structured(k24Megapixels, Channels::rgb, 9);
    return made;
}

void pack(benchmark::State& state) {
    std::size_t bytes = 0;
    for (auto _ : state) bytes = write_png("x", picture())->size();
    state.counters["MB"] = static_cast<double>(bytes) / 1e6;
}

/// As libpng does it when nothing is asked for but zlib's level 6.
void pack_by_libpng(benchmark::State& state) {
    const Size size = picture().size();
    std::vector<png_byte> pixels(static_cast<std::size_t>(size.area()) * 3);
    for (int y = 0; y < size.height; ++y)
        picture().read_interleaved(
            y, std::span(pixels).subspan(
                   static_cast<std::size_t>(y) * static_cast<std::size_t>(size.width) * 3,
                   static_cast<std::size_t>(size.width) * 3));
    std::size_t bytes = 0;
    for (auto _ : state) {
        bytes = 0;
        png_struct* png = png_create_write_struct(PNG_LIBPNG_VER_STRING, nullptr, nullptr, nullptr);
        png_info* info = png_create_info_struct(png);
        png_set_write_fn(
            png, &bytes,
            [](png_struct* to, png_byte*, std::size_t length) {
                *static_cast<std::size_t*>(png_get_io_ptr(to)) += length;
            },
            nullptr);
        png_set_IHDR(png, info, static_cast<png_uint_32>(size.width),
                     static_cast<png_uint_32>(size.height), 8, PNG_COLOR_TYPE_RGB,
                     PNG_INTERLACE_NONE, PNG_COMPRESSION_TYPE_DEFAULT, PNG_FILTER_TYPE_DEFAULT);
        png_set_compression_level(png, 6);
        png_write_info(png, info);
        for (int y = 0; y < size.height; ++y)
            png_write_row(png, pixels.data() + static_cast<std::size_t>(y) *
                                                   static_cast<std::size_t>(size.width) * 3);
        png_write_end(png, nullptr);
        png_destroy_write_struct(&png, &info);
    }
    state.counters["MB"] = static_cast<double>(bytes) / 1e6;
}

BENCHMARK(save_large)->Name("files/24/save")->Apply(on_all_cores);
BENCHMARK(save_six_versions)->Name("files/24/save six versions")->Apply(on_all_cores);
BENCHMARK(resave_large)->Name("files/24/resave")->Apply(on_all_cores);
BENCHMARK(open_large)->Name("files/24/open")->Apply(on_all_cores);
BENCHMARK(keep_after_a_stroke)->Name("files/24/keep after a stroke")->Apply(on_all_cores);
BENCHMARK(pack)->Name("files/24/pack")->Apply(on_all_cores);
BENCHMARK(pack_by_libpng)->Name("files/24/libpng")->Apply(on_all_cores);

}  // namespace
}  // namespace underpaint::bench
