// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/opened_layers.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <mutex>
#include <set>

#include "files/flat_picture.h"
#include "files/foreign_entries.h"
#include "files/group.h"
#include "files/layers.h"
#include "files/openraster_names.h"
#include "files/path_text.h"
#include "files/picture_loader.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

// The composited layers may differ this much from the merged image.
constexpr float kAsShown = 2.0F / 255;

std::string quoted(const std::string& name) {
    return "\"" + shown_name(name) + "\"";
}

/// A layer, or a group composited by itself, with what there is to say of it.
class LayerLoader {
public:
    LayerLoader(PictureLoader& loader, Size canvas, const std::stop_token& stop,
                std::vector<std::string>& notices)
        : loader_(loader), canvas_(canvas), stop_(stop), notices_(notices) {}

    /// Those of a list that can be shown, each that can't is named.
    std::vector<Layer> all(const std::vector<LayerEntry>& entries) {
        std::vector<Layer> layers;
        for (const LayerEntry& entry : entries)
            if (auto layer = one(entry)) layers.push_back(std::move(*layer));
        return layers;
    }

private:
    std::optional<Layer> one(const LayerEntry& entry) {
        if (stop_.stop_requested()) return std::nullopt;
        if (!entry.group.empty()) {
            notices_.push_back("The group " + quoted(entry.name) +
                               " came in as one pass, composited by itself.");
            return composited(entry, all(entry.group), canvas_, stop_);
        }
        auto pixels = loader_.load(entry.src);
        if (pixels) return Layer{entry, *pixels};
        notices_.push_back("The layer " + quoted(entry.name) +
                           " was left out: " + shown_name(entry.src) + ": " + pixels.error().what);
        return std::nullopt;
    }

    PictureLoader& loader_;
    Size canvas_;
    const std::stop_token& stop_;
    std::vector<std::string>& notices_;
};

Result<std::size_t> find_underpaint(const std::string& file, const LayerStack& stack,
                                    const std::vector<Layer>& layers,
                                    const std::optional<std::string>& under) {
    for (std::size_t i = 0; i < layers.size(); ++i)
        if (under ? layers[i].entry.name == *under : stack.shows(layers[i].entry)) return i;
    if (!under) return 0;  // if all are hidden, the lowest
    std::string names;
    for (const Layer& layer : layers)
        names += (names.empty() ? "" : ", ") + quoted(layer.entry.name);
    return trouble(file, "it has no layer " + quoted(*under) + ". It has " + names + ".");
}

bool covers(const Layer& layer, Size canvas) {
    const Size size = layer.pixels->size();
    const Rect place{layer.entry.x, layer.entry.y, size.width, size.height};
    return intersection(place, rect_of(canvas)).size() == canvas && layer.entry.opacity == 1 &&
           is_opaque(layer.pixels->base());
}

/// How far two pictures of the same thing are apart, and where.
struct Difference {
    float most = 0;
    int x = 0, y = 0;
};

/// Of the painting's last state and the image that the file itself shows; nothing when there is
/// none that could be compared.
std::optional<Difference> off_merged(const Painting& painting, PictureLoader& loader,
                                     const std::stop_token& stop) {
    const auto merged = loader.load(kMergedEntry);
    if (!merged || (*merged)->size() != painting.size()) return std::nullopt;
    const Picture shown = flattened((*merged)->base(), painting.size());
    Difference worst;
    std::mutex mutex;
    const Recipe recipe(painting);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            walk.lay_all(0, painting.passes.size());
            const RgbBlock& ours = walk.state();
            const RgbBlock theirs = rgb_of(shown, ours.area());
            const ConstRgbRow a = ours.all(), b = theirs.all();
            Difference here;
            for (std::size_t i = 0; i < a.r.size(); ++i) {
                const float off = std::max({std::fabs(a.r[i] - b.r[i]), std::fabs(a.g[i] - b.g[i]),
                                            std::fabs(a.b[i] - b.b[i])});
                if (off <= here.most) continue;
                const int at = static_cast<int>(i), width = ours.area().width;
                here = {off, ours.area().x + at % width, ours.area().y + at / width};
            }
            const std::scoped_lock lock(mutex);
            // Of equal differences the first in reading order, so that the result does not depend
            // on threads.
            if (here.most > worst.most || (here.most == worst.most &&
                                           std::pair(here.y, here.x) < std::pair(worst.y, worst.x)))
                worst = here;
        },
        stop);
    return whole ? std::optional(worst) : std::nullopt;
}

void add_sources(const std::vector<LayerEntry>& layers, std::vector<std::string>& sources) {
    for (const LayerEntry& layer : layers) {
        if (layer.group.empty()) sources.push_back(layer.src);
        add_sources(layer.group, sources);
    }
}

/// One way to read the layers, and how far it is off what the file shows.
struct Reading {
    OpenedPainting opened;
    std::optional<Difference> off;
    bool ambiguous = false;
    std::set<std::string> known;  ///< entries that are no other program's
};

Result<Reading> read_layers(const ZipReader& zip, std::string_view xml, const std::string& date,
                            const std::optional<std::string>& under, IsolationDefault by_default,
                            PictureLoader& loader, const std::stop_token& stop,
                            const Progress& progress) {
    const auto stack = parse_stack(zip.file(), xml, by_default);
    if (!stack) return tl::unexpected(stack.error());
    Reading reading;
    reading.ambiguous = stack->ambiguous;
    reading.known = {kMimetypeEntry, kStackEntry, kMergedEntry, kThumbnailEntry};
    reading.known.insert(stack->sources.begin(), stack->sources.end());
    for (const std::string& entry : zip.entries())
        // From an earlier state of the file.
        if (entry.starts_with(kOwnFolder)) reading.known.insert(entry);
    std::vector<std::string> notices = stack->left_out, sources{kMergedEntry};
    add_sources(stack->layers, sources);
    loader.prepare(sources, progress);
    const std::vector<Layer> layers =
        LayerLoader(loader, stack->size, stop, notices).all(stack->layers);
    if (stop.stop_requested()) return stopped();
    if (layers.empty())
        return trouble(zip.file(), "none of its layers can be shown. " + notices.front());
    const auto lowest = find_underpaint(zip.file(), *stack, layers, under);
    if (!lowest) return tl::unexpected(lowest.error());

    OpenedPainting& opened = reading.opened;
    opened.painting = painting_from(layers, *lowest, *stack, date);
    opened.painting.name = name_from_file(zip.file());
    opened.notices.push_back("Read from its layers: " + quoted(layers[*lowest].entry.name) +
                             " is the underpaint, sealed as it came, and each layer above it a "
                             "pass; hidden ones are switched off.");
    if (!covers(layers[*lowest], stack->size))
        opened.notices.push_back("Its lowest layer is not opaque everywhere; it stands on white.");
    opened.left_out = notices;
    std::ranges::move(notices, std::back_inserter(opened.notices));
    if (!under) reading.off = off_merged(opened.painting, loader, stop);
    if (stop.stop_requested()) return stopped();
    return reading;
}

bool as_shown(const Reading& reading) {
    return !reading.off || reading.off->most <= kAsShown;
}

}  // namespace

Result<OpenedPainting> open_layers(const ZipReader& zip, std::string_view xml,
                                   const std::string& date, const std::optional<std::string>& under,
                                   const std::stop_token& stop, const Progress& progress) {
    PictureLoader loader(zip, stop);
    auto reading =
        read_layers(zip, xml, date, under, IsolationDefault::isolate, loader, stop, progress);
    if (!reading) return tl::unexpected(reading.error());
    // A group that does not say whether it is isolated is read in the way that gives the file's own
    // merged image.
    if (reading->ambiguous && !as_shown(*reading)) {
        auto other =
            read_layers(zip, xml, date, under, IsolationDefault::automatic, loader, stop, {});
        if (!other) return tl::unexpected(other.error());
        if (as_shown(*other)) reading = std::move(other);
    }
    OpenedPainting& opened = reading->opened;
    if (!as_shown(*reading))
        opened.notices.push_back(
            fmt::format("Its layers do not add up to the picture that the file itself shows: they "
                        "are off by up to {:.0f} of 255 levels, most at ({}, {}).",
                        255 * reading->off->most, reading->off->x, reading->off->y));
    std::ranges::move(keep_along(zip, reading->known, opened.painting),
                      std::back_inserter(opened.notices));
    return std::move(opened);
}

}  // namespace underpaint
