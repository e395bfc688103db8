// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures: as sealed, as it is now, and after each pass.
#include <fmt/format.h>

#include "palette/palette_figures.h"
#include "raster/shrink.h"
#include "render/readings.h"
#include "render/view.h"
#include "report/sections.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr std::size_t kStagesInARow = 3;

std::string passes_in_words(std::size_t passes) {
    return passes == 1 ? "one pass" : fmt::format("{} passes", passes);
}

}  // namespace

Picture for_report(const RgbBlock& pixels) {
    Picture picture(pixels.area().size(), Channels::rgb, Depth::bits8);
    RgbBlock upright(rect_of(pixels.area().size()));
    std::ranges::copy(pixels.all().r, upright.all().r.begin());
    std::ranges::copy(pixels.all().g, upright.all().g.begin());
    std::ranges::copy(pixels.all().b, upright.all().b.begin());
    picture.write_rgb(upright);
    return picture;
}

std::optional<Picture> picture_after(const Painting& painting, std::size_t passes, int side,
                                     const std::stop_token& stop) {
    const View view = whole_at(painting.size(), shrink_within(painting.size(), side));
    const auto pixels = render_view(painting, passes, view, stop);
    if (!pixels) return std::nullopt;
    return for_report(*pixels);
}

Picture picture_of_seal(const Painting& painting, Reader reader, int side) {
    // Shrunk from the halvings: all pixels as floats would take more memory than the rest of the
    // report.
    const Pyramid& seal = *painting.ground();
    RgbBlock pixels = shrunk(*seal.level(level_for(seal.size(), side)), side);
    const FloatBlock steps = steps_of(pixels, reader);
    for (std::size_t i = 0; i < steps.samples().size(); ++i) {
        const float level = encoded_grey_of(lightness_of_step(steps.samples()[i]));
        pixels.all().r[i] = pixels.all().g[i] = pixels.all().b[i] = level;
    }
    return for_report(pixels);
}

std::vector<Block> pictures_section(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    const std::size_t passes = painting.passes.size();
    const std::string name = shown_name(painting.name);
    PictureRow row;
    row.pictures.push_back(
        {picture_of_seal(painting, asked.matter.audit.reader, asked.picture_side),
         painting.sealed() ? "as sealed" : "the underpaint", "The grey picture of " + name});
    if (passes > 0) {
        auto now = picture_after(painting, passes, asked.picture_side, asked.stop);
        if (!now) return {};
        row.pictures.push_back({std::move(*now), fmt::format("after pass {}", passes),
                                name + " after " + passes_in_words(passes)});
    }
    return {std::move(row)};
}

std::vector<Block> stages_section(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    std::vector<Block> blocks;
    for (std::size_t pass = 0; pass < painting.passes.size(); ++pass) {
        auto picture = picture_after(
            painting, pass + 1, asked.picture_side / static_cast<int>(kStagesInARow), asked.stop);
        if (!picture) return {};
        if (pass % kStagesInARow == 0) blocks.emplace_back(PictureRow{});
        const std::string name = shown_name(painting.passes[pass].name);
        std::get<PictureRow>(blocks.back())
            .pictures.push_back({std::move(*picture), fmt::format("{} {}", pass + 1, name),
                                 "The picture after the pass " + name});
    }
    return blocks;
}

}  // namespace underpaint
