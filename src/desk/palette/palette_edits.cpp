// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_edits.h"

#include <algorithm>
#include <set>

#include "desk/kit/words.h"
#include "painting/changes.h"
#include "palette/mother.h"

namespace underpaint {

PaletteEdits::PaletteEdits(Session& session, QObject* parent) : QObject(parent), session_(session) {
    connect(&session_.document, &Document::begun, this, [this] {
        agreed_ = palette();
        set_ghosts({});
    });
    connect(&session_.document, &Document::changed, this, [this] {
        look_for_followers();
        emit changed();
    });
}

const PaletteColour* PaletteEdits::chosen() const {
    if (const PaletteColour* colour = palette().find(chosen_)) return colour;
    return palette().colours.empty() ? nullptr : &palette().colours.front();
}

std::optional<std::size_t> PaletteEdits::chosen_place() const {
    const PaletteColour* colour = chosen();
    if (colour == nullptr) return std::nullopt;
    return static_cast<std::size_t>(colour - palette().colours.data());
}

void PaletteEdits::choose(ColourId id) {
    if (chosen() != nullptr && chosen()->id == id) return;
    chosen_ = id;
    ghosts_.clear();
    emit changed();
    emit ghosts_changed();
}

void PaletteEdits::choose_place(std::size_t place) {
    if (place < palette().colours.size()) choose(palette().colours[place].id);
}

void PaletteEdits::change(const QString& label, Palette next, const QString& gesture) {
    if (!session_.document.has_painting()) return;
    Painting painting = with_palette(session_.document.painting(), std::move(next));
    if (painting.palette == palette() && gesture.isEmpty()) return;
    session_.document.change(label, std::move(painting), gesture);
}

void PaletteEdits::look_for_followers() {
    left_behind_.clear();
    for (const PaletteColour& colour : palette().colours) {
        const PaletteColour* before = agreed_.find(colour.id);
        if (before == nullptr) continue;
        const ChangedColour changed{effective(agreed_, *before), effective(palette(), colour)};
        if (changed.was != changed.is &&
            !passes_with(session_.document.painting(), changed.was).empty())
            left_behind_.push_back(changed);
    }
    // If no pass uses the old colours, the new ones need no question.
    if (left_behind_.empty()) agreed_ = palette();
}

std::size_t PaletteEdits::followers() const {
    std::set<std::size_t> passes;
    for (const ChangedColour& changed : left_behind_)
        for (const std::size_t place : passes_with(session_.document.painting(), changed.was))
            passes.insert(place);
    return passes.size();
}

void PaletteEdits::let_follow() {
    if (left_behind_.empty()) return;
    Painting next = with_followers(session_.document.painting(), left_behind_);
    agreed_ = palette();
    session_.document.change(tr("Passes follow the palette"), std::move(next));
}

void PaletteEdits::let_stay() {
    agreed_ = palette();
    look_for_followers();
    emit changed();
}

std::size_t PaletteEdits::add(const QString& label, std::vector<PaletteColour> colours) {
    Palette next = palette();
    std::size_t added = 0;
    for (PaletteColour& colour : colours) added += add_to(next, std::move(colour)) ? 1 : 0;
    if (added == 0) return 0;
    chosen_ = next.colours.back().id;
    change(label, std::move(next));
    return added;
}

void PaletteEdits::rename(ColourId id, const QString& name) {
    Palette next = palette();
    for (PaletteColour& colour : next.colours)
        if (colour.id == id) colour.name = name.left(200).toStdString();
    change(tr("Rename a colour"), std::move(next));
}

void PaletteEdits::recolour(ColourId id, Rgb colour, const QString& gesture) {
    Palette next = palette();
    for (PaletteColour& each : next.colours)
        if (each.id == id) each.colour = colour;
    change(tr("Change a colour"), std::move(next), gesture);
}

void PaletteEdits::want(ColourId id, std::optional<double> share) {
    Palette next = palette();
    for (PaletteColour& each : next.colours)
        if (each.id == id) each.wanted = share;
    change(tr("Area wanted"), std::move(next));
}

void PaletteEdits::set_accent(ColourId id, bool accent) {
    Palette next = palette();
    for (PaletteColour& each : next.colours)
        if (each.id == id) each.accent = accent;
    change(accent ? tr("Make it an accent") : tr("No accent"), std::move(next));
}

void PaletteEdits::remove(ColourId id) {
    Palette next = palette();
    const auto place = std::ranges::find(next.colours, id, &PaletteColour::id);
    if (place == next.colours.end()) return;
    const auto after = next.colours.erase(place);
    if (!next.colours.empty())
        chosen_ = after == next.colours.end() ? next.colours.back().id : after->id;
    change(tr("Delete a colour"), std::move(next));
}

void PaletteEdits::duplicate(ColourId id) {
    const PaletteColour* colour = palette().find(id);
    if (colour == nullptr) return;
    PaletteColour copy = *colour;
    copy.accent = false;
    add(tr("Duplicate a colour"), {std::move(copy)});
}

void PaletteEdits::move(std::size_t from, std::size_t to) {
    Palette next = palette();
    if (from >= next.colours.size() || to >= next.colours.size() || from == to) return;
    PaletteColour colour = std::move(next.colours[from]);
    next.colours.erase(next.colours.begin() + static_cast<std::ptrdiff_t>(from));
    next.colours.insert(next.colours.begin() + static_cast<std::ptrdiff_t>(to), std::move(colour));
    change(tr("Move a colour"), std::move(next));
}

void PaletteEdits::set_mother(std::optional<Mother> mother, const QString& gesture) {
    Palette next = palette();
    next.mother = mother;
    change(tr("Mother colour"), std::move(next), gesture);
}

void PaletteEdits::replace(const QString& label, Palette next) {
    change(label, std::move(next));
}

void PaletteEdits::set_ghosts(std::vector<GhostColour> ghosts) {
    ghosts_ = std::move(ghosts);
    emit ghosts_changed();
}

void PaletteEdits::add_ghosts() {
    std::vector<PaletteColour> colours;
    for (const GhostColour& ghost : ghosts_)
        colours.push_back({0, ghost.name.toStdString(), ghost.colour, ghost.from, {}, false});
    set_ghosts({});
    add(tr("Add a colour"), std::move(colours));
}

void PaletteEdits::set_wheel(Wheel wheel) {
    wheel_ = wheel;
    emit wheel_changed();
}

}  // namespace underpaint
