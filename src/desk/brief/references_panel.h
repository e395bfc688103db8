// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/brief/picture_strip.h"
#include "raster/turn.h"

namespace underpaint {

/// The references: three or four pictures, and what they do, in figures. A click on one takes the
/// colour there for the strip of colours used lately.
class ReferencesPanel : public PictureStrip {
    Q_OBJECT
public:
    explicit ReferencesPanel(const Desk& desk, QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    void refresh();
    CardFace face_of(std::size_t at) const;
    void fill_menu(QMenu& menu, std::size_t at);
    Rgb colour_of(std::size_t at, double x, double y);
    void pick(std::size_t at, double x, double y);
    void turn(std::size_t at, Turn turn, const QString& what);
    void tint(std::size_t at, std::optional<Rgb> colour);

    Session& session_;
    const BriefMeter& meter_;
};

}  // namespace underpaint
