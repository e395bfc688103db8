// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <functional>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_meter.h"
#include "desk/panes/bench.h"
#include "desk/work/latest_job.h"
#include "files/tube_library.h"
#include "palette/paint_recipe.h"
#include "palette/tube_reach.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace underpaint {

class PicturePicker;

/// The tubes that one mixes from: which they are, the recipe for the chosen colour, and what of the
/// picture lies beyond all their mixtures.
class TubesPage : public QWidget {
    Q_OBJECT
public:
    TubesPage(const Desk& desk, PaletteEdits& edits, const PaletteMeter& meter,
              TubeLibrary library = TubeLibrary::usual(), QWidget* parent = nullptr);

    bool finished() const { return !job_.running() && !fewest_.running() && !reading_.running(); }
    /// Nothing until it was found.
    const std::optional<PaintRecipe>& recipe() const { return recipe_; }
    /// Share 0..1 of the picture beyond reach; nothing until it was measured.
    std::optional<double> beyond() const { return beyond_; }

signals:
    void said(const QString& words);

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    void fill_tubes(QMenu& menu);
    void fill_fewest(QMenu& menu);
    void fill_offered(QMenu& menu);
    void add(Tube tube);
    void set(const QString& label, TubeSet tubes);
    void fill_sets(QMenu& menu);
    void ask_for_name();
    void keep_set();
    using ReadPicture = std::function<Result<RgbBlock>(const std::stop_token&)>;
    void find_fewest(const ReadPicture& read, double misses);
    void ask_for_swatch();
    void pick_swatch(Rgb colour);
    void end_swatch(std::optional<double> strength);
    void refresh();
    QRect tube_rect(std::size_t place) const;
    QRect picture_rect() const;
    QString recipe_in_words() const;

    Desk desk_;
    PaletteEdits& edits_;
    const PaletteMeter& meter_;
    TubeLibrary library_;
    std::optional<NamedTubes>
        offered_;  // that the fewest are chosen from; nothing: the generic ones
    LatestJob job_, fewest_, reading_;
    QPushButton *add_, *white_, *sets_, *fewest_button_, *full_only_;
    QLineEdit* set_name_;
    QLabel *said_, *swatch_hint_;
    QWidget* swatch_box_;
    PicturePicker* swatch_;
    std::optional<Rgb> full_;  // of the swatch, once it was clicked
    QString swatch_name_;
    std::optional<PaintRecipe> recipe_;
    std::optional<double> beyond_;
    QImage image_;  // with what lies beyond in colour
};

}  // namespace underpaint
