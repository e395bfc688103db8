// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/save.h"

#include <fmt/format.h>

#include <cmath>

#include "painting/changes.h"
#include "render/readings.h"
#include "render/view.h"

namespace underpaint {
namespace {

std::string in_words(const Alignment& found, Size file, Size seal) {
    std::string said;
    if (found.turned())
        said = fmt::format("It is {}{}; it was turned back. ", found.mirrored ? "mirrored" : "",
                           found.quarter_turns == 0 ? ""
                           : found.mirrored         ? " and turned"
                                                    : "turned");
    if (file == seal && found.at == Point{}) return said;
    if (found.seen < 0.995)
        return said + fmt::format(
                          "It shows {:.0f}% of what was sealed, from {:.0f}, {:.0f} on; "
                          "the rest is taken as sealed.",
                          100 * found.seen, std::max(0.0, -found.at.x / found.scale),
                          std::max(0.0, -found.at.y / found.scale));
    return said + fmt::format("It is {} x {} and was brought to the seal's {} x {}.", file.width,
                              file.height, seal.width, seal.height);
}

/// A saved picture, turned back, over the seal, in its frame; itself where it lies so already.
SharedPicture in_frame(const SharedPicture& picture, const Alignment& where, Size seal) {
    // The inverse: the place of the file in the seal's frame.
    const Size size = picture->size();
    const auto side = [&](int pixels) {
        return std::max(1, static_cast<int>(std::lround(pixels / where.scale)));
    };
    const Reframe frame{{side(size.width), side(size.height)},
                        static_cast<int>(std::lround(-where.at.x / where.scale)),
                        static_cast<int>(std::lround(-where.at.y / where.scale)),
                        seal};
    return frame == Reframe{size, 0, 0, size} ? picture : share(reframed(picture->base(), frame));
}

/// What of the seal the file does not show, as a mask; null where it shows all.
SharedPicture shown_of(const Alignment& where, Size file, Size seal) {
    if (where.seen >= 0.995) return nullptr;
    const auto at = [&](double v) { return static_cast<int>(std::lround(v)); };
    const Rect shown = intersection({at(-where.at.x / where.scale), at(-where.at.y / where.scale),
                                     at(file.width / where.scale), at(file.height / where.scale)},
                                    rect_of(seal));
    Picture mask(seal, Channels::grey, Depth::bits8);
    const std::vector<float> row(static_cast<std::size_t>(shown.width), 1.0F);
    for (int y = shown.y; y < shown.bottom(); ++y) mask.write_channel(0, shown.x, y, row);
    mask.settle();
    return share(std::move(mask));
}

/// Steps of a picture at its deepest halving that is still `side` pixels long.
FloatBlock small_steps(const SharedPicture& picture, int side, Reader reader) {
    return steps_of(*picture->level(level_for(picture->size(), side)), reader);
}

/// Where the seal lies in a saved picture. Small copies tell of nearly all that they lie as it
/// does, and of others that they do not show it at all: those have a certainty, and no place. Any
/// other is looked for in all pixels. Nothing when stopped.
std::optional<Alignment> find_seal(const SharedPicture& seal, const SharedPicture& saved,
                                   Reader reader, const std::stop_token& stop) {
    constexpr int side = 700;
    constexpr double hopeless = kPerhapsAligned / 2;
    auto found = aligned(small_steps(seal, side, reader), small_steps(saved, side, reader), stop);
    if (!found) return std::nullopt;
    const bool lies_alike = same_shape(seal->size(), saved->size()) &&
                            found->certainty >= kSurelyAligned && !found->turned() &&
                            std::hypot(found->at.x, found->at.y) < 0.5;
    if (lies_alike || found->certainty < hopeless) {
        found->scale = static_cast<double>(saved->size().width) / seal->size().width;
        found->at = {};
        return found;
    }
    return aligned(steps_of(seal->base(), reader), steps_of(saved->base(), reader), stop);
}

}  // namespace

SharedPicture in_frame_of(Size seal, SharedPicture saved, const Alignment& where) {
    if (where.turned()) saved = share(turned_back(saved->base(), where));
    return in_frame(saved, where, seal);
}

const SharedPicture& Save::picture() const {
    return std::get<Painted>(painting.passes.front().source).pixels;
}

Painting sealed_from(Picture picture, std::string name, const std::string& date) {
    Painting painting;
    painting.name = std::move(name);
    painting.underpaint = share(std::move(picture));
    return with_seal(std::move(painting), date);
}

Result<std::variant<Save, Unlike>> measure_save(const Against& against, Picture picture,
                                                bool even_unlike, const std::stop_token& stop,
                                                const InFrame& told) {
    const Painting& base = against.painting;
    const Size seal = base.size();
    Save save;
    save.size = picture.size();
    SharedPicture saved = share(std::move(picture));
    auto found = find_seal(base.ground(), saved, against.reader, stop);
    if (!found) return stopped();
    const bool known = found->certainty >= kPerhapsAligned;
    // An almost empty picture, such as a canvas that was painted over, can be taken without moving
    // it.
    const bool may_be = known || same_shape(seal, save.size);
    if (!may_be || (found->certainty < kSurelyAligned && !even_unlike))
        return Unlike{found->certainty, may_be, std::move(saved)};
    if (known && found->turned()) {
        saved = share(turned_back(saved->base(), *found));
        const Alignment way = *found;
        found = find_seal(base.ground(), saved, against.reader, stop);
        if (!found) return stopped();
        found->mirrored = way.mirrored, found->quarter_turns = way.quarter_turns;
    }
    // It has the same shape and is hardly recognised: no other place is more likely than its own.
    const bool unsure =
        found->certainty < kSurelyAligned && !found->turned() && same_shape(seal, saved->size());
    if (!known || unsure)
        *found = {
            false, 0, static_cast<double>(saved->size().width) / seal.width, {}, found->certainty,
            1};
    save.where = *found;
    if (const std::string words = in_words(*found, save.size, seal); !words.empty())
        save.notices.push_back(words);
    if (found->certainty < kSurelyAligned)
        save.notices.push_back(fmt::format(
            "Its greys agree with those of the seal by {:.0f}% only.", 100 * found->certainty));
    const SharedPicture laid_picture = in_frame(saved, *found, seal);
    if (told) told(laid_picture);
    Pass laid;
    laid.name = "Save";
    laid.blend = BlendMode::normal;
    laid.reach.painted = shown_of(*found, saved->size(), seal);
    laid.source = Painted{laid_picture, 0, 0};
    saved.reset();
    save.painting = staged(base, Stage::colour);
    save.painting.versions.clear();
    save.painting.version = kNoVersion;
    save.painting.looks.clear();
    save.painting.groups.clear();
    save.painting.meant.clear();
    save.painting.saves = {};
    save.painting.passes = {std::move(laid)};
    AuditOptions options;
    options.reader = against.reader;
    options.own_rules = against.own_rules;
    options.known.audit = against.known.get();
    auto audit_made = audit(save.painting, options, stop);
    if (!audit_made) return stopped();
    save.audit = std::move(*audit_made);
    return save;
}

std::array<SaveFigure, kSaveColumns> column_figures(const PassAudit& state) {
    std::array<SaveFigure, kSaveColumns> figures;
    auto at = figures.begin();
    for (const MeasureRecord* measure : kMeasures) {
        if (!measure->column || at == figures.end()) continue;
        if (const auto words = measure->words(state)) *at = {words->now, words->verdict};
        ++at;
    }
    return figures;
}

}  // namespace underpaint
