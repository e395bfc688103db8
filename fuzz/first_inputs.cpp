// SPDX-License-Identifier: GPL-3.0-or-later
// Writes small files of every kind that is read, for the targets to begin with: first_inputs FOLDER
#include <cstdio>

#include "files/brief_json.h"
#include "files/design_tokens.h"
#include "files/openraster.h"
#include "files/painting_json.h"
#include "files/palette_csv.h"
#include "files/pass_transfer.h"
#include "files/png.h"
#include "files/svg_gradient.h"
#include "files/unsaved_work.h"
#include "painting/changes.h"
#include "painting/group_changes.h"
#include "support/encoders.h"
#include "support/every_source.h"
#include "support/pictures.h"

namespace {

using namespace underpaint;
using namespace underpaint::testing;
namespace fs = std::filesystem;

constexpr Size kSmall{16, 12};

class Corpus {
public:
    explicit Corpus(fs::path folder) : folder_(std::move(folder)) {}

    fs::path path(const char* target, const std::string& name) const {
        fs::create_directories(folder_ / target);
        return folder_ / target / name;
    }
    void add(const char* target, const std::string& name, std::span<const std::byte> bytes) const {
        if (!replace_file(path(target, name), bytes)) std::abort();
    }
    void add(const char* target, const std::string& name, std::string_view text) const {
        add(target, name, bytes_of(text));
    }

private:
    fs::path folder_;
};

void add_pictures(const Corpus& corpus) {
    for (const auto& [name, channels] : {std::pair("grey", Channels::grey),
                                         {"grey-alpha", Channels::grey_alpha},
                                         {"rgb", Channels::rgb},
                                         {"rgb-alpha", Channels::rgb_alpha}})
        for (const Depth depth : {Depth::bits8, Depth::bits16}) {
            const Picture picture = noise(kSmall, channels, depth);
            const std::string file = std::string(name) + (depth == Depth::bits8 ? "-8" : "-16");
            corpus.add("png", file, write_png(file, picture).value());
            const auto tiff = corpus.path("tiff", file);
            if (depth == Depth::bits8)
                write_tiff<std::uint8_t>(tiff, picture, {});
            else
                write_tiff<std::uint16_t>(tiff, picture, {});
            if (depth == Depth::bits16) continue;
            if (!has_alpha(channels)) corpus.add("jpeg", file, jpeg_of(picture, 80));
            if (has_colour(channels)) corpus.add("webp", file, webp_of(picture));
        }
    write_tiff<std::uint8_t>(corpus.path("tiff", "tiled-profile"),
                             noise(kSmall, Channels::rgb, Depth::bits8),
                             {.tiled = true, .icc = wide_profile()});
    write_tiff<std::uint8_t>(corpus.path("tiff", "plain"),
                             noise(kSmall, Channels::grey, Depth::bits8),
                             {COMPRESSION_NONE, PHOTOMETRIC_MINISWHITE, false, {}});
    corpus.add("icc", "wide", wide_profile());
}

Painting grouped() {
    Painting painting = with_passes_grouped(every_source(kSmall), {0, 1}, "Lights");
    painting.passes[0].foreign = std::make_shared<const Foreign>(
        Foreign{{{"other:locked", "1"}}, "<note>kept</note>", "{\"later\": 1}"});
    return painting;
}

void add_paintings(const Corpus& corpus) {
    const Painting painting = grouped();
    if (!save_painting(corpus.path("openraster", "every-source"), painting)) std::abort();
    const auto zip = ZipReader::open(corpus.path("openraster", "every-source"));
    corpus.add("stack_xml", "every-source", zip->read("stack.xml", 1U << 20).value());
    if (!save_painting(corpus.path("openraster", "plain"),
                       with_pass(sealed(ramp(kSmall, Depth::bits8)),
                                 tint({0.4F, 0.3F, 0.7F}, BlendMode::multiply))))
        std::abort();
    corpus.add("painting_json", "every-source",
               write_painting(painting, [](const auto&) { return std::string("picture.png"); }));
    Painting carried = carrier_of(painting, 2);
    corpus.add("carrier", "pass", write_carrier(carried).value());
    corpus.add("stack_xml", "groups",
               R"(<image version="0.0.6" w="16" h="12" xmlns:other="o"><stack><stack name="a"
 isolation="isolate" opacity="0.5" other:x="1"><layer name="b" src="data/b.png" x="-3" y="4"
 composite-op="svg:multiply" visibility="hidden"><other:mark/></layer></stack>
<layer src="data/c.png"/></stack></image>)");
}

void add_texts(const Corpus& corpus) {
    Painting painting;
    painting.brief.purpose = "A study of dusk";
    painting.brief.size = Size{1200, 800};
    const auto jpeg = std::make_shared<const Bytes>(jpeg_of(ramp(kSmall, Depth::bits8)));
    painting.brief.references = {{{"pool", kSmall, jpeg}, Rgb{0.2F, 0.3F, 0.5F}}};
    corpus.add("brief_json", "brief",
               write_brief(painting, [](const auto&) { return std::string("picture.jpg"); }));
    corpus.add("brief_json", "route", write_route(painting.brief.route));
    corpus.add("brief_json", "rules", write_rules({{HouseRule{}, 0.1}}));
    corpus.add("brief_json", "past", write_past({{}}));
    corpus.add("svg_gradient", "own", svg_of({}, "Dusk"));
    corpus.add("svg_gradient", "stranger",
               R"x(<svg xmlns="http://www.w3.org/2000/svg"><linearGradient id="a">
<stop offset="10%" stop-color="#123"/><stop offset=".5" style="stop-color:rgb(10,20,30)"/>
<stop offset="1" stop-color="seagreen"/></linearGradient></svg>)x");
    Palette palette;
    palette.colours = {{1, "Dusk, \"late\"", {0.3F, 0.4F, 0.6F}, "", 0.4, true}};
    corpus.add("palette", "own-tokens", write_tokens("Dusk", palette));
    corpus.add("palette", "own-csv", write_palette_csv(palette));
}

void add_unsaved(const Corpus& corpus, const fs::path& folder) {
    auto work = UnsavedWork::begin(folder / "made");
    if (!work || !work->keep(grouped(), {"Dusk", "/tmp/dusk.ora", {}, {}, 3, "Rename"}))
        std::abort();
    const auto kept = [&] { return read_file(work->folder() / "painting.json").value(); };
    corpus.add("unsaved", "every-source", kept());
    // Six was there before, seven is one tile of it; see unsaved_fuzz.cpp.
    Picture pixels = noise({200, 150}, Channels::grey, Depth::bits8);
    const Painting before = sealed(pixels);
    pixels.write_channel(0, 3, 3, std::vector{1.0F});
    if (!work->keep(before, {}) || !work->keep(sealed(pixels), {})) std::abort();
    corpus.add("unsaved", "patched", kept());
    work->drop();
    fs::remove_all(folder / "made");
}

}  // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fprintf(stderr, "first_inputs FOLDER\n");
        return 2;
    }
    const Corpus corpus{argv[1]};
    add_pictures(corpus);
    add_paintings(corpus);
    add_texts(corpus);
    add_unsaved(corpus, argv[1]);
    return 0;
}
