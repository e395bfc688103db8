// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/palette/forecast_table.h"
#include "desk/palette/hue_disc.h"
#include "desk/palette/mixes_view.h"
#include "desk/palette/nearest_view.h"
#include "desk/palette/tubes_page.h"
#include "desk/panes/bench.h"

class QLabel;
class QPushButton;
class QStackedWidget;
class QButtonGroup;

namespace underpaint {

/// The middle of the Palette bench: the disc, the picture or the mixing table, and below them what
/// each colour would do to the greys.
class PaletteBoard : public QWidget {
    Q_OBJECT
public:
    PaletteBoard(const Desk& desk, PaletteEdits& edits, PaletteMeter& meter,
                 QWidget* parent = nullptr);

    enum Page { kDisc, kPicture, kMixes, kTubes, kPlan };
    void show_page(Page page);
    /// "disc", "picture", "mixes", "tubes" or "plan"; false for another.
    bool show_page(const QString& id);
    bool finished() const {
        return nearest_->finished() && tubes_->finished() && table_->finished();
    }
    /// Writes the mixing table to a file, and says so.
    void save_table(const std::filesystem::path& path);
    /// Lays what the table has chosen as a pass.
    void lay();

signals:
    void said(const QString& words);
    void picked(underpaint::Rgb colour);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    /// Whether there is room for words in full.
    bool wide() const;
    void label_head();
    QWidget* head();
    QWidget* ghost_row();
    QWidget* table();
    void refresh();
    void refresh_ghosts();
    void fill_parts(QMenu& menu);

    Desk desk_;
    PaletteEdits& edits_;
    PaletteMeter& meter_;
    QStackedWidget* pages_;
    QButtonGroup* tabs_;
    HueDisc* disc_;
    NearestView* nearest_;
    MixesView* mixes_;
    TubesPage* tubes_;
    ForecastTable* table_;
    std::optional<int> limit_step_;
    QPushButton *wheel_, *limit_, *mix_as_, *blend_, *strength_, *hold_, *over_, *blends_, *step_,
        *lay_;
    QLabel *legend_, *ghosts_said_;
    QWidget* ghosts_;
};

}  // namespace underpaint
