// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/brief/picture_strip.h"

namespace underpaint {

/// The thumbnails: which arrangement leads best, before anything is painted.
class ThumbnailsPanel : public PictureStrip {
    Q_OBJECT
public:
    explicit ThumbnailsPanel(const Desk& desk, QWidget* parent = nullptr);

    /// Takes one for the plan: its focus, shares of its shapes, its range and key.
    void choose(std::size_t at);

signals:
    void wants_pairs();
    void wants_ghost(std::size_t at);

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    void refresh();
    CardFace face_of(std::size_t at) const;
    void fill_menu(QMenu& menu, std::size_t at);
    void add(const KeptPicture& picture);
    void place_focus(std::size_t at, double x, double y);

    Session& session_;
    const BriefMeter& meter_;
    QPushButton* pairs_;
};

/// "1.49×", or a dash where it can't be measured.
QString lead_in_words(const ThumbnailFigures& figures);
/// The rows of figures below a thumbnail.
std::vector<CardFace::Row> rows_of(const ThumbnailFigures& figures);

}  // namespace underpaint
