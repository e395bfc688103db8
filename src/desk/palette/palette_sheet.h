// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_list.h"
#include "desk/palette/palette_meter.h"
#include "desk/palette/plan_list.h"
#include "desk/panes/bench.h"
#include "desk/work/latest_job.h"
#include "files/palette_library.h"

class QLabel;
class QPushButton;
class QScrollArea;

namespace underpaint {

class BarSlider;

/// The right side of the Palette bench: the palette with what is done to it, the mother, the colour
/// plan, and the way to lay that.
class PaletteSheet : public QWidget {
    Q_OBJECT
public:
    PaletteSheet(const Desk& desk, PaletteEdits& edits, PaletteMeter& meter,
                 PaletteLibrary library = PaletteLibrary::usual(), QWidget* parent = nullptr);

    bool finished() const { return !taking_.running(); }
    /// Adds a colour that was picked on the picture.
    void take(Rgb colour, const QString& from);

signals:
    void said(const QString& words);
    /// The mixing table is to be written to a file, as its ending says.
    void wants_table(const std::filesystem::path& path);

private:
    QWidget* buttons();
    QWidget* mother_row();
    QWidget* plan_head();
    QWidget* followers_row();
    void fill_take(QMenu& menu);
    void fill_opposites(QMenu& menu);
    void fill_mixes(QMenu& menu);
    void fill_mothers(QMenu& menu);
    void fill_file(QMenu& menu);
    void fill_tune(QMenu& menu);
    void add_colour();
    void take_from_picture(int count);
    void take_from(const QString& from,
                   std::function<Result<RgbBlock>(const std::stop_token&)> read, int count);
    void take_file();
    void suggest_harmony(const Harmony& harmony);
    void open_file(const std::filesystem::path& path);
    void save_file(const QString& ending, const QString& kinds);
    void lay_plan();
    void refresh();
    QString outcome_in_words() const;
    void say_added(std::size_t added, std::size_t wanted);

    Desk desk_;
    PaletteEdits& edits_;
    PaletteMeter& meter_;
    PaletteLibrary library_;
    LatestJob taking_;
    PaletteList* list_;
    PlanList* plan_;
    QScrollArea* scroll_;
    QPushButton *take_, *add_, *opposite_, *mix_, *file_, *mother_, *mother_as_, *suggest_, *clear_,
        *tune_, *lay_;
    BarSlider* share_;
    QLabel *hint_, *outcome_, *followers_said_;
    QWidget* followers_;
};

}  // namespace underpaint
