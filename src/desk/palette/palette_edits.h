// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "desk/work/session.h"
#include "palette/followers.h"
#include "palette/wheel.h"

namespace underpaint {

/// A colour that was computed and not added yet.
struct GhostColour {
    QString name;
    Rgb colour;
    std::string from;
};

/// Changes the palette, and knows the chosen colour. Every change is one step of the history.
class PaletteEdits : public QObject {
    Q_OBJECT
public:
    explicit PaletteEdits(Session& session, QObject* parent = nullptr);

    const Palette& palette() const { return session_.document.painting().palette; }
    /// Null where none is chosen.
    const PaletteColour* chosen() const;
    std::optional<std::size_t> chosen_place() const;
    void choose(ColourId id);
    void choose_place(std::size_t place);

    /// Adds colours after the others and chooses the last; those beyond kMostColours are left out.
    /// Returns how many were added.
    std::size_t add(const QString& label, std::vector<PaletteColour> colours);
    void rename(ColourId id, const QString& name);
    /// \param gesture not empty while a hand moves
    void recolour(ColourId id, Rgb colour, const QString& gesture = {});
    void end_gesture() { session_.document.end_gesture(); }
    void want(ColourId id, std::optional<double> share);
    void set_accent(ColourId id, bool accent);
    void remove(ColourId id);
    void duplicate(ColourId id);
    void move(std::size_t from, std::size_t to);
    void set_mother(std::optional<Mother> mother, const QString& gesture = {});
    void replace(const QString& label, Palette palette);

    const std::vector<GhostColour>& ghosts() const { return ghosts_; }
    void set_ghosts(std::vector<GhostColour> ghosts);
    void add_ghosts();

    /// Colours that changed while passes have them as they were, until it is said what becomes of
    /// those passes.
    const std::vector<ChangedColour>& left_behind() const { return left_behind_; }
    /// How many passes that are.
    std::size_t followers() const;
    void let_follow();
    void let_stay();

    Wheel wheel() const { return wheel_; }
    void set_wheel(Wheel wheel);

signals:
    void changed();  ///< the palette or what is chosen of it
    void ghosts_changed();
    void wheel_changed();

private:
    void change(const QString& label, Palette palette, const QString& gesture = {});
    void look_for_followers();

    Session& session_;
    ColourId chosen_ = 0;
    std::vector<GhostColour> ghosts_;
    Wheel wheel_ = Wheel::seen;
    Palette agreed_;  // with which the passes agree, or were let be
    std::vector<ChangedColour> left_behind_;
};

}  // namespace underpaint
